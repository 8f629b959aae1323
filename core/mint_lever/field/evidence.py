"""What is known beside what was seen: where the tail's gain ends, and what the drive has left."""

from __future__ import annotations

from mint_lever.measure.verdict import Word
from mint_lever.modes.head_speeds import head_speeds
from mint_lever.run.readings import Readings
from mint_lever.setup.modes import ModeName
from mint_lever.steps.tail.ceiling import ceiling_of

_CLEAR_PCT = 2.0
"""One point of 0 to 100 below the gain at which it wagged: nearer nobody sets it. From memory."""


def tail_gain_ends(run: Readings, mode: ModeName) -> tuple[float, float] | None:
    """Give the size (of ±100) up to which a mode's tail gain may be raised, and the one to come
    down to where it wags; None while nothing that was seen in the air says so."""
    ceiling = ceiling_of(run, mode)
    if ceiling is None or ceiling.amount is None or ceiling.start is None:
        return None
    return ceiling.amount - _CLEAR_PCT, ceiling.start


def headroom(run: Readings, mode: ModeName) -> Word | None:
    """Judge what a resting pack has left at full collective in a mode; None while the drive or the
    rotor is not described well enough."""
    if run.setup.drive is None:
        return None
    found = run.memo("head speeds", lambda: head_speeds(run.chain))
    return next((each.word for each in found.modes if each.mode == mode), None)
