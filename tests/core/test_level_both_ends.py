"""Both ends of the collective lie where the links left the middle: no bent link is looked for.

Common practice, no source (the trade's step 8). A leveller that scatters by 0.15°, mechanical
mixing, links of half and whole turns. Judged by tests/judge.py, which shares nothing with the
product.
"""

import numpy as np
import pytest

import judge
from few import few
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import random_truth
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.swash import level
from mint_lever.setup import Change
from mint_lever.setup.edits.reshaping import with_arrangement
from mint_lever.setup.new_setup import make_fresh_setup
from parts_pilot import work_through_parts

ARRANGEMENTS = ("transmitter_mixes", "transmitter_mixes_unit_behind", "unit_mixes")


def drawn(seed):
    layout = ("single", "single", "three_120")[seed % 3]
    setup = with_arrangement(make_fresh_setup("Savory 500", layout), ARRANGEMENTS[seed // 3 % 3])
    rng = np.random.default_rng([seed, 7])
    truth = random_truth(setup, rng)
    count = len(truth.mounted)
    truth.mounted = [servo.mounted for servo in setup.airframe.servos]
    truth.output_of_servo = list(range(count))
    truth.gauge_sd_deg, truth.slop_deg = 0.15, 0.0
    truth.arrives = dict.fromkeys(truth.arrives, 1.0)
    truth.horn_error_deg = rng.uniform(-2, 2, count).tolist()
    bench = SimulatedHelicopter(setup, truth, seed)
    bench.change([Change("airframe.swash.link_step_turns", (None, 1.0, 1.0)[seed // 9 % 3])])
    return bench


@pytest.mark.parametrize("seed", few(range(120)))
def test_noise_alone_sends_nobody_after_a_bent_link(seed):
    bench, seen = drawn(seed), []
    try:
        entries, events, _ = work_through_parts(bench, [level.STEP], 100, before=_watching(seen))
    except RuntimeError:
        setup, truth = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
        assert judge.cannot_be_levelled(setup, truth)
        assert "turnbuckle" in seen[-1]
        return
    assert make_bench_run(bench.setup, entries, events).done("level")
    worst = 0.0
    metal = judge.Metal(bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json"))
    for stick in (-100, 0, 100):
        _, right, forward = metal.pose((stick, 0, 0))
        worst = max(worst, float(np.degrees(np.hypot(right, forward))))
    assert worst <= 0.95


def _watching(seen):
    """Keep what the step says at each turn."""

    def before(run, step):
        seen.append(run.advice(step.name).summary)

    return before
