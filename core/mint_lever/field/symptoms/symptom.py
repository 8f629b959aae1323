"""What a pilot sees in the air, and what is done about it: the shape of the rules.

The rules themselves stand in :mod:`mint_lever.field.symptoms.symptom_registry`, one file a part of
the helicopter.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.sources import MEMORY, PRACTICE

SymptomKey = str
Part = Literal["whole", "head", "cyclic", "collective", "tail", "head speed"]
Toward = Literal["left", "right", "forward", "back"]
Axis = Literal["roll", "pitch"]
Rung = Literal[
    "bench",
    "head_speed",
    "tail_gain",
    "cyclic_centre",
    "cyclic_gains",
    "character",
    "compensation",
    "last",
]
RUNGS: Annotated[dict[Rung, str], MEMORY] = {
    "bench": "directions and level",
    "head_speed": "head speed",
    "tail_gain": "tail gain",
    "cyclic_centre": "cyclic centre",
    "cyclic_gains": "cyclic gains",
    "character": "character",
    "compensation": "pitch-up and torque pre-compensation",
    "last": "response, boost and dead band",
}
"""The order of tuning, mild to special; from memory where practitioners do not say."""
BEGINNER_STOPS_AFTER: Annotated[Rung, PRACTICE] = "cyclic_centre"
"""Common practice, no source: what comes later a beginner leaves at its default."""


@dataclass(frozen=True)
class Amount:
    """How far one step goes: ``points`` of the setting (of the scale whose words are ``on``, where
    devices show it otherwise), or ``share``, a part of the present value."""

    points: float = 0.0
    share: float = 0.0
    on: str = ""


@dataclass(frozen=True, kw_only=True)
class Remedy:
    """One setting to move.

    ``path`` may have ``{mode}``, ``{side}``, ``{axis}`` and ``{function}`` for what was seen.
    ``way``: 1 for more, −1 for less. ``of`` says of what: of the ``figure`` as it stands, of its
    ``size`` where the sign means something else; ``against`` what was seen, away from where the
    model went, + being right and forward; or of the size ``by torque``, more of it where the nose
    went with the main rotor's torque and less where it went the other way; or to what was
    ``measured`` on the bench, not at all without that. ``first`` is what is looked at before it is
    moved.
    """

    path: str
    way: Literal[1, -1]
    by: Amount
    of: Literal["figure", "size", "against", "by torque", "measured"] = "figure"
    first: str = ""


@dataclass(frozen=True, kw_only=True)
class Symptom:
    """Something that is seen, and what follows from it.

    ``asks`` is what has to be said of it: where the model goes ``toward``, or the ``axis``.
    ``look`` is looked at first, by hand, propulsion disabled. ``remedies`` are settings in the
    order in which they are tried; without one it is a matter for hands or for the ``bench``: the
    first of its steps that the helicopter has. ``overdone`` are the symptoms as which too much of
    it shows. ``danger``: nobody flies again before that step of the bench was done; ``in_turn``:
    seen again after it was, the next one. ``taste``: no fault, only a wish.
    """

    key: SymptomKey
    seen: str
    part: Part
    rung: Rung
    likely: str
    asks: tuple[Literal["toward", "axis"], ...] = ()
    toward: tuple[Toward, ...] = ("left", "right")
    look: tuple[str, ...] = ()
    remedies: tuple[Remedy, ...] = ()
    bench: tuple[StepName, ...] = ()
    wrong_if: str = ""
    overdone: tuple[SymptomKey, ...] = ()
    danger: bool = False
    in_turn: bool = False
    taste: bool = False
