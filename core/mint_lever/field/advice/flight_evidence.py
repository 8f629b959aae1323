"""What is known beside what was seen: where the tail's gain ends, what the drive has left,
how far off the phase was measured."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.gain_ceiling import ceiling_of
from mint_lever.bench.steps.swash.phase import better_phase, phase_off, phase_word
from mint_lever.measure.verdict import VerdictWord
from mint_lever.modes.head_speed_table import compare_head_speeds
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import MEMORY

_CLEAR_PCT: Annotated[float, MEMORY] = 2.0
"""One point of 0 to 100 below the gain at which it wagged: nearer nobody sets it."""


def tail_gain_ends(run: Readings, mode: ModeName) -> tuple[float, float] | None:
    """Give the size (of ±100) up to which a mode's tail gain may be raised, and the one to come
    down to where it wags; None while nothing that was seen in the air says so."""
    ceiling = ceiling_of(run, mode)
    if ceiling is None or ceiling.amount is None or ceiling.start is None:
        return None
    return ceiling.amount - _CLEAR_PCT, ceiling.start


def headroom(run: Readings, mode: ModeName) -> VerdictWord | None:
    """Judge what a resting pack has left at full collective in a mode; None while the drive or the
    rotor is not described well enough."""
    if run.setup.drive is None:
        return None
    found = run.memo("head speeds", lambda: compare_head_speeds(run.chain))
    return next((each.word for each in found.modes if each.mode == mode), None)


def phase_to_set(run: Readings) -> float | None:
    """Give the phase (deg) the unit is to be set to by what the bench measured; None where nothing
    that still holds was measured, or nothing is off."""
    unit, error = run.setup.mixing_unit, phase_off(run)
    if unit is None or error is None or phase_word(error) == "in":
        return None
    return better_phase(unit.phase_deg, error)


def phase_is_clean(run: Readings) -> bool:
    """Whether the bench measured the phase and found nothing off; unknown is not clean."""
    error = phase_off(run)
    return error is not None and phase_word(error) == "in"
