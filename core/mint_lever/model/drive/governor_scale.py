"""Governors that take a percent: the straight line between percent and head speed (F20)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mint_lever.faults import Fault, InvalidRequest

_LEVEL = 1e-6
"""Less of a rise, as a share of the speed, is rounding."""


@dataclass(frozen=True)
class PercentLine:
    """RPM = base + slope · percent. ``provisional``: one point only, through zero. ``off_rpm`` is
    how far the points lie off it at most."""

    base_rpm: float
    slope_rpm: float
    provisional: bool
    off_rpm: float

    def rpm(self, percent: float) -> float:
        """Give the head speed a percent asks for."""
        return self.base_rpm + self.slope_rpm * percent

    def percent(self, rpm: float) -> float:
        """Give the percent that asks for a head speed."""
        return (rpm - self.base_rpm) / self.slope_rpm


def percent_line(points: Sequence[tuple[float, float]]) -> PercentLine:
    """Lay the line through measured (percent, RPM), by least squares over two or more.

    Raises InvalidRequest for no point, one at 0 percent, or points that make no rising line.
    """
    if not points:
        raise InvalidRequest([Fault("points", "none", "at least one measured percent and speed")])
    percent, rpm = (np.array(column, dtype=float) for column in zip(*points, strict=True))
    if len(set(percent.tolist())) == 1:
        at = float(percent[0])
        if at <= 0:
            raise InvalidRequest([Fault("points", f"{at:g} %", "a percent above 0")])
        return PercentLine(0.0, float(rpm.mean()) / at, True, float(np.ptp(rpm)) / 2)
    centred = percent - percent.mean()
    slope = float((centred * rpm).sum() / (centred * centred).sum())
    if slope * np.ptp(percent) <= _LEVEL * rpm.max():
        raise InvalidRequest([Fault("points", "a falling line", "more percent, more speed")])
    base = float(rpm.mean() - slope * percent.mean())
    off = float(np.abs(base + slope * percent - rpm).max())
    return PercentLine(base, slope, False, off)
