"""What the transmitter makes of a stick before the channel: curve, or rate and expo."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Sent
from mint_lever.model.transmitter.curves import read_curve
from mint_lever.setup.parts.flight_modes import Mode, Rate


def rate_and_expo(stick_pct: ArrayLike, rate: Rate) -> Array:
    """Shape aileron, elevator or rudder (percent −100…100, any shape) by dual rate and expo.

    y = rate·[(1 − k)·x + k·x³]; k > 0 is softer round the centre. formulas §2.1, common practice.
    Below centre by that side's own figures, where the rate has any.
    """
    x = np.asarray(stick_pct, dtype=float) / 100.0
    low = rate.below_centre
    shaped = _of_one_side(x, rate)
    return shaped if low is rate else np.where(x < 0, _of_one_side(x, low), shaped)


def _of_one_side(x: Array, rate: Rate) -> Array:
    k = rate.expo_pct / 100.0
    return rate.rate_pct * ((1.0 - k) * x + k * x * x * x)


def shape(sent: Sent, stick_pct: ArrayLike, mode: Mode) -> Array:
    """Shape a stick (percent −100…100, any shape) as the flight mode asks; percent out.

    Collective and throttle go through their curve over stick 0…100, whose 0…100 becomes
    −100…100; the throttle's stick is the collective's.
    """
    if sent in ("collective", "throttle"):
        return (
            2.0 * curve_of(mode, "pitch" if sent == "collective" else "throttle", stick_pct) - 100
        )
    rate: Rate = getattr(mode.rates, sent)
    return rate_and_expo(stick_pct, rate)


def curve_of(mode: Mode, which: Literal["pitch", "throttle"], stick_pct: ArrayLike) -> Array:
    """Read a mode's pitch or throttle curve (0…100) at a stick of −100…100, any shape."""
    position = (np.asarray(stick_pct, dtype=float) + 100.0) / 2.0
    if which == "pitch":
        return read_curve(mode.pitch_curve, position, mode.pitch_curve_shape, mode.pitch_curve_at)
    return read_curve(
        mode.throttle_curve, position, mode.throttle_curve_shape, mode.throttle_curve_at
    )
