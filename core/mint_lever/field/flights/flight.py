"""A flight as the record has it: what was changed before it, what was seen, what came of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from mint_lever.field.flights.observation import Observation
from mint_lever.field.symptoms.symptom import SymptomKey

Verdict = Literal["better", "worse", "same"]
_MIDDLE_PCT = 50.0


@dataclass(frozen=True)
class SettingChange:
    """A setting moved before a flight, and what for; None where it was the pilot's own idea."""

    path: str
    old: Any
    new: Any
    against: Observation | None = None

    @property
    def way(self) -> int:
        """1 for more, −1 for less, 0 where it is no figure; of a curve, steeper or flatter."""
        old, new = size_of(self.old), size_of(self.new)
        return 0 if old is None or new is None else (new > old) - (new < old)

    def undoes(self, before: SettingChange) -> bool:
        """Whether it puts back what was changed before."""
        return (self.path, self.new) == (before.path, before.old)


def size_of(value: Any) -> float | None:
    """A setting's value as a figure: of a curve (percent a point) how far it goes from its middle;
    None for what is no figure."""
    if isinstance(value, list):
        return float(sum(abs(each - _MIDDLE_PCT) for each in value))
    return None if isinstance(value, bool) or not isinstance(value, int | float) else float(value)


@dataclass(frozen=True)
class Flight:
    """One flight. Nothing ``seen`` means that nothing was wrong: all of it was flown, and as it
    should. ``gone`` is what was looked for in it, and was not there. What is in neither is no word.

    ``changed`` is what was moved since the flight before, one setting as a rule; ``verdict`` is
    the pilot's word on it, None where there was nothing to judge or nobody did.
    """

    number: int
    seen: tuple[Observation, ...] = ()
    changed: tuple[SettingChange, ...] = ()
    verdict: Verdict | None = None
    gone: tuple[Observation, ...] = ()

    def says_gone(self, seen: Observation) -> bool:
        """Whether it was said of it that the same was looked for and not seen."""
        return not self.seen or any(each.same_as(seen) for each in self.gone)

    def shows(self, seen: Observation) -> bool:
        """Whether the same was seen in it, in any mode."""
        return any(each.same_as(seen) for each in self.seen)

    def shows_any(self, symptom: SymptomKey) -> bool:
        """Whether a symptom was seen in it, whichever way."""
        return any(each.symptom == symptom for each in self.seen)


@dataclass(frozen=True)
class MechanicalLook:
    """A mechanical look at what a symptom names, after a flight; ``found`` something, which was
    then put right."""

    symptom: SymptomKey
    after: int
    found: bool
