"""A shown head speed that is a simple multiple of the one asked for: which figure is wrong.

A governor counts electrical turns. It shows poles and gear wrong as a speed wrong in proportion:
with the poles it was told, shown = true · (true poles / told poles) · (true gear / told gear).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product

CLOSE = 0.01
"""How near a ratio must come (common practice, no source)."""
POLES = tuple(range(2, 15, 2))


@dataclass(frozen=True)
class WrongFigures:
    """What the governor may have been told instead: None is a figure that is right."""

    poles: int | None = None
    stage_forgotten: bool = False
    stage_told_twice: bool = False

    @property
    def count(self) -> int:
        """How many figures are wrong."""
        return (self.poles is not None) + self.stage_forgotten + self.stage_told_twice


def explain(shown_over_asked: float, poles: int, stage: float | None) -> list[WrongFigures]:
    """Give the smallest sets of wrong figures that explain a ratio, the nearest first; empty where
    the ratio is 1 within :data:`CLOSE`, or where nothing explains it.

    ``poles`` are the motor's own; ``stage`` is the gear's second stage (driven over driver), None
    without one. A governor that holds the speed it reads makes the head turn at asked/ratio; one
    that only shows, shows ratio · true: in both a wrong figure makes the ratio or its inverse.
    """
    if abs(shown_over_asked - 1) <= CLOSE:
        return []
    stages: Sequence[tuple[bool, bool, float]] = [(False, False, 1.0)]
    if stage is not None and abs(stage - 1) > CLOSE:
        stages = [*stages, (True, False, stage), (False, True, 1 / stage)]
    found = []
    for told, (forgotten, twice, gear) in product([None, *POLES], stages):
        if told == poles:
            continue
        ratio = gear * (1.0 if told is None else poles / told)
        off = min(abs(ratio / shown_over_asked - 1), abs(1 / ratio / shown_over_asked - 1))
        if off <= CLOSE and abs(ratio - 1) > CLOSE:
            found.append((off, WrongFigures(told, forgotten, twice)))
    if not found:
        return []
    least = min(wrong.count for _, wrong in found)
    return [w for _, w in sorted(found, key=lambda pair: pair[0]) if w.count == least]
