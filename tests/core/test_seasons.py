"""Drawn seasons: flown by the advice alone, by pilots who say little and now and then the wrong
thing, until it is confirmed clean or given over to hands. The judge imports nothing of the product.
"""

import random
from collections import Counter

import pytest

import judge_flying
from builds import described, proved_run
from few import few
from mint_lever.bench.steps import make_bench_run
from mint_lever.field import SYMPTOMS, Flight, MechanicalLook, Observation, SettingChange, advise
from mint_lever.field.flights.flight_history import confirmed_gone, still_open, verdict_on
from season_pilot import Habits, Season, hopeless

SEED = 20_261_201


def seasons(flaws, most, count, habits=Habits()):  # noqa: B008 (frozen)
    """Draw helicopters with so many flaws and fly each; give the seasons."""
    flown, draw = [], SEED
    while len(flown) < count:
        drawn = judge_flying.helicopters(draw, 60)
        for hidden in (h for h in drawn if sum(bool(flaw.kind) for flaw in h.flaws) == flaws):
            season = Season(hidden, habits, len(flown))
            season.work(most)
            flown.append(season)
        draw += 1
    return flown[:count]


@pytest.mark.parametrize(("flaws", "most", "share"), [(1, 8, 0.95), (2, 12, 0.85)])
def test_it_is_clean_by_the_hidden_truth_and_confirmed(flaws, most, share):
    flown = seasons(flaws, most, 100)
    right = [each for each in flown if each.ended == "clean" and each.clean]
    assert len(right) >= share * len(flown), Counter(each.ended for each in flown)


def test_what_nothing_cures_is_said_to_be_for_hands():
    ended = Counter()
    for number in range(100):
        hidden = judge_flying.Hidden(random.Random(SEED + number))
        hidden.flaws = [hopeless(random.Random(number)), *judge_flying.healthy()]
        season = Season(hidden, Habits(), number)
        season.work(16)
        ended[season.ended] += 1
    # Who twice does not notice it has said that it is gone: nobody can know better.
    assert ended["hands"] >= 0.95 * (100 - ended["clean"]), ended


WAGS, DRIFTS = Observation("tail_wags", "normal"), Observation("tail_drifts", "normal")
GAIN = "transmitter.modes.normal.tail_gain_pct"


@pytest.mark.parametrize("seed", few(range(60)))
def test_no_word_about_a_symptom_is_no_verdict(seed):
    """Sixty flights after a change, in which something else was seen, or nothing at all."""
    draw = random.Random(seed)
    other = Observation(draw.choice(["speed_surges", "tips_apart", "wants_pop"]), "normal")
    made = SettingChange(GAIN, 44.0, 36.0, WAGS)
    gone = draw.choice([(), (WAGS,), (Observation("tail_bounces", "normal"),)])
    flights = [Flight(1, (WAGS,)), Flight(2, (other,), (made,), None, gone)]
    assert verdict_on(flights) == ("better" if WAGS in gone else None)
    assert (WAGS in still_open(flights)) == (confirmed_gone(flights, WAGS) < 2)


@pytest.mark.parametrize("after", range(1, 4))
def test_it_is_gone_after_two_flights_that_say_so(after):
    without = [
        Flight(2 + n, (Observation("wants_pop", "normal"),), gone=(WAGS,)) for n in range(after)
    ]
    assert (WAGS in still_open([Flight(1, (WAGS,)), *without])) == (after < 2)
    nothing = [Flight(2 + n) for n in range(after)]
    found = advise(proved_run(described()), [Flight(1, (WAGS,)), *nothing])
    assert found.confirm == ((WAGS,) if after < 2 else ())


@pytest.mark.parametrize("seen", ["tail_drifts", "nose_keeps_turning"])
def test_more_gain_is_not_given_to_a_tail_that_may_be_reversed(seen):
    flight = Flight(1, (Observation(seen, "normal"),))
    looked = [MechanicalLook(seen, 1, found=False)]
    found = advise(make_bench_run(described(), [], []), [flight], looked)
    assert (found.kind, found.bench) == ("bench", "tail_correction")
    assert advise(proved_run(described()), [flight], looked).move.path == GAIN
    asked = advise(proved_run(described()), [flight])
    assert asked.kind == "look"
    assert "answer nose right" in " ".join(SYMPTOMS[seen].look)


def test_a_tail_that_turns_round_by_itself_leads_to_its_correction_first_and_to_no_gain():
    seen = Observation("tail_turns_round", "normal")
    assert SYMPTOMS["tail_turns_round"].danger
    looked, been = [], []
    for number in range(1, 6):
        flights = [Flight(n, (seen,)) for n in range(1, number + 1)]
        found = advise(proved_run(described()), flights, looked)
        assert found.kind == "bench"
        been.append(found.bench)
        looked.append(MechanicalLook("tail_turns_round", number, found=True))
    assert been == ["tail_correction", "tail_mechanics", *["tail_offset"] * 3]
