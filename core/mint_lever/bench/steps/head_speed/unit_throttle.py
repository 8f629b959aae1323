"""Step 16, part 1: the unit learns the throttle, after the controller has learned its ends."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Number, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import CANNOT_DRIVE, GOVERNOR, MOVES_THE_THROTTLE
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.governor_device import meant
from mint_lever.setup.document import Setup
from mint_lever.sources import MEMORY

NAME = "unit_throttle"
_OWN_PCT: Annotated[dict[str, tuple[float, float]], MEMORY] = {
    "low": (0.0, 1.0),
    "middle": (50.0, 5.0),
    "full": (100.0, 1.0),
}
"""What the display must read, and how near."""
_WORDS = {"low": "at low stick", "middle": "at half stick", "full": "at full stick"}
_THROUGH = (
    Option("yes", "runs through the unit"),
    Option("no", "goes straight to the controller", False),
)
_TEACH = Action(
    key="teach.unit",
    text="Teach the unit the throttle as its manual says: low stick, then full.",
    expect="Its display then reads 0 at low stick and rises evenly to 100.",
    device="unit",
    work=(Work("teach_unit_throttle", 0),),
    keys=tuple(_OWN_PCT),
)
_LEAD = Action(
    key="lead",
    text="Lead the throttle through the unit: one serial link, or the throttle's lead through it.",
    expect="Then the unit's display shows the throttle.",
    device="helicopter",
    work=(Work("lead_throttle", 0),),
)


def _advise(run: Readings) -> Advice:
    through = ask_what_is_seen(
        run,
        NAME,
        "through",
        "The throttle on its way to the controller",
        "The unit can hold the head speed only if the throttle runs through it. Wrong: a lead "
        "straight from the receiver to the controller.",
        _THROUGH,
    )
    shown = [_shown(run, place) for place in _OWN_PCT]
    asks: tuple[Choice | Number, ...] = (through, *shown)
    outcome = find_outcome(asks)
    actions: tuple[Action, ...] = ()
    said = ""
    if through.word == "out":
        actions = (_LEAD,)
    elif outcome is not None and _taught_too_early(run, shown):
        outcome, actions = "out", (_TEACH,)
        said = "The controller was taught its ends after the unit: teach the unit anew."
    elif any(ask.word == "out" for ask in shown):
        actions = (_TEACH,)
        if shown[0].word == "out" and (shown[0].answer or 0.0) > 50:
            said = "The unit shows full at low stick: do not arm."
    if not said and outcome == "good":
        said = "The unit knows the throttle from end to end."
    return Advice(
        step=NAME,
        do=(
            "Normal mode, throttle hold off, a straight curve; the display's throttle page.",
            "Only after the controller has learned its ends.",
        ),
        asks=asks,
        summary=said,
        actions=actions,
        outcome=outcome,
    )


def _shown(run: Readings, place: str) -> Number:
    read = run.mean(NAME, place)
    wanted, near = _OWN_PCT[place]
    word: VerdictWord | None = (
        None if read is None else "in" if abs(read - wanted) <= near else "out"
    )
    return Number(
        key=place,
        label=f"The unit's throttle display {_WORDS[place]}",
        hint=f"{wanted:g} is right, with its sign as it is shown"
        + ("; wrong is full at low stick: do not arm then." if place == "low" else "."),
        unit="%",
        low=-150.0,
        high=150.0,
        nudge=1.0,
        answer=read,
        word=word,
    )


def _taught_too_early(run: Readings, shown: list[Number]) -> bool:
    """Whether the controller was taught after the unit's display was read."""
    taught = [e.sequence for e in run.events if e.step == "controller_ends" and "ends" in e.keys]
    read = [e.sequence for ask in shown for e in run.held(NAME, ask.key)[-1:]]
    return bool(taught and read) and min(read) < max(taught)


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "through":
        return "yes" if bench.drive.truth.through_unit else "no"
    if ask.key in _OWN_PCT:
        return bench.drive.unit_shows_throttle(_OWN_PCT[ask.key][0])
    raise not_simulated(ask.key)


def _not_needed(setup: Setup) -> str:
    if meant(setup) == "unit":
        return ""
    return "The unit does not hold the head speed: it need not know the throttle."


STEP = Step(
    name=NAME,
    number=GOVERNOR,
    part=1,
    title="The unit learns the throttle",
    why="The governor's on-point counts from ends the unit was taught.",
    rests_on=("controller_ends",),
    repeats=1.0,
    opens_after=MOVES_THE_THROTTLE,
    not_needed=_not_needed,
    cautions=(CANNOT_DRIVE,),
    advise=_advise,
    simulate=_simulate,
)
