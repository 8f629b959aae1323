"""Levelling the swash: from the leveller's reading to turns of each link, and to trims."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array, bearing
from mint_lever.setup.parts.airframe import Ball


@dataclass(frozen=True)
class LevelAdvice:
    """Turns of each swash link (+ longer), and the tilt (deg, right and forward) they leave."""

    turns: Array
    left_right_deg: float
    left_forward_deg: float


def level_turns(
    balls: Sequence[Ball],
    tilt_right_deg: float,
    tilt_forward_deg: float,
    thread_mm: float,
    step: float = 0.5,
) -> LevelAdvice:
    """Give the link turns that level a swash the leveller reads as tilted (deg; + right, forward).

    formulas §7: each ball rises by R(sin ψ sin φ + cos ψ sin θ) relative to the mean. Turns are
    whole ``step``s (half turns), the set that leaves least; the mean turn is kept near zero so
    that collective hardly moves.
    """
    radius = np.array([ball.radius_mm for ball in balls])
    right, forward = bearing([ball.azimuth_deg for ball in balls])
    rise = radius * (
        right * np.sin(np.radians(tilt_right_deg)) + forward * np.sin(np.radians(tilt_forward_deg))
    )
    if (radius == 0).any():
        # Mechanical mixing: the servos ride on the middle one, whose link lifts all and tilts none.
        exact, offsets = rise / thread_mm, np.zeros(1)
    else:
        exact = (rise - rise.mean()) / thread_mm
        # Moving every link alike only shifts the collective: the offsets within one step decide how
        # the rounding falls, and the best of them is kept.
        offsets = np.linspace(-0.5, 0.5, 41, endpoint=False) * step
    tries = np.round((exact + offsets[:, None]) / step) * step
    plane = np.stack([np.ones_like(radius), radius * right, radius * forward], axis=1)
    left = ((rise - thread_mm * tries) @ np.linalg.pinv(plane).T)[:, 1:]
    score = np.hypot(left[:, 0], left[:, 1]) + 1e-4 * np.abs(tries.mean(axis=1))
    best = int(np.argmin(score))
    tilt = np.degrees(np.arcsin(np.clip(left[best], -1.0, 1.0)))
    return LevelAdvice(tries[best], float(tilt[0]), float(tilt[1]))


def tilt_of_a_step(balls: Sequence[Ball], thread_mm: float, step: float) -> float:
    """Give how far (deg) one step of one swash link tilts the swash, of the link that tilts it
    most. With mechanical mixing the others ride on the middle one, which tilts nothing."""
    radius = np.array([ball.radius_mm for ball in balls])
    if (radius == 0).any():
        return float(np.degrees(np.arcsin(thread_mm * step / radius[radius > 0].min())))
    right, forward = bearing([ball.azimuth_deg for ball in balls])
    plane = np.stack([np.ones_like(radius), radius * right, radius * forward], axis=1)
    tilts = np.hypot(*np.linalg.pinv(plane)[1:]) * thread_mm * step
    return float(np.degrees(np.arcsin(np.clip(tilts.max(), 0.0, 1.0))))
