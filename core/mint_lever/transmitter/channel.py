"""Channels from shaped values to pulses: direction, travel, sub-trim, limit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.transmitter import Channel


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
    """Some channels side by side, ready for many poses at once."""

    def __init__(self, channels: Sequence[Channel], centre_us: float, us_per_pct: float):
        def column(values: Sequence[float]) -> Array:
            return np.array(values, dtype=float)[:, None]

        self._direction = column([-1.0 if c.reversed else 1.0 for c in channels])
        self._high = column([c.travel_high_pct / 100.0 for c in channels])
        self._low = column([c.travel_low_pct / 100.0 for c in channels])
        self._subtrim = column([c.subtrim_pct for c in channels])
        self._top = column([c.limit_high_pct for c in channels])
        self._bottom = column([-c.limit_low_pct for c in channels])
        self._centre, self._us_per_pct = centre_us, us_per_pct

    def send(self, value_pct: ArrayLike) -> ChannelStages:
        """Send shaped values (percent, (channels, poses)) through, in the order of formulas §2.3–7.

        ``pulse_us`` is what the transmitter sends; ``limit_acts`` marks where a hard stop held it.
        """
        directed = np.asarray(value_pct, dtype=float) * self._direction
        travelled = directed * np.where(directed >= 0, self._high, self._low)
        trimmed = travelled + self._subtrim
        limited = np.minimum(np.maximum(trimmed, self._bottom), self._top)
        return ChannelStages(
            directed_pct=directed,
            travelled_pct=travelled,
            trimmed_pct=trimmed,
            limited_pct=limited,
            pulse_us=self._centre + self._us_per_pct * limited,
            limit_acts=limited != trimmed,
        )
