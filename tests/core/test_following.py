"""After a change the reading must follow the prediction; where it does not, one look is asked.

Without ``prediction_check`` the named tests of arrival, level, throw and links are red.
"""

import pytest

from builds import document
from mint_lever.bench import Entry, Event
from mint_lever.bench.engine.advice import Choice
from mint_lever.bench.engine.log import make_action_event
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup, with_arrangement

FRESH = make_fresh_setup("Lovage 480")


def changed(setup, path, value):
    return read_setup(apply_changes(setup.as_document(), [Change(path, value)]))


class Pilot:
    """A log as it grows: readings, the advice followed, looks answered."""

    def __init__(self, setup):
        self.setup, self.entries, self.events, self.count = setup, [], [], 0

    @property
    def run(self):
        return make_bench_run(self.setup, self.entries, self.events)

    def read(self, step, **values):
        for key, value in values.items():
            self.count += 1
            name = key.replace("__", ".")
            self.entries.append(Entry(self.count, step, name, value, self.setup))
        return self.run.advice(step)

    def turns_a_horn(self):
        """In step 5 a sub-trim turned its horn as it is written down: 40 µs, 4°."""
        trimmed = changed(self.setup, "transmitter.servo_channels.0.subtrim_pct", 10.0)
        self.entries.append(Entry(0, "horns", "horn.0", 4.0, trimmed))
        self.read("horns", horn__0=0.0)

    def follow(self, step):
        self.count += 1
        action = self.run.advice(step).actions[0]
        self.events.append(make_action_event(self.count, step, action, self.setup))
        self.setup = read_setup(apply_changes(self.setup.as_document(), action.changes))
        return action

    def look(self, step):
        (look,) = [a for a in self.run.advice(step).asks if a.key.startswith("follows.")]
        return look

    def answer(self, step, goes):
        return self.read(step, **{self.look(step).key.replace(".", "__"): goes})


def test_arrival_that_does_not_answer_is_asked_about_and_then_set_by_the_other_side():
    """A radio whose travel goes by the other side: the advice never runs away to 0 or 150 %."""
    pilot = Pilot(FRESH)
    pilot.read("arrival", aileron__high=92.0)
    first = pilot.follow("arrival")
    assert first.changes[0].path == "transmitter.channels.aileron.travel_high_pct"
    advice = pilot.read("arrival", aileron__high=92.0)
    assert "+100.3 % was to be expected" in advice.summary
    assert "+92 % is read" in advice.summary
    assert advice.actions == ()
    assert pilot.look("arrival").label.startswith("Raise the aileron channel's travel above")
    advice = pilot.answer("arrival", "still")
    (action,) = advice.actions
    assert action.changes[0].path == "transmitter.channels.aileron.travel_low_pct"


def test_arrival_that_follows_is_not_asked_about():
    pilot = Pilot(FRESH)
    pilot.read("arrival", aileron__high=92.0)
    pilot.follow("arrival")
    advice = pilot.read("arrival", aileron__high=99.0)
    assert not [ask for ask in advice.asks if ask.key.startswith("follows.")]


def mixing():
    made = with_arrangement(read_setup(document()), "transmitter_mixes")
    return made


def test_level_by_travel_that_tilts_the_other_way_stops_and_then_goes_that_way():
    """Where a swash-mix sign was turned round the tilt follows the other way: −0.9° became −1.8°
    and ran on to −8.4° before."""
    pilot = Pilot(mixing())
    pilot.turns_a_horn()
    pilot.read("level", mid__right=0.0, mid__forward=0.0)
    pilot.read("level", low__right=-0.9, low__forward=0.0, high__right=0.0, high__forward=0.0)
    first = pilot.follow("level")
    advice = pilot.read("level", low__right=-1.8, low__forward=0.0)
    assert advice.actions == ()
    assert "was to be expected" in advice.summary
    assert advice.next_key == pilot.look("level").key
    rises = pilot.look("level").probe.change.value > 0
    assert rises
    ups = {c.path: c.value for c in first.changes}
    # The look: raised, the tilt goes the way the first change went, not the model's.
    for goes in ("up", "down"):
        other = Pilot(pilot.setup)
        other.entries, other.events, other.count = [*pilot.entries], [*pilot.events], pilot.count
        found = other.answer("level", goes)
        if found.actions:
            second = {c.path: c.value for c in found.actions[0].changes}
            assert second.keys() == ups.keys()
            # What was raised is lowered now, and the other way round.
            for path, value in second.items():
                assert (value - ups[path]) * (ups[path] - 100.0) < 0
            return
    raise AssertionError("neither answer led to a change")


def test_level_that_follows_goes_on_without_a_look():
    pilot = Pilot(mixing())
    pilot.turns_a_horn()
    pilot.read("level", mid__right=0.0, mid__forward=0.0)
    pilot.read("level", low__right=-0.9, low__forward=0.0, high__right=0.0, high__forward=0.0)
    pilot.follow("level")
    advice = pilot.read("level", low__right=-0.1, low__forward=0.1)
    assert advice.outcome == "good"


def test_throw_that_ignores_its_figure_is_asked_about_not_driven_to_its_end():
    pilot = Pilot(FRESH)
    pilot.read("cyclic_throw", right=5.0, left=-5.0)
    first = pilot.follow("cyclic_throw")
    assert first.changes[0].value == 72.0  # 40 % for 5° wants 72 % for 9°
    advice = pilot.read("cyclic_throw", right=5.0, left=-5.0)
    assert advice.actions == ()
    assert pilot.look("cyclic_throw").label == "Raise the unit's cyclic figure a little: the " + (
        "reading goes"
    )
    told = pilot.answer("cyclic_throw", "still").summary
    assert "is this the model, and was it saved in the unit?" in told
    again = pilot.read("cyclic_throw", right=8.8, left=-8.9)
    assert not [a for a in again.asks if a.key.startswith("follows.") and a.answer is None]


@pytest.mark.parametrize(("goes", "word"), [("up", "longer"), ("down", "shorter")])
def test_links_that_work_the_other_way_are_turned_the_other_way(goes, word):
    """A link turned as advised and read twice as far off: longer and shorter are exchanged on this
    head, whatever the setup says of its arm."""
    pilot = Pilot(FRESH)
    pilot.read("zero_pitch", gauge__signed="signed", blade__0=-1.1, blade__1=0.0)
    assert pilot.follow("zero_pitch").text == "Turn the pitch links: blade A 1 turn longer."
    advice = pilot.read("zero_pitch", blade__0=-2.2, blade__1=0.0)
    assert advice.actions == ()
    assert advice.next_key == "blade.0"  # a second reading comes before a hand
    advice = pilot.read("zero_pitch", blade__0=-2.2)
    assert advice.next_key == "follows.blade.0"
    advice = pilot.answer("zero_pitch", goes)
    if goes == "up":  # as the model has it: the reading was off, and is taken again
        assert advice.next_key == "blade.0"
        advice = pilot.read("zero_pitch", blade__0=-2.2)
    (action,) = advice.actions
    assert f"blade A 2 turns {word}" in action.text


def test_the_simulated_helicopter_answers_the_look_by_making_the_little_change():
    import numpy as np

    setup = mixing()
    truth = random_truth(setup, np.random.default_rng(3))
    bench = SimulatedHelicopter(setup, truth, 1)
    pilot = Pilot(setup)
    pilot.turns_a_horn()
    pilot.read("level", mid__right=0.0, mid__forward=0.0)
    pilot.read("level", low__right=-0.9, low__forward=0.0, high__right=0.0, high__forward=0.0)
    pilot.follow("level")
    pilot.read("level", low__right=-1.8, low__forward=0.0)
    look = pilot.look("level")
    assert isinstance(look, Choice)
    before = bench.setup
    goes = pilot.run.step("level").simulate(bench, look)
    assert goes in ("up", "down")
    assert bench.setup is before
    # By hand: the same little change, the same leveller, without its noise.
    other = bench.quiet_copy()
    other.move_sticks(-100.0)
    was = other.read_leveller()[0]
    other.change([Change(look.probe.change.path, look.probe.change.value)])
    assert (other.read_leveller()[0] > was) == (goes == "up")


def raised_to(read):
    """A collective figure that was raised, and what the gauge then read."""
    pilot = Pilot(FRESH)
    pilot.read("collective_range", up=8.0)
    pilot.follow("collective_range")
    return pilot, pilot.read("collective_range", up=read)


def test_a_collective_figure_that_is_followed_is_not_asked_about():
    _, found = raised_to(10.4)
    assert not [ask for ask in found.asks if ask.key.startswith("follows.")]


@pytest.mark.parametrize("read", [8.0, 5.5])
def test_a_collective_figure_that_moves_nothing_asks_the_one_look_and_advises_nothing(read):
    pilot, found = raised_to(read)
    assert found.actions == ()
    assert found.outcome == "begun"
    assert "Raise the unit's collective above centre" in pilot.look("collective_range").label


@pytest.mark.parametrize(
    ("goes", "words"), [("still", "a servo's stop"), ("down", "directions again")]
)
def test_the_look_tells_what_holds_the_collective(goes, words):
    pilot, _ = raised_to(8.0)
    found = pilot.answer("collective_range", goes)
    assert words in found.summary
    assert found.actions == ()
    assert found.outcome != "good"


def test_a_look_that_goes_as_it_should_asks_for_the_reading_again():
    pilot, _ = raised_to(8.0)
    found = pilot.answer("collective_range", "up")
    assert next(ask.word for ask in found.asks if ask.key == "up") == "read again"


def test_a_figure_without_its_sign_is_asked_for_its_sign_before_anything_is_doubted():
    pilot = Pilot(FRESH)
    pilot.read("collective_range", down=-8.0)
    pilot.follow("collective_range")
    found = pilot.read("collective_range", down=10.9)
    kinds = [ask.key.split(".")[0] for ask in found.asks if "." in ask.key]
    assert kinds == ["sign"]


def test_a_prediction_of_other_metal_is_not_held_against_a_reading():
    """A pitch link was turned between the figure and the reading."""
    pilot = Pilot(FRESH)
    pilot.read("collective_range", up=8.0)
    pilot.follow("collective_range")
    pilot.count += 1
    pilot.events.append(Event(pilot.count, ("blade_link",), "zero_pitch"))
    found = pilot.read("collective_range", up=8.0)
    assert not [ask for ask in found.asks if ask.key.startswith("follows.")]
    assert found.actions != ()


def test_a_limit_that_held_an_end_and_was_opened_is_not_taken_for_a_radios_other_side():
    pilot = Pilot(changed(FRESH, "transmitter.channels.aileron.limit_high_pct", 92.0))
    pilot.read("arrival", aileron__high=92.0)
    pilot.follow("arrival")
    pilot.read("arrival", aileron__high=92.0)
    pilot.answer("arrival", "still")
    pilot.setup = changed(pilot.setup, "transmitter.channels.aileron.limit_high_pct", 135.0)
    advice = pilot.read("arrival", aileron__high=96.0)
    (action,) = advice.actions
    assert action.changes[0].path == "transmitter.channels.aileron.travel_high_pct"
