"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.bench_sheet import bench_sheet
from mint_lever.records.copy_checklist import NeverCarries, never_carries, same_radio
from mint_lever.records.field_card import field_card
from mint_lever.records.keying_list import NEVER_SAID, KeyingLine, device_lines, keying_list
from mint_lever.records.paper import Figure, Paper, Saved, Section
from mint_lever.records.pitch_difference import Effect
from mint_lever.records.setup_comparison import (
    Comparison,
    Difference,
    LostGround,
    compare,
    lost_ground,
)

__all__ = [
    "NEVER_SAID",
    "Comparison",
    "Difference",
    "Effect",
    "Figure",
    "KeyingLine",
    "LostGround",
    "NeverCarries",
    "Paper",
    "Saved",
    "Section",
    "bench_sheet",
    "compare",
    "device_lines",
    "field_card",
    "keying_list",
    "lost_ground",
    "never_carries",
    "same_radio",
]
