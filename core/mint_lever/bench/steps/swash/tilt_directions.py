"""Step 7: the tilts. Stick right tilts right, stick back tilts back."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action, Advice, Ask, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.steps.shared.display_learning import note_direction
from mint_lever.bench.steps.shared.function_reversal import spares
from mint_lever.bench.steps.shared.servo_mounting import note_mounting
from mint_lever.bench.steps.shared.swash_looks import (
    STEPS,
    LooksSoFar,
    also_asked,
    look,
    mending,
    read_directions,
    rides,
    says,
    seen_so_far,
    simulate,
)
from mint_lever.bench.wording.sketches import Movement, sketch_of


def _advise(run: Readings) -> Advice:
    """Advise until stick right tilts right and stick back tilts back."""
    seen = seen_so_far(run)
    right, back = seen.right(run, "right"), seen.right(run, "back")
    asks: list[Ask] = [look(run, seen, "right"), look(run, seen, "back")]
    outcome: Outcome | None = None if right is None and back is None else "begun"
    actions: tuple[Action, ...] = ()
    if right and back:
        # With mechanical mixing only the tilts show how two of the servos are mounted.
        note = note_mounting(run, seen) if run.done("together") and rides(run.setup) else None
        if note is None and run.done("together"):
            note = note_direction(run)
        outcome, actions = ("good", ()) if note is None else ("begun", (note,))
    elif right is False or back is False:
        asks += also_asked(run, seen, ("collective",))
        actions = mending(run, seen)
        outcome = "out" if actions else "begun"
    movement: Movement = "back" if right is not None and back is None else "right"
    return Advice(
        step="tilts",
        do=(
            "Move the cyclic stick right from its centre, then let go; then back.",
            "A wrong tilt with right collective is never cured by reversing a servo.",
        ),
        asks=tuple(asks),
        summary=_summary(seen, outcome),
        actions=actions,
        outcome=outcome,
        sketch=sketch_of(movement),
    )


def _summary(seen: LooksSoFar, outcome: Outcome | None) -> str:
    if outcome == "good":
        return "The swash goes where the stick goes."
    return says(seen) if seen.looks else "Look at both tilts."


STEP = Step(
    name="tilts",
    number=7,
    title="Tilts",
    why="Stick right tilts right, stick back tilts back.",
    settings_of=("together",),
    metal_of=("together",),
    looked_at_with=STEPS,
    shows=read_directions,
    spares=spares,
    acts_as_read=True,
    advise=_advise,
    simulate=simulate,
)
