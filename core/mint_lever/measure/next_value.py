"""From readings to the next value of a control: formulas §8."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated

import numpy as np

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure.verdict import GAUGE_REPEATS_DEG
from mint_lever.sources import MEMORY

_TELLS_DEG: Annotated[float, MEMORY] = 5 * GAUGE_REPEATS_DEG
"""Readings closer than this together say nothing of a slope."""


@dataclass(frozen=True)
class Control:
    """A device's control: its range and the whole step it moves in."""

    low: float
    high: float
    step: float = 1.0


@dataclass(frozen=True)
class NextValue:
    """The value to set next, the reading it should give, and whether the range held it back."""

    value: float
    expected: float
    held: bool


def next_value(
    values: Sequence[float], readings: Sequence[float], target: float, control: Control
) -> NextValue:
    """Give the next value of a control from (value, gauge) readings, toward a target reading.

    One reading: a line through the control's origin. Two or more: a straight line by least
    squares, weighted toward the target. The value is a whole step inside the range; ``expected``
    is what the line predicts there. Raises InvalidRequest when there is no reading, a number is
    not finite, or the readings do not change with the value.
    """
    v, g = np.asarray(values, dtype=float), np.asarray(readings, dtype=float)
    if v.size == 0 or v.shape != g.shape or not np.isfinite([*v, *g, target]).all():
        found = f"{v.size} values, {g.size} readings"
        raise InvalidRequest([Fault("readings", found, "finite readings, each with its value")])
    slope, rest = _line(v, g, target)
    if abs(slope) < 1e-9:
        found = "readings that do not change with the value"
        raise InvalidRequest([Fault("readings", found, "readings at values that move the blade")])
    wanted = (target - rest) / slope
    stepped = round(wanted / control.step) * control.step
    value = float(min(max(stepped, control.low), control.high))
    return NextValue(value, float(slope * value + rest), held=value != stepped)


def next_figure(
    values: Sequence[float], readings: Sequence[float], target: float, control: Control
) -> NextValue:
    """Give the next value of a figure whose reading (deg) goes through zero with it.

    Values so near each other that a gauge hardly tells their readings apart count as one: a line
    through its noise would point anywhere. Raises as :func:`next_value` does.
    """
    v, g = np.asarray(values, dtype=float), np.asarray(readings, dtype=float)
    if v.size > 1 and v.shape == g.shape and (v > 0).all():
        share = float((g / v).mean())
        if np.ptp(v) * abs(share) < _TELLS_DEG:
            return next_value([float(v.mean())], [share * float(v.mean())], target, control)
    return next_value(values, readings, target, control)


def _line(v: Array, g: Array, target: float) -> tuple[float, float]:
    if v.size == 1 or np.ptp(v) < 1e-9:
        mean_v, mean_g = float(v.mean()), float(g.mean())
        if abs(mean_v) < 1e-9:
            found = "one reading with the control at zero"
            allowed = "a reading with the control off zero, or two"
            raise InvalidRequest([Fault("readings", found, allowed)])
        return mean_g / mean_v, 0.0
    spread = max(float(np.ptp(g)), 1e-9)
    weight = 1.0 / (0.1 + np.abs(g - target) / spread)
    slope, rest = np.polyfit(v, g, 1, w=weight)
    return float(slope), float(rest)
