"""From a servo's throw to its pulse and the angle of its horn."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol, Self

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.parts.airframe import Servo


def column(values: Sequence[float]) -> Array:
    """Stand numbers one above the other, shape (count, 1): one row a servo or channel."""
    return np.array(values, dtype=float)[:, None]


@dataclass(frozen=True)
class ServoPulses:
    """Pulses asked of and sent to the servos (µs), shape (servos, poses)."""

    asked_us: Array
    sent_us: Array
    held: Mask
    """Where a servo's min or max pulse, or its channel's limit, held it back."""


class Outputs(Protocol):
    """What drives the servos: the unit's outputs, or the transmitter's servo channels."""

    centre_us: float

    def stops_us(self) -> tuple[Array, Array]:
        """Give the shortest and longest pulse each output ever sends (µs, (servos,))."""

    def pulses(self, throw: Array) -> ServoPulses:
        """Turn throws u (1 = full, shape (servos, poses)) into pulses."""

    def wired(self, output_of_servo: Sequence[int]) -> Self:
        """Give the outputs with each servo hung on another one, whose settings drive it."""


class ServoBank:
    """The swash servos together: a device's outputs on one side, horns on the other."""

    def __init__(self, servos: Sequence[Servo], outputs: Outputs):
        self._outputs = outputs
        self._deg_per_us = column([s.mounted / s.us_per_deg for s in servos])
        self._error = column([s.horn_error_deg for s in servos])

    def wired(self, output_of_servo: Sequence[int]) -> ServoBank:
        """Give the bank with each servo hung on another output."""
        other = copy.copy(self)
        other._outputs = self._outputs.wired(output_of_servo)
        return other

    def stops_us(self) -> tuple[Array, Array]:
        """Give the shortest and longest pulse each servo is ever sent (µs, (servos,))."""
        return self._outputs.stops_us()

    @property
    def centre_us(self) -> float:
        """The pulse of a servo at rest."""
        return self._outputs.centre_us

    def pulses(self, throw: Array) -> ServoPulses:
        """Turn throws u (1 = full, shape (servos, poses)) into pulses."""
        return self._outputs.pulses(throw)

    def horn_deg(self, pulse_us: ArrayLike) -> Array:
        """Turn pulses (µs) into horn angles (deg, + raises the ball), both (servos, poses): §4."""
        pulse = np.asarray(pulse_us, dtype=float)
        return self._deg_per_us * (pulse - self._outputs.centre_us) + self._error
