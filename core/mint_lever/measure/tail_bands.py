"""The tail's figures of the trade, each in one place. Common practice, no source, unless said."""

from __future__ import annotations

from typing import Annotated

from mint_lever.measure.verdict import Band, VerdictWord, judge
from mint_lever.sources import MEMORY, fact

OFFSET_DEG: Annotated[Band, fact("F14"), MEMORY] = Band(3.0, 4.0, 2.0, 5.0)
"""Tail pitch at servo centre against the main rotor's torque (F14); workable band from memory."""
SIDE_DEG = 0.5
"""Less than this on the wrong side is no pitch at all, and said as too little."""
SQUARE_DEG = Band.around(0.0, 1.0, 2.0)
MICRO_HORN_MM: Annotated[Band, fact("F21"), MEMORY] = Band(4.5, 5.0, 4.0, 5.0)
"""F21; a shorter one only wants more gain. The workable end is from memory."""
GAP_MM: Annotated[Band, MEMORY] = Band(0.1, 0.8, 0.1, 1.5)
"""How far off its contact full stick leaves the slider: just short of it."""
UNEQUAL: Annotated[float, MEMORY] = 0.15
"""How unequal a slider's two ways may be before the push rod is looked at."""
GAIN: Annotated[Band, fact("F15")] = Band(60.0, 80.0, 52.0, 90.0)
"""Gain in heading hold on the one-channel scale (F15)."""
SPEED_SHARE: Annotated[float, fact("F29"), MEMORY] = 0.1
"""A head speed changed by more asks for the gain to be looked at (F29, from memory)."""


def judge_offset(pitch_deg: float, turn_sign: int) -> VerdictWord:
    """Judge the tail pitch at centre (deg, + nose right). ``turn_sign`` is 1 where the main rotor
    turns clockwise from above, else −1. The wrong side is a verdict of its own."""
    against = pitch_deg * turn_sign
    return "wrong side" if against < -SIDE_DEG else judge(round(against, 2), OFFSET_DEG, 0.0)
