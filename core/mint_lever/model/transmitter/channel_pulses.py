"""Channels from shaped values to pulses: direction, travel, sub-trim, limit."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Self

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.model.swash.servo_throw import ServoPulses, column
from mint_lever.setup.parts.channels import Channel


@dataclass(frozen=True)
class ChannelStages:
    """Values after each station of their channels; all arrays are (channels, poses)."""

    directed_pct: Array
    travelled_pct: Array
    trimmed_pct: Array
    limited_pct: Array
    pulse_us: Array
    limit_acts: Mask


class ChannelBank:
    """Some channels side by side, ready for many poses at once.

    Where the transmitter mixes, the swash servos' channels are such a bank.
    """

    def __init__(self, channels: Sequence[Channel], centre_us: float, us_per_pct: float):
        self._direction = column([-1.0 if c.reversed else 1.0 for c in channels])
        self._high = column([c.travel_high_pct / 100.0 for c in channels])
        self._low = column([c.travel_low_pct / 100.0 for c in channels])
        # The trim lever moves the channel's rest like a sub-trim does.
        self._rest = column([c.subtrim_pct + c.trim_pct for c in channels])
        self._top = column([c.limit_high_pct for c in channels])
        self._bottom = column([-c.limit_low_pct for c in channels])
        self.centre_us, self._us_per_pct = centre_us, us_per_pct

    def wired(self, output_of_servo: Sequence[int]) -> Self:
        """Give the bank with each servo hung on another channel, whose settings drive it."""
        other = copy.copy(self)
        for name in ("_direction", "_high", "_low", "_rest", "_top", "_bottom"):
            setattr(other, name, getattr(self, name)[list(output_of_servo)])
        return other

    def stops_us(self) -> tuple[Array, Array]:
        """Give the shortest and longest pulse each channel ever sends (µs, (channels,))."""
        low = self.centre_us + self._us_per_pct * self._bottom[:, 0]
        return low, self.centre_us + self._us_per_pct * self._top[:, 0]

    def pulses(self, throw: Array) -> ServoPulses:
        """Send servo throws u (1 = 100 %, shape (servos, poses)) through: formulas §3, last line.

        A pulse is held where the channel's limit acts.
        """
        stages = self.send(100.0 * throw)
        asked = self.centre_us + self._us_per_pct * stages.trimmed_pct
        return ServoPulses(asked, stages.pulse_us, stages.limit_acts)

    def send(self, value_pct: ArrayLike) -> ChannelStages:
        """Send shaped values (percent, (channels, poses)) through, in the order of formulas §2.3–7.

        ``pulse_us`` is what the transmitter sends; ``limit_acts`` marks where a hard stop held it.
        """
        directed = np.asarray(value_pct, dtype=float) * self._direction
        travelled = directed * np.where(directed >= 0, self._high, self._low)
        trimmed = travelled + self._rest
        limited = np.minimum(np.maximum(trimmed, self._bottom), self._top)
        return ChannelStages(
            directed_pct=directed,
            travelled_pct=travelled,
            trimmed_pct=trimmed,
            limited_pct=limited,
            pulse_us=self.centre_us + self._us_per_pct * limited,
            limit_acts=limited != trimmed,
        )
