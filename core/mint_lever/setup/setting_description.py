"""What a setting says of itself, beside its type: the one place a name, a unit or a step stands.

A field of the setup document carries an :class:`About`; a part inside the document carries a
:class:`Holder`, whose words stand before the names of what is in it. The catalogue walks both.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal

Stage = Literal[
    "whole",
    "stick",
    "shape",
    "mixes",
    "channel",
    "pulse",
    "arrival",
    "gain",
    "servos",
    "horns",
    "swash",
    "blade",
    "tail",
    "drive",
]
"""Where in the chain a setting works; ``whole`` is of no single stage."""

Play = Literal["always", "unit_mixes", "transmitter_mixes", "stabilised", "has_unit"]
"""Where a setting does anything at all; :mod:`mint_lever.setup.arrangement` answers it."""

Device = Literal["transmitter", "unit", "helicopter", "speed controller"]


@dataclass(frozen=True)
class Quantity:
    """Unit of a kind of number, and how far one press of an arrow key moves it."""

    unit: str
    nudge: float = 1.0

    def __get_pydantic_json_schema__(self, core: Any, handler: Any) -> dict[str, Any]:
        """Put the unit into the JSON Schema."""
        schema: dict[str, Any] = handler(core)
        return {**schema, "unit": self.unit}


@dataclass(frozen=True, kw_only=True)
class Scale:
    """Another way some devices show a figure: ``offset`` + ``factor`` × what the document keeps.

    ``words`` say which devices.
    """

    words: str
    factor: float
    offset: float = 0.0

    def shown(self, kept: float) -> float:
        """Give what such a device shows for what the document keeps."""
        return self.offset + self.factor * kept


@dataclass(frozen=True, kw_only=True)
class About:
    """One setting.

    ``help`` says what it is and where it is read or measured. ``steps`` are the steps of the bench
    it belongs to: they, and what rests on them, are to be done anew when it changes. ``record``
    marks what only records or judges: nothing on the helicopter changes with it, so no reading
    goes stale and fitness stays; it may belong to a step all the same. ``sign_step`` is the step a
    turned sign belongs to, where size and sign of a figure are two settings. ``function`` is the
    stick it is of, ``words`` names the values of a choice, ``group`` is what it stands together
    with on its stage; stage and group are its part's where it says none itself. ``nudge`` and
    ``unit`` overrule the kind's own. ``scales`` are other ways in which devices show it.
    ``usual`` are the least and the most of its size that a sound helicopter asks for: advice beyond
    them is not given on a single reading.
    ``turns`` marks what turns its function's direction round: it belongs to the step that shows
    that direction as well. ``emptied`` are the steps to do anew when the memory that held it was
    emptied, where these are not ``steps``: keyed in again as it was, the rest stands. ``alone``
    marks what its own steps are asked anew for, and nothing that rests on them: nothing moves
    otherwise than before. ``alike`` marks what is the same, as a rule, for every part of its kind.
    """

    label: str
    help: str
    stage: Stage | None = None
    steps: tuple[str, ...] = ()
    record: bool = False
    sign_step: str | None = None
    function: str = ""
    group: str = ""
    play: Play = "always"
    words: Mapping[Any, str] = field(default_factory=dict)
    nudge: float | None = None
    unit: str | None = None
    scales: tuple[Scale, ...] = ()
    usual: tuple[float, float] | None = None
    turns: bool = False
    alone: bool = False
    emptied: tuple[str, ...] | None = None
    alike: bool = False

    def __get_pydantic_json_schema__(self, core: Any, handler: Any) -> dict[str, Any]:
        """Name and describe the setting in the JSON Schema too."""
        schema: dict[str, Any] = handler(core)
        return {**schema, "title": self.label, "description": self.help}


@dataclass(frozen=True, kw_only=True)
class Holder:
    """A part of the document: the words before the names of what is in it.

    ``{n}`` is an entry's number from 1, ``{letter}`` its letter, in a list. ``steps`` are those
    that everything in it belongs to beside its own, ``emptied`` those of them to do anew when its
    memory was emptied, where these are not all; ``alone``: nothing that rests on them is.
    """

    name: str = ""
    function: str = ""
    group: str = ""
    play: Play = "always"
    steps: tuple[str, ...] = ()
    emptied: tuple[str, ...] | None = None
    alone: bool = False


DIRECTION_SHOWN_AT: Mapping[str, str] = {
    "collective": "together",
    "aileron": "tilts",
    "elevator": "tilts",
    "rudder": "tail_stick",
    "throttle": "throttle",
}
"""The step at which the model itself shows a function's direction, whatever a display says."""
REVERSED = {False: "straight", True: "reversed"}
ON_OFF = {False: "off", True: "on"}
