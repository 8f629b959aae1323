"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.card import field_card
from mint_lever.records.compare import (
    Comparison,
    Difference,
    LostGround,
    compare,
    lost_ground,
)
from mint_lever.records.copied import NeverCarries, never_carries, same_radio
from mint_lever.records.keying import NEVER_SAID, KeyingLine, device_lines, keying_list
from mint_lever.records.moved import Effect
from mint_lever.records.paper import Figure, Paper, Saved, Section
from mint_lever.records.sheet import bench_sheet

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
