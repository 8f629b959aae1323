"""What a change made at the field opens again on the bench: no more than it undoes."""

import pytest

from mint_lever.bench.steps import make_bench_run
from mint_lever.field.advice.reopened_steps import list_reopened_steps
from mint_lever.field.advice.setting_move import Move
from mint_lever.setup import make_helicopter

GAIN = "transmitter.modes.normal.tail_gain_pct"


@pytest.fixture(scope="module")
def finished(ended_evening):
    bench, evening = ended_evening()
    return evening.run(bench)


def test_a_gain_moved_a_little_opens_the_final_list_alone(finished):
    """A few points, well away from the change-over: the gyro is in the mode it was (F15)."""
    gain = finished.setup.transmitter.modes.normal.tail_gain_pct
    move = Move(GAIN, gain, gain - 6.0 if gain > 0 else gain + 6.0, -1)
    assert list_reopened_steps(finished, move) == ("final_directions",)


def test_one_that_comes_near_the_change_over_is_looked_at_again(finished):
    gain = finished.setup.transmitter.modes.normal.tail_gain_pct
    assert "tail_gain" in list_reopened_steps(finished, Move(GAIN, gain, 2.0, -1))


def test_a_centre_moved_opens_the_final_list_alone(finished):
    """Common practice, no source: a centre moved asks for the final list only."""
    path = "unit.centre_trim.aileron_pct"
    assert list_reopened_steps(finished, Move(path, 0.0, 1.0, 1)) == ("final_directions",)


def test_on_a_bench_where_nothing_is_done_all_it_touches_is_named():
    run = make_bench_run(make_helicopter("Savory 500"))
    assert "tail_gain" in list_reopened_steps(run, Move(GAIN, 44.0, 38.0, -1))
