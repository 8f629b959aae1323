"""Step 16, part 3: which way the governor's unit feeds throttle into the tail.

By the rotor's rotation and by which face of the gyro is up: four cases, and a remount flips it.
Common practice, no source.
"""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import GOVERNOR
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.model.drive.governor_device import meant
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.document import Setup

NAME = "yaw_feed"
_SET = Action(
    key="set",
    text="Set the yaw feed at the unit as its manual's table has it for this rotation and mount.",
    expect="Then look at the menu again.",
    work=(Work("set_yaw_feed", 0),),
)


def _advise(run: Readings) -> Advice:
    mounting = None if run.setup.unit is None else run.setup.unit.mounting
    up = "the face that is up"
    if mounting is not None:
        up = f"{_word_of('unit.mounting.face_up', mounting.face_up)} up"
    rotation = _word_of("airframe.head.rotation", run.setup.airframe.head.rotation)
    asks = (
        ask_what_is_seen(
            run,
            NAME,
            "feed",
            f"The unit's yaw feed, for a rotor turning {rotation} and {up}",
            "The manual has a table of the four cases. Wrong: the other sign. The tail then "
            "kicks further the way it kicks already when the speed changes.",
            (
                Option("set", "as the table has it for this case"),
                Option("none", "this unit has no such setting"),
                Option("other", "something else", False),
            ),
        ),
    )
    outcome = find_outcome(asks)
    return Advice(
        step=NAME,
        do=("Look at how the unit sits before the menu is looked at.",),
        asks=asks,
        summary="A remount asks for it again." if outcome == "good" else "",
        actions=(_SET,) if asks[0].word == "out" else (),
        outcome=outcome,
    )


def _word_of(path: str, value: str) -> str:
    row = find_row(path)
    assert row is not None
    return str(dict(row.words)[value])


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key != "feed":
        raise not_simulated(ask.key)
    return "set" if bench.drive.truth.yaw_feed_right else "other"


def _not_needed(setup: Setup) -> str:
    return "" if meant(setup) == "unit" else "The unit does not hold the head speed."


STEP = Step(
    name=NAME,
    number=GOVERNOR,
    part=3,
    title="Yaw feed",
    why="With the wrong sign the tail kicks harder each time the governor works.",
    not_needed=_not_needed,
    advise=_advise,
    simulate=_simulate,
)
