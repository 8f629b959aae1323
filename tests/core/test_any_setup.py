"""Laws that hold for any setup of the schema, however unreasonable."""

import json
import warnings
from random import Random

import numpy as np
import pytest

from few import few
from mint_lever.audit import audit
from mint_lever.bench import judge_fitness
from mint_lever.bench.steps import make_bench_run
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import Sticks, build_chain, compute_frame, evaluate_pose
from mint_lever.modes.mode_switching import compare_modes
from mint_lever.modes.pitch_degrees import compute_pitch_curve, mark_degrees
from mint_lever.modes.rate_comparison import RATED, compute_rate_curve
from schema_inputs import draw_setup

EACH = 8


def setups(seed):
    """The first few of a seed's setups whose parts go together."""
    random, found = Random(seed), []
    while len(found) < EACH:
        try:
            setup = draw_setup(random)
            found.append((setup, build_chain(setup)))
        except InvalidSetup:
            continue
    return random, found


@pytest.mark.parametrize("seed", few(range(10), 2))
def test_audit_and_monitor_never_raise_and_say_only_what_can_be_sent(seed):
    random, found = setups(seed)
    with warnings.catch_warnings():
        warnings.simplefilter("error")  # a number that is none would warn first
        for setup, chain in found:
            for finding in audit(setup):
                assert finding.found
                assert finding.fix
            sticks = Sticks.at(*(random.choice([0, 100, -100, 37.3]) for _ in range(4)))
            evaluate_pose(chain, sticks)
            for mode in setup.transmitter.modes.names():
                shown = compute_frame(chain, sticks, 90.0, mode)
                json.dumps(shown, allow_nan=False)
                for name, stages in shown["functions"].items():
                    channel = getattr(setup.transmitter.channels, name)
                    if stages["limited_pct"] is not None:
                        assert (
                            -channel.limit_low_pct
                            <= stages["limited_pct"]
                            <= channel.limit_high_pct
                        )


@pytest.mark.parametrize("seed", few(range(10, 16), 2))
def test_curves_rates_and_the_switch_are_finite_or_said_to_be_out_of_reach(seed):
    _, found = setups(seed)
    for setup, chain in found:
        names = setup.transmitter.modes.names()
        for name in names:
            pitch = compute_pitch_curve(chain, name)
            assert np.isfinite(pitch.pitch_deg[pitch.reachable]).all()
            assert all(np.isfinite(mark).all() for mark in mark_degrees(chain, name))
            for function in RATED:
                rate = compute_rate_curve(chain, name, function)
                assert np.isfinite(rate.value_pct).all()
                own = getattr(chain.mode(name).rates, function)
                low = own.rate_pct if own.rate_low_pct is None else own.rate_low_pct
                assert np.abs(rate.value_pct[[0, -1]]) == pytest.approx([low, own.rate_pct])
            for other in names:
                if other != name:
                    jump = compare_modes(chain, name, other)
                    back = compare_modes(chain, other, name)
                    assert jump.throttle_jump_pct == pytest.approx(-back.throttle_jump_pct)


@pytest.mark.parametrize("seed", range(16, 20))
def test_no_step_of_the_bench_is_at_a_loss_for_advice(seed):
    _, found = setups(seed)
    for setup, _ in found[:4]:
        run = make_bench_run(setup)
        for step in run.steps:
            advice = run.advice(step.name)
            assert advice.do
            assert len({ask.key for ask in advice.asks}) == len(advice.asks)
        assert not judge_fitness(run, [run.setup]).fit
