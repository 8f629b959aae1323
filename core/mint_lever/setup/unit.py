"""What the stabiliser unit holds when it does the swash mixing."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field, model_validator

from mint_lever.setup.numbers import (
    Angle,
    FrameRate,
    Part,
    Pulse,
    Share,
    SignedShare,
    SubTrimPulse,
    Throw,
    TurnRate,
    Volt,
)


class FunctionReversed(Part):
    """Functions whose direction the unit turns round."""

    aileron: bool = False
    elevator: bool = False
    collective: bool = False


class UnitServo(Part):
    """One servo's settings in the unit: direction, sub-trim and the pulses it may never pass."""

    reversed: bool = False
    subtrim_us: SubTrimPulse = 0.0
    min_us: Pulse = 900.0
    max_us: Pulse = 2140.0


class SideTrim(Part):
    """What one end of the collective adds to the cyclic, in percent of full servo throw."""

    aileron_pct: SignedShare = 0.0
    elevator_pct: SignedShare = 0.0


class LevelTrim(Part):
    """Collective-to-cyclic trims that keep the swash level, one set each side of centre."""

    low: SideTrim = SideTrim()
    high: SideTrim = SideTrim()


class CorrectionReversed(Part):
    """Axes whose stabilising correction the unit turns round."""

    roll: bool = False
    pitch: bool = False


class UnitExpo(Part):
    """Softness round the centre that the unit adds of its own."""

    aileron: SignedShare = 0.0
    elevator: SignedShare = 0.0
    rudder: SignedShare = 0.0


class UnitTail(Part):
    """The tail servo as the unit drives it; it is squared mechanically, never by sub-trim."""

    subtrim_us: SubTrimPulse = 0.0
    frame_rate_hz: FrameRate = 166.0


class FullStickRates(Part):
    """How fast the unit lets the helicopter turn at full stick, degrees per second."""

    aileron: TurnRate = 300.0
    elevator: TurnRate = 300.0
    rudder: TurnRate = 450.0


CyclicSchool = Literal["full_throw", "reference_tilt"]


class Unit(Part):
    """The unit's share of the setup; ``servos`` follows the order of the swash balls.

    Behind a transmitter that mixes (``transmitter_mixes_unit_behind``) its own throws, sub-trims
    and phase are not in play: it passes on what it gets and adds corrections.

    ``collective_pct`` is the collective's throw above centre, ``collective_low_pct`` below it; left
    out, both sides are the same. ``cyclic_school`` says how this unit wants its cyclic throw set.
    """

    centre_us: Pulse = 1520.0
    frame_rate_hz: FrameRate = 166.0
    full_throw_us: Throw = 500.0
    cyclic_school: CyclicSchool = "full_throw"
    cyclic_pct: Share = 60.0
    collective_pct: Share = 60.0
    collective_low_pct: Share = 60.0
    level_trim: LevelTrim = LevelTrim()
    ring_pct: Share = 100.0
    phase_deg: Angle = 0.0
    function_reversed: FunctionReversed = FunctionReversed()
    correction_reversed: CorrectionReversed = CorrectionReversed()
    pirouette_reversed: bool = False
    expo_pct: UnitExpo = UnitExpo()
    full_stick_dps: FullStickRates = FullStickRates()
    tail: UnitTail = UnitTail()
    governor: bool = False
    rated_volt: Volt | None = None
    servos: list[UnitServo] = Field(min_length=3, max_length=4)

    @model_validator(mode="before")
    @classmethod
    def _equal_sides(cls, data: Any) -> Any:
        """A collective of one figure is the same both ways."""
        if isinstance(data, dict) and "collective_low_pct" not in data:
            return {**data, "collective_low_pct": data.get("collective_pct", 60.0)}
        return data
