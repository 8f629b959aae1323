"""The phase measured: two blade readings at right angles, or where the swash is lowest."""

import numpy as np
import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, read_setup
from mint_lever.setup.edits.path_edit import apply_changes


def head_of(blades=3, lead=90.0, phase=0.0, rotation="clockwise"):
    changes = {
        "airframe.head.inner_ball_lead_deg": lead,
        "airframe.head.rotation": rotation,
        "airframe.head.blades": blades,
        "airframe.head.link_extra_mm": [0.0] * blades,
        "unit.phase_deg": phase,
    }
    made = read_setup(document()).as_document()
    return read_setup(apply_changes(made, [Change(*each) for each in changes.items()]))


def gauge(setup, stick, azimuth):
    """What a gauge reads of blade A, to its last digit."""
    at = evaluate_pose(build_chain(setup), Sticks.at(aileron=stick), [azimuth])
    return round(float(at.pitch_deg[0, 0]), 1)


def measured(setup, truth=None):
    """A log of the four readings, taken on a model that is otherwise than the setup says."""
    metal = truth or setup
    pairs = [
        (f"{side}.{place}", gauge(metal, stick, float(place)))
        for place in (180, 90)
        for side, stick in (("right", 100.0), ("left", -100.0))
    ]
    return [Entry(n, "phase", key, value, setup) for n, (key, value) in enumerate(pairs)]


@pytest.mark.parametrize("rotation", ["clockwise", "counter_clockwise"])
@pytest.mark.parametrize("lead", [70.0, 78.0, 90.0, 104.0])
def test_the_figure_that_follows_brings_the_cyclic_where_the_stick_points(lead, rotation):
    """Whatever the setup believes of the head: the gauge alone is gone by."""
    believed, metal = head_of(rotation=rotation), head_of(lead=lead, rotation=rotation)
    advice = make_bench_run(believed, measured(believed, metal)).advice("phase")
    turned = [change.value for act in advice.actions for change in act.changes]
    phase = turned[0] if turned else 0.0
    after = evaluate_pose(
        build_chain(head_of(lead=lead, phase=phase, rotation=rotation)), Sticks.at(aileron=100.0)
    )
    # To a whole degree of phase and a tenth of a degree at the gauge.
    left = 5.0 if not turned else 2.0
    assert abs(float(after.phase_error_deg[0])) <= left
    assert (advice.outcome == "good") == (not turned)


def test_a_blade_that_rests_off_zero_does_not_shift_it():
    setup = head_of(lead=78.0)
    plain, shifted = measured(setup), measured(setup)
    shifted = [Entry(e.sequence, e.step, e.key, e.value + 0.8, e.setup) for e in shifted]
    texts = [make_bench_run(setup, log).advice("phase").actions[0].text for log in (plain, shifted)]
    assert texts[0] == texts[1]


def test_where_the_swash_is_lowest_says_the_same_by_the_heads_own_lead():
    setup = head_of(lead=78.0)
    pose = evaluate_pose(build_chain(setup), Sticks.at(aileron=100.0)).run.swash.pose
    lowest = np.degrees(np.arctan2(pose.tilt_right_deg[0], pose.tilt_forward_deg[0]))
    by_swash = [Entry(0, "phase", "lowest", round(float(lowest)), setup)]
    one = make_bench_run(setup, by_swash).advice("phase").actions[0].changes[0].value
    other = make_bench_run(setup, measured(setup)).advice("phase").actions[0].changes[0].value
    assert one == pytest.approx(other, abs=2.0)


def test_it_is_asked_of_three_blades_and_left_to_the_pilot_of_two():
    three = make_bench_run(head_of(3)).advice("phase")
    assert [ask.key for ask in three.asks if not ask.optional] == [
        "right.180",
        "left.180",
        "right.90",
        "left.90",
    ]
    two = head_of(2)
    assert [ask.key for ask in make_bench_run(two).advice("phase").asks if not ask.optional] == [
        "wanted"
    ]
    declined = make_bench_run(two, [Entry(0, "phase", "wanted", "not now", two)])
    assert declined.done("phase")
    asked = make_bench_run(two, [Entry(0, "phase", "wanted", "measure", two)]).advice("phase")
    assert asked.next_key == "right.180"


def test_a_phase_that_is_changed_asks_for_readings_and_corrections_anew():
    setup = head_of(lead=78.0)
    other = head_of(lead=78.0, phase=5.0)
    run = make_bench_run(other, measured(setup))
    assert {each.step.name: each.state for each in run.standings}["phase"] == "stale"
