"""What the transmitter holds: channels, and per flight mode curves and rates."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.numbers import (
    CurveValue,
    MixShare,
    Part,
    Pulse,
    PulsePerPercent,
    Rpm,
    Share,
    SignedShare,
    SubTrim,
    Travel,
)

ModeName = Literal["normal", "idle_up_1", "idle_up_2", "hold"]
MODES: tuple[ModeName, ...] = ("normal", "idle_up_1", "idle_up_2", "hold")
CurveShape = Literal["straight", "smooth"]
Curve = Annotated[list[CurveValue], Field(min_length=2, max_length=17)]
CurvePlaces = Annotated[list[CurveValue], Field(min_length=2, max_length=17)]
MixKind = Literal["geometric", "full_throw"]
StickName = Literal["collective", "aileron", "elevator", "rudder", "throttle"]


class Channel(Part):
    """One channel's end of the line: direction, end points, trim lever, sub-trim, hard stops."""

    reversed: bool = False
    travel_low_pct: Travel = 100.0
    travel_high_pct: Travel = 100.0
    trim_pct: SubTrim = 0.0
    subtrim_pct: SubTrim = 0.0
    limit_low_pct: Travel = 135.0
    limit_high_pct: Travel = 135.0


class Channels(Part):
    """The function channels a unit that mixes by itself is sent."""

    collective: Channel = Channel()
    aileron: Channel = Channel()
    elevator: Channel = Channel()
    rudder: Channel = Channel()
    throttle: Channel = Channel()


class Rate(Part):
    """Dual rate and expo of one function; expo + is softer round the centre."""

    rate_pct: Share = 100.0
    expo_pct: SignedShare = 0.0


class Rates(Part):
    """The three functions that have rates."""

    aileron: Rate = Rate()
    elevator: Rate = Rate()
    rudder: Rate = Rate()


class Mode(Part):
    """One flight mode: curves over the stick 0…100 %, rates, tail gain, head speed.

    A curve's points stand evenly spaced unless ``…_at`` gives their stick positions, 0 first and
    100 last. ``tail_gain_pct`` is signed (−100…100): + in hold, − in rate mode. The governor's
    ``head_speed_rpm`` is asked for in this mode; left out, this mode asks for none.
    """

    pitch_curve: Curve = [0.0, 25.0, 50.0, 75.0, 100.0]
    pitch_curve_at: CurvePlaces | None = None
    pitch_curve_shape: CurveShape = "straight"
    throttle_curve: Curve = [0.0, 25.0, 50.0, 75.0, 100.0]
    throttle_curve_at: CurvePlaces | None = None
    throttle_curve_shape: CurveShape = "straight"
    rates: Rates = Rates()
    tail_gain_pct: SignedShare | None = None
    head_speed_rpm: Rpm | None = None


class Modes(Part):
    """The flight modes this helicopter uses; normal is always there."""

    normal: Mode = Mode()
    idle_up_1: Mode | None = None
    idle_up_2: Mode | None = None
    hold: Mode | None = None

    def names(self) -> tuple[ModeName, ...]:
        """Names of the modes this setup has, in the usual order."""
        return tuple(name for name in MODES if getattr(self, name) is not None)


class SwashMix(Part):
    """Signed swash-mix percentages of a transmitter that does the mixing itself.

    ``kind``: ``geometric`` drives each ball by its own azimuth; ``full_throw``, as most
    transmitters do it, lets the ball that moves furthest for a function move in full.
    ``ring_pct`` shortens the cyclic stick to a ring; 142 is the stick's own corners.
    """

    kind: MixKind = "full_throw"
    collective: SignedShare = 60.0
    aileron: SignedShare = 60.0
    elevator: SignedShare = 60.0
    ring_pct: Share = 142.0


class FreeMix(Part):
    """A mix of the pilot's own: the slave gets the master's stick times a percentage.

    One percentage for each side of the master's centre, in the flight modes named.
    """

    name: Annotated[str, Field(max_length=40)] = ""
    master: StickName
    slave: StickName
    low_pct: MixShare = 0.0
    high_pct: MixShare = 0.0
    modes: list[ModeName] = ["normal", "idle_up_1", "idle_up_2", "hold"]


class Transmitter(Part):
    """The transmitter's share of the setup.

    ``servo_channels`` are the swash servos' channels in the order of the balls, where the
    transmitter mixes. ``travel_step_pct`` is the finest step of an end point. ``expo_sign`` says
    which sign of expo this radio calls softer.
    ``fail_safe_throttle_pct`` is the throttle (0…100) at loss of signal, left out when not set.
    """

    centre_us: Pulse = 1520.0
    us_per_pct: PulsePerPercent = 4.0
    channels: Channels = Channels()
    servo_channels: list[Channel] | None = Field(default=None, min_length=3, max_length=4)
    modes: Modes = Modes()
    power_up_mode: ModeName = "normal"
    swash_mix: SwashMix | None = None
    free_mixes: list[FreeMix] = Field(default=[], max_length=12)
    travel_step_pct: Annotated[float, Field(gt=0, le=5, json_schema_extra={"unit": "%"})] = 1.0
    expo_sign: Literal["plus_softens", "minus_softens"] = "plus_softens"
    fail_safe_throttle_pct: CurveValue | None = None
