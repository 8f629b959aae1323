"""One channel from a shaped value to a pulse: direction, travel, sub-trim, limit."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.setup.transmitter import Channel, Transmitter


@dataclass(frozen=True)
class ChannelStages:
    """A function's value after each station of its channel; all arrays share the input's shape."""

    directed_pct: Array
    travelled_pct: Array
    trimmed_pct: Array
    limited_pct: Array
    pulse_us: Array
    limit_acts: Mask


def through_channel(
    value_pct: ArrayLike, channel: Channel, transmitter: Transmitter
) -> ChannelStages:
    """Send a shaped value (percent, any shape) through a channel, in the order of formulas §2.3–7.

    ``pulse_us`` is what the transmitter sends; ``limit_acts`` marks where a hard stop held it.
    """
    directed = np.asarray(value_pct, dtype=float) * (-1.0 if channel.reversed else 1.0)
    travel = np.where(directed >= 0, channel.travel_high_pct, channel.travel_low_pct)
    travelled = directed * (travel / 100.0)
    trimmed = travelled + channel.subtrim_pct
    limited = np.clip(trimmed, -channel.limit_low_pct, channel.limit_high_pct)
    return ChannelStages(
        directed_pct=directed,
        travelled_pct=travelled,
        trimmed_pct=trimmed,
        limited_pct=limited,
        pulse_us=transmitter.centre_us + transmitter.us_per_pct * limited,
        limit_acts=limited != trimmed,
    )
