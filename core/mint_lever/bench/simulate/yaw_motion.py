"""Yaw in the air, integrated in time: at what gain a simulated tail begins to wag.

The gyro's rate feedback through dead time, servo and inflow onto the fuselage: no frequency
response, no formula, only steps of time. The lags are those of ``tail.loop`` (from memory).
"""

from __future__ import annotations

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.tail.gyro_loop import LoopMetal

_STEP_S = 0.0005
_SECONDS = 4.0
_FULL = 100.0
"""An amount of 100 is the whole of what the gyro can feed back."""


def wags(amount: Array, metal: LoopMetal, wag_rate: float, seconds: float = _SECONDS) -> Array:
    """Say for amounts of gain (signed scale, any number of them) whether a step of yaw grows.

    ``wag_rate`` is the yaw acceleration (1/s²) for a degree of tail pitch at 1,000 rpm and full
    feedback. Raises ValueError for a metal whose servo's speed is not known.
    """
    if metal.lags is None:
        raise ValueError("the servo's speed is not known")
    lags, gain = metal.lags, _feedback(np.atleast_1d(amount), metal, wag_rate)
    delay = max(round(lags.dead_s / _STEP_S), 1)
    count = round(seconds / _STEP_S)
    rate = np.ones(gain.shape)
    servo, pitch = np.zeros(gain.shape), np.zeros(gain.shape)
    past = np.ones((delay, *gain.shape))
    early, late = np.zeros(gain.shape), np.zeros(gain.shape)
    for i in range(count):
        asked = -gain * past[i % delay]
        past[i % delay] = rate
        servo = servo + _STEP_S / lags.servo_s * (asked - servo)
        pitch = pitch + _STEP_S / lags.inflow_s * (servo - pitch)
        rate = rate + _STEP_S * pitch
        if count // 4 <= i < count // 2:
            early = np.maximum(early, np.abs(rate))
        elif i >= 3 * count // 4:
            late = np.maximum(late, np.abs(rate))
    return np.asarray(late > early)


def begins_to_wag(metal: LoopMetal, wag_rate: float, *, finer: float = 0.005) -> float:
    """Give the amount of gain at which the step response neither grows nor dies; ``finer`` is how
    near that is found, as a share of it."""
    low, high = 0.1, 1.0
    while not bool(wags(np.array([high]), metal, wag_rate)[0]):
        low, high = high, 2 * high
    while high / low > 1 + finer:
        tried = np.geomspace(low, high, 9)
        grows = wags(tried, metal, wag_rate)
        first = int(np.argmax(grows))
        low, high = float(tried[first - 1]), float(tried[first])
    return (low + high) / 2


def _feedback(amount: Array, metal: LoopMetal, wag_rate: float) -> Array:
    """Rate feedback (1/s) for amounts: by the lever, the head speed squared, and how far a servo
    turns for a microsecond."""
    share = metal.lever * (metal.rpm / 1000.0) ** 2 * 10.0 / metal.us_per_deg
    return np.asarray(amount / _FULL * wag_rate * share)
