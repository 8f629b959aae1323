"""A season on one helicopter with hidden flaws: a pilot with habits who only follows the advice.

The helicopter and what it shows are ``judge_flying``'s, which imports nothing of the product.
"""

from __future__ import annotations

import random
from dataclasses import dataclass

from builds import described, proved_run
from judge_flying import Hidden, Mechanical
from mint_lever.field import Flight, MechanicalLook, Observation, SettingChange, advise
from mint_lever.setup import Change, apply_changes, read_setup

CONFIRMED = 2
"""Flights that said it was not there, since it was seen last."""


@dataclass(frozen=True)
class Habits:
    """How a pilot tells: how often no verdict is given, the wrong one, and no word is said of what
    was not seen."""

    silent: float = 0.5
    contrary: float = 0.1
    wordless: float = 0.15


class Season:
    """One helicopter, flown by the advice."""

    def __init__(self, hidden: Hidden, habits: Habits, seed: int):
        self.hidden, self.habits = hidden, habits
        self.draw = random.Random(seed)
        self.setup = described()
        self.flights: list[Flight] = []
        self.looked: list[MechanicalLook] = []
        self.made: tuple[SettingChange, ...] = ()
        self.flown = None
        self.ended = ""

    def work(self, most: int) -> None:
        """Fly and follow until it is confirmed clean, given over to hands, or ``most`` flights."""
        while len(self.flights) < most and not self.ended:
            self._fly()
            if self._confirmed():
                self.ended = "clean"
            else:
                self._follow()

    def _fly(self) -> None:
        document = self.setup.as_document()
        before = {each.symptom: each for flight in self.flights for each in flight.seen}
        seen = tuple(_seen(each) for each in self.hidden.fly(document))
        gone = tuple(
            each
            for each in before.values()
            if not any(each.same_as(other) for other in seen)
            if self.draw.random() >= self.habits.wordless
        )
        # Who sees nothing and says no word of what was there before leaves the list open.
        flight = Flight(len(self.flights) + 1, seen, self.made, self._verdict(document), gone)
        self.flights.append(flight)
        self.flown, self.made = document, ()

    def _verdict(self, document):
        if not self.made or self.draw.random() < self.habits.silent:
            return None
        true = self.hidden.verdict(self.flown, document)
        if self.draw.random() < self.habits.contrary:
            return {"better": "worse", "worse": "better"}.get(true, true)
        return true

    def _confirmed(self) -> bool:
        """Whether nothing that was seen is open any more, by the pilot's own words."""
        every = {(s.symptom, s.toward, s.axis): s for f in self.flights for s in f.seen}
        for seen in every.values():
            count = 0
            for flight in reversed(self.flights):
                if flight.shows(seen):
                    break
                count += not flight.seen or any(each.same_as(seen) for each in flight.gone)
            if count < CONFIRMED:
                return False
        return len(self.flights) >= CONFIRMED and not self.flights[-1].seen

    def _follow(self) -> None:
        while True:
            advice = advise(proved_run(self.setup), self.flights, self.looked)
            if advice.kind != "look":
                break
            self._look(advice.seen.symptom)
        if advice.kind == "hands":
            found = self._look(advice.seen.symptom, hands=True)
            if not found:
                self.ended = "hands"
        elif advice.kind == "bench":
            self.hidden.at_the_bench(advice.bench)
            self.looked.append(MechanicalLook(advice.seen.symptom, len(self.flights), True))
        elif advice.kind in ("move", "put back"):
            move = advice.move
            self.made = (SettingChange(move.path, move.old, move.new, advice.seen),)
            change = Change(move.path, move.new)
            self.setup = read_setup(apply_changes(self.setup.as_document(), [change]))

    def _look(self, symptom: str, *, hands: bool = False) -> bool:
        found = self.hidden.look(symptom)
        self.looked.append(MechanicalLook(symptom, len(self.flights), found))
        return found

    @property
    def clean(self) -> bool:
        """Whether the judge sees nothing on it any more."""
        return not self.hidden.to_be_seen(self.setup.as_document())


def _seen(each: dict[str, str]) -> Observation:
    return Observation(each["symptom"], "normal", each.get("toward"), each.get("axis"))


def hopeless(draw: random.Random) -> Mechanical:
    """A worn part that no setting, no look at what a symptom names and no step of the bench finds:
    a shaft, a bearing, a gear of a servo."""
    axis = draw.choice(["roll", "pitch"])
    shows = draw.choice(
        [
            {"symptom": "tail_wags"},
            {"symptom": "tail_drifts"},
            {"symptom": "speed_surges"},
            {"symptom": "nose_rises"},
            {"symptom": "cyclic_shakes", "axis": axis},
            {"symptom": "tips_apart"},
        ]
    )
    return Mechanical("worn", shows, by_look=False)
