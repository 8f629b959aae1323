"""What the unit reads from a channel's pulse."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.transmitter import Transmitter


@dataclass(frozen=True)
class Arrival:
    """A function as the unit reads it; arrays share the input's shape."""

    seen_pct: Array
    """What the unit would show, before it stops at ±100 %."""
    command: Array
    """What it works with, −1…1, the unit's function direction applied."""
    clamp_acts: Mask
    """Where the channel sends more than the unit can take."""


def arrive(pulse_us: ArrayLike, transmitter: Transmitter, reversed_: bool) -> Arrival:
    """Read a pulse (µs, any shape) the way the unit does: formulas §3.1."""
    seen = (np.asarray(pulse_us, dtype=float) - transmitter.centre_us) / transmitter.us_per_pct
    held = np.clip(seen, -100.0, 100.0)
    return Arrival(
        seen_pct=seen,
        command=held * (-0.01 if reversed_ else 0.01),
        # A travel of exactly 100 % may land a rounding error past the stop; that is no clamp.
        clamp_acts=np.abs(seen) > 100.0 + 1e-9,
    )
