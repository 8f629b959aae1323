"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.compare import (
    Comparison,
    Difference,
    LostGround,
    compare,
    lost_ground,
)
from mint_lever.records.keying import NEVER_SAID, KeyingLine, device_lines, keying_list
from mint_lever.records.moved import Effect
from mint_lever.records.sheet import Figure, Saved, Section, Sheet, bench_sheet

__all__ = [
    "NEVER_SAID",
    "Comparison",
    "Difference",
    "Effect",
    "Figure",
    "KeyingLine",
    "LostGround",
    "Saved",
    "Section",
    "Sheet",
    "bench_sheet",
    "compare",
    "device_lines",
    "keying_list",
    "lost_ground",
]
