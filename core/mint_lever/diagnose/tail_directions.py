"""The tail's directions: from one look at the stick and one by hand to the fewest changes.

Three things can be turned round: the rudder's channel (the stick's way alone), the tail servo at
the unit or gyro (the stick's and the correction's), and the gyro (the correction's alone). Common
practice, no source: a unit that mixes only corrects, its servo stays and the channel is turned.
"""

from __future__ import annotations

from itertools import combinations
from typing import Literal

Turn = Literal["channel", "servo", "gyro"]
Goes = Literal["right", "left", "still"]
_TURNS_STICK, _TURNS_HAND = ("channel", "servo"), ("servo", "gyro")


def turns_of(unit_mixes: bool) -> tuple[Turn, ...]:
    """What can be turned round, in the order in which it is preferred."""
    return ("channel", "gyro") if unit_mixes else ("servo", "channel", "gyro")


def fewest_turns(stick: Goes, hand: Goes, unit_mixes: bool) -> tuple[Turn, ...]:
    """Give the fewest things to turn round.

    ``stick`` is where right stick pushes the nose, ``hand`` how a nose pushed left is answered;
    both are right when they are "right". Raises ValueError for a tail that stood still: that
    tells no direction.
    """
    if "still" in (stick, hand):
        raise ValueError("a tail that stands still tells no direction")
    for count in range(3):
        for turned in combinations(turns_of(unit_mixes), count):
            if _after(stick, turned, _TURNS_STICK) and _after(hand, turned, _TURNS_HAND):
                return turned
    raise AssertionError("channel and gyro together turn either")


def _after(seen: Goes, turned: tuple[Turn, ...], by: tuple[str, ...]) -> bool:
    """Whether a direction is right once some things are turned round."""
    return (seen == "right") != bool(sum(each in by for each in turned) % 2)
