"""What the unit shows of what is sent is learned, and everything goes by it but the command line.

Judged by tests/judge.py, which shares nothing with the product. Common practice, no source: the
direction, the offset and the scale of a unit's own display (the trade's step 3).
"""

import json

import numpy as np
import pytest

from command_line import run as run_command
from few import few
from judge import Metal
from mint_lever.bench import Entry
from mint_lever.bench.practise.pilot_hands import take_reading
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.radio import arrival
from mint_lever.bench.steps.swash import servo_directions, tilt_directions
from mint_lever.model.chain import Sticks, build_chain
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.new_setup import make_fresh_setup
from parts_pilot import work_through_parts

FUNCTIONS = ("collective", "aileron", "elevator", "rudder")
LAYOUTS = ("three_120", "three_140", "four_90", "four_45")


def drawn(seed, turned):
    """A helicopter whose lengths are as written down; what arrives is not what is sent."""
    setup = make_fresh_setup("Savory 500", LAYOUTS[seed % len(LAYOUTS)])
    rng = np.random.default_rng(seed)
    truth = random_truth(setup, rng)
    count = len(truth.mounted)
    truth.horn_error_deg, truth.swash_extra_mm = [0.0] * count, [0.0] * count
    truth.blade_extra_mm, truth.output_of_servo = [0.0] * 2, list(range(count))
    truth.grip_share = truth.ring_share = truth.horn_share = 1.0
    truth.servo_share = []
    truth.arrives = {
        name: float(rng.uniform(0.9, 1.06)) * (-1 if rng.random() < turned else 1)
        for name in FUNCTIONS
    }
    return SimulatedHelicopter(setup, truth, seed)


def path_of(bench, **sticks):
    return build_chain(bench.setup).run(Sticks.at(**sticks), bench_mode(bench.setup))


@pytest.mark.parametrize("seed", few(range(60)))
def test_path_shows_what_the_unit_shows_and_the_blade_does(seed):
    bench = drawn(seed, 0.4)
    entries, events, _ = work_through_parts(
        bench, [arrival.STEP, servo_directions.STEP, tilt_directions.STEP], 120
    )
    for i, name in enumerate(FUNCTIONS):
        for stick in (-100.0, -40.0, 0.0, 70.0, 100.0):
            bench.move_sticks(**{name: stick})
            computed = path_of(bench, **{name: stick}).arrival.seen_pct[i, 0]
            assert computed == pytest.approx(bench.read_arrival(name), abs=1.6)
    metal = Metal(bench.setup.as_document(), bench.truth.model_dump(mode="json"))
    chain = build_chain(bench.setup)
    for sticks in ((100, 0, 0), (-100, 0, 0), (0, 100, 0), (0, -60, 0), (0, 0, 100), (50, 40, -40)):
        pose = chain.run(Sticks.at(*sticks), bench_mode(bench.setup)).swash.pose
        for azimuth in (90.0, 180.0):
            computed = chain.grip.pitch(pose, [azimuth], 0).pitch_deg[0, 0]
            assert computed == pytest.approx(metal.pitch(sticks, azimuth), abs=0.25)
    # The audit says nothing of directions or arrival that the bench disproved.
    found = audit_run(make_bench_run(bench.setup, entries, events))
    said = [each.found for each in found if "arrives" in each.found or "by the chain" in each.found]
    assert said == []


@pytest.mark.parametrize("seed", few(range(12)))
def test_the_swash_has_the_last_word_over_the_display(seed):
    """The unit works the other way than it shows: one of two functions is turned round at step 7,
    and Path goes with the swash from then on."""
    bench = drawn(seed, 0.0)
    odd = ("aileron", "elevator")[seed % 2]
    bench.truth.arrives[odd] *= -1  # the way it works

    def shows(bench, step, ask):
        value = take_reading(bench, step, ask)
        return -value if step.name == "arrival" and ask.key.startswith(odd) else value

    work_through_parts(
        bench, [arrival.STEP, servo_directions.STEP, tilt_directions.STEP, arrival.STEP], 160, shows
    )
    pose = path_of(bench, aileron=[0.0, 60.0], collective=0.0).swash.pose
    assert pose.tilt_right_deg[1] > 1
    pose = path_of(bench, elevator=[0.0, 60.0], collective=0.0).swash.pose
    assert pose.tilt_forward_deg[1] > 1


@pytest.mark.parametrize(("up", "down"), [(11.2, -10.9), (12.0, -9.4), (10.1, -10.1)])
def test_the_flight_modes_go_by_what_the_gauge_said(up, down):
    setup = make_fresh_setup("Savory 500")
    known = [("collective_range", "up", up), ("collective_range", "down", down)]
    entries = [Entry(n, *each, setup) for n, each in enumerate(known)]
    hold = next(
        ask
        for ask in make_bench_run(setup, entries).advice("flight_modes").asks
        if ask.key == bench_mode(setup)
    )
    assert f"{down:+.1f}".replace("-", "−") in hold.hint
    assert f"+{up:.1f}" in hold.hint


def test_the_command_line_goes_by_the_file_alone(tmp_path):
    plain = make_fresh_setup("Savory 500").as_document()
    learned = json.loads(json.dumps(plain))
    shown = {"reversed": True, "scale": 0.94, "offset_pct": 2.0}
    learned["unit"]["display"]["collective"] = shown
    rows = []
    for document in (plain, learned):
        file = tmp_path / "setup.json"
        file.write_text(json.dumps(document))
        rows.append(run_command("evaluate", str(file), "--collective", "80"))
    assert rows[0] == rows[1]
