"""From a servo's throw to its pulse and the angle of its horn."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.airframe import Servo
from mint_lever.setup.unit import Unit


def _column(values: Sequence[float]) -> Array:
    return np.array(values, dtype=float)[:, None]


@dataclass(frozen=True)
class ServoPulses:
    """Pulses asked of and sent to the servos (µs), shape (servos, poses)."""

    asked_us: Array
    sent_us: Array
    held: Mask
    """Where a servo's min or max pulse held it back."""


class ServoBank:
    """The swash servos together: unit settings on one side, horns on the other."""

    def __init__(self, servos: Sequence[Servo], unit: Unit):
        direction = [-1.0 if s.reversed else 1.0 for s in unit.servos]
        self._gain = _column(direction) * unit.full_throw_us
        self._rest = _column([unit.centre_us + s.subtrim_us for s in unit.servos])
        self._min = _column([s.min_us for s in unit.servos])
        self._max = _column([s.max_us for s in unit.servos])
        self._centre = unit.centre_us
        self._deg_per_us = _column([s.mounted / s.us_per_deg for s in servos])
        self._error = _column([s.horn_error_deg for s in servos])

    def wired(self, output_of_servo: Sequence[int]) -> ServoBank:
        """Give the bank with each servo hung on another output, whose unit settings drive it."""
        other = copy.copy(self)
        for name in ("_gain", "_rest", "_min", "_max"):
            setattr(other, name, getattr(self, name)[list(output_of_servo)])
        return other

    def pulses(self, throw: Array) -> ServoPulses:
        """Turn throws u (1 = full, shape (servos, poses)) into pulses: formulas §3.4."""
        asked = self._rest + self._gain * throw
        sent = np.minimum(np.maximum(asked, self._min), self._max)
        return ServoPulses(asked, sent, sent != asked)

    def horn_deg(self, pulse_us: ArrayLike) -> Array:
        """Turn pulses (µs) into horn angles (deg, + raises the ball), both (servos, poses): §4."""
        pulse = np.asarray(pulse_us, dtype=float)
        return self._deg_per_us * (pulse - self._centre) + self._error

    def pulse_for_horn(self, horn_deg: ArrayLike) -> Array:
        """Turn horn angles (deg) back into the pulses that hold them, both (servos, poses)."""
        angle = np.asarray(horn_deg, dtype=float)
        return (angle - self._error) / self._deg_per_us + self._centre
