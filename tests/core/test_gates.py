"""Nothing before Make safe at this power-up; where the throttle moves, 15.1 stands in for it.

Common practice, no source.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench import Entry, Event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.simulate.random_builds import any_helicopter
from mint_lever.bench.steps import make_bench_run

SAFE = ("motor", "hold", "blades")
STANDS_IN = ("motor", "blades", "hold")


def confirmed(setup, step, keys, start):
    return [Entry(start + n, step, key, True, setup) for n, key in enumerate(keys)]


def moves_the_throttle(step):
    return step.name == "drive_safe" or "drive_safe" in step.opens_after


@pytest.mark.parametrize("seed", few(range(60)))
def test_a_power_up_bars_everything_in_the_core_itself(seed):
    """Sixty helicopters powered up at a drawn moment of the evening."""
    setup = any_helicopter(500_000 + seed).setup
    rng = np.random.default_rng([seed, 5])
    names = [step.name for step in make_bench_run(setup).steps]
    at_hand = str(rng.choice([each for each in names if each != "make_safe"]))
    entries = [
        *confirmed(setup, "make_safe", SAFE, 0),
        *confirmed(setup, "drive_safe", STANDS_IN, 5),
        Entry(10, at_hand, "anything", True, setup),
    ]
    before = make_bench_run(setup, entries)
    assert not any("make_safe" in before.barred_by(name) for name in names)
    run = make_bench_run(setup, entries, [Event(11, ("power",))])
    for step in run.steps:
        barred = run.barred_by(step.name)
        if step.name == "make_safe":
            assert barred == ()
        elif step.name == "drive_safe":
            assert barred == (), "it stands in for the gate"
        elif moves_the_throttle(step):
            assert barred[0] == "drive_safe"
            assert "make_safe" not in barred
        else:
            assert barred[0] == "make_safe"
        if barred:
            with pytest.raises(RuntimeError):
                choose_next_move(run, step.name)
    inside = moves_the_throttle(run.step(at_hand))
    assert run.next_step() == ("drive_safe" if inside else "make_safe")
    # 15.1 is done: that part goes on, and hold is not claimed to be on.
    again = [*entries, *confirmed(setup, "drive_safe", STANDS_IN, 12)]
    going = make_bench_run(setup, again, [Event(11, ("power",))])
    assert moves_the_throttle(going.step(going.next_step()))
    assert not going.done("make_safe")


def test_what_stands_in_asks_for_hold_off_on_purpose():
    setup = any_helicopter(3).setup
    asks = {ask.key: ask.label for ask in make_bench_run(setup).advice("drive_safe").asks}
    assert set(asks) == set(STANDS_IN)
    assert "off on purpose" in asks["hold"]


@pytest.mark.parametrize(
    "step",
    ["governor", "bec_voltage", "controller_card", "unit_still", "model_memory", "arrival"],
)
def test_the_motor_that_cannot_drive_stands_among_the_cautions(step):
    for seed in range(40):
        run = make_bench_run(any_helicopter(600 + seed).setup)
        there = {each.name: each for each in run.steps}
        if step in there:
            said = " ".join(there[step].cautions)
            assert "motor cannot drive" in said or "motor stays unplugged" in said


def test_the_tail_servo_is_declared_before_it_is_squared():
    labels = {step.name: step.label for step in make_bench_run(any_helicopter(3).setup).steps}
    assert (labels["tail_servo"], labels["tail_square"]) == ("14.3", "14.4")
