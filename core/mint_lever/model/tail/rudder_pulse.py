"""Rudder to the tail servo's pulse and horn, in rate mode: what the stick alone would do."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.setup.parts.tail import TailServo
from mint_lever.setup.parts.unit import UnitTail


@dataclass(frozen=True)
class TailOutput:
    """The unit's or gyro's output to the tail servo, in rate mode, and the servo behind it."""

    box: UnitTail
    servo: TailServo

    @property
    def way(self) -> int:
        """1 where right rudder makes the pulse longer, −1 where the box turns it round."""
        return -1 if self.box.reversed else 1

    @property
    def right(self) -> int:
        """1 where right rudder pushes the nose right by this geometry, −1 where it does not."""
        return self.way * self.servo.mounted

    def pulse_us(self, rudder: ArrayLike) -> Array:
        """Give the pulse for the rudder u that the box reads (−1…1, any shape).

        Centre + sub-trim ± u·limit(side of u)·full throw. The box's own expo and full-stick rate
        act in heading hold alone.
        """
        u = np.minimum(np.maximum(np.asarray(rudder, dtype=float), -1.0), 1.0)
        throw = self.way * self.box.full_throw_us / 100.0
        sides = throw * self.box.limit_left_pct, throw * self.box.limit_right_pct
        rest = self.box.centre_us + self.box.subtrim_us
        return np.asarray(rest + u * np.where(u < 0, *sides))

    def horn_deg(self, pulse_us: ArrayLike) -> Array:
        """Give the horn's angle from square for pulses (any shape); + pushes the slider to +."""
        off = np.asarray(pulse_us, dtype=float) - self.box.centre_us
        return np.asarray(
            self.servo.mounted * off / self.servo.us_per_deg + self.servo.horn_error_deg
        )

    def horn_for(self, rudder: ArrayLike) -> Array:
        """Give the horn's angle for the rudder u (−1…1, any shape)."""
        return self.horn_deg(self.pulse_us(rudder))

    def pulse_for(self, horn_deg: ArrayLike) -> Array:
        """Give the pulse that turns the horn to angles (deg, any shape)."""
        turn = np.asarray(horn_deg, dtype=float) - self.servo.horn_error_deg
        return np.asarray(self.box.centre_us + self.servo.mounted * turn * self.servo.us_per_deg)
