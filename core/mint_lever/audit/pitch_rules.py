"""Rules about the pitch curves of the modes."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import Annotated

import numpy as np

from mint_lever.audit.finding import AT_STICK, Audited, Finding, degrees, mode_words, percent
from mint_lever.audit.rule import rule
from mint_lever.modes.mode_switching import JUMP_DEG
from mint_lever.sources import MEMORY

_MISSED_DEG: Annotated[float, MEMORY] = 1.0
"""Less pitch in hold than this short of the flying modes is worth a word."""


@rule(190, of_modes=True)
def pitch_curve_not_rising(at: Audited) -> Iterator[Finding]:
    """More stick is never less pitch. Common practice, no source."""
    for name, mode in at.modes:
        falls = np.flatnonzero(np.diff(mode.pitch_curve) < 0)
        if falls.size:
            i = int(falls[0]) + 1
            yield Finding(
                severity="fault",
                path=f"transmitter.modes.{name}.pitch_curve.{i}",
                found=f"the {mode_words(name)} pitch curve falls from "
                f"{percent(mode.pitch_curve[i - 1])} to {percent(mode.pitch_curve[i])}",
                why="Stick up lets the model sink there, and no hand expects it.",
                fix="Let every point stand at least as high as the one before.",
                device="transmitter",
                rests_on="the curve",
            )


@rule(200, of_modes=True)
def pitch_jumps(at: Audited) -> Iterator[Finding]:
    """Pitch does not leap as the switch moves between flying modes. From memory: 4° is a leap."""
    for before, after in pairwise(name for name in at.collective if name != "hold"):
        jump = (at.collective[after][0] - at.collective[before][0])[1:]
        worst = int(np.abs(jump).argmax())
        if abs(jump[worst]) > JUMP_DEG:
            yield Finding(
                severity="fault",
                path=f"transmitter.modes.{after}.pitch_curve",
                found=f"pitch jumps {degrees(jump[worst])} from {mode_words(before)} to "
                f"{mode_words(after)} at stick {(AT_STICK[1 + worst] + 100) / 2:.0f} %",
                why="The model leaps or drops as the switch moves.",
                fix="Bring the two curves together from half stick up.",
                device="transmitter",
                rests_on="the exact chain",
            )


@rule(540)
def hold_without_full_pitch(at: Audited) -> Iterator[Finding]:
    """Hold keeps the full pitch range for autorotation. Common practice, no source."""
    if at.setup.transmitter.modes.hold is None:
        return
    for end, word, way in ((0, "low", -1.0), (-1, "high", 1.0)):
        own = float(at.collective["hold"][0][end])
        most = max(way * float(pitch[end]) for pitch, _ in at.collective.values())
        if most - way * own > _MISSED_DEG:
            yield Finding(
                severity="look",
                path="transmitter.modes.hold.pitch_curve",
                found=f"throttle hold reaches {degrees(own)} with the stick {word}, another mode "
                f"{degrees(way * most)}",
                why="An autorotation needs all the pitch there is, to keep the head turning and "
                "to stop the fall.",
                fix=f"Let throttle hold reach as far as the flying modes do with the stick {word}.",
                device="transmitter",
                rests_on="the exact chain",
            )
