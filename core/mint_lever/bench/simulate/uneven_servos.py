"""Servos that are not all alike: each turns its horn a little more or less for a microsecond, and
not the same on both sides of its centre."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.model.swash.servo_throw import ServoBank


class UnevenServos(ServoBank):
    """A bank whose horns turn ``shares`` (servos, 2: below and above centre) of what they should:
    1 is as the data sheet has it."""

    def __init__(self, even: ServoBank, shares: Sequence[Sequence[float]]):
        self.__dict__.update(even.__dict__)
        self._shares = np.asarray(shares, dtype=float)

    def horn_deg(self, pulse_us: ArrayLike) -> Array:
        """Turn pulses (µs) into horn angles (deg, + raises the ball), both (servos, poses)."""
        pulse = np.asarray(pulse_us, dtype=float)
        rest = super().horn_deg(np.full_like(pulse, self.centre_us))
        share = np.where(pulse < self.centre_us, self._shares[:, :1], self._shares[:, 1:])
        turned: Array = rest + share * (super().horn_deg(pulse) - rest)
        return turned
