"""The flight mode of the bench: throttle hold, which has to be on there anyway."""

from __future__ import annotations

import re
from typing import Annotated

import numpy as np

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.sources import MEMORY

_CYCLIC_RATE = re.compile(r"rates\.(aileron|elevator)\.rate(_low)?_pct")
_MIDDLE = 50.0
_SHORT: Annotated[float, MEMORY] = 25.0
"""The least of 50 % a side shortened for the collective's range still reaches."""


def bench_mode(setup: Setup) -> ModeName:
    """Give the mode the bench is worked in: hold, or normal where there is no hold."""
    return "hold" if setup.transmitter.modes.hold is not None else "normal"


def full_rates(mode: Mode) -> bool:
    """Whether a mode passes the cyclic on in full, at both ends of both axes."""
    rates = (mode.rates.aileron, mode.rates.elevator)
    return all(side.rate_pct == 100 for rate in rates for side in (rate, rate.below_centre))


def shortens_cyclic(setup: Setup, path: str) -> bool:
    """Whether a setting takes from the cyclic stick's full throw on the bench, as a setup has it:
    a rate of the bench's mode, where these are not full."""
    name = bench_mode(setup)
    if _CYCLIC_RATE.fullmatch(path.removeprefix(f"transmitter.modes.{name}.")) is None:
        return False
    return not full_rates(getattr(setup.transmitter.modes, name))


def plain(setup: Setup, name: ModeName) -> bool:
    """Whether a mode passes collective and cyclic on as they are: straight and in full.

    Where the transmitter mixes, one figure serves both sides of the collective, and a side of the
    curve that was shortened for its range is straight as well.
    """
    mode: Mode = getattr(setup.transmitter.modes, name)
    if not full_rates(mode):
        return False
    at = mode.pitch_curve_at or np.linspace(0.0, 100.0, len(mode.pitch_curve))
    off = np.asarray(at) - _MIDDLE
    height = np.asarray(mode.pitch_curve) - _MIDDLE
    reach = (-height[0], height[-1])
    least = _MIDDLE if setup.arranged.unit_mixes else _SHORT
    if min(reach) < least - 0.05:
        return False
    sloped = off / _MIDDLE * np.where(off < 0, *reach)
    return bool(np.abs(height - sloped).max() < 0.1)
