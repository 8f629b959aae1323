"""A curve carried over to another number of points, with the least error and that error stated."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.transmitter.curves import read_curve, space_evenly
from mint_lever.model.transmitter.smooth_resampling import best_smooth
from mint_lever.setup.part_agreement import place_faults
from mint_lever.setup.parts.flight_modes import CurveShape

_FINE: Array = np.linspace(0.0, 100.0, 401)
_AT_ONCE = 1 << 20
"""Differences held at once: 8 MB."""


@dataclass(frozen=True)
class Resampled:
    """The new curve (percent), and how far it strays from the old one.

    ``largest_pct`` is the greatest difference anywhere on the stick, ``at_pct`` the stick position
    where it stands, ``rms_pct`` the root mean square over the stick. ``proven`` is false for the
    best that a search found, where nothing proves that no other is better.
    """

    points: tuple[float, ...]
    places: tuple[float, ...]
    largest_pct: float
    at_pct: float
    rms_pct: float
    proven: bool


def resample(
    points: ArrayLike,
    shape: CurveShape,
    places: ArrayLike | None,
    new: int | Sequence[float],
    new_shape: CurveShape = "straight",
    step: float = 1.0,
) -> Resampled:
    """Find the points (whole steps, 0…100) of a new curve that stray least from an old one.

    ``new`` is a number of evenly spaced points (2 to 17) or their stick positions. Least is the
    smallest largest difference, judged at every quarter percent of stick and at the points; of
    equal ones the smallest sum of squares. Straight curves: exact, by dynamic programming over the
    segments (R. Bellman and B. Kotkin, "On the approximation of curves by line segments using
    dynamic programming", 1962, from memory). Smooth ones: :func:`best_smooth`. Raises
    InvalidRequest for a count or positions no curve has.
    """
    at = _positions(new)
    fine = np.union1d(_FINE, at)
    old = read_curve(points, fine, shape, places)
    found, proven = _straight(fine, old, at, step), True
    if new_shape == "smooth" and len(at) > 2:
        starts = (found, _on_steps(np.interp(at, fine, old), step))
        found, proven = best_smooth(fine, old, at, starts, step)
    miss = np.abs(read_curve(found, fine, new_shape, at) - old)
    where = int(miss.argmax())
    return Resampled(
        points=tuple(found.tolist()),
        places=tuple(at.tolist()),
        largest_pct=float(miss[where]),
        at_pct=float(fine[where]),
        rms_pct=float(np.sqrt(np.mean(miss**2))),
        proven=proven,
    )


def _positions(new: int | Sequence[float]) -> Array:
    if isinstance(new, int):
        if not 2 <= new <= 17:
            raise InvalidRequest([Fault("points", str(new), "2 to 17")])
        return space_evenly(new)
    if not 2 <= len(new) <= 17:
        raise InvalidRequest([Fault("places", f"{len(new)} entries", "2 to 17")])
    at = np.asarray(new, dtype=float)
    if not np.isfinite(at).all():
        raise InvalidRequest([Fault("places", "a position that is no number", "0 to 100 %")])
    if wrong := place_faults("places", new, len(new)):
        raise InvalidRequest(wrong)
    return at


def _straight(fine: Array, old: Array, at: Array, step: float) -> Array:
    """The best straight curve: first the least largest difference, then the least squares."""
    start = _on_steps(np.interp(at, fine, old), step)
    worst = np.abs(np.interp(fine, at, start) - old).max()
    # No point of the best curve is further from the old one than the start's own worst miss.
    reach = np.arange(-np.ceil(worst / step) - 1, np.ceil(worst / step) + 2) * step
    choices = [np.unique(np.clip(middle + reach, 0.0, 100.0)) for middle in start]
    strays = [
        _segment(fine, old, at[i], at[i + 1], choices[i], choices[i + 1])
        for i in range(len(at) - 1)
    ]
    largest = [each[0] for each in strays]
    squares = [each[1] for each in strays]
    least = np.zeros(len(choices[0]))
    for cost in largest:
        least = np.maximum(least[:, None], cost).min(axis=0)
    bound = least.min() + 1e-9
    allowed = [np.where(big <= bound, sq, np.inf) for big, sq in zip(largest, squares, strict=True)]
    return _cheapest(choices, allowed)


def _segment(
    fine: Array, old: Array, left: float, right: float, lefts: Array, rights: Array
) -> tuple[Array, Array]:
    """The largest difference and the sum of squares on one segment (left choices, right choices).

    A few left choices at a time: all differences at once would take gigabytes for a fine step.
    """
    inside = (left <= fine) & (right >= fine)
    t = (fine[inside] - left) / (right - left)
    down, up, wanted = 1 - t, rights[:, None] * t, old[inside]
    largest = np.empty((len(lefts), len(rights)))
    squares = np.empty_like(largest)
    rows = max(1, _AT_ONCE // max(1, up.size))
    for first in range(0, len(lefts), rows):
        some = slice(first, first + rows)
        miss = lefts[some, None, None] * down + up - wanted
        largest[some] = np.abs(miss).max(axis=-1)
        squares[some] = np.einsum("ijk,ijk->ij", miss, miss)
    return largest, squares


def _cheapest(choices: list[Array], costs: list[Array]) -> Array:
    """The choice of every point with the least sum of its segments' costs."""
    total = np.zeros(len(choices[0]))
    came = []
    for cost in costs:
        whole = total[:, None] + cost
        came.append(whole.argmin(axis=0))
        total = whole.min(axis=0)
    pick = [int(total.argmin())]
    for back in reversed(came):
        pick.append(int(back[pick[-1]]))
    return np.array([each[i] for each, i in zip(choices, reversed(pick), strict=True)])


def _on_steps(y: Array, step: float) -> Array:
    return np.clip(np.round(y / step) * step, 0.0, 100.0)
