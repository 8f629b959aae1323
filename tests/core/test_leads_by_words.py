"""Exchanged leads where the pilot answers in one word for the whole swash, as far as that goes."""

import numpy as np
import pytest

from few import few
from mint_lever.bench import Entry
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.log import make_action_event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.pilot_hands import do, take_reading
from mint_lever.bench.practise.spoken_looks import word
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup.arrangement import ARRANGEMENTS


@pytest.mark.parametrize("seed", few(range(60)))
def test_a_word_moves_no_leads_to_and_fro(seed):
    """Two vague words fit many exchanges: mended by the likeliest, the same servo was turned round
    and the same leads exchanged for ever. Asked ball by ball, two mendings are enough."""
    bench = random_helicopter(seed, list(ARRANGEMENTS)[seed % 3])
    hung = np.random.default_rng(seed).permutation(len(bench.truth.output_of_servo))
    bench.truth.output_of_servo = hung.tolist()
    entries, events, run, exchanges = [], [], None, 0
    for turn in range(150):
        run = make_bench_run(bench.setup, entries, events, before=run)
        if run.done("tilts"):
            break
        name = run.next_step()
        move = choose_next_move(run, name)
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            events.append(make_action_event(turn, name, move, before))
            by_looks = name in ("together", "tilts")
            exchanges += by_looks and any(work.kind == "exchange_plugs" for work in move.work)
        else:
            said = word(bench, move)
            value = take_reading(bench, run.step(name), move) if said is None else said
            entries.append(Entry(turn, name, move.key, value, bench.setup))
    assert run.done("tilts")
    assert exchanges <= 2
