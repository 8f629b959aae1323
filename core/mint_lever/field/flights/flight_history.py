"""What the flights before teach: how far a setting may still go, and what did nothing."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Annotated

from mint_lever.field.flights.flight import Flight, SettingChange, Verdict, size_of
from mint_lever.field.flights.observation import Observation
from mint_lever.sources import MEMORY

_IN_VAIN: Annotated[int, MEMORY] = 2
"""Steps of one setting that changed nothing before another one is tried; from memory."""
_CONFIRMED: Annotated[int, MEMORY] = 2
"""Flights without it, said so, after which a symptom counts as gone; from memory."""


@dataclass
class History:
    """``bars`` are values that a setting is not moved to again, or past, by its path and way;
    ``in_vain`` counts the steps, by path and way, after which all was as before, ``worse`` those
    after which it was said to be worse; ``retried`` were moved again all the same."""

    bars: dict[tuple[str, int], float] = field(default_factory=dict)
    in_vain: Counter[tuple[str, int]] = field(default_factory=Counter)
    worse: Counter[tuple[str, int]] = field(default_factory=Counter)
    retried: set[tuple[str, int]] = field(default_factory=set)

    def bar(self, path: str, way: int, value: float) -> None:
        """Bar a value, unless a nearer one is barred already."""
        known = self.bars.get((path, way))
        if known is None or (known - value) * way > 0:
            self.bars[path, way] = value

    def room(self, path: str, way: int, old: float, new: float, nudge: float) -> float:
        """Give the next figure of a setting, or one half-way to where it is barred; ``old`` where
        no step of ``nudge`` is left between."""
        bar = self.bars.get((path, way))
        if bar is None or (bar - new) * way > 0:
            return new
        half = old + round((bar - old) / 2 / nudge) * nudge
        return half if (half - old) * way > 0 and (bar - half) * way > 0 else old

    def barred_once(self, path: str, way: int) -> bool:
        """Whether a single description bars a setting this way, and it was not tried again since:
        one word may be wrong."""
        return self.worse[path, way] == 1 and (path, way) not in self.retried

    def did_nothing(self, path: str, way: int) -> bool:
        """Whether a setting was moved this way often enough to know that it is not the one."""
        return self.in_vain[path, way] >= _IN_VAIN


def history_of(flights: Sequence[Flight]) -> History:
    """Read the flights, oldest first."""
    found = History()
    for n, flight in enumerate(flights):
        changed = the_one_change(flight)
        if changed is not None and changed.way:
            if found.worse[changed.path, changed.way]:
                found.retried.add((changed.path, changed.way))
            _learn(found, changed, verdict_on(flights[: n + 1]))
    return found


def still_open(flights: Sequence[Flight]) -> list[Observation]:
    """Give what was seen and is not gone: until, since it was seen last, so many flights said that
    it was looked for and was not there. What was seen in the newest flight is not among them."""
    found: list[Observation] = []
    for flight in flights:
        for seen in flight.seen:
            if not any(each.same_as(seen) for each in found):
                found.append(seen)
    return [
        seen
        for seen in found
        if not flights[-1].shows(seen) and confirmed_gone(flights, seen) < _CONFIRMED
    ]


def list_awaited(flights: Sequence[Flight]) -> list[Observation]:
    """Give what the next flight is asked about: what was seen and is not gone for good."""
    if not flights:
        return []
    return [*flights[-1].seen, *still_open(flights)]


def confirmed_gone(flights: Sequence[Flight], seen: Observation) -> int:
    """Count the flights, since it was seen last, that said it was not there."""
    count = 0
    for flight in reversed(flights):
        if flight.shows(seen):
            break
        count += flight.says_gone(seen)
    return count


def the_one_change(flight: Flight) -> SettingChange | None:
    """What was changed before a flight; None where it was nothing, or several things at once: of
    those nobody knows which one it was."""
    return flight.changed[0] if len(flight.changed) == 1 else None


def put_back(flights: Sequence[Flight]) -> bool:
    """Whether the newest flight's change only put back the one before it. One that takes a putting
    back back tries it again."""
    if len(flights) < 2:
        return False
    now, was = the_one_change(flights[-1]), the_one_change(flights[-2])
    if now is None or was is None or not now.undoes(was):
        return False
    return not put_back(flights[:-1])


def verdict_on(flights: Sequence[Flight]) -> Verdict | None:
    """The pilot's word on the newest flight's change; where there is none, what was seen says it,
    and where nothing was said of it either, nobody knows. What was only put back is as it was, and
    nothing is learnt of it."""
    flight, before = flights[-1], flights[-2] if len(flights) > 1 else None
    changed = the_one_change(flight)
    if changed is None or put_back(flights):
        return None
    if flight.verdict is not None or changed.against is None:
        return flight.verdict
    past = overdone(flight, before, changed.against)
    if flight.shows(changed.against):
        return "worse" if past else "same"
    # Where the other side shows itself, this one is gone.
    return "better" if past or flight.says_gone(changed.against) else None


def overdone(flight: Flight, before: Flight | None, against: Observation) -> bool:
    """Whether the other side of a symptom showed itself that was not there before."""
    return any(
        sign.overdoes(against) and (before is None or not before.shows(sign))
        for sign in flight.seen
    )


def _learn(found: History, changed: SettingChange, verdict: Verdict | None) -> None:
    path, way, old = changed.path, changed.way, size_of(changed.old)
    assert old is not None
    if verdict in ("same", "better") and (path, way) in found.retried:
        # Tried again, it was not worse: the description that barred it was wrong.
        found.bars.pop((path, way), None)
        found.worse[path, way] = 0
    if verdict == "worse":
        # Not a shorter step either: this is the wrong way from here.
        found.bar(path, way, old)
        found.worse[path, way] += 1
    elif verdict == "better":
        found.bar(path, -way, old)
        found.in_vain[path, way] = 0
    elif verdict == "same":
        found.in_vain[path, way] += 1
