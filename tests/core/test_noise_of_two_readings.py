"""What two readings of a blade repeat is no fault: a noisy gauge alone sends nobody to the blade.

Common practice, no source (the trade's step 9).
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps.swash import zero_pitch
from mint_lever.setup.new_setup import make_fresh_setup
from parts_pilot import work_through_parts


@pytest.mark.parametrize("seed", few(range(60)))
def test_a_noisy_gauge_alone_asks_for_no_look_by_hand(seed):
    """Sixty evenings at the blades with a gauge of 0.15°, nothing wrong but the links."""
    setup = make_fresh_setup("Savory 500")
    truth = random_truth(setup, np.random.default_rng(seed))
    truth.mounted = [servo.mounted for servo in setup.airframe.servos]
    truth.horn_error_deg, truth.swash_extra_mm = [0.0] * 3, [0.0] * 3
    truth.output_of_servo, truth.gauge_sd_deg, truth.slop_deg = [0, 1, 2], 0.15, 0.0
    truth.arrives = dict.fromkeys(truth.arrives, 1.0)
    bench = SimulatedHelicopter(setup, truth, seed)
    _, _, reads = work_through_parts(bench, [zero_pitch.STEP], 80)
    by_hand = sum(times for (_, key), times in reads.items() if key.startswith("follows."))
    assert by_hand == 0
