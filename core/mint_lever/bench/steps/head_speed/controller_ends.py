"""Step 15, part 5: the speed controller learns both ends of the throttle.

Common practice, no source (F18).
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import (
    CANNOT_DRIVE,
    DRIVE,
    MANUAL_FIRST,
    MOVES_THE_THROTTLE,
    NOT_ELECTRIC,
)
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.model.drive.governor_device import electric
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import Mode

NAME = "controller_ends"
_ENDS = (
    Option("taken", "the controller took both ends, each with its sign"),
    Option("missing", "an end was not taken, or the motor would start above low stick", False),
)
_TEACH = Action(
    key="teach.ends",
    text="Teach the controller its ends, as its manual says: transmitter on, stick full, plug in, "
    "wait for its sign, stick low, wait for its sign.",
    expect="It gives a sign after each. A unit is taught the throttle after this, never before.",
    device="speed controller",
    work=(Work("teach_throttle", 0),),
    keys=("ends",),
)


def _advise(run: Readings) -> Advice:
    asks = (
        ask_what_is_seen(
            run,
            NAME,
            "ends",
            "Stick full, powered up, stick low, with a straight curve",
            "As the controller's manual says; before a unit is taught them. Wrong: a motor that "
            "starts only high up, or stands at full before the stick does.",
            _ENDS,
        ),
    )
    normal: Mode = run.setup.transmitter.modes.normal
    low, high = normal.throttle_curve[0], normal.throttle_curve[-1]
    do = [
        "Normal mode, throttle hold off, full rate.",
        "This comes before a unit is taught the throttle: the unit's ends rest on it.",
    ]
    if (low, high) != (0.0, 100.0):
        do.append(
            f"Normal's throttle curve goes from {low:g} to {high:g} %: make it 0 to 100 % and "
            "straight while the ends are taught, and put it back after."
        )
    outcome = find_outcome(asks)
    return Advice(
        step=NAME,
        do=tuple(do),
        asks=asks,
        summary="The controller knows both ends." if outcome == "good" else "",
        actions=(_TEACH,) if asks[0].answer == "missing" else (),
        outcome=outcome,
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key != "ends":
        raise not_simulated(ask.key)
    low = bench.throttle_low_at_low_stick()
    return "taken" if low and bench.truth.throttle_taught else "missing"


def _not_needed(setup: Setup) -> str:
    return "" if electric(setup) else NOT_ELECTRIC


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=5,
    title="Ends of the speed controller",
    why="A controller that does not know its ends starts late, or never gives full power.",
    rests_on=("throttle",),
    opens_after=MOVES_THE_THROTTLE,
    not_needed=_not_needed,
    cautions=(CANNOT_DRIVE, MANUAL_FIRST),
    advise=_advise,
    simulate=_simulate,
)
