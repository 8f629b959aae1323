"""Links by their own smallest step, and nothing offered that a gauge could not tell."""

import pytest

from builds import document
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.questions.answer_check import check_answer, make_answer_changes
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, read_setup
from mint_lever.setup.edits.path_edit import apply_changes


def edited(*changes, setup=None):
    of = (setup or read_setup(document())).as_document()
    return read_setup(apply_changes(of, [Change(*change) for change in changes]))


def read(setup, step, twice=True, **said):
    pairs = [(key.replace("_", "."), value) for key, value in said.items()] * (2 if twice else 1)
    entries = [Entry(n, step, key, value, setup) for n, (key, value) in enumerate(pairs)]
    return make_bench_run(setup, entries).advice(step)


def ask(advice, key):
    return next(each for each in advice.asks if each.key == key)


@pytest.mark.parametrize(("step", "part"), [("zero_pitch", "head"), ("level", "swash")])
@pytest.mark.parametrize(("said", "turns"), [("stepless", 0.0), ("half", 0.5), ("whole", 1.0)])
def test_the_smallest_step_is_asked_for_at_the_bench_and_kept(step, part, said, turns):
    setup = edited()
    question = ask(make_bench_run(setup).advice(step), "link_step")
    assert question.optional
    written = make_answer_changes(question, check_answer(question, said))
    assert written == (Change(f"airframe.{part}.link_step_turns", turns),)
    after = make_bench_run(edited((written[0].path, turns), setup=setup)).advice(step)
    assert ask(after, "link_step").answer == said


def test_which_ends_turn_is_kept_as_a_whole_number():
    question = ask(make_bench_run(edited()).advice("zero_pitch"), "link_ends")
    (change,) = make_answer_changes(question, "both")
    assert change == Change("airframe.head.link_ends", 2)
    assert edited((change.path, change.value)).airframe.head.link_ends == 2


def test_where_the_next_step_overshoots_by_as_much_as_is_left_nothing_more_is_asked():
    """M2 thread on a 20 mm arm: a whole turn is about 1.1°. Blades at ±0.5° would only swap."""
    whole = edited(("airframe.head.link_step_turns", 1.0))
    advice = read(whole, "zero_pitch", blade_0=0.5, blade_1=0.5)
    assert advice.actions == ()
    assert "the best they give" in advice.summary
    # The same blades with a turnbuckle come to zero.
    free = edited(("airframe.head.link_step_turns", 0.0))
    assert read(free, "zero_pitch", blade_0=0.5, blade_1=0.5).actions


def test_no_link_is_turned_for_less_than_a_gauge_repeats():
    """F23: 0.1°. A blade 0.28° off is workable; a turnbuckle's next tenth of a turn gains 0.1."""
    free = edited(("airframe.head.link_step_turns", 0.0))
    advice = read(free, "zero_pitch", blade_0=0.28, blade_1=0.28)
    assert advice.outcome == "workable"
    assert advice.actions == ()


def test_no_figure_is_nudged_for_less_than_a_gauge_repeats():
    setup = edited(
        ("targets.cyclic_deg", 9.0), ("unit.cyclic_pct", 60.0), ("unit.cyclic_school", "full_throw")
    )
    pair = {"right": 11.4, "left": -11.4, "forward": 11.4, "back": -11.4}
    near = read(setup, "cyclic_throw", **pair)
    assert near.outcome == "workable"
    assert [act.key for act in near.actions] == ["figure"]
    far = read(
        edited(("unit.collective_pct", 60.0), ("unit.collective_low_pct", 60.0), setup=setup),
        "collective_range",
        up=setup.targets.collective_high_deg + 0.38,
        down=-setup.targets.collective_low_deg - 0.38,
    )
    for act in far.actions:
        for expected in act.predicts:
            target = setup.targets.collective_high_deg
            assert 0.38 - abs(abs(expected.value) - target) > 0.1
