"""A pack over its life: what its resistance says of it, and of a comparison between two packs."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median
from typing import Annotated, Literal

from mint_lever.sources import MEMORY

_FEW: Annotated[int, MEMORY] = 3
"""Measurements taken together at either end: one of a cold pack is no trend."""
_TIRED, _WORN = 1.3, 1.6
"""How many times as much as when it was new. From memory: no maker publishes one figure for all."""
_UNLIKE: Annotated[float, MEMORY] = 1.25
"""Packs that differ by more are not to be compared by what a head speed did."""


@dataclass(frozen=True)
class PackMeasurement:
    """A pack's resistance (milliohm, the whole pack) on a day, by a flight log or by a meter."""

    day: date
    mohm: float
    by: Literal["log", "meter"]


@dataclass(frozen=True)
class PackLife:
    """``new_mohm`` and ``now_mohm`` are medians of its first and newest measurements by one kind of
    instrument; ``times`` is one over the other, None while there are too few to say."""

    word: Literal["fresh", "tired", "worn", "not known"]
    new_mohm: float | None
    now_mohm: float | None
    times: float | None
    text: str


def judge_pack_life(measured: Sequence[PackMeasurement]) -> PackLife:
    """Judge a pack by its measurements, in any order. A meter and a log do not read alike, so it
    goes by the kind there is more of."""
    by_log = [each for each in measured if each.by == "log"]
    by_meter = [each for each in measured if each.by == "meter"]
    more_often = by_meter if len(by_meter) > len(by_log) else by_log
    ordered = sorted(more_often, key=lambda each: each.day)
    if not ordered:
        return PackLife("not known", None, None, None, "Nobody has measured it yet.")
    values = [each.mohm for each in ordered]
    if len(values) < 2 * _FEW:
        more = 2 * _FEW - len(values)
        text = f"{more} more measurements and its trend can be told."
        return PackLife("not known", None, median(values[-_FEW:]), None, text)
    new, now = median(values[:_FEW]), median(values[-_FEW:])
    times = now / new
    if times < _TIRED:
        return PackLife("fresh", new, now, times, "It holds as it did when it was new.")
    said = f"{times:.1f} times the resistance it had when new"
    if times < _WORN:
        text = f"{said}: keep it for gentle flying, and judge no head speed by it."
        return PackLife("tired", new, now, times, text)
    text = f"{said}: its time is over. Discharge and dispose of it as its maker and the law say."
    return PackLife("worn", new, now, times, text)


def unlike(before_mohm: float | None, after_mohm: float | None) -> str:
    """Say why two flights on different packs cannot be compared by their head speeds; empty where
    they can, or where one was never measured."""
    if before_mohm is None or after_mohm is None:
        return ""
    more, less = max(before_mohm, after_mohm), min(before_mohm, after_mohm)
    if more / less <= _UNLIKE:
        return ""
    return (
        f"One pack has {less:.0f} mΩ, the other {more:.0f} mΩ: a head speed that falls may be the "
        "pack's doing, not the change's."
    )
