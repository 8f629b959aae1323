"""What the unit reads from the channels' pulses."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.parts.unit_display import ShownFunction


@dataclass(frozen=True)
class Arrival:
    """Functions as the unit reads them; arrays are (functions, poses)."""

    seen_pct: Array
    """What the unit would show, before it stops at ±100 %."""
    command: Array
    """What it works with, −1…1, the unit's function direction applied."""
    clamp_acts: Mask
    """Where a channel sends more than the unit can take."""


def arrive(
    pulse_us: ArrayLike,
    centre_us: float,
    us_per_pct: float,
    reversed_: Sequence[bool],
    shown: Sequence[ShownFunction] = (),
) -> Arrival:
    """Read pulses (µs, (functions, poses)) the way the unit does: formulas §3.1.

    Centre and µs per percent are the transmitter's; ``reversed_`` is the unit's, by function.
    ``shown`` is what the unit was found to show of each function; all of it as sent without.
    """
    seen = (np.asarray(pulse_us, dtype=float) - centre_us) * (1.0 / us_per_pct)
    if shown:
        share = [-each.scale if each.reversed else each.scale for each in shown]
        rest = [each.offset_pct for each in shown]
        seen = seen * np.array(share)[:, None] + np.array(rest)[:, None]
    direction = np.array([-0.01 if turned else 0.01 for turned in reversed_])[:, None]
    return Arrival(
        seen_pct=seen,
        command=np.minimum(np.maximum(seen, -100.0), 100.0) * direction,
        # A travel of exactly 100 % may land a rounding error past the stop; that is no clamp.
        clamp_acts=np.abs(seen) > 100.0 + 1e-9,
    )
