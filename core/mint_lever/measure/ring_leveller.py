"""A leveller that shows no degrees: a square ring on the shaft, and what is free under its arms."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from mint_lever.axes import bearing
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.parts.airframe import Ball

LARGEST_GAP_MM = 20.0
_FEWEST = 3
_DECIMALS = 1
"""As finely as a leveller with degrees shows them."""


def round_tilt(balls: Sequence[Ball], gaps_mm: Sequence[float]) -> tuple[float, float]:
    """Give :func:`tilt_of_gaps` to the digit a leveller with degrees would show."""
    right, forward = tilt_of_gaps(balls, gaps_mm)
    return round(right, _DECIMALS) + 0.0, round(forward, _DECIMALS) + 0.0


def tilt_of_gaps(balls: Sequence[Ball], gaps_mm: Sequence[float]) -> tuple[float, float]:
    """Give the swash's tilt (deg; + right side down, + front down) from the gap (mm) between each
    ball and the leveller's arm above it; 0 where the arm touches.

    A ball with a gap stands lower than one that touches by so much: formulas §7 the other way
    round, fitted where there are four. Raises InvalidRequest for another number of gaps, for one
    below 0 or beyond 20 mm, and for a plate on which fewer than three balls say anything.
    """
    if len(gaps_mm) != len(balls):
        raise InvalidRequest(
            [Fault("gaps_mm", f"{len(gaps_mm)} gaps", f"{len(balls)}, one a ball")]
        )
    for i, gap in enumerate(gaps_mm):
        if not 0.0 <= gap <= LARGEST_GAP_MM:
            allowed = f"0 to {LARGEST_GAP_MM:g} mm; 0 where the arm touches"
            raise InvalidRequest([Fault(f"gaps_mm.{i}", f"{gap:g} mm", allowed)])
    radius = np.array([ball.radius_mm for ball in balls])
    tells = radius > 0
    if tells.sum() < _FEWEST:
        raise InvalidRequest(
            [Fault("gaps_mm", f"{tells.sum()} balls round the shaft", "three: read degrees here")]
        )
    right, forward = bearing([ball.azimuth_deg for ball in balls])
    plane = np.stack([radius * right, radius * forward, np.ones_like(radius)], axis=1)[tells]
    sines, *_ = np.linalg.lstsq(plane, np.asarray(gaps_mm, dtype=float)[tells], rcond=None)
    tilt = np.degrees(np.arcsin(np.clip(sines[:2], -1.0, 1.0)))
    return float(tilt[0]), float(tilt[1])
