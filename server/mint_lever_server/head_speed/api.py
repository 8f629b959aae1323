"""Head speed over the API: every mode's figures, a punch to try, the hover that was flown."""

import uuid
from datetime import date, datetime
from typing import Annotated

from django.http import HttpRequest
from ninja import Field, Router, Schema
from pydantic import Strict

from mint_lever.modes import (
    PackState,
    forget_hover,
    make_measured_change,
    record_hover,
    simulate_punch,
)
from mint_lever.setup import MeasuredBy, ModeName
from mint_lever_server.accounts.signed_in_pilot import pilot_id, pilot_of
from mint_lever_server.config.request_fields import Count, CountAsked, HeadRoomAsked
from mint_lever_server.hangar.api import draft_out
from mint_lever_server.hangar.schemas import DraftOut, SentChange
from mint_lever_server.hangar.services import edit_draft
from mint_lever_server.head_speed.schemas import (
    HeadSpeedsOut,
    PunchOut,
    show_head_speeds,
    show_punch,
)
from mint_lever_server.head_speed.services import card_confirmed, fit_first
from mint_lever_server.levers.chain_cache import chain_of

router = Router(tags=["head speed"])

HeadSpeed = Annotated[float, Strict(), Field(gt=0, le=20_000)]


class Tried(Schema):
    """A gain, a pack and a pinion to punch with; nothing of it is kept."""

    version: Count
    mode: ModeName
    gain: Annotated[float, Strict(), Field(ge=0, le=200)]
    pack: PackState = "resting"
    pinion: Annotated[int, Strict(), Field(ge=5, le=60)] | None = None


class FlownIn(SentChange):
    """Where the pilot found it to hover; a day alone takes what was kept away."""

    mode: ModeName | None = None
    stick_pct: Annotated[float, Strict(), Field(ge=0, le=100)] | None = None
    rpm: HeadSpeed | None = None
    day: date


class MeasuredIn(SentChange):
    """A head speed measured at a spool-up; without one, what was kept goes."""

    mode: ModeName
    rpm: HeadSpeed | None = None
    percent: Annotated[float, Strict(), Field(gt=0, le=100)] | None = None
    by: MeasuredBy | None = None
    day: date


@router.get("/{helicopter_id}/head-speed", response=HeadSpeedsOut)
def get_head_speeds(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    version: CountAsked,
    wanted_pct: HeadRoomAsked = 15.0,
) -> HeadSpeedsOut:
    """Show what every mode's head speed comes to, with so much head-room wanted."""
    chain = chain_of(pilot_id(request), helicopter_id, version)
    return show_head_speeds(version, chain, wanted_pct)


@router.get("/{helicopter_id}/head-speed/card", response=list[datetime | None])
def get_controller_card(request: HttpRequest, helicopter_id: uuid.UUID) -> list[datetime | None]:
    """Give, for each item of the controller's card, when the real controller confirmed
    what is wanted; null where it has not, or no longer."""
    return card_confirmed(pilot_of(request), helicopter_id)


@router.post("/{helicopter_id}/head-speed/punch", response=PunchOut)
def evaluate_punch(request: HttpRequest, helicopter_id: uuid.UUID, given: Tried) -> PunchOut:
    """Follow a punch. Called while a slider moves; nothing is kept."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    return show_punch(simulate_punch(chain, given.mode, given.gain, given.pack, given.pinion))


@router.post("/{helicopter_id}/head-speed/hover", response=DraftOut)
def calibrate_hover(request: HttpRequest, helicopter_id: uuid.UUID, given: FlownIn) -> DraftOut:
    """Keep a hover that was flown, or take the kept one away."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    changes = forget_hover(chain.setup)
    if given.mode is not None and given.stick_pct is not None:
        changes = record_hover(chain, given.mode, given.stick_pct, given.day, given.rpm)
    return draft_out(edit_draft(pilot_of(request), helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/head-speed/measurement", response=DraftOut)
def record_measured_speed(
    request: HttpRequest, helicopter_id: uuid.UUID, given: MeasuredIn
) -> DraftOut:
    """Keep a measured head speed. A rotor is spooled up only on a setup that is fit."""
    pilot = pilot_of(request)
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    if given.rpm is not None:
        fit_first(pilot, helicopter_id)
    changes = make_measured_change(
        chain.setup, given.mode, given.rpm, given.percent, given.by, given.day
    )
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))
