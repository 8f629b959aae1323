"""The simulated helicopter answers what it simulates and refuses the rest; it never guesses."""

import pytest

from mint_lever.bench.engine.advice import Balls, Choice, Confirm, Number, Numbers
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.steps import STEPS
from mint_lever.faults import NotSimulated

ARRANGEMENTS = ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")
INVENTED = (
    Confirm(key="invented", label="The moon is up"),
    Number(key="invented", label="Weight of the moon", unit="g"),
    Choice(key="invented", label="Its colour", options=(("red", "red"), ("blue", "blue"))),
    Balls(key="invented", label="What the moon did", count=3),
    Numbers(key="invented", label="Its holes", unit="mm"),
)


@pytest.mark.parametrize("step", STEPS, ids=lambda step: step.name)
@pytest.mark.parametrize("ask", INVENTED, ids=lambda ask: type(ask).__name__)
def test_a_question_nobody_simulates_is_refused_by_every_step(step, ask):
    bench = random_helicopter(7, "unit_mixes")
    with pytest.raises(NotSimulated) as refused:
        step.simulate(bench, ask)
    (fault,) = refused.value.faults
    assert fault.path == "invented"
    assert "real model" in fault.allowed


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
def test_a_finished_evening_has_an_answer_of_its_kind_to_every_question(arrangement, ended_evening):
    bench, done = ended_evening(arrangement)
    run = done.run(bench)
    kinds = {
        Confirm: bool,
        Number: (int, float),
        Choice: str,
        Balls: (list, tuple),
        Numbers: (list, tuple),
    }
    answered = 0
    for step in run.steps:
        for ask in run.advice(step.name).asks:
            value = run.answer(step.name, ask.key)
            if value is None:
                continue
            answered += 1
            if not (isinstance(ask, Balls) and isinstance(value, str)):
                assert isinstance(value, kinds[type(ask)]), (step.name, ask.key)
    assert answered > 25


def test_the_same_build_is_the_same_helicopter_and_another_is_not():
    one, same, other = (random_helicopter(seed, "unit_mixes") for seed in (3, 3, 4))
    assert one.truth == same.truth
    assert one.setup == same.setup
    assert one.truth != other.truth
