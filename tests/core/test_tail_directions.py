"""The tail's directions: every single and double fault, on a tail simulated here and nowhere else.

Common practice, no source. A fault is something turned round against a tail that is right.
"""

import itertools

import pytest

from builds import document, with_tail
from few import few
from mint_lever.bench.engine.log import Entry, make_action_event
from mint_lever.bench.steps import make_bench_run
from mint_lever.diagnose.tail_directions import fewest_turns
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

FAULTS = ("servo", "channel", "gyro", "linkage", "box", "told")


class Tail:
    """A tail rotor on one side of its boom, seen from behind: left is −1, right is +1.

    Its links pull so that the slider's way ``outward`` throws the air to the side that pushes the
    tail left, and so the nose right.
    """

    def __init__(self, side, outward, faults):
        self.side, self.outward, self.faults = side, outward, faults

    def turned(self, setup, *by):
        odd = sum(each in self.faults for each in by)
        return -1 if odd % 2 else 1

    def slider(self, setup, command):
        """How far the slider goes away from the boom for a command (+ is right) at the box."""
        box = setup["unit"]["tail"]
        pulse = command * (-1 if box["reversed"] else 1)
        nose_right = pulse * self.turned(setup, "servo", "linkage", "box")
        return nose_right if self.outward else -nose_right

    def push(self, away):
        """The way a folded blade's edge swings: toward the side the nose would go."""
        boom = -1 if self.side == "left" else 1
        slides = boom * (1 if away > 0 else -1)
        nose_right_slides = boom * (1 if self.outward else -1)
        thrown = (
            1 if slides == nose_right_slides else -1
        )  # to the right, which pushes the tail left
        tail_goes = -thrown
        return "right" if tail_goes < 0 else "left"

    def stick(self, setup):
        channel = setup["transmitter"]["channels"]["rudder"]
        command = (-1 if channel["reversed"] else 1) * self.turned(setup, "channel")
        return self.slider(setup, command)

    def hand(self, setup):
        gyro = -1 if setup["unit"]["tail"]["gyro_reversed"] else 1
        return self.slider(setup, gyro * self.turned(setup, "gyro", "told"))

    def look(self, kind, away):
        if kind == "slider":
            return "slider_out" if away > 0 else "slider_in"
        return f"edge_{self.push(away)}"


def test_the_tail_here_is_right_without_a_fault_on_either_side():
    setup = read_setup(document()).as_document()
    for side, outward in itertools.product(("left", "right"), (True, False)):
        tail = Tail(side, outward, ())
        assert tail.push(tail.stick(setup)) == "right"
        assert tail.push(tail.hand(setup)) == "right"


PAIRS = [(), *itertools.combinations(FAULTS, 1), *itertools.combinations(FAULTS, 2)]


@pytest.mark.parametrize("arrangement", few(ARRANGEMENTS, 1))
@pytest.mark.parametrize("kind", ["edge", "slider"])
def test_every_single_and_double_fault_ends_right_after_one_look_each(kind, arrangement):
    """Either side of the boom, either way of the slider, either rotation of the head."""
    for faults, side, outward, rotation in itertools.product(
        PAIRS, ("left", "right"), (True, False), ("clockwise", "counter_clockwise")
    ):
        tail = Tail(side, outward, faults)
        setup = read_setup(
            with_tail(
                airframe__tail__side=side,
                airframe__tail__plus_is_outward=outward,
                airframe__head__rotation=rotation,
            )
        )
        setup = with_arrangement(setup, arrangement)
        setup, looks, turned = follow(setup, tail, kind)
        now = setup.as_document()
        assert tail.push(tail.stick(now)) == "right", (faults, side, outward)
        assert tail.push(tail.hand(now)) == "right", (faults, side, outward)
        # One look to find it, one after what was turned round.
        assert max(looks.values()) <= 2
        assert turned <= (2 if ARRANGEMENTS[arrangement].unit_mixes else 1)


def follow(setup, tail, kind):
    """Follow the two parts' advice by these looks alone."""
    entries, events, looks, turned, sequence = [], [], {}, 0, 0
    for step in ("tail_stick", "tail_correction"):
        for _ in range(12):
            sequence += 1
            run = make_bench_run(setup, entries, events)
            advice = run.advice(step)
            key = advice.next_key
            if key is not None:
                away = (tail.hand if key == "hand" else tail.stick)(setup.as_document())
                looks[step, key] = looks.get((step, key), 0) + 1
                entries.append(Entry(sequence, step, key, tail.look(kind, away), setup))
            elif not run.done(step):
                action = advice.actions[0]
                turned += 0 if action.learned else len(action.changes)
                before = setup
                changes = [Change(each.path, each.value) for each in action.changes]
                setup = read_setup(apply_changes(setup.as_document(), changes))
                events.append(make_action_event(sequence, step, action, before))
            else:
                break
        else:
            raise AssertionError(f"{step} never ended")
    return setup, looks, turned


@pytest.mark.parametrize("unit_mixes", [True, False])
def test_no_fewer_things_turned_round_would_do(unit_mixes):
    """Worked out by what each thing turns, over every choice of things."""
    stick = {"channel": 1, "servo": 1, "gyro": 0}
    hand = {"channel": 0, "servo": 1, "gyro": 1}
    there = ["channel", "gyro"] if unit_mixes else ["channel", "servo", "gyro"]
    for wrong in itertools.product((0, 1), repeat=2):
        seen = ["left" if each else "right" for each in wrong]
        found = fewest_turns(*seen, unit_mixes)
        fits = [
            choice
            for count in range(len(there) + 1)
            for choice in itertools.combinations(there, count)
            if (sum(stick[e] for e in choice) % 2, sum(hand[e] for e in choice) % 2) == wrong
        ]
        assert set(found) in [set(choice) for choice in fits]
        assert len(found) == min(len(choice) for choice in fits)


def test_a_tail_that_stands_still_tells_no_direction():
    with pytest.raises(ValueError, match="still"):
        fewest_turns("still", "right", True)
