"""Flight modes over the API: curves as the blade has them, curves being drawn, the switch."""

import uuid
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Field, Query, Router, Schema
from pydantic import BaseModel
from pydantic_core import to_json

from accounts.pilot import pilot_id, pilot_of
from hangar.api import DraftOut, draft_out
from hangar.services import edit_draft
from levers.chains import chain_of
from mint_lever.axes import Array, Mask
from mint_lever.chain import Chain
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.modes.pitch_degrees import (
    collective_deg,
    degree_marks,
    percent_for,
    pitch_curve,
)
from mint_lever.modes.rates import RATED, rate_curve
from mint_lever.modes.switching import switching
from mint_lever.setup import Change
from mint_lever.setup.transmitter import CurveShape, Mode, ModeName
from mint_lever.transmitter.curves import curve, evenly
from mint_lever.transmitter.resample import resample
from mint_lever.transmitter.throttle_shapes import ShapeName, ThrottleShape, throttle_points

router = Router(tags=["modes"])

Which = Literal["pitch", "throttle"]


class DegreeMark(BaseModel):
    """Where a whole degree stands on the percent scale."""

    deg: int
    pct: float


class CurveOut(BaseModel):
    """A curve over the stick 0…100: percent, and for a pitch curve degrees at the blade.

    ``at`` and ``points`` are the curve's own points, ``point_deg`` their degrees; null where a link
    does not reach. ``slope`` is degrees for each percent of stick.
    """

    at: list[float]
    points: list[float]
    stick_pct: list[float]
    value_pct: list[float]
    pitch_deg: list[float | None]
    point_deg: list[float | None]
    slope: list[float]
    hover_stick_pct: float | None
    degree_marks: list[DegreeMark]


class RateOut(BaseModel):
    """One function's rate and expo, and what comes of it."""

    stick_pct: list[float]
    value_pct: list[float]
    centre_slope: float
    end_slope: float
    cyclic_deg: float | None
    full_stick_dps: float | None
    radio_expo_pct: float


class RatesOut(BaseModel):
    aileron: RateOut
    elevator: RateOut
    rudder: RateOut


class ModeOut(BaseModel):
    """One flight mode as drawn."""

    name: ModeName
    pitch: CurveOut
    throttle: CurveOut
    rates: RatesOut


class ModesOut(BaseModel):
    """Every flight mode of the draft as of ``version``; the degrees a collective reaches."""

    version: int
    hover_deg: float
    modes: list[ModeOut]


class WarnedOut(BaseModel):
    severity: Literal["danger", "caution"]
    path: str
    text: str


class SwitchOut(BaseModel):
    """What jumps as the switch moves; at the lever's position and at its worst."""

    before: ModeName
    after: ModeName
    stick_pct: list[float]
    pitch_jump_deg: list[float]
    pitch_now_deg: float
    throttle_now_pct: float
    head_speed_jump_rpm: float | None
    largest_deg: float
    largest_stick_pct: float
    warnings: list[WarnedOut]


class Asked(Schema):
    """Which way the switch moves, and where the collective lever stands (−100…100)."""

    version: int
    before: ModeName
    after: ModeName
    collective: float = Field(0.0, ge=-100, le=100)


class Drawn(Schema):
    """A curve being drawn; nothing of it is kept."""

    version: int
    mode: ModeName
    which: Which
    points: list[float] = Field(min_length=2, max_length=17)
    at: list[float] | None = Field(None, max_length=17)
    shape: CurveShape = "straight"


class InDegrees(Schema):
    """Pitches (deg) for points of a mode's curve, by their number."""

    version: int
    mode: ModeName
    degrees: dict[int, float] = Field(min_length=1, max_length=17)


class CarryOver(Schema):
    """The curve at another number of points, or at other stick positions."""

    version: int
    mode: ModeName
    which: Which
    points: int | None = Field(None, ge=2, le=17)
    at: list[float] | None = Field(None, max_length=17)
    shape: CurveShape = "straight"
    step: float = Field(1.0, gt=0, le=5)


class CarriedOut(BaseModel):
    """The new points, and how far the new curve strays from the old."""

    points: list[float]
    at: list[float]
    largest_pct: float
    at_pct: float
    rms_pct: float


class Shape(Schema):
    """A throttle curve made from a few numbers (percent)."""

    name: ShapeName
    low_end: float = 100.0
    middle: float = 70.0
    high_end: float = 100.0
    flat_wide: float = 40.0
    reached_at: float = 30.0
    points: int = 5


class ShapeOut(BaseModel):
    points: list[float]


@router.get("/{helicopter_id}/modes", response=ModesOut)
def modes(request: HttpRequest, helicopter_id: uuid.UUID, version: int) -> HttpResponse:
    """Show every mode's curves in percent and degrees, and its rates."""
    chain = chain_of(pilot_id(request), helicopter_id, version)
    names = chain.setup.transmitter.modes.names()
    shown = ModesOut(
        version=version,
        hover_deg=chain.setup.targets.hover_deg,
        modes=[_mode(chain, name) for name in names],
    )
    return _json(shown)


@router.get("/{helicopter_id}/switch", response=SwitchOut)
def switch(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    asked: Query[Asked],
) -> SwitchOut:
    """Say what changes as the switch moves from one mode to another."""
    chain = chain_of(pilot_id(request), helicopter_id, asked.version)
    found = switching(chain, asked.before, asked.after)
    pitch, throttle = found.at((asked.collective + 100.0) / 2.0)
    return SwitchOut(
        before=asked.before,
        after=asked.after,
        stick_pct=found.stick_pct.tolist(),
        pitch_jump_deg=found.pitch_jump_deg.tolist(),
        pitch_now_deg=pitch,
        throttle_now_pct=throttle,
        head_speed_jump_rpm=found.head_speed_jump_rpm,
        largest_deg=float(found.pitch_jump_deg[found.stick_pct == found.largest_stick_pct][0]),
        largest_stick_pct=found.largest_stick_pct,
        warnings=[WarnedOut(**vars(warned)) for warned in found.warnings],
    )


@router.post("/{helicopter_id}/modes/drawn", response=CurveOut)
def drawn(request: HttpRequest, helicopter_id: uuid.UUID, given: Drawn) -> HttpResponse:
    """Work a curve out that is being drawn. Called many times a second; nothing is kept."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    shown = _worked_out(chain, given.mode, given.which, given.points, given.at, given.shape)
    return _json(shown)


@router.post("/{helicopter_id}/modes/degrees", response=DraftOut)
def in_degrees(request: HttpRequest, helicopter_id: uuid.UUID, given: InDegrees) -> DraftOut:
    """Set points of a pitch curve to degrees at the blade, through the exact chain."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    points = chain.mode(given.mode).pitch_curve
    base = f"transmitter.modes.{given.mode}.pitch_curve"
    changes = []
    for index, degrees in given.degrees.items():
        if not 0 <= index < len(points):
            raise InvalidRequest([Fault("degrees", str(index), f"0 to {len(points) - 1}")])
        path = f"{base}.{index}"
        (value,) = percent_for(chain, given.mode, [degrees], path)
        # Hundredths of a percent: finer than any gauge, and what is typed comes back as typed.
        changes.append(Change(path, round(value, 2)))
    edited = edit_draft(pilot_of(request), helicopter_id, given.version, changes)
    return draft_out(edited.helicopter)


@router.post("/{helicopter_id}/modes/carried-over", response=CarriedOut)
def carried_over(request: HttpRequest, helicopter_id: uuid.UUID, given: CarryOver) -> CarriedOut:
    """Find the curve with other points that strays least; nothing is kept."""
    mode = chain_of(pilot_id(request), helicopter_id, given.version).mode(given.mode)
    points, at, shape = _curve(mode, given.which)
    new = given.at if given.at is not None else given.points
    if new is None:
        raise InvalidRequest([Fault("points", "nothing", "a number of points, or positions")])
    found = resample(points, shape, at, new, given.shape, given.step)
    return CarriedOut(
        points=list(found.points),
        at=list(found.places),
        largest_pct=found.largest_pct,
        at_pct=found.at_pct,
        rms_pct=found.rms_pct,
    )


@router.post("/{helicopter_id}/modes/throttle-shape", response=ShapeOut)
def throttle_shape(request: HttpRequest, helicopter_id: uuid.UUID, given: Shape) -> ShapeOut:
    """Make a throttle curve's points from a few numbers; nothing is kept."""
    numbers = given.dict(exclude={"points"})
    return ShapeOut(points=throttle_points(ThrottleShape(**numbers), given.points))


def _mode(chain: Chain, name: ModeName) -> ModeOut:
    mode = chain.mode(name)
    rates: dict[str, Any] = {}
    for function in RATED:
        found = rate_curve(chain, name, function)
        rates[function] = RateOut(
            **{
                **vars(found),
                "stick_pct": found.stick_pct.tolist(),
                "value_pct": found.value_pct.tolist(),
            }
        )
    return ModeOut(
        name=name,
        pitch=_worked_out(chain, name, "pitch", *_curve(mode, "pitch")),
        throttle=_worked_out(chain, name, "throttle", *_curve(mode, "throttle")),
        rates=RatesOut(**rates),
    )


def _curve(mode: Mode, which: Which) -> tuple[list[float], list[float] | None, CurveShape]:
    if which == "pitch":
        return mode.pitch_curve, mode.pitch_curve_at, mode.pitch_curve_shape
    return mode.throttle_curve, mode.throttle_curve_at, mode.throttle_curve_shape


def _worked_out(
    chain: Chain,
    mode: ModeName,
    which: Which,
    points: list[float],
    at: list[float] | None,
    shape: CurveShape,
) -> CurveOut:
    own = Mode.model_validate(
        {
            f"{which}_curve": points,
            f"{which}_curve_at": at,
            f"{which}_curve_shape": shape,
        }
    )
    places = evenly(len(points)).tolist() if at is None else at
    if which == "throttle":
        stick = evenly(101)
        return CurveOut(
            at=places,
            points=points,
            stick_pct=stick.tolist(),
            value_pct=curve(points, stick, shape, at).tolist(),
            pitch_deg=[],
            point_deg=[],
            slope=[],
            hover_stick_pct=None,
            degree_marks=[],
        )
    found = pitch_curve(chain, mode, own=own)
    point_deg, reached = collective_deg(chain, mode, points)
    return CurveOut(
        at=places,
        points=points,
        stick_pct=found.stick_pct.tolist(),
        value_pct=found.curve_pct.tolist(),
        pitch_deg=_known(found.pitch_deg, found.reachable),
        point_deg=_known(point_deg, reached),
        slope=found.slope.tolist(),
        hover_stick_pct=found.hover_stick_pct,
        degree_marks=[DegreeMark(deg=deg, pct=pct) for deg, pct in degree_marks(chain, mode)],
    )


def _known(values: Array, reached: Mask) -> list[float | None]:
    pairs = zip(values.tolist(), reached.tolist(), strict=True)
    return [value if known else None for value, known in pairs]


def _json(shown: BaseModel) -> HttpResponse:
    """The answer as it is: a second validation would cost more than the computing."""
    answer = HttpResponse(to_json(shown), content_type="application/json")
    answer["Cache-Control"] = "no-store"
    return answer
