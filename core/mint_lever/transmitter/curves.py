"""Curves over a stick: straight segments, or the monotone cubic of Fritsch and Carlson."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.setup.transmitter import CurveShape


def curve(points: Sequence[float], at: ArrayLike, shape: CurveShape = "straight") -> Array:
    """Read a curve of evenly spaced points (percent) at stick positions 0…100 (any shape).

    ``smooth`` is the monotone piecewise cubic of F. N. Fritsch and R. E. Carlson, "Monotone
    Piecewise Cubic Interpolation", SIAM J. Numer. Anal. 17 (1980), with the harmonic-mean slopes of
    Fritsch and Butland (1984): it never overshoots the points. Positions outside 0…100 hold the
    end values.
    """
    y: Array = np.asarray(points, dtype=float)
    stick: Array = np.clip(np.asarray(at, dtype=float), 0.0, 100.0)
    place = stick * ((len(y) - 1) / 100.0)
    left = np.minimum(place.astype(np.intp), len(y) - 2)
    t = place - left
    if shape == "straight":
        step = np.diff(y)
        return np.asarray(y[left] + t * step[left])
    slope = _monotone_slopes(y)
    y0, y1, m0, m1 = y[left], y[left + 1], slope[left], slope[left + 1]
    rise = y1 - y0
    bend = (3 * rise - 2 * m0 - m1) + t * (m0 + m1 - 2 * rise)
    return np.asarray(y0 + t * (m0 + t * bend))


def _monotone_slopes(y: Array) -> Array:
    """Slopes per point spacing at each point: harmonic mean inside, limited one-sided ends."""
    step = np.diff(y)
    if len(y) == 2:
        return np.array([step[0], step[0]])
    before, after = step[:-1], step[1:]
    turns = before * after <= 0
    with np.errstate(divide="ignore", invalid="ignore"):
        inside = np.where(turns, 0.0, 2 * before * after / np.where(turns, 1.0, before + after))
    first = _end_slope(step[0], step[1])
    last = _end_slope(step[-1], step[-2])
    return np.concatenate([[first], inside, [last]])


def _end_slope(near: float, next_: float) -> float:
    """Three-point end slope, kept from changing the curve's direction or steepening past it."""
    slope = (3 * near - next_) / 2
    if slope * near <= 0:
        return 0.0
    if near * next_ < 0 and abs(slope) > abs(3 * near):
        return 3 * near
    return slope
