"""What the transmitter makes of a stick before the channel: curve, or rate and expo."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Function
from mint_lever.setup.transmitter import Mode, Rate
from mint_lever.transmitter.curves import curve


def rate_and_expo(stick_pct: ArrayLike, rate: Rate) -> Array:
    """Shape aileron, elevator or rudder (percent −100…100, any shape) by dual rate and expo.

    y = rate·[(1 − k)·x + k·x³]; k > 0 is softer round the centre. formulas §2.1, common practice.
    """
    x = np.asarray(stick_pct, dtype=float) / 100.0
    k = rate.expo_pct / 100.0
    return rate.rate_pct * ((1.0 - k) * x + k * x * x * x)


def shape(function: Function, stick_pct: ArrayLike, mode: Mode) -> Array:
    """Shape a function's stick (percent −100…100, any shape) as the flight mode asks; percent out.

    Collective goes through the pitch curve over stick 0…100, whose 0…100 becomes −100…100.
    """
    if function == "collective":
        position = (np.asarray(stick_pct, dtype=float) + 100.0) / 2.0
        return 2.0 * curve(mode.pitch_curve, position, mode.pitch_curve_shape) - 100.0
    rate: Rate = getattr(mode.rates, function)
    return rate_and_expo(stick_pct, rate)
