"""The unit's servo outputs: direction, sub-trim, and the pulses they never pass."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from typing import Self

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.swash.servo_throw import ServoPulses, column
from mint_lever.setup.parts.unit import Unit


class UnitOutputs:
    """The outputs of a unit that mixes, in the order of the balls."""

    def __init__(self, unit: Unit):
        self.centre_us = unit.centre_us
        self._gain = column([-1.0 if s.reversed else 1.0 for s in unit.servos]) * unit.full_throw_us
        self._rest = column([unit.centre_us + s.subtrim_us for s in unit.servos])
        self._min = column([s.min_us for s in unit.servos])
        self._max = column([s.max_us for s in unit.servos])

    def wired(self, output_of_servo: Sequence[int]) -> Self:
        """Give the outputs with each servo hung on another one, whose settings drive it."""
        other = copy.copy(self)
        for name in ("_gain", "_rest", "_min", "_max"):
            setattr(other, name, getattr(self, name)[list(output_of_servo)])
        return other

    def stops_us(self) -> tuple[Array, Array]:
        """Give the shortest and longest pulse each output ever sends (µs, (servos,))."""
        return self._min[:, 0], self._max[:, 0]

    def pulses(self, throw: Array) -> ServoPulses:
        """Turn throws u (1 = full, shape (servos, poses)) into pulses: formulas §3.4."""
        asked = self._rest + self._gain * throw
        sent = np.minimum(np.maximum(asked, self._min), self._max)
        return ServoPulses(asked, sent, sent != asked)
