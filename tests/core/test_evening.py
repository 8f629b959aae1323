"""The closed loop on the simulated bench: only the product's own advice, judged by hidden truth."""

import numpy as np
import pytest

from few import few
from mint_lever.bench import judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.run.length_learning import learn_lengths
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.devices.dials import ring
from mint_lever.model.chain import Sticks
from mint_lever.setup import Change

BUILDS = [
    # Once ended wrong: exchanged leads, a function turned round, all three of them.
    *((seed, "unit_mixes", None) for seed in (40, 79, 918)),
    (1010, "transmitter_mixes_unit_behind", None),
    (1014, "transmitter_mixes", None),
    # Mechanical mixing once stopped at step 6; here two leads are exchanged as well.
    (209, "unit_mixes", "single"),
    (224, "transmitter_mixes_unit_behind", "single"),
    (235, "transmitter_mixes", "single"),
    (1000, "unit_mixes", None),
    (1020, "unit_mixes", "single"),
    (1021, "transmitter_mixes_unit_behind", "single"),
    (1022, "transmitter_mixes", "single"),
]


def with_plain_cups(bench):
    """Links that take half turns: what coarser ones leave is judged in test_judged_evenings.py."""
    ends = 2 if bench.setup.airframe.head.blades == 3 else 1
    for part, ends_that_turn in (("head", ends), ("swash", None)):
        bench.change(
            [
                Change(f"airframe.{part}.link_step_turns", None),
                Change(f"airframe.{part}.link_ends", ends_that_turn),
            ]
        )
    return bench


@pytest.mark.parametrize(("seed", "arrangement", "layout"), few(BUILDS, 8))
def test_a_random_build_ends_fit_with_every_step_in_band(seed, arrangement, layout):
    bench = with_plain_cups(random_helicopter(seed, arrangement, layout))
    run = work_through(bench).run(bench)
    assert judge_fitness(run, [run.setup]).fit
    assert {standing.state for standing in run.standings} <= {"good", "workable"}

    def pitch(*sticks, azimuth=180.0, blade=0):
        return bench.true_pitch(Sticks.at(*sticks), azimuth, blade).item()

    # Directions, by the blade itself: up is more pitch; right lifts the blade over the tail of a
    # clockwise rotor and lowers it on the other; forward likewise the blade on the right, which
    # flaps highest a quarter turn later, over the tail.
    turn = bench.setup.airframe.head.turn_sign
    assert pitch(60) > pitch(0) + 3 > pitch(-60) + 6
    assert turn * (pitch(0, 60) - pitch(0)) > 2
    assert turn * (pitch(0, 0, 60, azimuth=90.0) - pitch(0, azimuth=90.0)) > 2
    zero = [pitch(0, blade=b) for b in range(bench.setup.airframe.head.blades)]
    assert max(map(abs, zero)) <= 0.6
    assert np.ptp(zero) <= 0.45
    for stick in (-100.0, 0.0, 100.0):
        pose = bench._chain().run(Sticks.at(stick)).swash.pose
        assert np.hypot(pose.tilt_right_deg, pose.tilt_forward_deg).item() <= 0.8
    # The throw was read before the ring was narrowed to what clears.
    bench.change([ring(bench.setup).set(100.0)])
    cyclic = abs(pitch(0, 100) - pitch(0, -100)) / 2
    assert cyclic == pytest.approx(bench.setup.targets.cyclic_deg, abs=1.15)
    assert pitch(100) == pytest.approx(bench.setup.targets.collective_high_deg, abs=0.65)
    assert pitch(-100) == pytest.approx(-bench.setup.targets.collective_low_deg, abs=0.65)
    if bench.setup.stabilising_unit is not None:
        assert all(bench.tip(axis) for axis in ("roll", "pitch", "pirouette"))
    assert bench.servos_behave() == "quiet"


@pytest.mark.judge
def test_the_ring_that_was_found_clears_what_really_touches():
    found = 0
    for seed in range(1020, 1024):
        bench = random_helicopter(seed)
        bench.truth.tilt_limit_deg = 11.0
        work_through(bench)
        found += bench.setup.unit.ring_pct < 100
        assert all(bench.sweep(place) for place in ("low", "mid", "high"))
    assert found >= 3


@pytest.mark.judge
def test_readings_teach_the_model_its_lengths():
    """Fitted lengths lie within three standard deviations of the truth on all of these builds."""
    for seed in (2, 5, 8, 9, 11):
        bench = with_plain_cups(random_helicopter(seed))
        run = work_through(bench).run(bench)
        lesson = learn_lengths(run, ["grip_arm", "inner_radius", "horn_length"])
        truth = (
            22.0 * bench.truth.grip_share,
            15.0 * bench.truth.ring_share,
            13.0 * bench.truth.horn_share,
        )
        for length, true in zip(lesson.lengths, truth, strict=True):
            assert abs(length.after_mm - true) <= 3 * length.sd_mm
        # Servos that are not all alike are no length: what they leave is not learned away.
        assert np.abs(lesson.after_deg).max() < 0.35
        assert np.abs(lesson.after_deg).max() < np.abs(lesson.before_deg).max()


def test_the_bench_answers_as_a_gauge_does():
    bench = random_helicopter(7)
    bench.move_sticks(collective=30)
    taken = [bench.read_gauge(0, 180.0) for _ in range(40)]
    assert bench.readings == 40
    assert all(round(value, 1) == value for value in taken)
    exact = bench.true_pitch(Sticks.at(30), 180.0).item()
    assert np.mean(taken) == pytest.approx(exact, abs=0.05)
    assert 0 < np.std(taken) < 0.15
