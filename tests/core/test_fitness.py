"""Fit is said of a saved revision, with no danger standing and nothing left unasked."""

import pytest

import judge_tail
from few import few
from mint_lever.bench import Entry, Event, judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

BY_HAND = ("tail_mechanics", "tail_delay", "throttle", "controller_ends")


@pytest.fixture(scope="module")
def finished(ended_evening):
    bench, evening = ended_evening()
    return bench.setup, evening.entries, evening.events


def edited(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


def test_what_is_done_but_not_saved_is_not_called_fit(finished):
    run = make_bench_run(*finished)
    found = judge_fitness(run, [])
    assert not found.fit
    assert found.to_save
    assert found.withheld == ("no saved revision is what is on the bench now",)


def test_fit_is_the_newest_saved_setup_that_is_on_the_bench_in_all_that_does_anything(finished):
    setup, entries, events = finished
    run = make_bench_run(setup, entries, events)
    flown = edited(setup, ("unit.cyclic_pct", 12.0))
    noted = edited(setup, ("notes", "flown off the salt works"), ("airframe.mass_g", 900.0))
    found = judge_fitness(run, [flown, noted, setup])
    assert found.fit
    assert found.saved == 1
    assert not judge_fitness(run, [flown]).fit


def test_a_practice_model_needs_no_revision(finished):
    assert judge_fitness(make_bench_run(*finished), None).fit


@pytest.mark.parametrize(
    ("kept", "says"),
    [
        (None, "not set: no fail-safe is written down"),
        (30.0, "danger: fail-safe at 30 % throttle"),
    ],
)
def test_a_fail_safe_that_is_gone_or_wrong_withholds_fitness(finished, kept, says):
    """Gone from the papers, all else as it was."""
    setup, entries, events = finished
    run = make_bench_run(
        edited(setup, ("transmitter.fail_safe_throttle_pct", kept)), entries, events
    )
    found = judge_fitness(run, [run.setup])
    assert says in found.withheld
    assert not found.to_save


def test_revisions_are_looked_at_only_when_nothing_else_is_missing():
    def never():
        raise AssertionError("looked at")
        yield

    assert not judge_fitness(make_bench_run(make_fresh_setup("Savory 500")), never()).fit


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_the_slip_jumps_no_number(arrangement):
    run = make_bench_run(with_arrangement(make_fresh_setup("Savory 500"), arrangement))
    numbers = {step.number for step in (*run.steps, *(step for step, _ in run.absent))}
    assert set(range(1, 19)) <= numbers
    assert all(why for _, why in run.absent)


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
@pytest.mark.parametrize("step", BY_HAND)
def test_what_can_crash_the_model_is_asked_with_what_wrong_looks_like(step, arrangement):
    setup = with_arrangement(make_fresh_setup("Savory 500"), arrangement)
    for ask in make_bench_run(setup).advice(step).asks:
        assert any(option.fine for option in ask.options)
        assert any(not option.fine for option in ask.options)
        assert len(ask.hint) > 40
    for ask in make_bench_run(setup).advice(step).asks:
        for option in ask.options:
            found = make_bench_run(setup, [Entry(0, step, ask.key, option.value, setup)]).advice(
                step
            )
            word = next(each.word for each in found.asks if each.key == ask.key)
            assert word == ("in" if option.fine else "out")


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_without_a_governor_each_point_says_more_than_a_name_and_is_judged(arrangement):
    setup = with_arrangement(make_fresh_setup("Savory 500"), arrangement)
    asks = make_bench_run(setup).advice("governor").asks
    assert len(asks) == 2
    for ask in asks:
        assert len(ask.hint) > 40
        for answer, word in ((True, "in"), (False, "out")):
            entry = Entry(0, "governor", ask.key, answer, setup)
            found = make_bench_run(setup, [entry]).advice("governor")
            assert next(each.word for each in found.asks if each.key == ask.key) == word


def test_the_tail_has_the_last_word_over_what_the_unit_shows_of_the_rudder():
    path = "transmitter.channels.rudder.reversed"
    turned = edited(make_fresh_setup("Savory 500"), (path, True))
    event = Event(0, step="tail_stick", changed=(path,))
    reads = [("rudder.low", 100.0), ("rudder.centre", 0.0), ("rudder.high", -100.0)]
    entries = [Entry(1 + i, "arrival", *read, turned) for i, read in enumerate(reads)]
    found = make_bench_run(turned, entries, [event]).advice("arrival")
    assert found.actions == ()
    assert {ask.word for ask in found.asks if ask.key.startswith("rudder")} == {"in"}
    alone = make_bench_run(turned, entries).advice("arrival")
    assert [action.key for action in alone.actions] == ["turn.rudder"]


@pytest.mark.parametrize("seed", few(range(3), 1))
def test_a_practised_evening_leaves_tail_and_throttle_as_they_should_be(seed):
    """Judged by the hidden metal: pushes and pulses worked out here anew."""
    arrangement = tuple(ARRANGEMENTS)[seed % 3]
    bench = random_helicopter(4000 + seed, arrangement)
    work_through(bench)
    truth, channels = bench.truth, bench.setup.transmitter.channels
    found = bench.setup.model_dump(mode="json"), truth.model_dump(mode="json")
    assert judge_tail.wrong_with_tail(*found) == []
    assert channels.throttle.reversed == truth.throttle_turned
    assert truth.throttle_taught
    assert bench.setup.transmitter.fail_safe_throttle_pct == 0


def test_what_is_not_keyed_in_withholds_fitness_and_names_itself(finished):
    run = make_bench_run(*finished)
    found = judge_fitness(run, [run.setup], lambda: ["Normal, tail gain", "Cyclic ring"])
    assert not found.fit
    assert found.withheld == ("2 settings are not keyed in: normal, tail gain, cyclic ring",)
    assert not found.to_save


def test_a_practice_model_is_keyed_in_nowhere(finished):
    assert judge_fitness(make_bench_run(*finished), None, lambda: ["Cyclic ring"]).fit
