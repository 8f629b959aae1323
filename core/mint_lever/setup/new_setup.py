"""A new helicopter's setup: middling geometry to start measuring from, everything at default."""

from __future__ import annotations

from typing import Annotated

from mint_lever.axes import Rotation
from mint_lever.setup.arrangement import ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.reshaping import with_arrangement
from mint_lever.setup.parts.airframe import Airframe, Head, LayoutName, Servo, Swash
from mint_lever.setup.parts.flight_modes import Mode, ModeName, Modes
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.setup.parts.transmitter import SwashMix, Transmitter
from mint_lever.setup.parts.unit import Unit, UnitServo
from mint_lever.sources import MEMORY, PRACTICE

IDLE_UP_WAITS_PCT: Annotated[float, MEMORY] = 70.0
"""Where an idle-up's throttle waits flat: well above where a governor switches on."""
MIX_STARTS_PCT: Annotated[float, PRACTICE] = 65.0
"""Where a transmitter's own mixing starts (trade, step 10)."""


def make_fresh_setup(
    name: str,
    layout: LayoutName = "three_120",
    rotation: Rotation = "clockwise",
    blades: int = 2,
    arrangement: ArrangementName = "unit_mixes",
) -> Setup:
    """Make a setup with a fresh model memory and middling geometry the pilot then measures over.

    The lengths are from memory, those of no helicopter in particular; horns point outward, so
    that a longer pulse raises each ball.
    """
    balls = layout_balls(layout, 22.0)
    servos = [
        Servo(arm_mm=13.0, link_length_mm=35.0, arm_bearing_deg=ball.azimuth_deg) for ball in balls
    ]
    head = Head(
        rotation=rotation,
        blades=blades,
        grip_arm_mm=22.0,
        head_height_mm=42.0,
        inner_ball_radius_mm=15.0,
        link_extra_mm=[0.0] * blades,
    )
    plain = Setup(
        name=name,
        arrangement="unit_mixes",
        airframe=Airframe(head=head, swash=Swash(layout=layout, balls=balls), servos=servos),
        transmitter=Transmitter(
            modes=Modes(
                normal=fresh_mode("normal"),
                idle_up_1=fresh_mode("idle_up_1"),
                idle_up_2=fresh_mode("idle_up_2"),
                hold=fresh_mode("hold"),
            )
        ),
        unit=Unit(cyclic_pct=40.0, collective_pct=40.0, servos=[UnitServo() for _ in balls]),
    )
    return plain if arrangement == "unit_mixes" else _mixed_elsewhere(plain, arrangement)


def _mixed_elsewhere(setup: Setup, arrangement: ArrangementName) -> Setup:
    """A transmitter's mix starts high on all three and comes down."""
    made = with_arrangement(setup, arrangement)
    start = MIX_STARTS_PCT
    mix = SwashMix(collective=start, aileron=start, elevator=start)
    transmitter = made.transmitter.model_copy(update={"swash_mix": mix})
    return made.model_copy(update={"transmitter": transmitter})


def fresh_mode(name: ModeName) -> Mode:
    """Make a flight mode of a fresh memory: straight curves, in hold the throttle at its low end.

    An idle-up's throttle waits flat, where a governor stays in and the motor does not stop with the
    stick low. Common practice, no source; the figure is from memory.
    """
    if name == "hold":
        return Mode(throttle_curve=[0.0] * 5)
    return Mode(throttle_curve=[IDLE_UP_WAITS_PCT] * 5) if name.startswith("idle_up") else Mode()
