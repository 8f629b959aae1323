"""Which way a turn of the tail's push rod goes is learned from the first turn.

Common practice, no source (the tail's part 7).
"""

import numpy as np
import pytest

import judge_tail
from few import few
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.setup import Change
from tail_pilot import work_the_tail

ARRANGEMENTS = ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")


def unknown_rod(seed):
    """A tail whose rod pulls or pushes and whose thread is another than any that is written down;
    described but for that in every second case."""
    bench = random_helicopter(seed, ARRANGEMENTS[seed % 3])
    rng = np.random.default_rng([seed, 17])
    bench.truth.tail.change_servo(rod_pulls=bool(rng.random() < 0.7))
    bench.truth.tail.change(
        rod_thread_mm=float(rng.choice([0.25, 0.4, 0.5, 0.7])), rod_ends=int(rng.choice([1, 2]))
    )
    described = seed % 2 == 0
    bench.change(
        [Change("airframe.tail.servo.rod_pulls", None)]
        if described
        else [Change("airframe.tail", None)]
    )
    return bench


@pytest.mark.parametrize("seed", few(range(217_000, 217_060)))
def test_the_first_turn_tells_and_the_rest_is_right(seed):
    bench = unknown_rod(seed)
    entries, events, reads = work_the_tail(bench)
    found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
    assert not [each for each in judge_tail.wrong_with_tail(*found) if "tail pitch" in each]
    turns = [w.amount for e in events for w in e.work if w.kind == "turn_tail_rod"]
    if turns:
        assert abs(turns[0]) <= 1.0
    assert reads["tail_offset", "pitch"] <= 5
    # After the first turn none goes the wrong way again.
    pulls = bench.truth.tail.metal.servo.rod_pulls
    after = [e for e in events if any(w.kind == "turn_tail_rod" for w in e.work)][1:]
    aim = 3.5 * bench.setup.airframe.head.turn_sign
    for event in after:
        before = [e for e in entries if e.key == "pitch" and e.sequence < event.sequence][-1]
        (work,) = event.work
        goes = work.amount * (-1 if pulls else 1)
        assert goes * (aim - before.value) > 0, "the same wrong way again"


@pytest.mark.judge
def test_what_the_rod_does_is_written_down_with_a_described_tail():
    learned = []
    for seed in range(217_000, 217_012, 2):
        bench = unknown_rod(seed)
        _, events, _ = work_the_tail(bench)
        if any(w.kind == "turn_tail_rod" for e in events for w in e.work):
            kept = bench.setup.airframe.tail.servo.rod_pulls
            learned.append(kept is bench.truth.tail.metal.servo.rod_pulls)
    assert learned
    assert all(learned)
