"""The setup document: its parts, how it is read and checked, how it is edited by path."""

from mint_lever.setup.by_size import new_helicopter
from mint_lever.setup.document import FORMAT, VERSION, Setup, json_schema
from mint_lever.setup.edit import Change, apply_changes
from mint_lever.setup.fresh import fresh_setup
from mint_lever.setup.reading import MAX_BYTES, read_document, read_setup
from mint_lever.setup.rebuild import with_arrangement, with_blades, with_layout

__all__ = [
    "FORMAT",
    "MAX_BYTES",
    "VERSION",
    "Change",
    "Setup",
    "apply_changes",
    "fresh_setup",
    "json_schema",
    "new_helicopter",
    "read_document",
    "read_setup",
    "with_arrangement",
    "with_blades",
    "with_layout",
]
