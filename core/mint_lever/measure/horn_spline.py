"""Square horns: the best arm and tooth of a wheel, and the sub-trim for what is left."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import lcm

from mint_lever.faults import Fault, InvalidRequest


@dataclass(frozen=True)
class HornPlace:
    """Where to press the horn on: which arm, turned how many teeth, and what it leaves (deg)."""

    arm: int
    teeth: int
    left_deg: float


def spline_step_deg(arms: int, teeth: int) -> float:
    """Give the finest turn (deg) that a wheel with N arms on a spline with T teeth can make.

    360 / lcm(N, T), formulas §4; the best place leaves at most half of it.
    """
    _check(arms, teeth)
    return 360.0 / lcm(arms, teeth)


@lru_cache(maxsize=1024)
def best_horn_places(
    error_deg: float, arms: int, teeth: int, count: int = 3
) -> tuple[HornPlace, ...]:
    """List the best places for a horn that now stands ``error_deg`` off square (+ raised).

    Trying arm k in place of arm 0 turns the horn by k·360/N; each tooth by 360/T. ``teeth`` in the
    answer counts how many to turn it back (−) or on (+). Best first; fewer teeth break a tie.
    """
    _check(arms, teeth)
    places = []
    for arm in range(arms):
        for tooth in range(-teeth, teeth + 1):
            left = error_deg + arm * 360.0 / arms + tooth * 360.0 / teeth
            left = (left + 180.0) % 360.0 - 180.0
            places.append(HornPlace(arm, tooth, left))
    places.sort(key=lambda place: (round(abs(place.left_deg), 9), abs(place.teeth), place.arm))
    distinct: list[HornPlace] = []
    for place in places:
        if all(abs(place.left_deg - kept.left_deg) > 1e-6 for kept in distinct):
            distinct.append(place)
        if len(distinct) == count:
            break
    return tuple(distinct)


def sub_trim_us(error_deg: float, us_per_deg: float, mounted: int) -> float:
    """Give the sub-trim (µs) that turns a horn ``error_deg`` off square (+ raised) back to it."""
    return -mounted * error_deg * us_per_deg


def _check(arms: int, teeth: int) -> None:
    for name, value, most in (("arms", arms, 12), ("teeth", teeth, 60)):
        if not 1 <= value <= most:
            raise InvalidRequest([Fault(name, str(value), f"a whole number from 1 to {most}")])
