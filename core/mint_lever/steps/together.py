"""Step 6: all together. Every servo pushes the swash the same way, and up means more pitch."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.diagnose.hypotheses import COMMANDS
from mint_lever.dials import servo_reversed, sub_trim, sub_trim_us
from mint_lever.measure.verdict import Word
from mint_lever.run.advice import Action, Advice, Ask, Choice, Option, Outcome
from mint_lever.run.readings import Readings
from mint_lever.run.sketches import sketch_of
from mint_lever.run.step import Step
from mint_lever.setup.edit import Change
from mint_lever.steps.swash_looks import (
    STEPS,
    STICKS,
    Seen,
    also_asked,
    look,
    mending,
    newest,
    rides,
    says,
    seen_so_far,
    shown,
    simulate,
    spares,
)
from mint_lever.swash.mixing import mixing_matrix

_PITCH = (Option("up", "It rises"), Option("down", "It falls", False))


def _advise(run: Readings) -> Advice:
    """Advise until every servo pushes the same way and up means more pitch."""
    seen, riding = seen_so_far(run), rides(run.setup)
    pitch = newest(run, "pitch")
    asks: list[Ask] = [look(run, seen, "collective")]
    if seen.right(run, "collective"):
        word: Word | None = None if pitch is None else "in" if pitch == "up" else "out"
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
        actions = (_other_arm(run),) if pitch == "down" else ()
        note = note_mounting(run, seen) if pitch == "up" else None
        if note is not None:
            outcome, actions = "begun", (note,)
    elif actions:
        outcome = "out"
    return Advice(
        step="together",
        do=(
            "Move the collective from the middle up, and only that.",
            f"Watch every {'servo horn' if riding else 'swash ball'}, not the whole plate.",
        ),
        asks=tuple(asks),
        summary=_summary(seen, outcome, "horn" if riding else "ball"),
        actions=actions,
        outcome=outcome,
        sketch=sketch_of("collective", seen.lift),
    )


def _summary(seen: Seen, outcome: Outcome | None, watched: str) -> str:
    if outcome == "good":
        return "Up means more pitch, and no servo pulls the other way."
    return says(seen) if seen.looks else f"Collective only. Which way does each {watched} go?"


def note_mounting(run: Readings, seen: Seen) -> Action | None:
    """Write down which way round each servo turned out to be mounted, and where its horn stands.

    The balls' movement, the unit's direction settings and what arrives say it; every prediction
    after this rests on it.
    """
    changes: list[Change] = []
    for i, servo in enumerate(run.setup.airframe.servos):
        mounted = _mounted(run, seen, i)
        if mounted is None:
            continue
        if mounted != servo.mounted:
            changes.append(Change(f"airframe.servos.{i}.mounted", mounted))
        stands = run.mean("horns", f"horn.{i}")
        if stands is not None:
            # What the sub-trim takes out is in the horn's own error.
            trim_us = sub_trim(run.setup, i).value * sub_trim_us(run.setup)
            error = round(stands - mounted * trim_us / servo.us_per_deg, 1)
            if abs(error - servo.horn_error_deg) > 0.05:
                changes.append(Change(f"airframe.servos.{i}.horn_error_deg", error))
    if not changes:
        return None
    return Action(
        key="note",
        text="Write down how the servos turned out to be mounted and their horns to stand.",
        expect="Drawing and predictions then follow this helicopter; nothing is touched.",
        device="helicopter",
        changes=tuple(changes),
        learned=True,
    )


def _mounted(run: Readings, seen: Seen, servo: int) -> int | None:
    """Which way round a servo is mounted, by the collective; with mechanical mixing by the one look
    its horn moves in. None where that was not seen ball by ball."""
    mixing = mixing_matrix(run.setup.airframe.swash)[servo]
    column = int(np.argmax(np.abs(mixing))) if rides(run.setup) else 0
    look = seen.looks.get(COMMANDS[column])
    if look is None or isinstance(look, str) or not look[servo]:
        return None
    # The cyclic stick back is elevator the other way round.
    sent = np.sign(mixing[column]) * (-1 if COMMANDS[column] == "back" else 1)
    way = run.unit_way(FUNCTIONS[column]) * (-1 if servo_reversed(run.setup, servo) else 1)
    return int(look[servo] * sent * way)


def _other_arm(run: Readings) -> Action:
    """The swash goes as the setup wants and pitch still falls: the setup has the arm wrong."""
    head = run.setup.airframe.head
    side = "trailing" if head.grip_arm == "leading" else "leading"
    return Action(
        key="arm",
        text=f"Set the head's grip arm to {side}: this head gains pitch the other way.",
        expect="Then look again: the collective function is what must turn round.",
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
    shows=shown,
    spares=spares,
    acts_as_read=True,
    advise=_advise,
    simulate=simulate,
)
