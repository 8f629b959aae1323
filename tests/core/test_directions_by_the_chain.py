"""The audit's own look at directions: what the chain shows, and what was seen of the model.

The way a turned setting must go is known without computing: whatever turns one function round, in
whichever device, turns that function and no other.
"""

import pytest

from builds import turned_round
from mint_lever.audit import audit
from mint_lever.bench.engine.log import Entry, Event
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.simulate.random_builds import LAYOUTS, random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain.display_removal import without_display
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup, with_arrangement
from mint_lever.setup.arrangement import ARRANGEMENTS

WRONG = {
    "collective": "by the chain, collective up gives less pitch",
    "aileron": "by the chain, stick right tilts the swash left",
    "elevator": "by the chain, stick forward tilts the swash back",
}


def edited(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


def found(findings):
    return [(f.severity, f.found) for f in findings if f.rule == "against_the_stick"]


def of_setup(setup):
    return found(audit(setup))


def fresh(layout="three_120", arrangement="unit_mixes", rotation="clockwise"):
    return with_arrangement(make_fresh_setup("Savory 500", layout, rotation), arrangement)


def turned_places(setup, function):
    """Every setting that turns a function round."""
    if setup.arrangement != "unit_mixes":
        path = f"transmitter.swash_mix.{function}"
        return [(path, -getattr(setup.transmitter.swash_mix, function))]
    return [
        (f"transmitter.channels.{function}.reversed", True),
        (f"unit.function_reversed.{function}", True),
    ]


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
@pytest.mark.parametrize("layout", sorted(set(LAYOUTS)))
@pytest.mark.parametrize("rotation", ["clockwise", "counter_clockwise"])
def test_what_turns_one_direction_round_is_a_danger_that_names_it(layout, arrangement, rotation):
    setup = fresh(layout, arrangement, rotation)
    assert of_setup(setup) == []
    for function, words in WRONG.items():
        for path, value in turned_places(setup, function):
            assert of_setup(edited(setup, (path, value))) == [("danger", words)]
    if arrangement == "unit_mixes":
        both = turned_places(setup, "aileron")
        assert of_setup(edited(setup, *both)) == []  # turned twice is not turned


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
@pytest.mark.parametrize("layout", sorted(set(LAYOUTS)))
def test_one_servo_against_the_others_is_named_however_they_are_mounted(layout, arrangement):
    setup = fresh(layout, arrangement)
    count = len(setup.airframe.servos)
    where = "unit.servos" if arrangement == "unit_mixes" else "transmitter.servo_channels"
    mounted = [1, -1, -1, 1][:count]
    setup = edited(
        setup,
        *((f"airframe.servos.{i}.mounted", way) for i, way in enumerate(mounted)),
        *((f"{where}.{i}.reversed", way < 0) for i, way in enumerate(mounted)),
    )
    assert of_setup(setup) == []
    for i, way in enumerate(mounted):
        said = of_setup(edited(setup, (f"{where}.{i}.reversed", way > 0)))
        assert said == [("danger", f"by the chain, servo {i + 1} works against the others")]


def test_of_two_servos_against_two_all_are_named_and_none_is_turned_by_a_key():
    setup = edited(
        fresh("four_90"), ("unit.servos.0.reversed", True), ("unit.servos.2.reversed", True)
    )
    findings = [f for f in audit(setup) if f.rule == "against_the_stick"]
    assert [f.found for f in findings] == [
        f"by the chain, servo {i} works against two others" for i in (1, 2, 3, 4)
    ]
    assert {(f.severity, f.changes) for f in findings} == {("danger", ())}


@pytest.fixture(scope="module", params=[(4, "unit_mixes"), (9, "transmitter_mixes")])
def finished(request):
    """An evening on metal that turns something round on the way: the setup alone would mislead."""
    seed, arrangement = request.param
    bench = random_helicopter(seed, arrangement)
    bench.truth.arrives = {**bench.truth.arrives, "aileron": -0.97, "collective": -1.0}
    evening = work_through(bench)
    return bench.setup, evening.entries, evening.events


def test_what_was_seen_to_go_right_is_right_whatever_the_chain_says(finished):
    setup, entries, events = finished
    assert of_setup(without_display(setup)) != []  # by the setup alone
    assert found(audit_run(make_bench_run(setup, entries, events))) == []


@pytest.mark.parametrize("function", WRONG)
def test_turned_after_it_was_seen_is_a_danger_again(finished, function):
    setup, entries, events = finished
    run = make_bench_run(turned_round(setup, function), entries, events)
    assert found(audit_run(run)) == [("danger", WRONG[function])]


def test_nobody_knows_after_the_metal_was_worked_on(finished):
    setup, entries, events = finished
    run = make_bench_run(setup, entries, [*events, Event(9999, ("servo",))])
    assert found(audit_run(run)) == []


def test_while_somebody_is_still_looking_the_chain_says_nothing():
    setup = fresh()
    turned = edited(setup, ("transmitter.channels.elevator.reversed", True))
    look = Entry(1, "tilts", "look.back", "forward", turned)
    assert found(audit_run(make_bench_run(turned, []))) != []
    assert found(audit_run(make_bench_run(turned, [look]))) == []


def test_what_the_unit_shows_tells_a_turned_channel_before_the_swash_is_looked_at():
    setup = fresh()
    turned = edited(setup, ("transmitter.channels.aileron.reversed", True))
    shown = [Entry(1, "arrival", "aileron.high", 100.0, turned)]
    assert found(audit_run(make_bench_run(turned, shown))) == []
    wrong = [Entry(1, "arrival", "aileron.high", -100.0, turned)]
    assert found(audit_run(make_bench_run(turned, wrong))) == [("danger", WRONG["aileron"])]


def test_two_of_three_servos_turned_after_they_were_seen_right_are_those_that_are_named(finished):
    setup, entries, events = finished
    where = "unit.servos" if setup.arrangement == "unit_mixes" else "transmitter.servo_channels"
    holder = setup.unit.servos if where.startswith("unit") else setup.transmitter.servo_channels
    two = [(f"{where}.{i}.reversed", not holder[i].reversed) for i in (0, 1)]
    said = found(audit_run(make_bench_run(edited(setup, *two), entries, events)))
    assert said == [("danger", f"by the chain, servo {i} works against the others") for i in (1, 2)]
