"""Records: what is to be keyed in, what differs, what goes on a sheet."""

from mint_lever.records.compare import (
    Comparison,
    Difference,
    LostGround,
    compare,
    lost_ground,
)
from mint_lever.records.keying import NEVER_SAID, KeyingLine, keying_list

__all__ = [
    "NEVER_SAID",
    "Comparison",
    "Difference",
    "Effect",
    "KeyingLine",
    "LostGround",
    "compare",
    "keying_list",
    "lost_ground",
]
