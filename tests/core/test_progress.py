"""States and fitness: what was recorded counts until something under it changes."""

import pytest

from builds import document
from mint_lever.procedure import STEPS, WORKED_ON, Record, Touched, fitness, standings
from mint_lever.setup import Change, apply_changes, read_setup

SETUP = read_setup(document())


def everything(setup=SETUP, simulated=False, outcome="good"):
    return [Record(step.name, outcome, i, setup, simulated) for i, step in enumerate(STEPS)]


def states(*args, **kwargs):
    return {standing.step.name: standing.state for standing in standings(*args, **kwargs)}


def edited(path, value):
    return read_setup(apply_changes(SETUP.as_document(), [Change(path, value)]))


def test_a_fresh_helicopter_is_open_everywhere_and_not_fit():
    assert set(states(SETUP, []).values()) == {"open"}
    found = fitness(SETUP, [])
    assert not found.fit
    assert len(found.withheld) == len(STEPS)


def test_a_finished_run_is_fit_and_workable_is_enough():
    assert fitness(SETUP, everything()).fit
    assert fitness(SETUP, everything(outcome="workable")).fit
    assert not fitness(SETUP, everything(outcome="out")).fit


def test_the_newest_record_of_a_step_counts():
    records = [*everything(), Record("level", "out", 90, SETUP)]
    assert states(SETUP, records)["level"] == "out"
    records.append(Record("level", "begun", 91, SETUP))
    assert states(SETUP, records)["level"] == "in hand"


def test_simulated_readings_never_count_for_a_real_model():
    simulated = everything(simulated=True)
    assert not fitness(SETUP, simulated).fit
    assert set(states(SETUP, simulated).values()) == {"open"}
    assert set(states(SETUP, simulated, simulated_bench=True).values()) == {"good"}
    assert set(states(SETUP, everything(), simulated_bench=True).values()) == {"open"}


@pytest.mark.parametrize("what", sorted(set(WORKED_ON) - {"powered up again"}))
def test_whatever_was_worked_on_fitness_is_withdrawn_with_the_reason(what):
    event = Touched(WORKED_ON[what], 50)
    found = fitness(SETUP, everything(), [event])
    assert not found.fit
    assert any(WORKED_ON[what][0] in reason for reason in found.withheld)
    earlier = Touched(WORKED_ON[what], -1)
    assert fitness(SETUP, everything(), [earlier]).fit


def test_a_power_up_asks_for_make_safe_again_and_for_nothing_else():
    found = states(SETUP, everything(), [Touched(("power",), 50)])
    assert [name for name, state in found.items() if state == "stale"] == ["make_safe"]


def test_an_edit_makes_what_rests_on_it_stale_and_undoing_it_brings_it_back():
    after = edited("unit.cyclic_pct", 50.0)
    stale = [name for name, state in states(after, everything()).items() if state == "stale"]
    assert stale == ["cyclic_throw", "clearance", "final_directions"]
    assert set(states(SETUP, everything()).values()) == {"good"}


def test_corrections_must_be_confirmed_on_the_very_setup_that_flies():
    renamed = edited("name", "Sage 500")
    found = fitness(renamed, everything())
    assert not found.fit
    assert found.withheld == (
        "swash corrections: not yet confirmed on this setup",
        "final directions and fail-safe: not yet confirmed on this setup",
    )
