"""Curves over a stick: straight segments, or the monotone cubic of Fritsch and Carlson."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.setup.parts.flight_modes import CurveShape


def read_curve(
    points: ArrayLike,
    at: ArrayLike,
    shape: CurveShape = "straight",
    places: ArrayLike | None = None,
) -> Array:
    """Read a curve (percent) at stick positions 0…100 (any shape).

    ``places`` are the points' stick positions, rising; evenly spaced over 0…100 without them.
    ``smooth`` is the monotone piecewise cubic of F. N. Fritsch and R. E. Carlson, "Monotone
    Piecewise Cubic Interpolation", SIAM J. Numer. Anal. 17 (1980), with the harmonic-mean slopes of
    Fritsch and Butland (1984): it never overshoots the points. Positions beyond the outermost
    points hold their values.
    """
    y: Array = np.asarray(points, dtype=float)
    x: Array = space_evenly(len(y)) if places is None else np.asarray(places, dtype=float)
    stick: Array = np.clip(np.asarray(at, dtype=float), x[0], x[-1])
    if shape == "straight":
        return np.asarray(np.interp(stick, x, y))
    left = np.clip(np.searchsorted(x, stick, side="right") - 1, 0, len(x) - 2)
    width = np.diff(x)
    t = (stick - x[left]) / width[left]
    slope = monotone_slopes(y, width)
    m0, m1 = slope[left] * width[left], slope[left + 1] * width[left]
    return cubic(y[left], y[left + 1], m0, m1, t)


def cubic(y0: Array, y1: Array, m0: Array, m1: Array, t: Array) -> Array:
    """Read cubics from y0 at t = 0 to y1 at t = 1 whose slopes there are m0 and m1 per t."""
    rise = y1 - y0
    bend = (3 * rise - 2 * m0 - m1) + t * (m0 + m1 - 2 * rise)
    return np.asarray(y0 + t * (m0 + t * bend))


def space_evenly(points: int) -> Array:
    """Give the stick positions (percent) of a number of evenly spaced points."""
    return np.linspace(0.0, 100.0, points)


def monotone_slopes(y: Array, width: Array) -> Array:
    """Slopes of the smooth curve at its points y (..., points), ``width`` apart (points − 1,).

    Weighted harmonic mean inside, limited three-point ends. A point's slope depends on the point
    itself and its neighbours only (an end's on the two nearest).
    """
    step = np.diff(y) / width
    if y.shape[-1] == 2:
        return np.repeat(step, 2, axis=-1)
    before, after = step[..., :-1], step[..., 1:]
    w_before = 2 * width[1:] + width[:-1]
    w_after = width[1:] + 2 * width[:-1]
    turns = before * after <= 0
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        mean = (w_before + w_after) / (w_before / before + w_after / after)
    inside = np.where(turns, 0.0, mean)
    first = _end_slope(step[..., 0], step[..., 1], width[0], width[1])
    last = _end_slope(step[..., -1], step[..., -2], width[-1], width[-2])
    return np.concatenate([first[..., None], inside, last[..., None]], axis=-1)


def _end_slope(near: Array, next_: Array, near_width: float, next_width: float) -> Array:
    """Three-point end slope, kept from changing the curve's direction or steepening past it."""
    both = near_width + next_width
    slope = ((near_width + both) * near - near_width * next_) / both
    steep = (near * next_ < 0) & (np.abs(slope) > np.abs(3 * near))
    return np.asarray(np.where(slope * near <= 0, 0.0, np.where(steep, 3 * near, slope)))
