"""What stands on a paper for bench and field: figures in sections, drawings, lines of words.

Page and print are made of the same: every figure says what it is, and what nobody read is "not
measured", never nothing.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import groupby
from typing import Literal

from mint_lever.records.drawing import Drawing

FigureSource = Literal["measured", "computed", "entered", "default", "not measured"]
NOT_MEASURED = "not measured"


@dataclass(frozen=True)
class Figure:
    """One line: a value in words with its ``unit``, and what kind of figure it is. ``note`` is what
    belongs beside it: a band, a verdict, that it is still to be keyed in. Lines of one ``group``
    stand together. ``ruler`` draws a reading on its band."""

    label: str
    value: str
    unit: str
    mark: FigureSource
    note: str = ""
    group: str = ""
    ruler: Drawing | None = None


@dataclass(frozen=True)
class Section:
    """A part of a paper: figures, ``lines`` of words, drawings. ``ticks``: each line has a box to
    be ticked by hand."""

    title: str
    figures: tuple[Figure, ...] = ()
    lines: tuple[str, ...] = ()
    drawings: tuple[Drawing, ...] = ()
    ticks: bool = False

    @property
    def empty(self) -> bool:
        """Whether nothing is on it."""
        return not (self.figures or self.lines or self.drawings)


@dataclass(frozen=True)
class Paper:
    """A helicopter's bench sheet or field card. ``head`` are its lines of heading; a ``draft`` is
    no saved revision, and says so in them. ``fitness`` says whether it is ``fit`` to fly."""

    title: str
    name: str
    draft: bool
    fit: bool
    fitness: str
    head: tuple[str, ...]
    sections: tuple[Section, ...]


@dataclass(frozen=True)
class SavedState:
    """Which setup it is: ``revision`` and ``day`` of the revision, None for a draft; whether it is
    fit to fly, and every reason why not; the day ``as_of`` which it stands like this."""

    revision: int | None
    day: str | None
    fit: bool
    withheld: tuple[str, ...]
    as_of: str = ""

    @property
    def said(self) -> str:
        """Which setup it is, in words."""
        which = (
            "Draft, not saved as a revision"
            if self.revision is None
            else f"Revision {self.revision}, {self.day}"
        )
        return f"{which}; as of {self.as_of}" if self.as_of else which

    @property
    def fitness(self) -> str:
        """Whether it may be flown, in words."""
        return "Fit to fly" if self.fit else "Not fit to fly"


def grouped(group: str, *figures: Figure) -> tuple[Figure, ...]:
    """Put figures together under one name."""
    return tuple(replace(each, group=group) for each in figures)


_NUMBERED = re.compile(r"([A-Z][a-z]+) (\d+), (.+)")


def group_by_holder(figures: Iterable[Figure]) -> tuple[Figure, ...]:
    """Put figures that stand one after another under what their names begin with alike: "Normal,
    tail gain" is the tail gain of Normal. What is the same on each of several parts is one line."""
    together: list[Figure] = []
    for holder, run in groupby(_all_alike(figures), key=lambda each: each.label.partition(", ")[0]):
        those = list(run)
        if len(those) == 1:
            together += those
            continue
        for each in those:
            rest = each.label.partition(", ")[2] or each.label
            together.append(replace(each, label=rest[:1].upper() + rest[1:], group=holder))
    return tuple(together)


def _all_alike(figures: Iterable[Figure]) -> Iterator[Figure]:
    """Give what is the same on each of several parts, one after another, as one line: "Servos 1 to
    3, horn length"."""

    def what(figure: Figure) -> tuple[str, str]:
        found = _NUMBERED.fullmatch(figure.label)
        return (found[1], found[3]) if found else (figure.label, "")

    for (part, name), run in groupby(figures, key=what):
        those = list(run)
        if len(those) == 1 or len({replace(each, label="") for each in those}) > 1:
            yield from those
            continue
        numbers = [int(each.label.partition(",")[0].split()[1]) for each in those]
        first, last = numbers[0], numbers[-1]
        if numbers == list(range(first, last + 1)):
            yield replace(those[0], label=f"{part}s {first} to {last}, {name}")
        else:
            yield from those
