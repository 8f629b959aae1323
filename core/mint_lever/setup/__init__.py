"""The setup document: its parts, how it is read and checked, how it is edited by path."""

from mint_lever.setup.document import FORMAT, VERSION, Setup, json_schema
from mint_lever.setup.document_reader import MAX_BYTES, read_document, read_setup
from mint_lever.setup.edits.path_edit import Change, apply_changes
from mint_lever.setup.edits.reshaping import with_arrangement, with_blades, with_layout
from mint_lever.setup.helicopter_sizes import new_helicopter
from mint_lever.setup.new_setup import fresh_setup

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
