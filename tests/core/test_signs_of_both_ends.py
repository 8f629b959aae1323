"""Cyclic throw read the other way round at both ends is asked about, never blessed.

Exact geometry (docs/formulas.md, section 6): stick right lifts the blade over the boom of a
clockwise head and lowers it on the other.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

ROTATIONS = ("clockwise", "counter_clockwise")
LAYOUTS = ("three_120", "three_140", "four_90", "single")


def drawn(seed):
    rng = np.random.default_rng(seed)
    setup = make_fresh_setup("Savory 500", LAYOUTS[seed % 4], ROTATIONS[seed // 4 % 2])
    change = Change("unit.cyclic_pct", float(rng.integers(52, 64)))
    setup = read_setup(apply_changes(setup.as_document(), [change]))
    throw = float(rng.uniform(8.2, 9.8))
    lifts = 1 if setup.airframe.head.rotation == "clockwise" else -1
    return setup, round(lifts * throw, 1), round(-lifts * (throw + rng.uniform(-0.2, 0.2)), 1)


def advised(setup, *answers):
    entries = [Entry(n, "cyclic_throw", *each, setup) for n, each in enumerate(answers)]
    return make_bench_run(setup, entries).advice("cyclic_throw")


@pytest.mark.parametrize("seed", few(range(56)))
def test_both_signs_the_other_way_round_are_asked_about(seed):
    setup, right, left = drawn(seed)
    as_it_is = advised(setup, ("right", right), ("left", left))
    assert not [ask for ask in as_it_is.asks if ask.key.startswith("sign.")]
    wrong = [("right", -right), ("left", -left)]
    found = advised(setup, *wrong)
    assert found.outcome not in ("good", "workable")
    assert found.next_key == "sign.right"
    assert not found.actions
    # Meant the other way, one after the other: then it is as it should be.
    one = advised(setup, *wrong, ("sign.right", "meant"))
    assert one.next_key == "sign.left"
    both = advised(setup, *wrong, ("sign.right", "meant"), ("sign.left", "meant"))
    assert not [ask for ask in both.asks if ask.key.startswith("sign.") and ask.answer is None]
    assert both.asks[0].word == as_it_is.asks[0].word
