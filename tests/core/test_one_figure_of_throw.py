"""Steps 10 and 12 go by the same throw: what the gauge read, not what the lengths make of it."""

import re

import numpy as np
import pytest

from few import few
from mint_lever.audit import audit
from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

SWEEPS = [("clearance", f"sweep.{place}", "clear") for place in ("low", "mid", "high")]


def edited(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


@pytest.mark.parametrize("seed", few(range(50)))
def test_the_throw_left_is_the_throw_that_was_read(seed):
    """Fifty heads whose lengths are off by up to a fifth: with the limit wide open, what step 12
    says is left is what step 10 read."""
    rng = np.random.default_rng(seed)
    setup = edited(
        make_fresh_setup("Savory 500", ("three_120", "four_90")[seed % 2]),
        ("unit.cyclic_pct", float(rng.integers(48, 64))),
        ("unit.ring_pct", 100.0),
    )
    throw = round(float(rng.uniform(8.6, 11.4)), 1)
    reads = [("cyclic_throw", "right", throw), ("cyclic_throw", "left", -throw), *SWEEPS]
    entries = [Entry(n, *each, setup) for n, each in enumerate(reads)]
    said = make_bench_run(setup, entries).advice("clearance")
    (left,) = re.findall(r"leaves (\d+\.\d)° of cyclic", said.summary)
    # The least all round may lie a little below the throw of aileron alone.
    assert throw - 0.8 <= float(left) <= throw + 0.1
    assert said.outcome == ("workable" if float(left) < 9.95 else said.outcome)


def test_a_throw_read_before_there_was_a_hold_counts_too():
    hold = make_fresh_setup("Savory 500")
    without = edited(hold, ("transmitter.modes.hold", None), ("unit.cyclic_pct", 55.0))
    reads = [("cyclic_throw", "right", 9.0), ("cyclic_throw", "left", -9.0), *SWEEPS]
    entries = [Entry(n, *each, without) for n, each in enumerate(reads)]
    now = edited(hold, ("unit.cyclic_pct", 55.0))
    assert make_bench_run(now, entries).advice("clearance").summary


@pytest.mark.parametrize("seed", few(range(60)))
def test_a_throw_read_at_less_than_full_rates_stands_only_while_they_do(seed):
    """Read at 70 % and set to 100 % afterwards, more arrives than was read. Set after the reading,
    a rate changes nothing of the metal, nor does one of another mode."""
    rng = np.random.default_rng(seed)
    hold = make_fresh_setup("Savory 500", ("three_120", "four_90")[seed % 2])
    full = hold if seed % 3 else edited(hold, ("transmitter.modes.hold", None))
    mode = "hold" if seed % 3 else "normal"
    rate = f"rates.{rng.choice(['aileron', 'elevator'])}.rate{rng.choice(['', '_low'])}_pct"
    short = edited(full, (f"transmitter.modes.{mode}.{rate}", float(rng.integers(40, 100))))
    other = edited(full, (f"transmitter.modes.idle_up_1.{rate}", 60.0))
    reads = [("cyclic_throw", "right", 9.4), ("cyclic_throw", "left", -9.4), *SWEEPS]

    def standing(then, now):
        run = make_bench_run(now, [Entry(n, *each, then) for n, each in enumerate(reads)])
        return {step for step, key, _ in reads if run.held(step, key)}

    steps = {"cyclic_throw", "clearance"}
    assert standing(short, full) == set()
    assert standing(short, short) == standing(full, short) == standing(full, other) == steps


@pytest.mark.parametrize("travel", [110.0, 118.0, 125.0, 140.0])
@pytest.mark.parametrize("function", ["collective", "aileron", "elevator", "rudder"])
def test_more_travel_than_arrives_is_worth_a_look_and_less_is_a_fault(travel, function):
    setup = make_fresh_setup("Savory 500")
    base = f"transmitter.channels.{function}"
    for value, severity in ((travel, "look"), (200.0 - travel, "fault")):
        both = [(f"{base}.travel_{side}_pct", value) for side in ("low", "high")]
        found = [f for f in audit(edited(setup, *both)) if f.rule == "travel_not_arriving"]
        assert {f.severity for f in found} == {severity}
