"""A drawing as plain data: strokes, rings and letters, for whoever draws it, page or print.

Lengths are millimetres on the paper, x to the right, y down, from the upper left corner.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Anchor = Literal["start", "middle", "end"]
Weight = Literal["thin", "plain", "thick"]


@dataclass(frozen=True)
class Stroke:
    """A line through points; ``dashed`` for what is no part but a help to the eye."""

    points: tuple[tuple[float, float], ...]
    weight: Weight = "plain"
    dashed: bool = False


@dataclass(frozen=True)
class Ring:
    """A circle of a radius about a point; ``filled`` or not."""

    x: float
    y: float
    radius: float
    filled: bool = False
    weight: Weight = "plain"


@dataclass(frozen=True)
class Letters:
    """Words whose base line begins, has its middle or ends at a point."""

    x: float
    y: float
    text: str
    anchor: Anchor = "start"


@dataclass(frozen=True)
class Drawing:
    """A drawing with its ``title``; ``says`` is what it shows, for those who do not see it."""

    title: str
    says: str
    width: float
    height: float
    strokes: tuple[Stroke, ...] = ()
    rings: tuple[Ring, ...] = ()
    letters: tuple[Letters, ...] = ()
