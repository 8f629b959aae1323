"""A shown head speed that is a simple multiple of the one asked for: which figure is wrong.

A governor counts electrical turns, or works from the pack's cells. What it was told wrong shows as
a speed wrong in proportion: shown = true · (true poles / told poles), and so on.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import product
from typing import Annotated, Literal

from mint_lever.sources import MEMORY, PRACTICE

CLOSE: Annotated[float, PRACTICE] = 0.01
"""How near a ratio must come (common practice, no source)."""
Input = Literal["poles", "pinion", "stage", "cells"]
INPUTS: Annotated[tuple[Input, ...], MEMORY] = ("poles", "pinion", "stage", "cells")
"""In the order in which they are most often wrong; from memory."""
POLES = tuple(range(2, 15, 2))
_CELLS = tuple(range(2, 15))
_PINIONS: Annotated[int, MEMORY] = 4
"""How many teeth a told pinion is tried beside the true one."""
FORGOTTEN, TWICE = "forgotten", "twice"
ToldFigure = Literal["poles", "ratio", "cells"]
TOLD: tuple[ToldFigure, ...] = ("poles", "ratio", "cells")
"""What a governor's own menu is told; the ratio is that of the whole gear."""


@dataclass(frozen=True)
class DriveFigures:
    """The drive's own figures; None is not known, or (``stage``, driven over driver) not there."""

    poles: int | None = None
    pinion: int | None = None
    stage: float | None = None
    cells: int | None = None


@dataclass(frozen=True)
class WrongFigure:
    """One figure the governor may have been told instead of the drive's own."""

    what: Input
    value: int | str


@lru_cache(maxsize=64)
def explain(shown_over_asked: float, own: DriveFigures) -> tuple[tuple[WrongFigure, ...], ...]:
    """Give the smallest sets of wrong figures that explain a ratio, the nearest first; none where
    the ratio is 1 within :data:`CLOSE`, or where nothing explains it.

    A governor that holds the speed it reads makes the head turn at asked/ratio; one that only
    shows, shows ratio · true: a wrong figure makes the ratio or its inverse.
    """
    if not shown_over_asked > 0 or abs(shown_over_asked - 1) <= CLOSE:
        return ()
    found: list[tuple[float, tuple[WrongFigure, ...]]] = []
    for set_ in product(*(_told(what, own) for what in INPUTS)):
        ratio = 1.0
        for _, by in set_:
            ratio *= by
        off = min(abs(ratio / shown_over_asked - 1), abs(1 / ratio / shown_over_asked - 1))
        if off <= CLOSE and abs(ratio - 1) > CLOSE:
            found.append((off, tuple(told for told, _ in set_ if told is not None)))
    least = min((len(set_) for _, set_ in found), default=0)
    ordered = sorted(found, key=lambda pair: round(pair[0], 9))
    return tuple(set_ for _, set_ in ordered if len(set_) == least)


def named(told: WrongFigure) -> str:
    """Name a figure told wrong, in words."""
    if told.what == "stage":
        how = "left out" if told.value == FORGOTTEN else "reckoned twice"
        return f"a second stage that is {how}"
    what = {"poles": "poles", "pinion": "teeth on the pinion", "cells": "cells"}[told.what]
    return f"{told.value} {what}"


def explain_multiple(shown_over_asked: float, own: DriveFigures) -> str:
    """The nearest set of wrong figures that explains a ratio, in words; "" without one."""
    sets = explain(shown_over_asked, own)
    return " and ".join(named(each) for each in sets[0]) if sets else ""


def _told(what: Input, own: DriveFigures) -> Sequence[tuple[WrongFigure | None, float]]:
    """What a figure may have been told as, and what of the ratio that makes; told right first."""
    true = getattr(own, what)
    options: list[tuple[WrongFigure | None, float]] = [(None, 1.0)]
    if true is None:
        return options
    if what == "stage":
        if abs(true - 1) > CLOSE:
            options += [(WrongFigure(what, FORGOTTEN), true), (WrongFigure(what, TWICE), 1 / true)]
        return options
    beside = {
        "poles": POLES,
        "cells": _CELLS,
        "pinion": range(max(true - _PINIONS, 1), true + _PINIONS + 1),
    }[what]
    return [*options, *((WrongFigure(what, each), true / each) for each in beside if each != true)]
