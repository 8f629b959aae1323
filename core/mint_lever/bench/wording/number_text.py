"""Small words of the bench: numbers as a pilot reads them, verdicts of several readings."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from mint_lever.bench.engine.advice import Ask, Outcome
from mint_lever.measure.verdict import GAUGE_REPEATS_DEG, Band, VerdictWord, judge


def degrees(value: float) -> str:
    """Write degrees to a tenth with their sign: "+1.3°"."""
    return with_minus(f"{round(value, 1) + 0.0:+.1f}°")


def signed(value: float, unit: str) -> str:
    """Write a figure with its sign and unit: "−7.4°", "+96 %"."""
    return with_minus(f"{round(value, 1) + 0.0:+g}{unit if unit == '°' else f' {unit}'}")


def turns(count: float) -> str:
    """Write turns of a link without sign: "half a turn", "1½ turns", "0.3 turns"."""
    size = round(abs(count), 2)
    if size == 0.5:
        return "half a turn"
    if size == 1:
        return "1 turn"
    whole, rest = divmod(size, 1)
    return f"{whole:.0f}½ turns" if rest == 0.5 else f"{size:g} turns"


def toward(azimuth_deg: float) -> str:
    """Name a direction by the nearest of eight, 0 at the nose and clockwise from above."""
    behind = ("tail and right", "tail", "tail and left")
    ways = ("nose", "nose and right", "right", *behind, "left", "nose and left")
    return f"the {ways[round(azimuth_deg / 45.0) % 8]}"


def with_minus(text: str) -> str:
    """Write each figure's sign as a minus, not as a hyphen."""
    return re.sub(r"(?<![^ (])-(?=\d)", "−", text)


def blade_name(index: int) -> str:
    """Name a blade by its letter."""
    return "ABCDEF"[index]


def word_for(
    value: float, band: Band, count: int, repeats: float = GAUGE_REPEATS_DEG
) -> VerdictWord:
    """Judge a value read ``count`` times over.

    "Read again" only where the gauge's repeatability could carry a single reading over the edge
    between what will do and what will not; a second reading settles it. A gauge that repeats worse
    than gauges do is asked for one even where it cannot tell the bands apart.
    """
    if count > 1:
        return judge(value, band, 0.0)
    if repeats > GAUGE_REPEATS_DEG:
        able = {judge(value + shift, band, 0.0) != "out" for shift in (-repeats, 0.0, repeats)}
        return judge(value, band, 0.0) if len(able) == 1 else "read again"
    word = judge(value, band, repeats)
    if word != "read again":
        return word
    usable = {judge(value + shift, band, 0.0) != "out" for shift in (-repeats, repeats)}
    return judge(value, band, 0.0) if len(usable) == 1 else "read again"


def find_outcome(asks: Sequence[Ask]) -> Outcome | None:
    """Give the outcome of a step's questions; None while none of them is answered."""
    if all(ask.answer is None for ask in asks):
        return None
    return worst(ask.word for ask in asks)


def worst(words: Iterable[VerdictWord | None]) -> Outcome:
    """Give the outcome of several verdicts; one that is missing or to be read again: begun."""
    seen = list(words)
    if not seen or any(word in (None, "read again") for word in seen):
        return "begun"
    if "out" in seen or "wrong side" in seen:
        return "out"
    return "workable" if "workable" in seen else "good"
