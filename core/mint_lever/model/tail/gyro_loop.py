"""The gyro's loop: the gain at which the tail wags, and that ceiling carried to other metal.

The loop is rate feedback round a servo, an inflow and a dead time: K·e^(−sT)/(s(τs + 1)(τᵢs + 1)).
The three lags are from memory; proportions between two states of one helicopter need no more.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import atan, hypot, pi

from mint_lever.model.tail.gain_scales import (
    FINAL_HIGH,
    FINAL_LOW,
    convert_to_one_channel,
    convert_to_signed,
)
from mint_lever.setup.parts.tail import Tail
from mint_lever.setup.parts.unit import UnitTail

INFLOW_S, _HANDLING_S, _FRAMES = 0.005, 0.005, 1.5
_SWING = 4.0
"""Part of the time for 60° that a servo lags behind a swing of 30°."""
SAFE_SHARE = 0.85
"""Where to start below the gain at which the tail wags."""


@dataclass(frozen=True)
class Lags:
    """The loop's lags in seconds: servo, inflow, and the dead time of frames and handling."""

    servo_s: float
    inflow_s: float
    dead_s: float

    @cached_property
    def crossing_rad_s(self) -> float:
        """How fast it wags, when it wags: where the lags make up a quarter turn of phase."""

        def over(omega: float) -> float:
            phase = omega * self.dead_s + atan(omega * self.servo_s) + atan(omega * self.inflow_s)
            return phase - pi / 2

        low, high = 0.0, 1.0
        while over(high) < 0:
            high *= 2
        for _ in range(80):
            middle = (low + high) / 2
            low, high = (middle, high) if over(middle) < 0 else (low, middle)
        return (low + high) / 2

    @cached_property
    def ceiling(self) -> float:
        """The rate feedback K_u (1/s) at which it wags."""
        omega = self.crossing_rad_s
        return omega * hypot(1, omega * self.servo_s) * hypot(1, omega * self.inflow_s)


def lags_of(tail: Tail, box: UnitTail) -> Lags | None:
    """The lags of a tail; None while the servo's speed is unknown."""
    if tail.servo.seconds_per_60_deg is None:
        return None
    dead = _FRAMES / box.frame_rate_hz + _HANDLING_S
    return Lags(tail.servo.seconds_per_60_deg / _SWING, INFLOW_S, dead)


@dataclass(frozen=True)
class LoopMetal:
    """What the amount of gain at which a tail wags goes by.

    ``lever`` is horn·ratio/grip arm (none), ``lags`` None where the servo's speed is unknown,
    ``throw_us`` what the unit calls full throw.
    """

    lever: float
    rpm: float
    us_per_deg: float
    throw_us: float
    lags: Lags | None


def loop_metal(tail: Tail, box: UnitTail, rpm: float) -> LoopMetal | None:
    """Give a tail's metal at a head speed; None while the grip's arm is unknown."""
    if tail.grip_arm_mm is None:
        return None
    servo = tail.servo
    lever = servo.arm_mm * servo.ratio / tail.grip_arm_mm
    return LoopMetal(lever, rpm, servo.us_per_deg, box.full_throw_us, lags_of(tail, box))


def carry_gain(
    amount: float, seen: LoopMetal, now: LoopMetal, *, scales_by_throw: bool = False
) -> float:
    """Carry an amount of gain at which the tail wagged to another metal of the same helicopter.

    Same tail blades, ratio, boom and inertia. The servo's and frames' lags count where both are
    known. ``scales_by_throw``: this unit's output goes by its full throw. n² is exact at one pitch;
    at the hover's own it is n^1.7 to n^1.9: good for a warning.
    """
    share = seen.lever / now.lever * (seen.rpm / now.rpm) ** 2 * now.us_per_deg / seen.us_per_deg
    if seen.lags is not None and now.lags is not None:
        share *= now.lags.ceiling / seen.lags.ceiling
    if scales_by_throw:
        share *= seen.throw_us / now.throw_us
    return amount * share


def start_below(ceiling: float) -> float:
    """The amount to start at under a ceiling."""
    return SAFE_SHARE * ceiling


def horn_that_suits(arm_mm: float, amount: float) -> tuple[float, float] | None:
    """Give the shortest and longest horn (mm) with which an amount comes to 60–80 of the
    one-channel scale; None where it does already."""
    if FINAL_LOW <= convert_to_one_channel(amount) <= FINAL_HIGH:
        return None
    return arm_mm * amount / convert_to_signed(FINAL_HIGH), arm_mm * amount / convert_to_signed(
        FINAL_LOW
    )
