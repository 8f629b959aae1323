"""What the levers drive: one frame for a stick position, and the answer over a stick's range."""

import uuid
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Field, Query, Router, Schema
from pydantic_core import to_json

from mint_lever.axes import Function
from mint_lever.model import Sticks, compute_frame, compute_response
from mint_lever.setup import ModeName
from mint_lever_server.accounts.signed_in_pilot import pilot_id
from mint_lever_server.config.request_fields import AngleAsked, CountAsked, LeverAsked, TimesAsked
from mint_lever_server.levers.chain_cache import chain_of

router = Router(tags=["levers"])

Point = list[float]
"""x, y, z"""


class Levers(Schema):
    """Where the pilot's levers stand, which mode, and which azimuth is looked at (blade A).

    ``version`` is the draft's version that the page shows; frames never mix two of them.
    ``measured`` is the path of the length whose dimension is drawn. ``rate_sets`` are the numbers,
    from 0, of the rates on switches whose position is chosen, with commas between them.
    """

    version: CountAsked
    collective: LeverAsked = 0.0
    aileron: LeverAsked = 0.0
    elevator: LeverAsked = 0.0
    rudder: LeverAsked = 0.0
    mode: ModeName = "normal"
    azimuth: AngleAsked = 180.0
    exaggerate: TimesAsked = 1.0
    measured: str = Field("", max_length=60)
    rate_sets: str = Field("", max_length=80, pattern=r"^(\d{1,2}(,\d{1,2})*)?$")

    def chosen(self) -> list[int]:
        """The numbers of the sets whose switches stand in their positions."""
        return [int(number) for number in self.rate_sets.split(",") if number]


class ChannelOut(Schema):
    """A channel's value at each of its stations; percent, and µs for the pulse."""

    directed_pct: float
    travelled_pct: float
    trimmed_pct: float
    limited_pct: float
    pulse_us: float
    limit_acts: bool


class Stages(Schema):
    """One function's value at each stage; null where it passes through no such stage.

    ``mixed_pct`` has the free mixes in it.
    """

    stick_pct: float
    shaped_pct: float
    mixed_pct: float
    directed_pct: float | None
    travelled_pct: float | None
    trimmed_pct: float | None
    limited_pct: float | None
    pulse_us: float | None
    limit_acts: bool | None
    seen_pct: float | None
    demand_pct: float | None


class FunctionStages(Schema):
    """The stages of all that is sent."""

    collective: Stages
    aileron: Stages
    elevator: Stages
    rudder: Stages
    throttle: Stages


class ServoOut(Schema):
    """One servo: throw asked (% of full), its channel where the transmitter mixes, the pulse sent
    between its stops, whether one of them holds it, horn angle."""

    role: str
    throw_pct: float
    channel: ChannelOut | None
    pulse_us: float
    low_us: float
    centre_us: float
    high_us: float
    held: bool
    horn_deg: float


class SwashOut(Schema):
    """The swash's pose (mm, deg); null where the links do not meet."""

    reachable: bool
    height_mm: float | None
    tilt_right_deg: float | None
    tilt_forward_deg: float | None
    residual_mm: float


class BladeOut(Schema):
    """Blade A at the azimuth, and over the whole turn (deg)."""

    azimuth_deg: float
    pitch_deg: float | None
    collective_deg: float | None
    cyclic_deg: float | None
    cyclic_azimuth_deg: float | None
    phase_error_deg: float | None


class HeadingHoldOut(Schema):
    """What the stick asks for where the mode's gain means heading hold: a yaw rate (deg/s, + nose
    right), and the limit that the servo creeps to on a bench, with the pitch there."""

    yaw_dps: float | None
    creeps_to: Literal["left", "right"] | None
    pitch_deg: float | None


class TailOut(Schema):
    """The tail as in rate mode: pulse, horn and pitch (deg), the slider from zero pitch and its way
    to both contacts (mm), which way the nose is pushed; null where it cannot be said."""

    pulse_us: float
    horn_deg: float
    slider_mm: float | None
    pitch_deg: float | None
    clear_minus_mm: float | None
    clear_plus_mm: float | None
    pushes: Literal["left", "right", "nowhere"] | None
    heading_hold: HeadingHoldOut | None


class DrawnBlade(Schema):
    """One blade as drawn."""

    azimuth_deg: float
    pitch_deg: float
    inner_ball: Point
    grip_ball: Point


class DrawnTail(Schema):
    """The tail as it is drawn: ``slider_out`` is −1 at the boom, 1 at its other end; ``zero_out``
    is where on that way the blades have no pitch."""

    side: Literal["left", "right"]
    pitch_deg: float
    slider_out: float
    zero_out: float
    pushes: Literal["left", "right", "nowhere"] | None


class DrawnDimension(Schema):
    """A length as it is drawn, between its two ends (mm), and what the setup has for it; without
    ends its part is only sketched, not to scale."""

    path: str
    ends: list[Point] | None
    value_mm: float | None


class SceneOut(Schema):
    """Points to draw (mm, x right, y forward, z up), by servo and by blade."""

    centre: Point
    normal: Point
    shafts: list[Point]
    horn_balls: list[Point]
    swash_balls: list[Point]
    blades: list[DrawnBlade]
    tail: DrawnTail | None
    dimension: DrawnDimension | None


class NoticeOut(Schema):
    """A warning and the setting it comes from."""

    path: str
    text: str


class FrameOut(Schema):
    """Everything shown for one stick position, of the draft as of ``version``."""

    version: int
    mode: ModeName
    functions: FunctionStages
    servos: list[ServoOut]
    swash: SwashOut
    blade: BladeOut
    tail: TailOut | None
    scene: SceneOut
    warnings: list[NoticeOut]


class ResponseOut(Schema):
    """Pitch of blade A at the azimuth over one stick's whole range; null where out of reach."""

    function: Literal["collective", "aileron", "elevator", "rudder"]
    stick_pct: list[float]
    arrives_pct: list[float]
    pitch_deg: list[float | None]
    deg_per_us: float


@router.get("/{helicopter_id}/frame", response=FrameOut)
def get_frame(
    request: HttpRequest, helicopter_id: uuid.UUID, levers: Query[Levers]
) -> HttpResponse:
    """Compute one frame. Called many times a second: the answer skips a second validation."""
    chain = chain_of(pilot_id(request), helicopter_id, levers.version)
    chain = chain.with_rate_sets(levers.chosen())
    made = compute_frame(
        chain, _sticks(levers), levers.azimuth, levers.mode, levers.exaggerate, levers.measured
    )
    return _json({"version": levers.version, **made})


@router.get("/{helicopter_id}/response", response=ResponseOut)
def get_stick_response(
    request: HttpRequest, helicopter_id: uuid.UUID, levers: Query[Levers], function: Function
) -> HttpResponse:
    """Compute how pitch answers one stick, the others held where they are."""
    chain = chain_of(pilot_id(request), helicopter_id, levers.version)
    chain = chain.with_rate_sets(levers.chosen())
    answered = compute_response(chain, function, _sticks(levers), levers.azimuth, levers.mode)
    pitch = zip(answered.pitch_deg.tolist(), answered.reachable.tolist(), strict=True)
    return _json(
        {
            "function": function,
            "stick_pct": answered.stick_pct.tolist(),
            "arrives_pct": answered.arrives_pct.tolist(),
            "pitch_deg": [value if reached else None for value, reached in pitch],
            "deg_per_us": answered.deg_per_us,
        }
    )


def _sticks(levers: Levers) -> Sticks:
    return Sticks.at(levers.collective, levers.aileron, levers.elevator, levers.rudder)


def _json(body: dict[str, object]) -> HttpResponse:
    answer = HttpResponse(to_json(body, inf_nan_mode="null"), content_type="application/json")
    answer["Cache-Control"] = "no-store"
    return answer
