"""One model's log in memory: what everybody asks of it is found as it grows, not anew each time."""

from __future__ import annotations

import sys
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from datetime import datetime
from itertools import groupby
from typing import Any, TypeVar

from mint_lever.bench import MOST_OF_A_QUESTION
from mint_lever_server.bench.models import LogEntry

CLOCK = (LogEntry.Kind.START, LogEntry.Kind.RESUME, LogEntry.Kind.PAUSE)
"""The entries the run's clock goes by."""

Question = tuple[str, str]
K = TypeVar("K", str, Question)


@dataclass(frozen=True, slots=True)
class LogRow:
    """A row of the log, as :class:`LogEntry` has it; ``digest`` is its document's."""

    pk: int
    sequence: int
    stands_at: int
    kind: str
    step: str
    key: str
    label: str
    value: Any
    digest: str
    struck: bool
    joins: bool
    replaces_id: int | None
    at: datetime
    sent_at: datetime
    draft_before: int | None = None
    draft_after: int | None = None

    def __post_init__(self) -> None:
        # A log of thousands says the same few words over and over: one of each is enough.
        for name in ("kind", "step", "key", "label", "digest"):
            object.__setattr__(self, name, sys.intern(getattr(self, name)))


@dataclass(frozen=True, slots=True)
class Clock:
    """How long the run's clock ran (s) before it was let go ``since``; None while it stands."""

    total_s: float = 0.0
    since: datetime | None = None

    def after(self, entry: LogRow) -> Clock:
        """The clock after one more entry of it."""
        total = self.at(entry.at)
        return Clock(total, None if entry.kind == LogEntry.Kind.PAUSE else entry.at)

    def at(self, now: datetime) -> float:
        """How long it ran by a moment, in seconds."""
        ran = (now - self.since).total_seconds() if self.since is not None else 0.0
        return self.total_s + ran


@dataclass(frozen=True, slots=True)
class Log:
    """All entries, oldest first, and of those that are not struck out:

    ``answers`` are the newest readings of each question, as many as are looked at; ``others`` all
    that are no readings; ``clock`` what the run's clock says. ``by_step`` are all entries of a step
    and ``edited`` the keys (in the database) of those that another replaced. ``started``: the clock
    was ever let go, struck out or not.
    """

    entries: tuple[LogRow, ...] = ()
    answers: Mapping[Question, tuple[LogRow, ...]] = field(default_factory=dict)
    others: tuple[LogRow, ...] = ()
    by_step: Mapping[str, tuple[LogRow, ...]] = field(default_factory=dict)
    edited: frozenset[int] = frozenset()
    clock: Clock = Clock()
    started: bool = False

    def going_on(self, new: Iterable[LogRow]) -> Log:
        """Give the log with newer entries at its end."""
        new = tuple(new)
        counted = [entry for entry in new if not entry.struck]
        others = [entry for entry in counted if entry.kind != LogEntry.Kind.READING]
        readings = [entry for entry in counted if entry.kind == LogEntry.Kind.READING]
        replaced = {entry.replaces_id for entry in new if entry.replaces_id is not None}
        clock = self.clock
        for entry in others:
            if entry.kind in CLOCK:
                clock = clock.after(entry)
        return Log(
            self.entries + new,
            _longer(self.answers, readings, lambda e: (e.step, e.key), MOST_OF_A_QUESTION),
            self.others + tuple(others),
            _longer(self.by_step, new, lambda entry: entry.step),
            self.edited | replaced if replaced else self.edited,
            clock,
            self.started or any(entry.kind in CLOCK for entry in new),
        )

    @property
    def newest_answers(self) -> list[LogRow]:
        """The newest readings of every question, as many as are looked at, oldest first."""
        found = [entry for of_one in self.answers.values() for entry in of_one]
        return sorted(found, key=lambda entry: entry.sequence)


def _longer(
    kept: Mapping[K, tuple[LogRow, ...]],
    new: Iterable[LogRow],
    key: Callable[[LogRow], K],
    most: int | None = None,
) -> dict[K, tuple[LogRow, ...]]:
    """Lines by key, with new ones at their ends; of each the newest ``most``."""
    longer = dict(kept)
    for name, lines in groupby(sorted(new, key=key), key):
        found = longer.get(name, ()) + tuple(lines)
        longer[name] = found if most is None else found[-most:]
    return longer
