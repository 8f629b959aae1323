"""What the API says of helicopters: the fleet, a draft, its revisions."""

import uuid
from datetime import datetime
from typing import Annotated, Any, Literal

from ninja import Field, Schema
from pydantic import Strict

from mint_lever.setup import ArrangementName, LayoutName, Setup, SizeClass
from mint_lever_server.config.request_fields import Count
from mint_lever_server.hangar.summaries import Look


class Summary(Look):
    """One helicopter as the Hangar shows it."""

    id: uuid.UUID
    revision: int | None
    unsaved: bool
    changed_at: datetime


class RevisionOut(Schema):
    """A revision without its document."""

    number: int
    note: str
    saved_at: datetime


class RevisionsOut(Schema):
    """Revisions, the newest first; ``more`` when older ones are left."""

    revisions: list[RevisionOut]
    more: bool


class StepOut(Schema):
    """What an undo or redo changes, in words; its settings' paths, none for a whole setup."""

    words: str
    paths: list[str]


class DraftOut(Schema):
    """The working draft and where it stands. ``digest`` names its setup, ``revision`` the newest
    revision's number."""

    id: uuid.UUID
    version: int
    digest: str
    document: Setup
    undo: StepOut | None
    redo: StepOut | None
    unsaved: bool
    practice: bool
    changed_at: datetime
    revision: int | None


class NewHelicopter(Schema):
    """What a fresh helicopter needs to be drawn up."""

    name: str = Field(min_length=1, max_length=80)
    size: SizeClass = "to_550"
    cells: Annotated[int, Strict(), Field(ge=1, le=20)] | None = None
    layout: LayoutName = "three_120"
    rotation: Literal["clockwise", "counter_clockwise"] = "clockwise"
    blades: Annotated[int, Strict(), Field(ge=2, le=6)] = 2
    arrangement: ArrangementName = "unit_mixes"


class SentChange(Schema):
    """A change as a browser sends it: under an id of its own, so that sent twice it is made once.

    ``version`` is the draft's that the browser has seen.
    """

    version: Count
    id: uuid.UUID | None = None


class ChangeIn(Schema):
    """One setting to change."""

    path: str = Field(min_length=1, max_length=200)
    value: Any


class Edit(SentChange):
    """Changes to make together."""

    changes: list[ChangeIn] = Field(min_length=1, max_length=50)


class Save(SentChange):
    """A note to save the revision with."""

    note: str = Field("", max_length=500)


class Rebuild(SentChange):
    """Another swash layout, another number of blades, or the mixing done elsewhere."""

    layout: LayoutName | None = None
    blades: Annotated[int, Strict(), Field(ge=2, le=6)] | None = None
    arrangement: ArrangementName | None = None


class PartToCopy(SentChange):
    """The entry of a list (``airframe.servos.0``) that the others are to be like."""

    part: str = Field(max_length=60)


class Restore(SentChange):
    """The revision to put back into the draft."""

    revision: Count
