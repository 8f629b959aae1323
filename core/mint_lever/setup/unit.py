"""What the stabiliser unit holds when it does the swash mixing."""

from __future__ import annotations

from pydantic import Field

from mint_lever.setup.numbers import Angle, Part, Pulse, Share, SubTrimPulse, Throw


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


class Unit(Part):
    """The unit's share of the setup; ``servos`` follows the order of the swash balls."""

    centre_us: Pulse = 1520.0
    full_throw_us: Throw = 500.0
    cyclic_pct: Share = 60.0
    collective_pct: Share = 60.0
    ring_pct: Share = 100.0
    phase_deg: Angle = 0.0
    function_reversed: FunctionReversed = FunctionReversed()
    servos: list[UnitServo] = Field(min_length=3, max_length=4)
