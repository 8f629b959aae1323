"""The smooth curve with given places that strays least from another.

A segment of the monotone cubic depends on its own two points and their neighbours alone, so the
best choice of whole steps is found by dynamic programming over neighbouring points (R. Bellman,
"Dynamic Programming", 1957, from memory), as long as few enough steps come into question.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations, product

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.transmitter.curves import cubic, monotone_slopes, read_curve

_MOST = 300_000
"""Choices looked at for one segment; beyond that (a second or two) the search has to do."""
_ROWS = 1 << 15
_FIRST = 6
"""Samples that sort out most choices before the others are looked at."""


@dataclass(frozen=True)
class _Segment:
    """What one segment strays by, for every choice of the points it depends on."""

    largest: Array
    squares: Array


def best_smooth(
    fine: Array, old: Array, at: Array, starts: tuple[Array, ...], step: float
) -> tuple[Array, bool]:
    """Find the points (whole steps, 0…100) at places ``at`` that stray least from ``old``.

    ``old`` is the other curve at the stick positions ``fine``, ``at`` among them. Least is the
    smallest largest difference, then the smallest sum of squares. ``starts`` are points to begin
    from. Also says whether that is proven; otherwise it is the best a search round the starts
    found. Three points and more.
    """
    chosen = _search(fine, old, at, starts, step, together=1)
    worst = np.abs(read_curve(chosen, fine, "smooth", at) - old).max()
    # The curve goes through its points, so no better one has a point further off than this.
    middles = np.interp(at, fine, old)
    choices = [
        np.arange(
            np.ceil(max(middle - worst - 1e-9, 0.0) / step),
            np.floor(min(middle + worst + 1e-9, 100.0) / step) + 1,
        )
        * step
        for middle in middles
    ]
    if _most(choices) > _MOST:
        return _search(fine, old, at, (chosen,), step, together=2), False
    segments = [_segment(fine, old, at, choices, i, worst) for i in range(len(at) - 1)]
    bound = _walk([each.largest for each in segments], np.maximum)[0].min() + 1e-9
    allowed = [np.where(s.largest <= bound, s.squares, np.inf) for s in segments]
    total, came = _walk(allowed, np.add)
    pick = list(np.unravel_index(int(total.argmin()), total.shape))
    for back in reversed(came):
        pick.insert(0, back[tuple(pick[:3])])
    return np.array([each[i] for each, i in zip(choices, pick, strict=True)]), True


def _walk(costs: list[Array], add: np.ufunc) -> tuple[Array, list[Array]]:
    """Add costs segment by segment, always the best choice of the point that is left behind.

    Gives the best total for every choice of the last three points, and for each point left behind
    which choice it was, by those of the three after it.
    """
    total, came = costs[0], []
    for cost in costs[1:-1]:
        whole = add(total[..., None], cost)
        came.append(whole.argmin(axis=0))
        total = whole.min(axis=0)
    return add(total, costs[-1]), came


def _window(i: int, count: int) -> tuple[int, int]:
    """First and last point the segment after point i depends on."""
    return max(i - 1, 0), min(i + 2, count - 1)


def _most(choices: list[Array]) -> int:
    """How many choices the segment with the most has."""
    counts = [len(each) for each in choices]
    windows = [_window(i, len(counts)) for i in range(len(counts) - 1)]
    return max(int(np.prod(counts[first : last + 1])) for first, last in windows)


def _segment(
    fine: Array, old: Array, at: Array, choices: list[Array], i: int, worst: float
) -> _Segment:
    """Work one segment out for every choice, arrays with an axis for each point it depends on.

    Infinite where it strays further than ``worst``, which some whole curve does not.
    """
    first, last = _window(i, len(at))
    axes = [choices[k] for k in range(first, last + 1)]
    points = np.stack(np.meshgrid(*axes, indexing="ij"), axis=-1)
    shape, rows = points.shape[:-1], points.reshape(-1, last - first + 1)
    here = (fine >= at[i]) & ((fine < at[i + 1]) | (i == len(at) - 2))
    wide = float(at[i + 1] - at[i])
    t, wanted = (fine[here] - at[i]) / wide, old[here]
    few = np.linspace(0, len(t) - 1, _FIRST).astype(int)
    largest, squares = np.full(len(rows), np.inf), np.full(len(rows), np.inf)
    for begin in range(0, len(rows), _ROWS):
        part = rows[begin : begin + _ROWS]
        slopes = wide * monotone_slopes(part, np.diff(at[first : last + 1]))
        own = i - first
        ends = np.stack([part[:, own], part[:, own + 1], slopes[:, own], slopes[:, own + 1]])
        near = np.abs(_read(ends, t[few]) - wanted[few]).max(axis=1) <= worst + 1e-9
        miss = _read(ends[:, near], t) - wanted
        kept = begin + np.flatnonzero(near)
        largest[kept] = np.abs(miss).max(axis=1)
        squares[kept] = np.einsum("rs,rs->r", miss, miss)
    return _Segment(largest.reshape(shape), squares.reshape(shape))


def _read(ends: Array, t: Array) -> Array:
    """Read cubics (rows, samples) given by their ends' values and slopes, (4, rows)."""
    y0, y1, m0, m1 = ends[:, :, None]
    return cubic(y0, y1, m0, m1, t)


def _search(
    fine: Array, old: Array, at: Array, starts: tuple[Array, ...], step: float, together: int
) -> Array:
    """Move points, up to so many together, by whole steps while that betters the best start."""

    def cost(y: Array) -> tuple[float, float]:
        miss = read_curve(y, fine, "smooth", at) - old
        return round(float(np.abs(miss).max()), 9), float((miss**2).sum())

    moves = [m for count in range(together) for m in combinations(range(len(at)), count + 1)]
    best = min(starts, key=cost)
    least = cost(best)
    improved = True
    while improved:
        improved = False
        for move in moves:
            for by in product((-2, -1, 1, 2), repeat=len(move)):
                tried = best.copy()
                tried[list(move)] = np.clip(tried[list(move)] + np.array(by) * step, 0.0, 100.0)
                if (tried_cost := cost(tried)) < least:
                    best, least, improved = tried, tried_cost, True
    return best
