"""The setup document: its parts, how it is read and checked, how it is edited by path."""

from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.catalogue.setting_rows import (
    SettingKind,
    SettingRow,
    find_row,
    list_rows,
    name_path,
)
from mint_lever.setup.device_of_setting import find_device
from mint_lever.setup.document import FORMAT, VERSION, Setup, make_json_schema
from mint_lever.setup.document_reader import MAX_BYTES, read_document, read_setup
from mint_lever.setup.edits.part_copies import copy_to_all
from mint_lever.setup.edits.path_edit import Change, apply_changes
from mint_lever.setup.edits.reshaping import with_arrangement, with_blades, with_layout
from mint_lever.setup.helicopter_sizes import make_helicopter
from mint_lever.setup.json_reader import parse_json
from mint_lever.setup.new_setup import make_fresh_setup
from mint_lever.setup.parts.airframe import LayoutName, SizeClass
from mint_lever.setup.parts.flight_findings import FlownHover, MeasuredBy
from mint_lever.setup.parts.flight_modes import MODE_WORDS, CurveShape, Mode, ModeName, Rates
from mint_lever.setup.plain_values import walk_values
from mint_lever.setup.readable_letters import check_name
from mint_lever.setup.setting_description import Device, Stage
from mint_lever.setup.shared_memory import share_parts
from mint_lever.setup.validation_faults import make_fault

__all__ = [
    "ARRANGEMENTS",
    "FORMAT",
    "MAX_BYTES",
    "MODE_WORDS",
    "VERSION",
    "ArrangementName",
    "Change",
    "CurveShape",
    "Device",
    "FlownHover",
    "LayoutName",
    "MeasuredBy",
    "Mode",
    "ModeName",
    "Rates",
    "SettingKind",
    "SettingRow",
    "Setup",
    "SizeClass",
    "Stage",
    "apply_changes",
    "check_name",
    "copy_to_all",
    "find_device",
    "find_row",
    "list_rows",
    "make_fault",
    "make_fresh_setup",
    "make_helicopter",
    "make_json_schema",
    "name_path",
    "parse_json",
    "read_document",
    "read_setup",
    "share_parts",
    "walk_values",
    "with_arrangement",
    "with_blades",
    "with_layout",
]
