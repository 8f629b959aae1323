"""A slider whose way is described wrongly, and a gain channel the other way round.

Common practice, no source (the tail's parts 6, 10 and 11).
"""

import numpy as np
import pytest

import judge_tail
from few import few
from mint_lever.bench import Entry
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, make_fresh_setup
from tail_pilot import work_the_tail

ARRANGEMENTS = ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")


@pytest.mark.parametrize("seed", few(range(218_000, 218_060)))
def test_the_description_is_doubted_after_one_round(seed):
    """Sixty tails described the wrong way: now the slider is looked at, now the blade's edge."""
    bench = random_helicopter(seed, ARRANGEMENTS[seed % 3])
    truth = bench.truth.tail
    truth.change(plus_is_outward=not bench.setup.airframe.tail.plus_is_outward)
    rng, looks = np.random.default_rng([seed, 18]), []

    def look(bench, step, ask):
        if ask.key not in ("stick", "hand") or ask.kind != "choice":
            return None
        nose = bench.tail.pushes() if ask.key == "stick" else bench.tail.answers()
        offered = {option.value for option in ask.options}
        if "slider_out" in offered and nose != "still" and rng.random() < 0.6:
            looks.append((ask.key, "slider"))
            return "slider_out" if bench.tail.slider_goes_out(nose) else "slider_in"
        looks.append((ask.key, "edge"))
        return f"edge_{nose}"

    work_the_tail(bench, look)
    assert len(looks) <= 12
    found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
    wrong = " ".join(judge_tail.wrong_with_tail(*found))
    for key, words in (("stick", "pushes the nose"), ("hand", "answers along")):
        # Who never looked at an edge has nothing to hold the description against.
        if {by for of, by in looks if of == key} != {"slider"}:
            assert words not in wrong


@pytest.mark.parametrize("seed", few(range(50)))
def test_a_gain_channel_the_other_way_round_is_turned_once(seed):
    rng = np.random.default_rng([seed, 19])
    setup = make_fresh_setup("Dill 500")
    bench = random_helicopter(seed)
    names = list(setup.transmitter.modes.names())
    gains = {n: float(rng.integers(30, 60)) * (-1 if rng.random() < 0.3 else 1) for n in names}
    bench.change([Change(f"transmitter.modes.{n}.tail_gain_pct", g) for n, g in gains.items()])
    setup = bench.setup
    names = [n for n in names if n in setup.transmitter.modes.names()]
    seen = {n: "rate" if gains[n] > 0 else "holds" for n in names}
    entries = [
        Entry(i, "tail_gain", f"mode.{n}", v, setup) for i, (n, v) in enumerate(seen.items())
    ]
    (action,) = make_bench_run(setup, entries).advice("tail_gain").actions
    assert action.text.count("gain channel") == 1
    assert set(action.keys) == {f"mode.{n}" for n in names}
