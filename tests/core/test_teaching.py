"""A unit behind a transmitter that mixes: taught its throws, it reads sticks back from pulses."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from builds import document
from few import few
from judge import wrong_with
from mint_lever.bench import Entry, judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.practise.pilot_hands import take_reading
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.devices import read_profile
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.model.chain.full_stick_arrival import full_stick_reads, throws_shown_by
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement

BEHIND = "transmitter_mixes_unit_behind"
FUNCTIONS = ("collective", "aileron", "elevator")


def behind(layout="three_120", *changes):
    setup = with_arrangement(read_setup(document(layout)), BEHIND)
    return changed(setup, *changes)


def changed(setup, *changes):
    edits = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), edits))


def taught_run(then, now=None):
    """A log in which every function was taught on ``then``, held against ``now``."""
    keys = (*FUNCTIONS, "rudder")
    entries = [Entry(i, "teach_throws", key, True, then) for i, key in enumerate(keys)]
    return make_bench_run(now or then, entries)


@settings(max_examples=80, deadline=None)
@given(
    st.sampled_from(["three_120", "three_90", "three_140", "four_90", "four_45"]),
    st.lists(st.floats(-60, 60), min_size=3, max_size=3),
    st.floats(80, 120),
    st.booleans(),
)
def test_what_was_taught_is_what_is_read_anywhere_on_the_sticks(layout, sticks, travel, turned):
    """Exact wherever no servo reaches a limit and travel is the same both sides."""
    setup = behind(
        layout,
        *((f"transmitter.servo_channels.1.travel_{side}_pct", travel) for side in ("low", "high")),
        ("transmitter.servo_channels.0.reversed", turned),
        ("transmitter.servo_channels.2.subtrim_pct", 4.0),
    )
    chain = build_chain(setup)
    pulses = chain.run(Sticks.at(*sticks)).servo.sent_us
    assert throws_shown_by(chain, "normal").reads_pct(pulses)[:, 0] == pytest.approx(
        sticks, abs=1e-6
    )


def test_unequal_travel_still_reads_full_stick_as_full():
    setup = behind("three_120", ("transmitter.servo_channels.1.travel_low_pct", 80.0))
    chain = build_chain(setup)
    reads = full_stick_reads(chain, "normal", throws_shown_by(chain, "normal"))
    assert reads == pytest.approx(np.array([[-100.0] * 3, [100.0] * 3]))


@pytest.mark.parametrize("function", FUNCTIONS)
def test_a_larger_mix_reads_as_more_than_full_by_exactly_as_much(function):
    then = behind()
    path = f"transmitter.swash_mix.{function}"
    old = getattr(then.transmitter.swash_mix, function)
    now = build_chain(changed(then, (path, old * 1.1)))
    reads = full_stick_reads(now, "normal", throws_shown_by(build_chain(then), "normal"))
    wanted = [110.0 if each == function else 100.0 for each in FUNCTIONS]
    assert reads[1] == pytest.approx(wanted)
    assert reads[0] == pytest.approx([-value for value in wanted])


def test_a_throw_that_was_never_shown_reads_as_nothing():
    still = behind("three_120", ("transmitter.swash_mix.aileron", 0.0))
    moving = build_chain(behind())
    reads = full_stick_reads(moving, "normal", throws_shown_by(build_chain(still), "normal"))
    assert reads[:, 1] == pytest.approx(0.0, abs=1e-9)


def test_a_change_after_the_teaching_is_told_by_how_much_it_is_off():
    then = behind()
    mix = then.transmitter.swash_mix.elevator
    run = taught_run(then, changed(then, ("transmitter.swash_mix.elevator", mix * 1.2)))
    assert taught_run(then).advice("teach_throws").outcome == "good"
    assert not run.done("teach_throws")
    told = run.advice("teach_throws").summary
    assert "elevator low −120 %, elevator high +120 %" in told
    assert "aileron" not in told
    (found,) = [f for f in audit_run(run) if f.rule == "throws_not_as_taught"]
    assert found.severity == "fault"
    assert found.path == "transmitter.swash_mix.elevator"
    assert "throws_not_as_taught" not in {f.rule for f in audit_run(taught_run(then))}


def test_a_mode_s_own_curve_and_rates_are_no_change_of_the_throws():
    then = behind()
    curve = ("transmitter.modes.normal.pitch_curve", [30.0, 50.0, 80.0])
    rate = ("transmitter.modes.normal.rates.aileron.rate_pct", 70.0)
    later = taught_run(then, changed(then, curve, rate))
    assert "throws_not_as_taught" not in {f.rule for f in audit_run(later)}
    # Taught through them, the unit takes the shortened throw for all there is.
    through = taught_run(changed(then, curve, rate), then)
    told = through.advice("teach_throws").summary
    assert "collective low −250 %, collective high +167 %" in told
    assert "aileron low −143 %, aileron high +143 %" in told
    assert not through.done("teach_throws")


def test_a_curve_that_every_mode_shortens_is_taught_as_it_is_and_once():
    """Step 11 shortens the longer side of the collective in every mode; nothing sends more then."""
    modes = read_setup(document()).transmitter.modes.names()
    shorter = [
        (f"transmitter.modes.{mode}.pitch_curve", [4.0, 27.0, 50.0, 75.0, 100.0]) for mode in modes
    ]
    then = behind("three_120", *shorter)
    taught = taught_run(then)
    assert taught.advice("teach_throws").outcome == "good"
    assert "straighten" not in taught.advice("teach_throws").do[0]
    # Shortened only after the teaching: the unit reads less, as it was meant.
    assert taught_run(behind(), then).advice("teach_throws").actions == ()
    # One mode that sends more again drives the unit past what it was shown.
    more = taught_run(then, changed(then, ("transmitter.modes.normal.pitch_curve.0", 0.0)))
    assert "collective low −109 %" in more.advice("teach_throws").summary


# The like never ended: step 11 had shortened the curve; full stick then read over 100 % for ever.
@pytest.mark.parametrize("seed", few([11, 30, 35], 1))
def test_an_evening_in_which_the_curve_was_shortened_ends(seed):
    bench = random_helicopter(seed, BEHIND)
    run = work_through(bench).run(bench)
    assert judge_fitness(run, [run.setup]).fit
    assert any(min(curve) > 0 or max(curve) < 100 for curve in curves_of(bench.setup))


def curves_of(setup):
    modes = setup.transmitter.modes
    return [getattr(modes, name).pitch_curve for name in modes.names()]


def test_a_mix_turned_round_after_the_teaching_is_a_danger():
    then = behind()
    mix = then.transmitter.swash_mix.aileron
    run = taught_run(then, changed(then, ("transmitter.swash_mix.aileron", -mix)))
    (found,) = [f for f in audit_run(run) if f.rule == "throws_not_as_taught"]
    assert found.severity == "danger"


def test_before_everything_was_taught_nothing_is_said_of_it():
    then = behind()
    run = make_bench_run(then, [Entry(0, "teach_throws", "aileron", True, then)])
    assert "throws_not_as_taught" not in {f.rule for f in audit_run(run)}
    assert run.advice("teach_throws").outcome == "begun"


def test_what_the_unit_shows_has_the_last_word():
    then = behind()
    shown = [
        Entry(10, "teach_throws", "shown.aileron.low", 100.0, then),  # no sign on this display
        Entry(11, "teach_throws", "shown.aileron.high", 109.0, then),
    ]
    run = make_bench_run(then, [*taught_run(then).entries, *shown])
    advice = run.advice("teach_throws")
    assert advice.outcome == "out"
    (again,) = advice.actions
    assert set(again.keys) == {"aileron", "shown.aileron.low", "shown.aileron.high"}
    assert "took 92 % of the throw" in again.expect
    (found,) = [f for f in audit_run(run) if f.rule == "throws_not_as_taught"]
    assert "−100 % and 109 %" in found.found


def test_rates_that_shorten_the_stick_are_said_before_the_teaching():
    short = behind("three_120", ("transmitter.modes.normal.rates.elevator.rate_pct", 80.0))
    first = make_bench_run(short).advice("teach_throws").do[0]
    assert "the elevator to 80 %" in first
    assert "straighten" not in make_bench_run(behind()).advice("teach_throws").do[0]


def answer(run, key):
    return next(ask for ask in run.advice("teach_throws").asks if ask.key == key)


def taken(bench, run, ask):
    return take_reading(bench, run.step("teach_throws"), ask)


def test_the_simulated_unit_learns_what_it_is_shown_and_a_hasty_stick_shows(ended_evening):
    bench, evening = ended_evening(BEHIND)
    truth = bench.truth.model_copy(update={"hasty": {"elevator": 0.9}, "taught_us": {}})
    bench = SimulatedHelicopter(bench.setup, truth, 1)
    run = evening.run(bench)
    assert taken(bench, run, answer(run, "shown.elevator.high")) is None  # not taught
    for key in FUNCTIONS:
        assert taken(bench, run, answer(run, key)) is True
    shown = {key: taken(bench, run, answer(run, f"shown.{key}.high")) for key in FUNCTIONS}
    assert shown["collective"] == shown["aileron"] == 100.0
    assert shown["elevator"] == pytest.approx(111.0, abs=1.0)
    taken(bench, run, answer(run, "elevator"))  # all its way this time
    assert taken(bench, run, answer(run, "shown.elevator.high")) == 100.0
    # A mix that is changed afterwards is read by what was learned, not by what is set.
    mix = bench.setup.transmitter.swash_mix.aileron
    bench.change([Change("transmitter.swash_mix.aileron", round(mix * 1.25, 1))])
    assert take_reading(
        bench, run.step("teach_throws"), answer(run, "shown.aileron.high")
    ) == pytest.approx(125, abs=1)


class TestOneEndOfEachAxis:
    """Common practice, no source: some units want one end of each cyclic axis, with the direction
    of its correction in between."""

    @pytest.fixture
    def setup(self):
        return behind("three_120", ("unit.learns", "one_end_of_each_axis"))

    def log(self, setup, **answers):
        said = {
            "aileron": True,
            "way.aileron": "against",
            "elevator": True,
            "way.elevator": "against",
            **answers,
        }
        return [
            Entry(i, "teach_throws", key, value, setup)
            for i, (key, value) in enumerate(said.items())
        ]

    def test_nothing_else_is_asked_and_it_can_be_finished(self, setup):
        asked = [
            ask.key for ask in make_bench_run(setup).advice("teach_throws").asks if not ask.optional
        ]
        assert asked == ["aileron", "way.aileron", "elevator", "way.elevator"]
        advice = make_bench_run(setup, self.log(setup)).advice("teach_throws")
        assert advice.outcome == "good"
        words = " ".join([*advice.do, *(ask.label for ask in advice.asks)])
        assert "Collective" not in words
        assert "both ends" not in words

    def test_a_correction_that_goes_along_is_turned_in_between(self, setup):
        advice = make_bench_run(setup, self.log(setup, **{"way.elevator": "with"})).advice(
            "teach_throws"
        )
        assert advice.outcome == "out"
        (turn,) = advice.actions
        assert turn.changes == (Change("unit.correction_reversed.pitch", True),)
        assert turn.keys == ("way.elevator",)

    def test_unequal_travel_is_found_for_it_was_shown_one_side_alone(self, setup):
        """Servo 2's low side is short: what is shown to the right does not hold to the left."""
        uneven = changed(setup, ("transmitter.servo_channels.1.travel_low_pct", 70.0))
        advice = make_bench_run(uneven, self.log(uneven)).advice("teach_throws")
        assert advice.outcome == "workable"
        assert "takes the other for as far" in advice.summary
        # No teaching mends it: it is not asked for again.
        assert advice.actions == ()
        # A unit that was shown both sides knows of it.
        both = changed(uneven, ("unit.learns", "all_ends"))
        assert taught_run(both).advice("teach_throws").outcome == "good"

    def test_the_units_own_profile_comes_first(self):
        profile = read_profile(
            {
                "format": "mint-lever-device",
                "version": 1,
                "kind": "unit",
                "name": "Blue cube",
                "learns": "one_end_of_each_axis",
            }
        )
        run = make_bench_run(behind(), devices=[profile])
        assert "way.aileron" in [ask.key for ask in run.advice("teach_throws").asks]

    @pytest.mark.parametrize("seed", few(range(3), 1))
    def test_an_evening_with_such_a_unit_ends_fit(self, seed):
        drawn = random_helicopter(seed, BEHIND)
        learning = changed(drawn.setup, ("unit.learns", "one_end_of_each_axis"))
        bench = SimulatedHelicopter(learning, drawn.truth, seed)
        run = work_through(bench).run(bench)
        assert judge_fitness(run, [run.setup]).fit
        assert wrong_with(bench.setup.as_document(), bench.truth.model_dump()) == []
