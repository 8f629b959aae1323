"""Step 6: all together. Every servo pushes the swash the same way, and up means more pitch."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Ask, Choice, Option, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.steps.shared.function_reversal import spares
from mint_lever.bench.steps.shared.servo_mounting import note_mounting
from mint_lever.bench.steps.shared.swash_looks import (
    STEPS,
    STICKS,
    LooksSoFar,
    also_asked,
    look,
    mending,
    newest,
    read_directions,
    rides,
    says,
    seen_so_far,
    simulate,
)
from mint_lever.bench.wording.sketches import sketch_of
from mint_lever.devices.dials import reverse_function
from mint_lever.diagnose.direction_faults import COMMANDS
from mint_lever.measure.verdict import VerdictWord
from mint_lever.setup.edits.path_edit import Change

_TURN_NEXT = "Then look again: the collective function is what must turn round."
_SAME_LOOK = "What was seen then is as it should be: on this head pitch rises as the swash sinks."
_PITCH = (Option("up", "It rises"), Option("down", "It falls", False))


def _advise(run: Readings) -> Advice:
    """Advise until every servo pushes the same way and up means more pitch."""
    seen, riding = seen_so_far(run), rides(run.setup)
    pitch = newest(run, "pitch")
    asks: list[Ask] = [look(run, seen, "collective")]
    # All against together: they agree, and which of head and function is turned round, the pitch
    # says. No other look is needed for it.
    against = not riding and seen.all_against(run)
    if seen.right(run, "collective") or against:
        word: VerdictWord | None = None if pitch is None else "in" if pitch == "up" else "out"
        asks.append(
            Choice(
                key="pitch",
                label="Collective up: the blade grips' pitch",
                hint="Leading edge up is more. This decides, whichever way the swash goes.",
                options=_PITCH,
                sticks=STICKS["collective"],
                azimuth=180.0,
                answer=pitch,
                word=word,
            )
        )
    else:
        asks += also_asked(run, seen, (*COMMANDS,))
    outcome: Outcome | None = "begun" if seen.looks or pitch is not None else None
    actions = mending(run, seen)
    if seen.right(run, "collective"):
        outcome = {"up": "good", "down": "out"}.get(pitch, "begun")  # type: ignore[assignment]
        actions = (_other_arm(run, _TURN_NEXT),) if pitch == "down" else ()
        note = note_mounting(run, seen) if pitch == "up" else None
        if note is not None:
            outcome, actions = "begun", (note,)
    elif against:
        turned = {"up": (_other_arm(run, _SAME_LOOK),), "down": (_turn_collective(run),)}
        actions = turned.get(pitch, ())
        outcome = "out" if actions else "begun"
    elif actions:
        outcome = "out"
    return Advice(
        step="together",
        do=(
            "Move the collective from the middle up, and only that.",
            f"Watch every {'servo horn' if riding else 'swash ball'}, not the whole plate.",
        ),
        asks=tuple(asks),
        summary=_summary(run, seen, against, outcome),
        actions=actions,
        outcome=outcome,
        sketch=sketch_of("collective", seen.lift),
    )


def _summary(run: Readings, seen: LooksSoFar, against: bool, outcome: Outcome | None) -> str:
    if outcome == "good":
        return "Up means more pitch, and no servo pulls the other way."
    if against or seen.right(run, "collective"):
        if newest(run, "pitch") == "down":
            return "Every servo pushes the same way, but pitch falls."
        return "Every servo pushes the same way. Which way is right, the pitch decides."
    watched = "horn" if rides(run.setup) else "ball"
    return says(seen) if seen.looks else f"Collective only. Which way does each {watched} go?"


def _turn_collective(run: Readings) -> Action:
    """Every servo agrees and pitch falls: the collective function is what is turned round."""
    mixes = run.setup.arranged.mixer
    return Action(
        key="turn",
        text="Reverse the collective channel on the transmitter."
        if mixes == "unit"
        else "Turn the sign of the collective's swash mix round.",
        expect="Then look at the collective once more: pitch rises.",
        device="transmitter",
        changes=(reverse_function(run.setup, "collective"),),
    )


def _other_arm(run: Readings, expect: str) -> Action:
    """The swash and the pitch go otherwise than the setup has it: the setup has the arm wrong."""
    head = run.setup.airframe.head
    side = "trailing" if head.grip_arm == "leading" else "leading"
    return Action(
        key="arm",
        text=f"Set the head's grip arm to {side}: this head gains pitch the other way.",
        expect=expect,
        device="helicopter",
        changes=(
            Change("airframe.head.grip_arm", side),
            Change("airframe.head.inner_ball_lead_deg", -head.inner_ball_lead_deg),
        ),
    )


STEP = Step(
    name="together",
    number=6,
    title="All together",
    why="Every servo must push the swash the same way, and up must mean more pitch.",
    rests_on=("horns",),
    looked_at_with=STEPS,
    shows=read_directions,
    spares=spares,
    acts_as_read=True,
    advise=_advise,
    simulate=simulate,
)
