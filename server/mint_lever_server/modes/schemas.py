"""What the API shows of flight modes: curves in percent and degrees, rates, the switch."""

from typing import Any, Literal

from pydantic import BaseModel

from mint_lever.axes import Array, Mask
from mint_lever.model import (
    MODE_MEANS,
    Chain,
    convert_to_one_channel,
    find_tail_mode,
    read_curve,
    space_evenly,
    spread_by_head_speed,
    use_one_gain,
)
from mint_lever.modes import (
    RATED,
    CurveName,
    HoverSource,
    ModeHover,
    RateCurve,
    SofterSign,
    compare_modes,
    compute_collective,
    compute_pitch_curve,
    compute_rate_curve,
    find_curve,
    find_hover,
    mark_degrees,
)
from mint_lever.setup import MODE_WORDS, Mode, ModeName, Rates, find_row


class DegreeMark(BaseModel):
    """Where a whole degree stands on the percent scale."""

    deg: int
    pct: float


class OnPaperOut(BaseModel):
    """A mode's hover by theory; ``lacks`` names what it would need, then all else is null."""

    rpm: float | None
    pitch_deg: float | None
    stick_pct: float | None
    lacks: list[str]


class StickBandOut(BaseModel):
    """From where to where a stick moves (percent)."""

    low: float
    high: float


class HoverOut(BaseModel):
    """Where a mode hovers: by what was flown, on paper, or as it was typed; what theory alone gives
    beside it."""

    pitch_deg: float
    stick_pct: float | None
    by: HoverSource
    paper: OnPaperOut
    factor: float | None
    band: StickBandOut | None
    said: str


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
    hover: HoverOut | None
    degree_marks: list[DegreeMark]


class RateSideOut(BaseModel):
    """What one side of a rate comes to."""

    centre_slope: float
    end_slope: float
    cyclic_deg: float | None
    full_stick_dps: float | None
    radio_expo_pct: float


class RateOut(RateSideOut):
    """One function's rate and expo, and what comes of it; ``low`` is left or back where that side
    has figures of its own."""

    stick_pct: list[float]
    value_pct: list[float]
    low: RateSideOut | None


class RatesOut(BaseModel):
    aileron: RateOut
    elevator: RateOut
    rudder: RateOut


class Elsewhere(BaseModel):
    """A figure as devices of another scale show it; ``words`` say which."""

    value: float
    words: str


class ModeOut(BaseModel):
    """One flight mode as drawn; ``tail_gain`` is its gain on the other scales radios have,
    ``tail_means`` the gyro's mode it stands for, "" without a gain."""

    name: ModeName
    tail_gain: list[Elsewhere]
    tail_means: str
    pitch: CurveOut
    throttle: CurveOut
    rates: RatesOut


class GainsOut(BaseModel):
    """Tail gains for every mode as one choice: each mode's figure and what it is elsewhere."""

    words: str
    gains: dict[ModeName, float]
    said: str


class ModesOut(BaseModel):
    """Every flight mode of the draft as of ``version``; the rates on switches in their order; tail
    gains to choose for all modes together."""

    version: int
    modes: list[ModeOut]
    rate_sets: list[RateOut]
    tail_choices: list[GainsOut]


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


def show_mode(chain: Chain, name: ModeName, softer: SofterSign | None = None) -> ModeOut:
    """Show one flight mode; ``softer`` is the sign of expo that the pilot's own radio softens
    with."""
    mode = chain.mode(name)
    return ModeOut(
        name=name,
        tail_gain=_elsewhere(f"transmitter.modes.{name}.tail_gain_pct", mode.tail_gain_pct),
        tail_means=""
        if mode.tail_gain_pct is None
        else MODE_MEANS[find_tail_mode(mode.tail_gain_pct)],
        pitch=show_curve(chain, name, "pitch", mode),
        throttle=show_curve(chain, name, "throttle", mode),
        rates=show_rates(chain, name, softer=softer),
    )


def tail_choices(chain: Chain) -> list[GainsOut]:
    """The two schools of practice: one gain everywhere, or more where the head turns slower."""
    modes = chain.setup.transmitter.modes
    now = {name: chain.mode(name).tail_gain_pct for name in modes.names()}
    made = (("Same everywhere", use_one_gain(now)), ("By head speed", spread_by_head_speed(now)))
    return [GainsOut(words=words, gains=gains, said=_said_of_gains(gains)) for words, gains in made]


def _said_of_gains(gains: dict[ModeName, float]) -> str:
    """Like gains named once: "+44 (72 of 0–100)"."""
    modes_at: dict[float, list[str]] = {}
    for name, gain in gains.items():
        modes_at.setdefault(gain, []).append(MODE_WORDS[name].lower())
    return "; ".join(
        f"{', '.join(names)} {gain:+g} ({convert_to_one_channel(gain):g} of 0–100)"
        if len(modes_at) > 1
        else f"{gain:+g} ({convert_to_one_channel(gain):g} of 0–100)"
        for gain, names in modes_at.items()
    )


def _elsewhere(path: str, kept: float | None) -> list[Elsewhere]:
    row = find_row(path)
    if row is None or kept is None:
        return []
    return [Elsewhere(value=s.shown(kept), words=s.words) for s in row.about.scales]


def show_rates(
    chain: Chain, name: ModeName, own: Rates | None = None, softer: SofterSign | None = None
) -> RatesOut:
    """Show a mode's rates, or ``own`` in their place."""
    rates: dict[str, Any] = {}
    for function in RATED:
        rate = None if own is None else getattr(own, function)
        rates[function] = _rate(compute_rate_curve(chain, name, function, rate, softer))
    return RatesOut(**rates)


def show_rate_sets(chain: Chain, softer: SofterSign | None = None) -> list[RateOut]:
    """Show the rates that stand on switches, as they come out in normal."""
    return [
        _rate(compute_rate_curve(chain, "normal", each.function, each.rate, softer))
        for each in chain.setup.transmitter.rate_sets
    ]


def _rate(worked_out: RateCurve) -> RateOut:
    low = worked_out.low
    return RateOut(
        **{
            **vars(worked_out),
            "stick_pct": worked_out.stick_pct.tolist(),
            "value_pct": worked_out.value_pct.tolist(),
            "low": None if low is None else RateSideOut(**vars(low)),
        }
    )


def show_curve(chain: Chain, name: ModeName, which: CurveName, own: Mode) -> CurveOut:
    """Show a curve of ``own`` as mode ``name`` of the chain makes of it."""
    points, at, shape = find_curve(own, which)
    places = space_evenly(len(points)).tolist() if at is None else at
    if which == "throttle":
        stick = space_evenly(101)
        return CurveOut(
            at=places,
            points=points,
            stick_pct=stick.tolist(),
            value_pct=read_curve(points, stick, shape, at).tolist(),
            pitch_deg=[],
            point_deg=[],
            slope=[],
            hover=None,
            degree_marks=[],
        )
    worked_out = compute_pitch_curve(chain, name, own=own)
    point_deg, reached = compute_collective(chain, name, points)
    return CurveOut(
        at=places,
        points=points,
        stick_pct=worked_out.stick_pct.tolist(),
        value_pct=worked_out.curve_pct.tolist(),
        pitch_deg=_known(worked_out.pitch_deg, worked_out.reachable),
        point_deg=_known(point_deg, reached),
        slope=worked_out.slope.tolist(),
        hover=show_hover(find_hover(chain, name, own)),
        degree_marks=[DegreeMark(deg=deg, pct=pct) for deg, pct in mark_degrees(chain, name)],
    )


def show_hover(found: ModeHover) -> HoverOut:
    """Show where a mode hovers."""
    paper = OnPaperOut(**{**vars(found.paper), "lacks": list(found.paper.lacks)})
    made = {key: value for key, value in vars(found).items() if key != "band_pct"}
    low_high = found.band_pct
    band = None if low_high is None else StickBandOut(low=low_high[0], high=low_high[1])
    return HoverOut(**{**made, "paper": paper, "band": band})


def show_switch(
    chain: Chain, before: ModeName, after: ModeName, collective_pct: float
) -> SwitchOut:
    """Show what changes as the switch moves, with the collective lever somewhere (−100…100)."""
    jump = compare_modes(chain, before, after)
    pitch, throttle = jump.at((collective_pct + 100.0) / 2.0)
    return SwitchOut(
        before=before,
        after=after,
        stick_pct=jump.stick_pct.tolist(),
        pitch_jump_deg=jump.pitch_jump_deg.tolist(),
        pitch_now_deg=pitch,
        throttle_now_pct=throttle,
        head_speed_jump_rpm=jump.head_speed_jump_rpm,
        largest_deg=float(jump.pitch_jump_deg[jump.stick_pct == jump.largest_stick_pct][0]),
        largest_stick_pct=jump.largest_stick_pct,
        warnings=[WarnedOut(**vars(warned)) for warned in jump.warnings],
    )


def _known(values: Array, reached: Mask) -> list[float | None]:
    pairs = zip(values.tolist(), reached.tolist(), strict=True)
    return [value if known else None for value, known in pairs]
