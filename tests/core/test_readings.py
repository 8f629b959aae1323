"""Which readings of one question count: the newest, and those that are of one mind with it."""

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from mint_lever.bench import Entry
from mint_lever.bench.engine.advice import Action, Work
from mint_lever.bench.engine.log import make_action_event
from mint_lever.bench.steps import STEPS, make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

SETUP = make_fresh_setup("Lovage 480")
REPEATS = {step.name: step.repeats for step in STEPS}
GAUGE = REPEATS["zero_pitch"]
relaxed = settings(deadline=None, suppress_health_check=[HealthCheck.too_slow])
figures = st.floats(-5, 5).map(lambda value: round(value, 1))


def run_of(*readings, step="zero_pitch", key="blade.0", events=()):
    """A run with readings of one question, plain ones or (value, joins)."""
    entries = []
    for sequence, reading in enumerate(readings):
        value, joins = reading if isinstance(reading, tuple) else (reading, False)
        entries.append(Entry(sequence, step, key, value, SETUP, joins=joins))
    return make_bench_run(SETUP, entries, events)


def counted(run, step="zero_pitch", key="blade.0"):
    return [entry.value for entry in run.counted(step, key)]


@pytest.mark.parametrize(
    ("readings", "count"),
    [
        ((1.1,), [1.1]),
        ((3.0, 0.4), [0.4]),
        ((0.4, 0.5), [0.4, 0.5]),
        ((3.0, 0.4, 0.5), [0.4, 0.5]),
        ((0.4, 3.0, 0.5), [0.5]),
        ((0.4, 3.0, 3.1), [3.0, 3.1]),
        ((3.0, (0.4, True)), [3.0, 0.4]),
        ((3.0, (0.4, True), 0.5), [3.0, 0.4, 0.5]),
        ((3.0, 0.4, (1.0, True)), [0.4, 1.0]),
    ],
)
def test_a_new_reading_replaces_unless_it_agrees_or_a_mean_is_asked_for(readings, count):
    """Horn 3.0, then 0.4: that is 0.4, and not 1.7. Common practice, no source."""
    run = run_of(*readings)
    assert counted(run) == count
    assert run.mean("zero_pitch", "blade.0") == pytest.approx(sum(count) / len(count))


@relaxed
@given(st.lists(st.tuples(figures, st.booleans()), min_size=1, max_size=8))
def test_what_counts_is_an_unbroken_tail_with_the_newest_in_it(readings):
    run = run_of(*readings)
    values = [value for value, _ in readings]
    tail = counted(run)
    assert tail == values[len(values) - len(tail) :]
    assert tail[-1] == values[-1]
    first = len(values) - len(tail)
    for index in range(first, len(values) - 1):
        near = abs(values[index] - values[-1]) <= GAUGE + 1e-9
        assert near or readings[index + 1][1]
    if first > 0:
        assert abs(values[first - 1] - values[-1]) > GAUGE
        assert not readings[first][1]


@relaxed
@given(st.lists(figures, min_size=1, max_size=6))
def test_a_ruler_marks_as_holding_what_counts_and_no_other(values):
    run = run_of(*values)
    marks = run.marks("zero_pitch", "blade.0")
    assert [mark.value for mark in marks] == values
    assert [mark.value for mark in marks if mark.holds] == counted(run)


@relaxed
@given(st.permutations(range(4)))
def test_the_log_is_read_by_its_sequence_whatever_order_it_comes_in(order):
    entries = [Entry(i, "zero_pitch", "blade.0", float(i), SETUP) for i in range(4)]
    run = make_bench_run(SETUP, [entries[i] for i in order])
    assert [entry.sequence for entry in run.all("zero_pitch", "blade.0")] == [0, 1, 2, 3]
    assert run.answer("zero_pitch", "blade.0") == 3.0


def test_a_question_nobody_answered_has_no_answer_and_no_mean():
    run = run_of(1.0)
    assert run.answer("zero_pitch", "blade.1") is None
    assert run.mean("zero_pitch", "blade.1") is None
    assert run.counted("no such step", "blade.0") == []


def test_advice_that_was_followed_asks_for_its_reading_once_more():
    work = (Work("turn_blade_link", 0, 1.0),)
    turned = Action(key="links", text="Turn link A one turn.", work=work)
    event = make_action_event(5, "zero_pitch", turned, SETUP)
    after = run_of(1.1, 0.0, events=[event])
    assert after.held("zero_pitch", "blade.0") == []
    assert [mark.holds for mark in after.marks("zero_pitch", "blade.0")] == [False, False]


def test_readings_with_nothing_but_one_control_between_them_can_be_compared():
    control = "unit.cyclic_pct"
    entries, setups = [], []
    for sequence, value in enumerate((40.0, 45.0, 45.0)):
        made = apply_changes(SETUP.as_document(), [Change(control, value)])
        setups.append(read_setup(made))
        entries.append(Entry(sequence, "cyclic_throw", "left", 7.0 + sequence, setups[-1]))
    run = make_bench_run(setups[-1], entries)
    seen = run.comparable("cyclic_throw", "left", control)
    # At 45 % two were read, a degree apart: the later one took the other's place.
    assert [entry.value for entry in seen] == [7.0, 9.0]
    longer = apply_changes(
        setups[-1].as_document(), [Change(f"airframe.servos.{i}.arm_mm", 15.0) for i in range(3)]
    )
    assert (
        make_bench_run(read_setup(longer), entries).comparable("cyclic_throw", "left", control)
        == []
    )


def test_every_step_says_how_far_its_instrument_repeats():
    """F23: a gauge repeats within about 0.1°, so two readings lie at most 0.2° apart."""
    assert pytest.approx(0.2) == GAUGE
    assert all(repeats >= 0 for repeats in REPEATS.values())
