"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.bench_sheet import make_bench_sheet
from mint_lever.records.copy_checklist import UncopiedSetting, copy_for_same_radio, list_uncopied
from mint_lever.records.drawing import Drawing, Weight
from mint_lever.records.field_card import make_field_card
from mint_lever.records.keying_list import NEVER_SAID, KeyingLine, list_device_lines, list_to_key_in
from mint_lever.records.paper import Figure, Paper, SavedState, Section
from mint_lever.records.pitch_difference import PitchDifference
from mint_lever.records.setup_comparison import (
    Comparison,
    Difference,
    LostReadings,
    compare_setups,
    list_lost_readings,
)

__all__ = [
    "NEVER_SAID",
    "Comparison",
    "Difference",
    "Drawing",
    "Figure",
    "KeyingLine",
    "LostReadings",
    "Paper",
    "PitchDifference",
    "SavedState",
    "Section",
    "UncopiedSetting",
    "Weight",
    "compare_setups",
    "copy_for_same_radio",
    "list_device_lines",
    "list_lost_readings",
    "list_to_key_in",
    "list_uncopied",
    "make_bench_sheet",
    "make_field_card",
]
