"""Looks answered in words, ball by ball, or some of each: no dead end, and few looks.

What the pilot says is worked out from the metal itself (practise/in_words.py): the plane through
the balls, apart from the solver's own arrays.
"""

import numpy as np
import pytest

from few import few
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.log import Entry, make_action_event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.pilot_hands import do, take_reading
from mint_lever.bench.practise.spoken_looks import word
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.steps.shared.horn_movement import leads_followed
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

LOOKS = ("look", "balls", "lead", "layout")


def to_the_swash(bench, rng, words):
    """Work a build through to step 8; give the answers and the acts of the directions."""
    entries, events = [], []
    for sequence in range(150):
        run = make_bench_run(bench.setup, entries, events)
        name = run.next_step()
        if name == "level":
            return entries, events
        move = choose_next_move(run, name)  # raises where nothing is asked and nothing is to do
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            events.append(make_action_event(sequence, name, move, before))
            continue
        said = word(bench, move) if rng.random() < words else None
        value = take_reading(bench, run.step(name), move) if said is None else said
        entries.append(Entry(sequence, name, move.key, value, bench.setup))
    raise AssertionError("the directions never ended")


def swapped(seed, arrangement):
    bench = random_helicopter(seed, arrangement)
    rng = np.random.default_rng(seed)
    leads = list(range(len(bench.truth.output_of_servo)))
    one, other = rng.choice(len(leads), 2, replace=False)
    leads[one], leads[other] = leads[other], leads[one]
    bench.truth.output_of_servo = leads
    return bench, rng


def right_way_round(bench):
    return (
        bench.pitch_rises()
        and bench.tilts("right")
        and bench.tilts("back")
        and bench.truth.output_of_servo == sorted(bench.truth.output_of_servo)
    )


@pytest.mark.parametrize("words", [0.0, 0.5, 1.0])
@pytest.mark.parametrize("seed", few(range(600, 606), 2))
def test_exchanged_leads_are_found_however_the_pilot_answers(seed, words):
    bench, rng = swapped(seed, "unit_mixes" if seed % 2 else "transmitter_mixes")
    entries, events = to_the_swash(bench, rng, words)
    assert right_way_round(bench)
    mended = [e for e in events if e.step in ("together", "tilts") and not e.learned]
    until = mended[0].sequence if mended else entries[-1].sequence
    looks = [e for e in entries if e.key.split(".")[0] in LOOKS and e.sequence < until]
    assert len(looks) <= (4 if words == 0 else 8)


def test_a_word_that_leaves_it_open_is_asked_again_ball_by_ball_before_any_lead():
    setup = make_fresh_setup("Savory 500")
    said = [("look.collective", "other"), ("look.right", "right"), ("look.back", "other")]
    entries = [
        Entry(i, "together" if key.endswith("collective") else "tilts", key, value, setup)
        for i, (key, value) in enumerate(said)
    ]
    found = make_bench_run(setup, entries).advice("together")
    assert found.next_key == "balls.collective"
    assert found.actions == ()
    (again,) = [ask for ask in found.asks if ask.key == "balls.collective"]
    assert again.options == ()


def test_a_sub_trim_that_moved_its_horn_tells_the_lead_without_a_look():
    """The same three looks, with and without step 5's own evidence that lead 2 is right."""
    before = make_fresh_setup("Savory 500")
    change = [Change("unit.servos.1.subtrim_us", 40.0)]
    after = read_setup(apply_changes(before.as_document(), change))
    way = before.airframe.servos[1].mounted
    read = [
        Entry(1, "horns", "horn.1", -4.0 * way, before),
        Entry(3, "horns", "horn.1", 0.0, after),
    ]
    assert leads_followed(make_bench_run(after, read)) == {1: 1}
    deaf = [read[0], Entry(3, "horns", "horn.1", -4.0 * way, after)]
    assert leads_followed(make_bench_run(after, deaf)) == {}
    assert leads_followed(make_bench_run(after, read[1:])) == {}
