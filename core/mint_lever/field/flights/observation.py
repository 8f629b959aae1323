"""One thing that was seen in a flight, and where."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.field.symptoms.symptom import Axis, SymptomKey, Toward
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS
from mint_lever.setup.parts.flight_modes import ModeName

_FUNCTION = {"left": "aileron", "right": "aileron", "forward": "elevator", "back": "elevator"}
_AXIS_OF = {"roll": "aileron", "pitch": "elevator"}


_OTHER: dict[Toward, Toward] = {
    "left": "right",
    "right": "left",
    "forward": "back",
    "back": "forward",
}


@dataclass(frozen=True)
class Observation:
    """A symptom in a flight mode; where the model went ``toward``, or about which ``axis``, where
    the symptom asks for it. ``manoeuvre`` is in the pilot's own words."""

    symptom: SymptomKey
    mode: ModeName
    toward: Toward | None = None
    axis: Axis | None = None
    manoeuvre: str = ""

    @property
    def function(self) -> str:
        """The cyclic stick it is of; empty where it is of none."""
        if self.toward is not None:
            return _FUNCTION[self.toward]
        return "" if self.axis is None else _AXIS_OF[self.axis]

    @property
    def sign(self) -> int:
        """1 where the model went right or forward, else −1; 0 where that was not said."""
        if self.toward is None:
            return 0
        return 1 if self.toward in ("right", "forward") else -1

    def same_as(self, other: Observation) -> bool:
        """Whether it is the same symptom, the same way and about the same axis."""
        mine, theirs = (each.symptom for each in (self, other))
        return (mine, self.toward, self.axis) == (theirs, other.toward, other.axis)

    def overdoes(self, other: Observation) -> bool:
        """Whether it is what too much of the remedy against another one shows as."""
        if self.symptom not in SYMPTOMS[other.symptom].overdone:
            return False
        if self.symptom == other.symptom:
            return other.toward is not None and self.toward == _OTHER[other.toward]
        return self.axis is None or other.axis is None or self.axis == other.axis
