"""The model tipped by hand, sticks let go: which way the swash answers, and turning that round."""

from __future__ import annotations

from typing import Literal

from mint_lever.bench.engine.advice import Action, Choice, Option
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.unit import Unit

Axis = Literal["pitch", "roll"]
_STILL = Option("still", "nowhere", False)
_ASKED: dict[Axis, tuple[str, tuple[Option, ...]]] = {
    "pitch": (
        "Tip the nose down by hand, sticks let go: the swash goes",
        (
            Option("against", "back, against it"),
            Option("with", "forward, along with it", False),
            _STILL,
        ),
    ),
    "roll": (
        "Roll the model right by hand, sticks let go: the swash goes",
        (
            Option("against", "left, against it"),
            Option("with", "right, along with it", False),
            _STILL,
        ),
    ),
}


def tip_question(run: Readings, step: StepName, key: str, axis: Axis) -> Choice:
    """Ask which way the swash answers a tip."""
    label, options = _ASKED[axis]
    return ask_what_is_seen(run, step, key, label, "", options)


def turn_correction(unit: Unit, key: str, axis: Axis) -> Action:
    """Turn the unit's correction of an axis round; ``key`` is the question to ask again."""
    turned = not getattr(unit.correction_reversed, axis)
    return Action(
        key=f"turn.{axis}",
        text=f"Reverse the unit's {axis} correction.",
        expect="Then tip it again: only what you see counts.",
        changes=(Change(f"unit.correction_reversed.{axis}", turned),),
        keys=(key,),
        together="corrections",
    )
