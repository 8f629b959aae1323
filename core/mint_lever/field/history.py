"""What the flights before teach: how far a setting may still go, and what did nothing."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field

from mint_lever.field.flight import Changed, Flight, Verdict, size_of
from mint_lever.field.seen import Seen

_IN_VAIN = 2
"""Steps of one setting that changed nothing before another one is tried; from memory."""


@dataclass
class History:
    """``bars`` are values that a setting is not moved to again, or past, by its path and way;
    ``in_vain`` counts the steps, by path and way, after which all was as before."""

    bars: dict[tuple[str, int], float] = field(default_factory=dict)
    in_vain: Counter[tuple[str, int]] = field(default_factory=Counter)

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

    def did_nothing(self, path: str, way: int) -> bool:
        """Whether a setting was moved this way often enough to know that it is not the one."""
        return self.in_vain[path, way] >= _IN_VAIN


def history_of(flights: Sequence[Flight]) -> History:
    """Read the flights, oldest first."""
    found = History()
    before: Flight | None = None
    for flight in flights:
        changed = the_one_change(flight)
        if changed is not None and changed.way:
            _learn(found, changed, verdict_on(flight, before))
        before = flight
    return found


def the_one_change(flight: Flight) -> Changed | None:
    """What was changed before a flight; None where it was nothing, or several things at once: of
    those nobody knows which one it was."""
    return flight.changed[0] if len(flight.changed) == 1 else None


def verdict_on(flight: Flight, before: Flight | None) -> Verdict | None:
    """The pilot's word on a change; where there is none, what was seen says it. What was only put
    back is as it was, and nothing is learnt of it."""
    changed = the_one_change(flight)
    if changed is None:
        return None
    was = None if before is None else the_one_change(before)
    if was is not None and changed.undoes(was):
        return None
    if flight.verdict is not None or changed.against is None:
        return flight.verdict
    if not flight.shows(changed.against):
        return "better"
    return "worse" if overdone(flight, before, changed.against) else "same"


def overdone(flight: Flight, before: Flight | None, against: Seen) -> bool:
    """Whether the other side of a symptom showed itself that was not there before."""
    return any(
        sign.overdoes(against) and (before is None or not before.shows(sign))
        for sign in flight.seen
    )


def _learn(found: History, changed: Changed, verdict: Verdict | None) -> None:
    path, way, old = changed.path, changed.way, size_of(changed.old)
    assert old is not None
    if verdict == "worse":
        # Not a shorter step either: this is the wrong way from here.
        found.bar(path, way, old)
    elif verdict == "better":
        found.bar(path, -way, old)
        found.in_vain[path, way] = 0
    elif verdict == "same":
        found.in_vain[path, way] += 1
