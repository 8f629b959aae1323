"""Step 14, part 9: the delay that simple gyros ask for, by the size of the model."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION
from mint_lever.bench.wording.number_text import find_outcome

NAME = "tail_delay"
_SMALL = ("micro", "up_to_450")
_DELAY = (
    Option("set", "the one for this size"),
    Option("none", "there is no such setting"),
    Option("other", "the one for the other size", False),
)


def _advise(run: Readings) -> Advice:
    size = run.setup.airframe.size_class
    wanted = "" if size is None else "small models" if size in _SMALL else "larger models"
    ask = ask_what_is_seen(
        run,
        NAME,
        "delay",
        f"The gyro's delay is set for{f' {wanted}, which is' if wanted else ''}",
        "Small is 450 size and below. For the other size it is wrong.",
        _DELAY,
    )
    actions: tuple[Action, ...] = ()
    if ask.answer == "other":
        actions = (
            Action(
                key="delay",
                text=f"Set the gyro's delay for {wanted or 'the size of this model'}.",
                expect="Then look at the setting once more.",
                work=(Work("set_delay", 0),),
                keys=("delay",),
            ),
        )
    return Advice(
        step=NAME,
        do=("Simple gyros have two: for models of 450 size and below, and for larger ones.",),
        asks=(ask,),
        summary="" if wanted else "The model's size is not written down; the choice goes by it.",
        actions=actions,
        outcome=find_outcome([ask]),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "delay":
        return bench.truth.tail.delay
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=9,
    title="Tail delay",
    why="A delay for the other size makes a small tail wag, or a large one slow.",
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
