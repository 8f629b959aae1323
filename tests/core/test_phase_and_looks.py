"""A phase that is set turns no look that was taken; what nothing explains is looked at anew."""

import numpy as np
import pytest

from few import few
from mint_lever.bench import Entry
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.swash import servo_directions, tilt_directions
from mint_lever.setup import Change
from parts_pilot import work_through_parts

LAYOUTS = ("three_120", "three_140", "three_90", "four_90", "four_45")


def looked(seed):
    """A unit-mixed helicopter whose looks of steps 6 and 7 were taken and mended."""
    bench = random_helicopter(seed, "unit_mixes", LAYOUTS[seed % 5])
    before = float(np.random.default_rng([seed, 12]).choice([0.0, 0.0, -10.0, 18.0]))
    bench.change([Change("unit.phase_deg", before)])
    entries, events, _ = work_through_parts(
        bench, [servo_directions.STEP, tilt_directions.STEP], 60
    )
    return bench, entries, events


@pytest.mark.parametrize("seed", few(range(530_000, 530_055)))
def test_a_phase_set_later_contradicts_no_look(seed):
    bench, entries, events = looked(seed)
    run = make_bench_run(bench.setup, entries, events)
    assert run.done("together")
    assert run.done("tilts")
    by = float(np.random.default_rng([seed, 11]).choice([-30.0, -20.0, -15.0, 15.0, 20.0, 30.0]))
    bench.change([Change("unit.phase_deg", bench.setup.unit.phase_deg + by)])
    after = make_bench_run(bench.setup, entries, events)
    for step in ("together", "tilts"):
        advice = after.advice(step)
        assert "no fault" not in advice.summary.lower()
        assert after.done(step) or advice.next_key is not None or advice.actions


@pytest.mark.parametrize("seed", range(530_100, 530_150))
def test_looks_that_nothing_explains_are_asked_anew(seed):
    """Fifty triples of looks drawn at random: never without a question or an act."""
    bench = random_helicopter(seed, "unit_mixes", LAYOUTS[seed % 5])
    rng, count = np.random.default_rng(seed), len(bench.setup.airframe.swash.balls)
    entries = [
        Entry(n, step, f"look.{name}", [int(b) for b in rng.integers(-1, 2, count)], bench.setup)
        for n, (step, name) in enumerate(
            [("together", "collective"), ("tilts", "right"), ("tilts", "back")]
        )
    ]
    run = make_bench_run(bench.setup, entries)
    for step in ("together", "tilts"):
        advice = run.advice(step)
        acts = [action for action in advice.actions if action.needed]
        assert run.done(step) or advice.next_key is not None or acts
