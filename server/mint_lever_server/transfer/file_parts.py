"""What a helicopter's file has in it, part by part: the shape and the bounds of each.

The file is a zip of open files. ``helicopter.json`` says what it is, ``setup.json`` is the draft,
``revisions/`` every revision, ``setups/`` every setup a reading or a flight was on, ``log.jsonl``
and ``flights.jsonl`` one line each, ``field.json`` looks and new parts, ``packs.json`` the packs
that flew, ``devices.json`` what it has on board, ``photos/`` and ``flight-logs/`` files with a list
each. A simulated model on the table stays behind; what was read on it comes along.
"""

from __future__ import annotations

import json
from datetime import date
from typing import Annotated, Any, Literal

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, model_validator

from mint_lever.bench import WORKED_ON, Aspect, WorkKind
from mint_lever.field import SYMPTOMS
from mint_lever.setup import ModeName
from mint_lever_server.config.request_fields import MOST
from mint_lever_server.field.schemas import SeenGiven, Trims

_MOST_VALUE = 2_000
"""Of a line that is neither an action nor what devices hold: an answer is a figure or some."""
FORMAT: Literal["mint-lever/helicopter"] = "mint-lever/helicopter"
VERSION = 1

Number = Annotated[int, Field(strict=True, ge=0, le=MOST)]
Figure = Annotated[float, Field(strict=True, allow_inf_nan=False)]
Digest = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
Short = Annotated[str, Field(max_length=200)]
FileName = Annotated[str, Field(pattern=r"^[a-z0-9-]{1,80}\.(jpg|csv)$")]


class Part(BaseModel):
    """A part that has nothing but what is named."""

    model_config = ConfigDict(extra="forbid")


class Head(Part):
    """What the file is; ``counted`` is what the bench's log had counted to."""

    format: Literal["mint-lever/helicopter"]
    version: Literal[1]
    name: Short
    counted: Number
    practised: Number


class RevisionPart(Part):
    """A revision with its setup, which is read as a setup file is."""

    number: Annotated[int, Field(strict=True, ge=1, le=MOST)]
    note: str = Field(max_length=500)
    saved_at: AwareDatetime
    setup: dict[str, Any]


class Acted(Part):
    """What an action of a step was."""

    aspects: list[Aspect]
    keys: list[Short]
    changed: list[Short]
    learned: dict[Short, Annotated[list[Any], Field(min_length=2, max_length=2)]]
    predicts: list[tuple[Short, Figure, Figure]] = []
    work: Annotated[list[tuple[WorkKind, int, Figure, int]], Field(max_length=40)] = []


class Holding(Part):
    """What devices were said to hold."""

    held: list[tuple[Literal["transmitter", "unit", "speed controller"], Short, Any]]


Kind = Literal[
    "reading", "act", "touched", "power", "start", "pause", "resume", "fresh", "holds", "looked"
]


class LogPart(Part):
    """A line of the log; ``setup`` is the digest of the one it was on, ``replaces`` the place of
    the line that it was put instead of."""

    sequence: Annotated[int, Field(strict=True, ge=1, le=MOST)]
    stands_at: Number
    at: AwareDatetime
    sent_at: AwareDatetime
    place: Literal["bench", "field", "phone"]
    kind: Kind
    step: str = Field(max_length=24)
    key: str = Field(max_length=200)
    label: str = Field(max_length=500)
    value: Any
    simulated: Number | None
    struck: bool
    joins: bool
    replaces: Number | None
    setup: Digest

    @model_validator(mode="after")
    def _of_its_kind(self) -> LogPart:
        if self.kind not in ("act", "holds") and len(json.dumps(self.value)) > _MOST_VALUE:
            raise ValueError(f"at most {_MOST_VALUE} signs of value")
        if self.kind == "act":
            Acted.model_validate(self.value)
        elif self.kind == "holds" and self.value is not None:
            Holding.model_validate(self.value)
        elif self.kind == "touched" and self.key not in WORKED_ON:
            raise ValueError("work that is done on a helicopter")
        elif self.kind == "reading" and not _an_answer(self.value):
            raise ValueError("an answer: yes, no, a figure, a word, or some of them")
        return self


class ChangedPart(Part):
    """A setting that was moved before a flight."""

    path: Short
    old: Any
    new: Any
    against: SeenGiven | None


class FlightPart(Part):
    """A flight; ``pack`` is the name of its pack, ``flight_log`` its file."""

    number: Annotated[int, Field(strict=True, ge=1, le=MOST)]
    simulated: Number | None
    stage: Literal["ready", "air", "landed"]
    opened_at: AwareDatetime
    began_at: AwareDatetime | None
    landed_at: AwareDatetime | None
    minutes: Annotated[float, Field(strict=True, ge=0, le=600)] | None
    pack: Annotated[str, Field(max_length=60)] | None
    place: str = Field(max_length=80)
    wind: str = Field(max_length=80)
    modes: Annotated[list[ModeName], Field(max_length=5)]
    trims: Trims
    seen: Annotated[list[SeenGiven], Field(max_length=60)] | None
    gone: Annotated[list[SeenGiven], Field(max_length=60)] = []
    words: str = Field(max_length=2000)
    noted: Annotated[list[ChangedPart], Field(max_length=200)]
    changed: Annotated[list[ChangedPart], Field(max_length=2000)]
    verdict: Literal["", "better", "worse", "same"]
    next_idea: str = Field(max_length=500)
    revision: Number | None
    fit: bool
    withheld: Annotated[list[Annotated[str, Field(max_length=2000)]], Field(max_length=200)]
    log_count: Number
    flight_log: FileName | None
    struck: bool
    setup: Digest

    @model_validator(mode="after")
    def _known(self) -> FlightPart:
        against = [each.against for each in (*self.noted, *self.changed) if each.against]
        for seen in (*(self.seen or ()), *self.gone, *against):
            if seen.symptom not in SYMPTOMS:
                raise ValueError("a symptom of the list")
        return self


class LookPart(Part):
    """A look by hand after a flight."""

    flight: Number
    simulated: Number | None
    symptom: str = Field(max_length=40)
    found: bool
    at: AwareDatetime


class NewPart(Part):
    """A part that wears and was new."""

    part: str = Field(max_length=24)
    flown: Number
    at: AwareDatetime


class FieldPart(Part):
    """What the field knows beside the flights."""

    looks: Annotated[list[LookPart], Field(max_length=50_000)]
    parts_new: Annotated[list[NewPart], Field(max_length=100)]


class MeasuredPart(Part):
    """A pack's resistance on a day."""

    day: date
    mohm: Annotated[float, Field(strict=True, ge=0, le=10_000)]
    by: Literal["log", "meter"]


class PackPart(Part):
    """A pack that flew in it."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    put_away: bool
    made_at: AwareDatetime
    measured: Annotated[list[MeasuredPart], Field(max_length=5_000)]


class DevicePart(Part):
    """A device it has; the profile is read as a profile is."""

    kind: str = Field(max_length=20)
    profile: dict[str, Any]


class PhotoPart(Part):
    """A photo's file."""

    file: FileName
    at: AwareDatetime


class MappedPart(Part):
    """A column of a flight log and its unit."""

    column: str = Field(max_length=2000)
    unit: Short


class FlightLogPart(Part):
    """A flight log's file, and what was said of its columns."""

    file: FileName
    name: Annotated[str, Field(min_length=1, max_length=120)]
    mapping: Annotated[dict[Annotated[str, Field(max_length=40)], MappedPart], Field(max_length=40)]
    simulated: bool
    at: AwareDatetime


def _an_answer(value: Any) -> bool:
    if isinstance(value, list):
        return len(value) <= 60 and all(isinstance(each, int | float) for each in value)
    return value is None or isinstance(value, bool | int | float | str)
