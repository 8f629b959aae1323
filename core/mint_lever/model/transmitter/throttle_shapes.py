"""Throttle curves made from a few numbers: V, U, flat, soft start. Common practice, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.transmitter.curves import space_evenly

ShapeName = Literal["v", "u", "flat", "soft_start"]


@dataclass(frozen=True)
class ThrottleShape:
    """What a throttle curve is made from (percent).

    ``v`` falls from ``low_end`` to ``middle`` at half stick and rises to ``high_end``; ``u`` does
    so outside a flat part ``flat_wide`` of stick wide; ``flat`` is ``middle`` everywhere;
    ``soft_start`` rises from 0 to ``middle`` at stick ``reached_at`` and on to ``high_end``.
    """

    name: ShapeName
    low_end: float = 100.0
    middle: float = 70.0
    high_end: float = 100.0
    flat_wide: float = 40.0
    reached_at: float = 30.0


def make_throttle_points(shape: ThrottleShape, points: int) -> list[float]:
    """Give the curve's values (0…100, whole percent) at evenly spaced stick positions.

    Raises InvalidRequest naming the number that is out of its bounds.
    """
    if not 2 <= points <= 17:
        raise InvalidRequest([Fault("points", str(points), "2 to 17")])
    bounds = {
        "low_end": (0.0, 100.0),
        "middle": (0.0, 100.0),
        "high_end": (0.0, 100.0),
        "flat_wide": (0.0, 90.0),
        "reached_at": (5.0, 95.0),
    }
    for name, (low, high) in bounds.items():
        value = getattr(shape, name)
        if not low <= value <= high:
            raise InvalidRequest([Fault(name, f"{value:g}", f"{low:g} to {high:g} %")])
    made: list[float] = np.round(_value(shape, space_evenly(points))).tolist()
    return made


def _value(shape: ThrottleShape, stick: Array) -> Array:
    if shape.name == "flat":
        return np.full_like(stick, shape.middle)
    if shape.name == "soft_start":
        at = [0.0, shape.reached_at, 100.0]
        return np.interp(stick, at, [0.0, shape.middle, shape.high_end])
    half = shape.flat_wide / 2 if shape.name == "u" else 0.0
    at = [0.0, 50.0 - half, 50.0 + half, 100.0]
    return np.interp(stick, at, [shape.low_end, shape.middle, shape.middle, shape.high_end])
