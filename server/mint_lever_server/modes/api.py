"""Flight modes over the API: curves as the blade has them, curves being drawn, the switch."""

import uuid
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Field, Query, Router, Schema
from pydantic import BaseModel, Strict
from pydantic_core import to_json

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model import ShapeName, ThrottleShape, make_throttle_points, resample
from mint_lever.modes import (
    CopiedPart,
    CurveName,
    add_point,
    copy_mode,
    find_curve,
    make_drawn_mode,
    make_pitch_changes,
    remove_mode,
    remove_point,
)
from mint_lever.setup import CurveShape, ModeName, Rates
from mint_lever_server.accounts.signed_in_pilot import pilot_id, pilot_of
from mint_lever_server.config.request_fields import (
    Count,
    CountAsked,
    Degrees,
    LeverAsked,
    Percent,
    Yes,
)
from mint_lever_server.devices.services import expo_softer
from mint_lever_server.hangar.api import draft_out
from mint_lever_server.hangar.schemas import DraftOut, SentChange
from mint_lever_server.hangar.services import edit_draft
from mint_lever_server.levers.chain_cache import chain_of
from mint_lever_server.modes.schemas import (
    CurveOut,
    ModesOut,
    RatesOut,
    SwitchOut,
    show_curve,
    show_mode,
    show_rate_sets,
    show_rates,
    show_switch,
    tail_choices,
)

router = Router(tags=["modes"])


class SwitchQuery(Schema):
    """Which way the switch moves, and where the collective lever stands (−100…100)."""

    version: CountAsked
    before: ModeName
    after: ModeName
    collective: LeverAsked = 0.0


class DrawnCurve(Schema):
    """A curve being drawn; nothing of it is kept."""

    version: Count
    mode: ModeName
    which: CurveName
    points: list[Percent] = Field(min_length=2, max_length=17)
    at: list[Percent] | None = Field(None, max_length=17)
    shape: CurveShape = "straight"


class InDegrees(SentChange):
    """Pitches (deg) for points of a mode's curve, by their number."""

    mode: ModeName
    degrees: dict[int, Degrees] = Field(min_length=1, max_length=17)


class CarryOver(Schema):
    """The curve at another number of points, or at other stick positions."""

    version: Count
    mode: ModeName
    which: CurveName
    points: Annotated[int, Strict(), Field(ge=2, le=17)] | None = None
    at: list[Percent] | None = Field(None, max_length=17)
    shape: CurveShape = "straight"
    step: Annotated[float, Strict(), Field(ge=0.5, le=5)] = 1.0


class CarriedOut(BaseModel):
    """The new points, how far the new curve strays from the old, and whether none strays less."""

    points: list[float]
    at: list[float]
    largest_pct: float
    at_pct: float
    rms_pct: float
    proven: bool


class OnePoint(SentChange):
    """A point of a curve, by its number from 0, to be taken out or to have one put in after it."""

    mode: ModeName
    which: CurveName
    index: Annotated[int, Strict(), Field(ge=0, le=16)]
    put_in: Yes


class TakenOver(SentChange):
    """A mode, or a part of it, made like another; like a plain one without ``source``."""

    mode: ModeName
    source: ModeName | None = None
    what: CopiedPart = "all"


class LeftOut(SentChange):
    """A mode this helicopter is not to have."""

    mode: ModeName


class OwnRates(Schema):
    """Rates to be compared with a mode's; nothing of them is kept."""

    version: Count
    mode: ModeName
    rates: Rates


class Shape(Schema):
    """A throttle curve made from a few numbers (percent)."""

    name: ShapeName
    low_end: Percent = 100.0
    middle: Percent = 70.0
    high_end: Percent = 100.0
    flat_wide: Percent = 40.0
    reached_at: Percent = 30.0
    points: Annotated[int, Strict(), Field(ge=2, le=17)] = 5


class ShapeOut(BaseModel):
    points: list[float]


@router.get("/{helicopter_id}/modes", response=ModesOut)
def get_modes(request: HttpRequest, helicopter_id: uuid.UUID, version: CountAsked) -> HttpResponse:
    """Show every mode's curves in percent and degrees, and its rates."""
    chain = chain_of(pilot_id(request), helicopter_id, version)
    names = chain.setup.transmitter.modes.names()
    softer = expo_softer(helicopter_id)
    shown = ModesOut(
        version=version,
        modes=[show_mode(chain, name, softer) for name in names],
        rate_sets=show_rate_sets(chain, softer),
        tail_choices=tail_choices(chain),
    )
    return _json(shown)


@router.get("/{helicopter_id}/switch", response=SwitchOut)
def get_mode_switch(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    asked: Query[SwitchQuery],
) -> SwitchOut:
    """Say what changes as the switch moves from one mode to another."""
    chain = chain_of(pilot_id(request), helicopter_id, asked.version)
    return show_switch(chain, asked.before, asked.after, asked.collective)


@router.post("/{helicopter_id}/modes/curve", response=CurveOut)
def evaluate_curve(
    request: HttpRequest, helicopter_id: uuid.UUID, given: DrawnCurve
) -> HttpResponse:
    """Work a curve out that is being drawn. Called many times a second; nothing is kept."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    own = make_drawn_mode(given.which, given.points, given.at, given.shape)
    return _json(show_curve(chain, given.mode, given.which, own))


@router.post("/{helicopter_id}/modes/degrees", response=DraftOut)
def convert_curve_degrees(
    request: HttpRequest, helicopter_id: uuid.UUID, given: InDegrees
) -> DraftOut:
    """Set points of a pitch curve to degrees at the blade, through the exact chain."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    changes = make_pitch_changes(chain, given.mode, given.degrees)
    pilot = pilot_of(request)
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/modes/rates", response=RatesOut)
def evaluate_rates(request: HttpRequest, helicopter_id: uuid.UUID, given: OwnRates) -> HttpResponse:
    """Work rates out in a mode's place; nothing is kept."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    return _json(show_rates(chain, given.mode, given.rates, expo_softer(helicopter_id)))


@router.post("/{helicopter_id}/modes/copy", response=DraftOut)
def copy_from_mode(request: HttpRequest, helicopter_id: uuid.UUID, given: TakenOver) -> DraftOut:
    """Make a mode, or a part of it, like another one or plain; put one in that is not there."""
    setup = chain_of(pilot_id(request), helicopter_id, given.version).setup
    changes = copy_mode(setup, given.mode, given.source, given.what)
    pilot = pilot_of(request)
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/modes/remove", response=DraftOut)
def leave_out_mode(request: HttpRequest, helicopter_id: uuid.UUID, given: LeftOut) -> DraftOut:
    """Take a mode out of this helicopter."""
    setup = chain_of(pilot_id(request), helicopter_id, given.version).setup
    changes = remove_mode(setup, given.mode)
    pilot = pilot_of(request)
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/modes/point", response=DraftOut)
def change_curve_point(request: HttpRequest, helicopter_id: uuid.UUID, given: OnePoint) -> DraftOut:
    """Put a point into a curve after another, on the curve, or take one out."""
    mode = chain_of(pilot_id(request), helicopter_id, given.version).mode(given.mode)
    make = add_point if given.put_in else remove_point
    changes = make(mode, given.mode, given.which, given.index)
    pilot = pilot_of(request)
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))


@router.post("/{helicopter_id}/modes/resample", response=CarriedOut)
def resample_curve(request: HttpRequest, helicopter_id: uuid.UUID, given: CarryOver) -> CarriedOut:
    """Find the curve with other points that strays least; nothing is kept."""
    mode = chain_of(pilot_id(request), helicopter_id, given.version).mode(given.mode)
    points, at, shape = find_curve(mode, given.which)
    new = given.at if given.at is not None else given.points
    if new is None:
        raise InvalidRequest([Fault("points", "nothing", "a number of points, or positions")])
    resampled = resample(points, shape, at, new, given.shape, given.step)
    return CarriedOut(
        points=list(resampled.points),
        at=list(resampled.places),
        largest_pct=resampled.largest_pct,
        at_pct=resampled.at_pct,
        rms_pct=resampled.rms_pct,
        proven=resampled.proven,
    )


@router.post("/{helicopter_id}/modes/throttle-shape", response=ShapeOut)
def shape_throttle(request: HttpRequest, helicopter_id: uuid.UUID, given: Shape) -> ShapeOut:
    """Make a throttle curve's points from a few numbers; nothing is kept."""
    numbers = given.dict(exclude={"points"})
    return ShapeOut(points=make_throttle_points(ThrottleShape(**numbers), given.points))


def _json(shown: BaseModel) -> HttpResponse:
    """The answer as it is: a second validation would cost more than the computing."""
    answer = HttpResponse(to_json(shown), content_type="application/json")
    answer["Cache-Control"] = "no-store"
    return answer
