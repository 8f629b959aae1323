"""What the gauge read of the cyclic throw for each degree that the lengths make."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.reference_tilt import full_throw
from mint_lever.bench.wording.predicted_pitch import pitch_by_the_lengths
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.sources import MEMORY

_ENDS = (("right", (0.0, 100.0, 0.0)), ("left", (0.0, -100.0, 0.0)))
_BOOM_DEG = 180.0
_BELIEVED: Annotated[tuple[float, float], MEMORY] = (0.7, 1.4)
"""Further off, it is no length that differs."""


def throw_by_the_gauge(run: Readings) -> float:
    """Give the share (1 where the lengths are right) of the aileron's throw at full stick; 1 where
    it was not read both ways. It was read with the ring as it was then."""
    read, made = [], []
    if not full_throw(run):
        return 1.0  # what the unit shows as its reference tilt is no full stick
    for key, sticks in _ENDS:
        counted = run.counted("cyclic_throw", key)
        mean = run.mean("cyclic_throw", key)
        if not counted or mean is None:
            return 1.0
        pitch = pitch_by_the_lengths(run, sticks, _BOOM_DEG, chain=chain_of(counted[-1].setup))
        if pitch is None:
            return 1.0
        read.append(mean)
        made.append(pitch)
    half, computed = abs(read[0] - read[1]) / 2, abs(made[0] - made[1]) / 2
    share = half / computed if computed > 1.0 else 1.0
    return share if _BELIEVED[0] <= share <= _BELIEVED[1] else 1.0
