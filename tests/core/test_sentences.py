"""What a pilot reads: signs that are minus signs, answers in the words of their question."""

import pytest

from mint_lever.bench import write_answer
from mint_lever.bench.engine.advice import Action, Advice, Balls, Choice, Number, Option, Ruler
from mint_lever.bench.engine.log import Entry, make_action_event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.pilot_hands import do, take_reading
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.bench.wording.typography import typeset
from mint_lever.measure.verdict import Band

HYPHEN = "Set -3 %, not (-4): one-sided, 3-blade, 2-4"
MINUS = "Set −3 %, not (−4): one-sided, 3-blade, 2-4"


def test_every_sentence_of_an_advice_has_a_minus_before_a_figure():
    options = (Option("low", HYPHEN),)
    said = typeset(
        Advice(
            step="level",
            do=(HYPHEN,),
            summary=HYPHEN,
            asks=(
                Number(key="n", label=HYPHEN, hint=HYPHEN),
                Choice(key="c", label="Which", options=options),
                Balls(key="b", label="Balls", options=options),
            ),
            actions=(Action(key="a", text=HYPHEN, expect=HYPHEN, parts=(HYPHEN,)),),
            rulers=(Ruler(label=HYPHEN, unit="°", band=Band.around(0, 1, 2), marks=()),),
        )
    )
    number, choice, balls = said.asks
    (act,) = said.actions
    words = [*said.do, said.summary, number.label, number.hint]
    words += [choice.options[0].label, balls.options[0].label]
    words += [act.text, act.expect, *act.parts, said.rulers[0].label]
    assert words == [MINUS] * 10
    assert choice.options[0].value == "low"


@pytest.mark.parametrize(
    ("answer", "said"),
    [("low", "under the ring"), ([1, -1], "1 −1"), ("gone", "gone"), (True, "yes"), (-2.5, "−2.5")],
)
def test_an_answer_is_said_by_its_question_whatever_the_log_holds(answer, said):
    asked = Choice(key="c", label="Where", options=(Option("low", "under the ring"),))
    assert write_answer(asked, answer) == said
    if answer != "low":
        assert write_answer(None, answer) == said


def test_no_sentence_of_an_evening_has_two_colons_or_a_hyphen_for_a_minus():
    bench = random_helicopter(5_000, "transmitter_mixes")
    entries, events, seen = [], [], set()
    for sequence in range(300):
        run = make_bench_run(bench.setup, entries, events)
        name = run.next_step()
        if name is None:
            break
        advice = run.advice(name)
        for part in (*advice.asks, *advice.actions):
            words = [getattr(part, "label", ""), getattr(part, "hint", "")]
            words += [getattr(part, "text", ""), getattr(part, "expect", "")]
            seen.update(words)
        move = choose_next_move(run, name)
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            events.append(make_action_event(sequence, name, move, before))
        else:
            value = take_reading(bench, run.step(name), move)
            entries.append(Entry(sequence, name, move.key, value, bench.setup))
    else:
        raise AssertionError("the evening never ended")
    sentences = {each for words in seen for each in words.split(". ")}
    assert len(sentences) > 80
    assert [each for each in sentences if each.count(": ") > 1] == []
    assert [each for each in sentences if " -1" in each or " -0" in each] == []
