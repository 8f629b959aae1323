"""Steps 6 and 7: all together and the tilts. One set of looks, one solver, two places to read it.

The swash must rise with collective where the head gains pitch that way, sink where it does not:
positive collective gives positive blade pitch.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

from mint_lever.axes import Pose
from mint_lever.bench.advice import Action, Advice, Ask, Option, Outcome, Work
from mint_lever.bench.run import BenchRun
from mint_lever.bench.sketches import Movement, sketch_of
from mint_lever.diagnose.directions import Diagnosis, Mend, Sight, diagnose
from mint_lever.diagnose.hypotheses import COMMANDS, Command, field_of, visible
from mint_lever.diagnose.sight import SWASH_WORDS
from mint_lever.dials import (
    reverse_function,
    reverse_servo,
    servo_reversed,
    sub_trim,
    sub_trim_us,
)
from mint_lever.measure.verdict import Word
from mint_lever.procedure.steps import StepName
from mint_lever.rotor.grip import Grip
from mint_lever.setup.airframe import Head
from mint_lever.setup.edit import Change

_STEPS: tuple[StepName, StepName] = ("together", "tilts")
LOOK_PCT = 60.0
_STICKS: dict[Command, tuple[float, float, float]] = {
    "collective": (LOOK_PCT, 0.0, 0.0),
    "right": (0.0, LOOK_PCT, 0.0),
    "back": (0.0, 0.0, -LOOK_PCT),
}
_MOVE: dict[Command, str] = {
    "collective": "Collective up",
    "right": "Cyclic stick right",
    "back": "Cyclic stick back",
}
_WORDS = {
    "up": "up",
    "down": "down",
    "right": "tilts right",
    "left": "tilts left",
    "forward": "tilts forward",
    "back": "tilts back",
    "still": "does not move",
    "other": "something else",
}
_PITCH = (Option("up", "It rises"), Option("down", "It falls", False))


@dataclass(frozen=True)
class _Seen:
    """What was seen so far, and what the solver makes of it. ``lift``: −1 for a head that gains
    pitch when the swash sinks."""

    looks: dict[Command, Any]
    drives: dict[int, int]
    layout: bool | None
    lift: int
    diagnosis: Diagnosis

    def right(self, run: BenchRun, command: Command) -> bool | None:
        """Whether a movement is as it should be; None when it was not looked at."""
        look = self.looks.get(command)
        return None if look is None else _as_wanted(run, command, look, self.lift)


def together(run: BenchRun) -> Advice:
    """Advise until every servo pushes the same way and up means more pitch."""
    seen = _seen(run)
    pitch = _newest(run, "pitch")
    asks = [_look(run, seen, "collective")]
    if seen.right(run, "collective"):
        word: Word | None = None if pitch is None else "in" if pitch == "up" else "out"
        asks.append(
            Ask(
                key="pitch",
                label="Collective up: the blade grips' pitch",
                kind="choice",
                hint="Leading edge up is more. This decides, whichever way the swash goes.",
                options=_PITCH,
                sticks=_STICKS["collective"],
                azimuth=180.0,
                answer=pitch,
                word=word,
            )
        )
    else:
        asks += _asked(run, seen, (*COMMANDS,))
    outcome: Outcome | None = "begun" if seen.looks or pitch is not None else None
    actions = _mending(run, seen)
    if seen.right(run, "collective"):
        outcome = {"up": "good", "down": "out"}.get(pitch, "begun")  # type: ignore[assignment]
        actions = (_other_arm(run),) if pitch == "down" else ()
        note = _note_mounting(run, seen) if pitch == "up" else None
        if note is not None:
            outcome, actions = "begun", (note,)
    elif actions:
        outcome = "out"
    return Advice(
        step="together",
        do=(
            "Move the collective from the middle up, and only that.",
            "Watch every swash ball, not the whole plate.",
        ),
        asks=tuple(asks),
        summary=_together_says(seen, outcome),
        actions=actions,
        outcome=outcome,
        sketch=sketch_of("collective", seen.lift),
    )


def tilts(run: BenchRun) -> Advice:
    """Advise until stick right tilts right and stick back tilts back."""
    seen = _seen(run)
    right, back = seen.right(run, "right"), seen.right(run, "back")
    asks = [_look(run, seen, "right"), _look(run, seen, "back")]
    outcome: Outcome | None = None if right is None and back is None else "begun"
    actions: tuple[Action, ...] = ()
    if right and back:
        outcome = "good"
    elif right is False or back is False:
        asks += _asked(run, seen, ("collective",))
        actions = _mending(run, seen)
        outcome = "out" if actions else "begun"
    movement: Movement = "back" if right is not None and back is None else "right"
    return Advice(
        step="tilts",
        do=(
            "Move the cyclic stick right from its centre, then let go; then back.",
            "A wrong tilt with right collective is never cured by reversing a servo.",
        ),
        asks=tuple(asks),
        summary=_tilts_say(seen, outcome),
        actions=actions,
        outcome=outcome,
        sketch=sketch_of(movement),
    )


def _together_says(seen: _Seen, outcome: Outcome | None) -> str:
    if outcome == "good":
        return "Up means more pitch, and every servo pulls the same way."
    return _solver_says(seen) if seen.looks else "Collective only. Which way each ball goes?"


def _tilts_say(seen: _Seen, outcome: Outcome | None) -> str:
    if outcome == "good":
        return "The swash goes where the stick goes."
    return _solver_says(seen) if seen.looks else "Look at both tilts."


def _solver_says(seen: _Seen) -> str:
    found = seen.diagnosis
    if found.settled and found.explanations and not found.explanations[0].mends:
        return "Nothing wrong so far in what was seen."
    if found.settled:
        return "This explains everything seen, with the fewest changes."
    if found.ask is not None and found.ask.kind in ("impossible", "mend_lead"):
        return found.ask.text
    count = len(found.explanations)
    most = "six or more" if count >= 6 else str(count)
    return f"{most} explanations are left; one more look tells them apart."


def _seen(run: BenchRun) -> _Seen:
    return run.once("seen", lambda: _look_back(run))


def _look_back(run: BenchRun) -> _Seen:
    looks = {c: look for c in COMMANDS if (look := _newest(run, f"look.{c}")) is not None}
    count = len(run.setup.airframe.swash.balls)
    drives = {
        output: int(servo)
        for output in range(count)
        if (servo := _newest(run, f"lead.{output}")) is not None
    }
    layout = _newest(run, "layout")
    lift = _lift(run.setup.airframe.head.model_dump_json())
    sight = Sight(
        {c: _turned(look, lift if c == "collective" else 1) for c, look in looks.items()},
        drives,
        layout is True,
    )
    found = diagnose(
        run.setup.airframe.swash, _reversed(run), sight, run.setup.arrangement, _phase(run)
    )
    return _Seen(looks, drives, layout, lift, found)


def _newest(run: BenchRun, key: str) -> Any:
    """The newest answer that holds in either of the two steps."""
    held = [entry for step in _STEPS for entry in run.held(step, key)]
    return max(held, key=lambda entry: entry.moment).value if held else None


def _phase(run: BenchRun) -> float:
    return 0.0 if run.setup.mixing_unit is None else run.setup.mixing_unit.phase_deg


def _reversed(run: BenchRun) -> list[bool]:
    return [servo_reversed(run.setup, i) for i in range(len(run.setup.airframe.servos))]


@lru_cache(maxsize=64)
def _lift(head_json: str) -> int:
    """Whether this head gains pitch when its swash rises (1) or sinks (−1)."""
    grip = Grip(Head.model_validate_json(head_json))
    pitch = grip.pitch(Pose.of([0.0, 1.0]), [180.0], 0).pitch_deg[0]
    return 1 if pitch[1] >= pitch[0] else -1


def _turned(look: Any, lift: int) -> Any:
    if lift > 0:
        return look
    if isinstance(look, str):
        return {"up": "down", "down": "up"}.get(look, look)
    return [-ball for ball in look]


def _as_wanted(run: BenchRun, command: Command, look: Any, lift: int) -> bool:
    look = _turned(look, lift if command == "collective" else 1)
    if isinstance(look, str):
        wished = {"collective": "up", "right": "right", "back": "back"}[command]
        return look == wished
    wanted = visible(field_of(run.setup.airframe.swash, _phase(run)).wanted)[
        :, COMMANDS.index(command)
    ]
    return bool(list(look) == wanted.tolist())


def _look(run: BenchRun, seen: _Seen, command: Command) -> Ask:
    look = seen.looks.get(command)
    right = seen.right(run, command)
    return Ask(
        key=f"look.{command}",
        label=f"{_MOVE[command]}: each ball goes",
        kind="balls",
        hint="Or say only what the whole swash did.",
        high=float(len(run.setup.airframe.swash.balls)),
        options=tuple(Option(word, _WORDS[word]) for word in SWASH_WORDS),
        sticks=_STICKS[command],
        answer=look,
        word=None if right is None else "in" if right else "out",
    )


def _asked(run: BenchRun, seen: _Seen, among: tuple[Command, ...]) -> list[Ask]:
    """The looks the solver had or wants beyond a step's own first ones."""
    found: list[Ask] = []
    for command in among:
        if command != "collective" and command in seen.looks:
            found.append(_look(run, seen, command))
    count = len(run.setup.airframe.swash.balls)
    found += [_lead(output, count, servo) for output, servo in seen.drives.items()]
    if seen.layout is not None:
        found.append(_layout(run, seen.layout))
    ask = seen.diagnosis.ask
    if ask is None or not seen.looks:
        return found
    if ask.kind == "command" and ask.command is not None:
        found.append(_look(run, seen, ask.command))
    elif ask.kind == "output" and ask.output is not None:
        found.append(_lead(ask.output, count, None))
    elif ask.kind == "layout" and seen.layout is None:
        found.append(_layout(run, None))
    return found


def _lead(output: int, count: int, answer: int | None) -> Ask:
    return Ask(
        key=f"lead.{output}",
        label=f"Follow the lead from output {output + 1}: it drives",
        kind="choice",
        options=tuple(Option(str(i), f"servo {i + 1}") for i in range(count)),
        answer=None if answer is None else str(answer),
        word=None if answer is None else "in" if answer == output else "out",
    )


def _layout(run: BenchRun, answer: bool | None) -> Ask:
    name = run.setup.airframe.swash.layout.replace("_", " ")
    return Ask(
        key="layout",
        label=f"The mixing device is set to the {name}° plate",
        kind="confirm",
        answer=answer,
        word=None if answer is None else "in" if answer else "out",
    )


def _mending(run: BenchRun, seen: _Seen) -> tuple[Action, ...]:
    if seen.layout is False:
        return (_set_layout(),)
    found = seen.diagnosis
    if found.ask is not None and found.ask.kind == "mend_lead" and found.ask.output is not None:
        servo = found.ask.output
        return (_by_hand("lead", found.ask.text, Work("mend_lead", servo)),)
    if not found.settled or not found.explanations or not found.explanations[0].mends:
        return ()
    mends = found.explanations[0].mends
    changes: list[Change] = []
    work: list[Work] = []
    for mend in mends:
        change, done = _part(run, mend)
        changes += change
        work += done
    devices = {mend.where for mend in mends}
    device: Literal["unit", "transmitter", "helicopter"] = (
        mends[0].where if len(devices) == 1 else "helicopter"
    )
    return (
        Action(
            key="mend",
            text=" ".join(mend.text for mend in mends),
            expect="Then look at every movement once more.",
            device=device,
            changes=tuple(changes),
            work=tuple(work),
            aspects=("servo_direction",) if work else (),
        ),
    )


def _part(run: BenchRun, mend: Mend) -> tuple[list[Change], list[Work]]:
    if mend.kind == "reverse_servo":
        return [reverse_servo(run.setup, mend.servos[0])], []
    if mend.function is not None:
        return [reverse_function(run.setup, mend.function)], []
    if mend.kind == "exchange_plugs":
        return [], [Work("exchange_plugs", mend.servos[0], float(mend.servos[1]))]
    if mend.kind == "set_layout":
        return [], [Work("set_layout", 0)]
    return [], [Work("mend_lead", mend.servos[0])]


def _set_layout() -> Action:
    text = "Set the mixing device to this helicopter's swash layout."
    return _by_hand("layout", text, Work("set_layout", 0))


def _by_hand(key: str, text: str, work: Work) -> Action:
    return Action(
        key=key,
        text=text,
        expect="Then look at every movement once more.",
        device="helicopter",
        work=(work,),
        aspects=("servo_direction",),
    )


def _note_mounting(run: BenchRun, seen: _Seen) -> Action | None:
    """Write down which way round each servo turned out to be mounted, and where its horn stands.

    The balls' movement, the unit's direction settings and what arrives say it; every prediction
    after this rests on it.
    """
    look = seen.looks["collective"]
    if isinstance(look, str) or 0 in look:
        return None
    above = run.unit_side(100.0)
    changes: list[Change] = []
    for i, servo in enumerate(run.setup.airframe.servos):
        mounted = look[i] * above * (-1 if servo_reversed(run.setup, i) else 1)
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


def _other_arm(run: BenchRun) -> Action:
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
