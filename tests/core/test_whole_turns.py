"""Whole-turn links: all settings within two turns are compared, and what none betters is workable.

Common practice, no source (the trade's step 9; F13). Expected settings come from a plain search
here, which shares nothing with the product but one turn's worth at the blade.
"""

import itertools

import numpy as np
import pytest

from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

TOLD = 0.1
"""What a gauge can tell (F23)."""


def built(turn_deg):
    """Every link of whole turns, one of which is so many degrees: asin(thread / arm)."""
    setup = make_fresh_setup("Savory 500")
    thread = setup.airframe.head.grip_arm_mm * np.sin(np.radians(turn_deg))
    changes = [
        Change("airframe.head.link_step_turns", 1.0),
        Change("airframe.head.link_thread_mm", float(thread)),
        Change("airframe.swash.link_step_turns", 1.0),
    ]
    return read_setup(apply_changes(setup.as_document(), changes))


def advised(setup, pitch):
    entries = [
        Entry(n, "zero_pitch", key, value, setup)
        for n, (key, value) in enumerate(
            [
                ("gauge.signed", "signed"),
                *((f"blade.{i}", value) for _ in range(2) for i, value in enumerate(pitch)),
            ]
        )
    ]
    return make_bench_run(setup, entries).advice("zero_pitch")


def apart_and_furthest(pitch):
    return max(pitch) - min(pitch), max(map(abs, pitch))


def best_of_all(pitch, turn):
    """Every setting within two turns: the smallest difference, then the smallest distance."""
    tried = [
        [value + n * turn for value, n in zip(pitch, turns, strict=True)]
        for turns in itertools.product(range(-2, 3), repeat=len(pitch))
    ]
    least = min(apart_and_furthest(each)[0] for each in tried)
    near = [each for each in tried if apart_and_furthest(each)[0] <= least + 0.05]
    return min(near, key=lambda each: apart_and_furthest(each)[1])


def test_a_finer_turn_betters_what_coarser_ones_leave():
    """−0.4° and −0.8°: a turn of 1.0° betters them, 1.2° and 1.5° do not."""
    better = advised(built(1.0), (-0.4, -0.8))
    (action,) = better.actions
    assert [(w.kind, w.amount) for w in action.work] == [("turn_blade_link", 1.0)] * 2
    assert "Some leave them as they are: 0.4° between the blades" in better.summary
    assert "0.8° from zero" in better.summary
    for turn in (1.2, 1.5):
        as_good = advised(built(turn), (-0.4, -0.8))
        assert (as_good.outcome, as_good.actions) == ("workable", ())
        assert "the best they give" in as_good.summary


@pytest.mark.parametrize("turn", [1.0, 1.2, 1.5])
@pytest.mark.parametrize("seed", range(20))
def test_what_a_gauge_can_tell_better_is_advised_and_nothing_else(turn, seed):
    rng = np.random.default_rng([seed, int(10 * turn)])
    pitch = tuple(np.round(rng.uniform(-0.85, 0.85, 2), 1).tolist())
    found = advised(built(turn), pitch)
    best = best_of_all(pitch, turn)
    (apart, furthest), (then, at) = apart_and_furthest(pitch), apart_and_furthest(best)
    gains = apart - then > TOLD + 0.03 or (apart - then >= 0.0 and furthest - at > TOLD + 0.03)
    none = apart - then <= TOLD - 0.03 and furthest - at <= TOLD - 0.03
    if apart <= 0.3 and furthest <= 0.5:
        assert found.outcome in ("good", "workable")
    elif gains:
        assert found.actions
        landed = apart_and_furthest([each.value for each in found.actions[0].predicts])
        assert landed[0] <= apart + 0.06
        assert landed[0] < apart - TOLD + 0.03 or landed[1] < furthest - TOLD + 0.03
    elif none:
        assert found.outcome == "workable"
