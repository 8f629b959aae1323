"""Five hundred helicopters with hidden flaws, tuned flight by flight as the field advises."""

from collections import Counter

import pytest

import judge_flying
from builds import described, proved_run
from mint_lever.field.advice.next_thing import advise
from mint_lever.field.flights.flight import Flight, MechanicalLook, SettingChange
from mint_lever.field.flights.observation import Observation
from mint_lever.setup import Change, apply_changes, read_setup

FLIGHTS = 8


class Pilot:
    """Does what is advised, one change a flight, on one helicopter with hidden flaws."""

    def __init__(self, hidden):
        self.hidden, self.setup = hidden, described()
        self.flights, self.looked, self.made = [], [], []
        self.flown = None

    def fly(self):
        document = self.setup.as_document()
        changed = tuple(self.made[-1:]) if self.flown not in (None, document) else ()
        verdict = self.hidden.verdict(self.flown, document) if changed else None
        seen = tuple(
            Observation(each["symptom"], "normal", each.get("toward"), each.get("axis"))
            for each in self.hidden.fly(document)
        )
        self.flights.append(Flight(len(self.flights) + 1, seen, changed, verdict))
        self.flown = document

    def land(self):
        """Look at what is to be looked at, then do the one thing that is advised."""
        while True:
            advice = advise(proved_run(self.setup), self.flights, self.looked)
            if advice.kind != "look":
                break
            found = self.hidden.look(advice.seen.symptom)
            self.looked.append(MechanicalLook(advice.seen.symptom, len(self.flights), found))
        if advice.kind == "hands":
            self.hidden.look(advice.seen.symptom)
        elif advice.kind == "bench":
            self.hidden.at_the_bench(advice.bench)
        elif advice.kind in ("move", "put back"):
            move = advice.move
            self.made.append(SettingChange(move.path, move.old, move.new, advice.seen))
            change = Change(move.path, move.new)
            self.setup = read_setup(apply_changes(self.setup.as_document(), [change]))
        return advice

    @property
    def clean(self):
        return not self.hidden.to_be_seen(self.setup.as_document())


@pytest.fixture(scope="module")
def evenings():
    """Every helicopter flown until nothing is to be seen, eight times at most: the pilot, how many
    flights it took (None where they were not enough), and the moves that made it worse."""
    flown = []
    for hidden in judge_flying.helicopters(20_261_128, 500):
        pilot, worse = Pilot(hidden), []
        while len(pilot.flights) < FLIGHTS:
            pilot.fly()
            if pilot.clean:
                break
            before = pilot.setup.as_document()
            advice = pilot.land()
            after = pilot.setup.as_document()
            first = advice.kind == "move" and advice.why is None
            if first and hidden.verdict(before, after) == "worse":
                worse.append((advice.move.path, advice.move.way))
        flown.append((pilot, len(pilot.flights) if pilot.clean else None, worse))
    return flown


def test_nineteen_of_twenty_fly_clean_within_eight_flights(evenings):
    clean = sum(took is not None for _, took, _ in evenings)
    assert clean >= 0.95 * len(evenings), f"{clean} of {len(evenings)}"


def test_no_setting_is_moved_twice_in_a_direction_that_made_it_worse(evenings):
    twice = [worse for _, _, worse in evenings if max(Counter(worse).values(), default=0) > 1]
    assert twice == []


def test_every_kind_of_flaw_was_there_about_as_often(evenings):
    kinds = Counter(flaw.kind for pilot, _, _ in evenings for flaw in pilot.hidden.flaws)
    of_flaws = [count for kind, count in kinds.items() if kind]
    assert len(of_flaws) == 8
    assert min(of_flaws) > 0.85 * max(of_flaws)


def test_what_has_no_flaw_is_left_as_it_is():
    pilot = Pilot(judge_flying.helicopters(1, 10)[9])
    assert pilot.clean
    pilot.fly()
    assert pilot.land().kind == "fly"
    assert pilot.made == []
