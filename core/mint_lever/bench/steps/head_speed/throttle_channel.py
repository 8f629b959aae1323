"""Step 15, part 4: the throttle channel: its direction, its travel, nothing in its way.

Common practice, no source (F18).
"""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Option
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen, first_response
from mint_lever.bench.steps.shared.head_speed_part import CANNOT_DRIVE, DRIVE, MOVES_THE_THROTTLE
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.channels import Channel
from mint_lever.sources import MEMORY, PRACTICE

NAME = "throttle"
_CHANNEL = "transmitter.channels.throttle"
_TRAVEL: Annotated[tuple[float, float], PRACTICE, MEMORY] = (85.0, 110.0)
"""Near 100, and 90 flies as well (common practice, no source); the edges from memory."""
_LOW = (
    Option("low", "at its low end"),
    Option("full", "at its full end: never arm it so", False),
    Option("else", "somewhere else", False),
)
_SAID = {
    ("low", "full"): "Full throttle at low stick: do not arm. Turn the channel round first.",
    ("low", "else"): "Straight curve, no trim, travel near 100 % first: then look again.",
}


def _advise(run: Readings) -> Advice:
    """Ask where the throttle stands at low stick; mend what stands in its channel's way."""
    asks = (
        ask_what_is_seen(
            run,
            NAME,
            "low",
            "Stick low: unit or speed controller has the throttle",
            "Seen on the unit's display, or by the controller's own sign at power-up. Wrong: "
            "full throttle at low stick, or a controller that never arms.",
            _LOW,
        ),
    )
    answer, channel = asks[0].answer, run.setup.transmitter.channels.throttle
    clean = _clean(channel)
    turn = Action(
        key="turn.throttle",
        text="Reverse the throttle channel in the transmitter.",
        expect="Then the controller is taught its ends anew, and a unit after it.",
        device="transmitter",
        changes=(Change(f"{_CHANNEL}.reversed", not channel.reversed),),
        keys=("low",),
    )
    outcome = find_outcome(asks)
    actions = (*((turn,) if answer == "full" else ()), *((clean,) if clean and answer else ()))
    if actions and outcome == "good":
        outcome = "out"
    done = "Low stick is low throttle, over the whole of the channel's way."
    return Advice(
        step=NAME,
        do=(
            "Look once more that the motor cannot drive, then throttle hold off, normal mode, "
            "stick low.",
            "Travel near 100 % both ways, 90 % flies as well; do not squeeze it further: the "
            "controller learns the ends.",
        ),
        asks=asks,
        summary=first_response(asks, _SAID) or (done if outcome == "good" else ""),
        actions=actions,
        outcome=outcome,
    )


def _clean(channel: Channel) -> Action | None:
    """Put away what shortens or shifts the channel; None where nothing does."""
    changes = [
        Change(f"{_CHANNEL}.{name}", 100.0)
        for name in ("travel_low_pct", "travel_high_pct")
        if not _TRAVEL[0] <= getattr(channel, name) <= _TRAVEL[1]
    ]
    changes += [
        Change(f"{_CHANNEL}.{name}", 0.0)
        for name in ("subtrim_pct", "trim_pct")
        if getattr(channel, name)
    ]
    if not changes:
        return None
    return Action(
        key="clean.throttle",
        text="Set the throttle channel's travel to 100 % both ways, its trim and sub-trim to 0.",
        expect="Then look again at low stick.",
        device="transmitter",
        changes=tuple(changes),
        keys=("low",),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key != "low":
        raise not_simulated(ask.key)
    return "low" if bench.throttle_low_at_low_stick() else "full"


STEP = Step(
    name=NAME,
    number=DRIVE,
    part=4,
    title="Throttle channel",
    why="A throttle the wrong way round stands at full with the stick low.",
    settings_of=("model_memory",),
    opens_after=MOVES_THE_THROTTLE,
    cautions=(CANNOT_DRIVE,),
    advise=_advise,
    simulate=_simulate,
)
