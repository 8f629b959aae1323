"""Each other's pitch link turned, or the gauge on the other blade: asked about, and then put right.

Common practice, no source. The pilot here turns every link of the first act on the other blade, or
reads the blades exchanged after it.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench.practise.pilot_hands import take_reading
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps.swash import zero_pitch
from mint_lever.setup.new_setup import make_fresh_setup
from parts_pilot import work_through_parts


class Exchanging(SimulatedHelicopter):
    """Its links are turned on the other blade, as long as they are ``exchanged``."""

    exchanged = False

    def turn_blade_link(self, blade, turns):
        if self.exchanged:
            blade = 1 - blade
        super().turn_blade_link(blade, turns)


def drawn(seed):
    """Two blades whose offsets are clearly not alike, nothing else wrong."""
    rng = np.random.default_rng([seed, 15])
    setup = make_fresh_setup("Savory 500")
    truth = random_truth(setup, rng)
    truth.mounted = [servo.mounted for servo in setup.airframe.servos]
    truth.horn_error_deg, truth.swash_extra_mm = [0.0] * 3, [0.0] * 3
    truth.output_of_servo, truth.slop_deg, truth.gauge_sd_deg = [0, 1, 2], 0.0, 0.08
    truth.arrives = dict.fromkeys(truth.arrives, 1.0)
    one = float(rng.uniform(0.5, 1.0) * rng.choice([-1, 1]))
    truth.blade_extra_mm = [one, one - float(np.sign(one) * rng.uniform(0.6, 1.4))]
    return Exchanging(setup, truth, seed)


def pitches(bench):
    return [bench.quiet_copy().read_gauge(blade, 180.0) for blade in (0, 1)]


@pytest.mark.parametrize("seed", few(range(50)))
def test_each_others_link_is_recognised_and_said(seed):
    bench, asked = drawn(seed), []

    def answer(bench, step, ask):
        if ask.key == "crossed":
            asked.append(ask.label)
            bench.exchanged = False
            return "links"
        return take_reading(bench, step, ask)

    bench.exchanged = True
    _, events, reads = work_through_parts(bench, [zero_pitch.STEP], 40, answer)
    assert asked
    assert "each other's link" in asked[0]
    assert not [key for _, key in reads if key.startswith("follows.")]
    assert max(map(abs, pitches(bench))) <= 0.65
    assert len(events) <= 4


@pytest.mark.parametrize("seed", few(range(50)))
def test_a_gauge_on_the_other_blade_is_recognised(seed):
    """The blades are taken for each other until the pilot is asked."""
    bench, asked = drawn(seed + 100), []

    def answer(bench, step, ask):
        if ask.key == "crossed":
            asked.append(ask.options)
            return "gauge"
        if ask.blade is not None and not asked:
            bench.move_sticks(0.0, 0.0, 0.0)
            return bench.read_gauge(1 - ask.blade, 180.0)
        return take_reading(bench, step, ask)

    work_through_parts(bench, [zero_pitch.STEP], 60, answer)
    assert max(map(abs, pitches(bench))) <= 0.65


@pytest.mark.parametrize("seed", few(range(50)))
def test_a_pilot_who_turns_the_right_links_is_not_asked(seed):
    bench = drawn(seed + 200)
    _, _, reads = work_through_parts(bench, [zero_pitch.STEP], 40)
    assert ("zero_pitch", "crossed") not in reads
