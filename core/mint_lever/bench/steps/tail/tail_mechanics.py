"""Step 14, part 1: the tail's mechanics, before anything is set."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION
from mint_lever.bench.wording.number_text import find_outcome

NAME = "tail_mechanics"
_ASKS = (
    (
        "belt",
        "Pressed with a finger, the tail's belt is",
        "Wrong: a belt that can be pressed onto its other run, or one that hums when plucked.",
        (
            Option("firm", "firm, not tight"),
            Option("shaft", "not there: a shaft drives the tail"),
            Option("slack", "slack", False),
            Option("tight", "tight", False),
        ),
    ),
    (
        "slider",
        "Moved by hand over its whole way, push rod off, the slider is",
        "Wrong: a place where it sticks, or blades that can be moved with the slider held.",
        (
            Option("free", "free, without play"),
            Option("play", "free, with play", False),
            Option("stiff", "stiff somewhere", False),
        ),
    ),
    (
        "turns",
        "Main rotor turned by hand its own way: the tail blades go",
        "Through the side where the main rotor's air comes down. The maker's manual comes first. "
        "Blades on with the leading edge forward as they turn.",
        (
            Option("leading", "leading edge first, into that air"),
            Option("trailing", "trailing edge first", False),
        ),
    ),
)
_TENSION = Action(
    key="tension.belt",
    text="Slack the belt fully, push the boom forward, pull until firm but not tight, lock the "
    "boom, then trim both tension screws alike.",
    expect="Then press it with a finger again.",
    device="helicopter",
    work=(Work("tension_belt", 0),),
    aspects=("tail_case",),
    keys=("belt",),
)
_FREE = Action(
    key="free.slider",
    text="Take the play or the stiff place out: slider, its links, the lever, a bent tail shaft.",
    expect="Then move it by hand over its whole way again.",
    device="helicopter",
    work=(Work("free_slider", 0),),
    aspects=("tail_case",),
    keys=("slider",),
)
_TWIST = Action(
    key="turn.belt",
    text="Take the tail apart and twist the belt the other way.",
    expect="Then turn the main rotor by hand again.",
    device="helicopter",
    work=(Work("turn_belt", 0),),
    aspects=("tail_case",),
    keys=("turns", "belt"),
)
_MENDS = {
    ("turns", "trailing"): _TWIST,
    ("belt", "slack"): _TENSION,
    ("belt", "tight"): _TENSION,
    ("slider", "play"): _FREE,
    ("slider", "stiff"): _FREE,
}


def _advise(run: Readings) -> Advice:
    asks = tuple(ask_what_is_seen(run, NAME, *each) for each in _ASKS)
    outcome = find_outcome(asks)
    wrong = {(ask.key, ask.answer) for ask in asks}
    actions = tuple({mend.key: mend for of, mend in _MENDS.items() if of in wrong}.values())
    return Advice(
        step=NAME,
        do=(
            "Push rod off the slider, tail blades on, power off.",
            "Mechanics first: no setting makes up for a belt or a slider.",
        ),
        asks=asks,
        summary="Belt, slider and the way the tail turns are as they should be."
        if outcome == "good"
        else "A tail that wags at every gain mostly has its trouble here.",
        actions=actions[:1],
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    truth = bench.truth.tail
    if ask.key == "turns":
        return "trailing" if truth.belt_twisted else "leading"
    if ask.key == "belt":
        return truth.belt
    if ask.key == "slider":
        return truth.slider
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=1,
    title="Tail mechanics",
    why="No gain is free of wag on a slack belt, and no tail holds that turns the wrong way.",
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
