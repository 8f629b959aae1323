"""The closed loop on the simulated bench: only the product's own advice, judged by hidden truth."""

import numpy as np
import pytest

from mint_lever.chain import Sticks
from mint_lever.simulate.builds import random_helicopter
from mint_lever.simulate.evening import work_through


@pytest.mark.parametrize("seed", range(1000, 1024))
def test_a_random_build_ends_with_every_step_in_band(seed):
    bench = random_helicopter(seed)
    work_through(bench, cyclic_target=9.0, collective_target=12.0)

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
    assert max(map(abs, zero)) <= 0.55
    assert np.ptp(zero) <= 0.4
    cyclic = abs(pitch(0, 100) - pitch(0, -100)) / 2
    assert cyclic == pytest.approx(9.0, abs=0.5)
    assert (pitch(100) - pitch(-100)) / 2 == pytest.approx(12.0, abs=0.5)
    assert all(bench.tip(axis) for axis in ("roll", "pitch"))


def test_the_bench_answers_as_a_gauge_does():
    bench = random_helicopter(7)
    bench.move_sticks(collective=30)
    taken = [bench.read_gauge(0, 180.0) for _ in range(40)]
    assert bench.readings == 40
    assert all(round(value, 1) == value for value in taken)
    exact = bench.true_pitch(Sticks.at(30), 180.0).item()
    assert np.mean(taken) == pytest.approx(exact, abs=0.05)
    assert 0 < np.std(taken) < 0.15
