"""A flight mode's pitch and throttle curves over the stick, with their own points."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.transmitter.curves import space_evenly
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.records.drawing import Drawing, Letters, Ring, Stroke, Weight
from mint_lever.setup.catalogue.value_text import plainly
from mint_lever.setup.parts.flight_modes import MODE_WORDS, Mode, ModeName

_WIDE, _HIGH = 42.0, 32.0
_LEFT, _TOP, _RIGHT, _BOTTOM = 4.0, 5.0, 38.0, 25.0
_STEPS = 81
_MOST_NAMED = 7
"""Points whose figures are written beside them; more would run into one another."""


def drawn_curves(mode: Mode, name: ModeName) -> tuple[Drawing, ...]:
    """Draw both curves of a mode, percent over percent of stick."""
    return tuple(_drawn(mode, name, which) for which in ("pitch", "throttle"))


def _drawn(mode: Mode, name: ModeName, which: Literal["pitch", "throttle"]) -> Drawing:
    points = mode.pitch_curve if which == "pitch" else mode.throttle_curve
    at = mode.pitch_curve_at if which == "pitch" else mode.throttle_curve_at
    stands = space_evenly(len(points)).tolist() if at is None else at
    stick = np.linspace(0.0, 100.0, _STEPS)
    value = curve_of(mode, which, 2.0 * stick - 100.0)
    title = f"{MODE_WORDS[name]}, {which} curve"
    figures = " · ".join(plainly(each) for each in points)
    return Drawing(
        title=title,
        says=f"{title} over the stick, percent: {figures}",
        width=_WIDE,
        height=_HIGH,
        strokes=(
            *_grid(),
            Stroke(tuple(zip(_x(stick), _y(value), strict=True)), "thick"),
        ),
        rings=tuple(
            Ring(x, y, 0.7, filled=True)
            for x, y in zip(_x(np.array(stands)), _y(np.array(points)), strict=True)
        ),
        letters=tuple(_letters(stands, points)),
    )


def _grid() -> Iterator[Stroke]:
    for share in (0.0, 0.25, 0.5, 0.75, 1.0):
        x = _LEFT + share * (_RIGHT - _LEFT)
        y = _TOP + share * (_BOTTOM - _TOP)
        weight: Weight = "plain" if share in (0.0, 1.0) else "thin"
        yield Stroke(((x, _TOP), (x, _BOTTOM)), weight)
        yield Stroke(((_LEFT, y), (_RIGHT, y)), weight)


def _letters(stands: list[float], points: list[float]) -> Iterator[Letters]:
    yield Letters((_LEFT + _RIGHT) / 2, _HIGH - 0.8, "stick, low to high", "middle")
    if len(points) > _MOST_NAMED:
        return
    for at, value in zip(stands, points, strict=True):
        # Above the grid: no line runs through a figure there.
        (x,) = _x(np.array([at]))
        yield Letters(x, _TOP - 1.2, plainly(value), "middle")


def _x(stick_pct: Array) -> list[float]:
    return [_LEFT + (_RIGHT - _LEFT) * each / 100.0 for each in stick_pct.tolist()]


def _y(value_pct: Array) -> list[float]:
    inside = np.clip(value_pct, 0.0, 100.0).tolist()
    return [_BOTTOM - (_BOTTOM - _TOP) * each / 100.0 for each in inside]
