"""Step 15, part 3: exactly one governor, or none: where it lives, and that the other one is off."""

from __future__ import annotations

from typing import Annotated, Literal

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Number, Option, Work
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.steps.shared.head_speed_part import DRIVE, MANUAL_FIRST
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.model.drive.governor_device import (
    PLACE_WORDS,
    GovernorPlace,
    electric,
    meant,
    switched_on,
)
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS
from mint_lever.sources import MEMORY

NAME = "governor_place"
Box = Literal["unit", "speed_controller"]
_PATH = {"unit": "unit.governor", "speed_controller": "speed_controller.governor"}
_SPEED = "speed."
"""A question about a head speed, before its flight mode."""
_SIMULATED_RPM: Annotated[float, MEMORY] = 1900.0
"""What a simulated pilot wants where nothing is written down."""
_HINT: dict[Box, str] = {
    "unit": "In the unit's own menus. Wrong: one that is on beside the controller's.",
    "speed_controller": "By its card or its manual; a soft start with governor counts as one. "
    "Wrong: one that is on beside the unit's.",
}


def _boxes(run: Readings) -> tuple[Box, ...]:
    boxes: list[Box] = [] if run.setup.unit is None else ["unit"]
    if electric(run.setup):
        boxes.append("speed_controller")
    return tuple(boxes)


def _advise(run: Readings) -> Advice:
    boxes = _boxes(run)
    places: list[GovernorPlace] = [*boxes, "none"]
    place = Choice(
        key="place",
        label="The head speed is to be held by",
        hint="One device, or nobody. In the unit the throttle has to run through the unit; with a "
        "lead for every function that may not be possible.",
        options=tuple(Option(each, PLACE_WORDS[each]) for each in places),
        answer=run.answer(NAME, "place"),
        word=None if run.answer(NAME, "place") is None else "in",
        writes=("drive.governor.place",),
    )
    # What the pilot said is what is wanted, also where a device is still otherwise.
    drive = run.setup.drive
    said = drive is not None and place.answer is not None
    wanted = drive.governor.place if drive is not None and said else meant(run.setup)
    found = [_seen(run, box, wanted == box) for box in boxes]
    actions = [
        action
        for box, ask in zip(boxes, found, strict=True)
        if ask.answer is not None
        for action in (_switch(run, box, ask, wanted == box),)
        if action is not None
    ]
    speeds = _speeds(run) if wanted == "unit" else []
    asks: tuple[Ask, ...] = (place, *found, *speeds)
    outcome = find_outcome(asks)
    if actions and outcome == "good":
        outcome = "begun"
    return Advice(
        step=NAME,
        do=(
            "Exactly one governor at most: two fight over the throttle.",
            "With the controller's governor the unit passes the throttle through untouched.",
        ),
        asks=asks,
        summary=f"Held by {PLACE_WORDS[wanted]}." if outcome == "good" else "",
        actions=tuple(actions) if place.answer is not None else (),
        outcome=outcome,
    )


def _seen(run: Readings, box: Box, on: bool) -> Choice:
    return ask_what_is_seen(
        run,
        NAME,
        box,
        f"The governor of {PLACE_WORDS[box]} is",
        _HINT[box],
        (Option("on", "on", on), Option("off", "off", not on)),
    )


def _speeds(run: Readings) -> list[Number]:
    """A unit's governor holds a head speed in every idle-up: it is asked for where none is written
    down, and stays to be seen where it was asked for."""
    asks = []
    for name in run.setup.transmitter.modes.names():
        path = f"transmitter.modes.{name}.head_speed_rpm"
        key, row = f"{_SPEED}{name}", find_row(path)
        missing = getattr(run.setup.transmitter.modes, name).head_speed_rpm is None
        if row is None or not name.startswith("idle_up") or not (missing or run.all(NAME, key)):
            continue
        answer = run.answer(NAME, key)
        asks.append(
            Number(
                key=key,
                label=f"Head speed wanted in {MODE_WORDS[name].lower()}",
                hint="What your manuals and your flying ask for; never above what the makers of "
                "blades, head and tail allow.",
                unit=row.unit,
                low=row.least or 0.0,
                high=row.most or 0.0,
                nudge=row.nudge,
                answer=None if missing else answer,
                word=None if answer is None or missing else "in",
                writes=(path,),
            )
        )
    return asks


def _switch(run: Readings, box: Box, seen: Choice, wanted: bool) -> Action | None:
    """Switch it as it is meant; or, where it is so already, write that down."""
    written = box in switched_on(run.setup)
    change = Change(_PATH[box], wanted)
    if seen.word == "out":
        return Action(
            key=f"switch.{box}",
            text=f"Switch the governor of {PLACE_WORDS[box]} {'on' if wanted else 'off'}.",
            expect="Then look again on its own menu.",
            device="unit" if box == "unit" else "speed controller",
            changes=() if written == wanted else (change,),
            work=(Work("switch_governor", ("unit", "speed_controller").index(box), float(wanted)),),
            keys=(box,),
        )
    if written != wanted:
        return Action(
            key=f"note.{box}",
            text=f"Write down that the governor of {PLACE_WORDS[box]} is "
            f"{'on' if wanted else 'off'}.",
            changes=(change,),
            learned=True,
        )
    return None


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "place":
        return meant(bench.setup)
    if ask.key.startswith(_SPEED):
        return _SIMULATED_RPM
    if ask.key in _PATH:
        return "on" if bench.drive.governor_on(ask.key) else "off"
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=3,
    title="Where the governor lives",
    why="Two governors fight over the throttle; none where one is meant lets the rotor stop.",
    cautions=(MANUAL_FIRST,),
    advise=_advise,
    simulate=_simulate,
)
