"""What the transmitter holds: channels, and per flight mode curves and rates."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.numbers import (
    CurveValue,
    Part,
    Pulse,
    PulsePerPercent,
    Share,
    SignedShare,
    SubTrim,
    Travel,
)

ModeName = Literal["normal", "idle_up_1", "idle_up_2", "hold"]
MODES: tuple[ModeName, ...] = ("normal", "idle_up_1", "idle_up_2", "hold")
CurveShape = Literal["straight", "smooth"]
Curve = Annotated[list[CurveValue], Field(min_length=2, max_length=17)]


class Channel(Part):
    """One channel's end of the line: direction, end points, sub-trim and the hard stops."""

    reversed: bool = False
    travel_low_pct: Travel = 100.0
    travel_high_pct: Travel = 100.0
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
    """One flight mode: curves over the stick 0…100 %, evenly spaced points, and rates."""

    pitch_curve: Curve = [0.0, 25.0, 50.0, 75.0, 100.0]
    pitch_curve_shape: CurveShape = "straight"
    throttle_curve: Curve = [0.0, 25.0, 50.0, 75.0, 100.0]
    throttle_curve_shape: CurveShape = "straight"
    rates: Rates = Rates()


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
    """Signed swash-mix percentages of a transmitter that does the mixing itself."""

    collective: SignedShare = 60.0
    aileron: SignedShare = 60.0
    elevator: SignedShare = 60.0


class Transmitter(Part):
    """The transmitter's share of the setup."""

    centre_us: Pulse = 1520.0
    us_per_pct: PulsePerPercent = 4.0
    channels: Channels = Channels()
    modes: Modes = Modes()
    swash_mix: SwashMix | None = None
