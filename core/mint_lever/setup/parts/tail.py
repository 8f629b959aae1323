"""The tail's own metal: servo, push rod, slider, grips and blades. Names of ``setup-file.md``."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.parts.number_kinds import (
    Ampere,
    FrameRate,
    HornError,
    Length,
    LengthOrZero,
    LongLength,
    Part,
    PulsePerDegree,
    Ratio,
    ServoSpeed,
    SignedLength,
    Thread,
    Volt,
)
from mint_lever.setup.setting_description import About, Holder, Quantity

# A figure of the tail is asked anew where it counts, and nothing that rests there with it: that is
# for what was done to the metal.
_BLADES = ("tail_limits", "tail_gain")


class TailServo(Part, stage="tail", group="Tail servo"):
    """The tail servo with its horn and push rod."""

    arm_mm: Annotated[
        Length,
        About(
            label="Horn length",
            help="From the tail servo's shaft to the middle of the ball on its horn.",
            steps=("tail_horn", "tail_limits", "tail_gain"),
            alone=True,
        ),
    ] = 8.0
    rod_mm: Annotated[
        LongLength,
        About(
            label="Push rod length",
            help="From the horn's ball to the ball of the tail's lever.",
            steps=("tail_limits",),
            alone=True,
        ),
    ] = 180.0
    ratio: Annotated[
        Ratio,
        About(
            label="Ratio of the lever",
            help="How far the slider moves for a millimetre of the push rod; 1 without a bell "
            "crank.",
            steps=("tail_limits", "tail_gain"),
            alone=True,
        ),
    ] = 1.0
    mounted: Annotated[
        Literal[1, -1],
        About(
            label="Longer pulse pushes the nose",
            help="Which way the nose would go with a longer pulse; seen by moving the rudder.",
            steps=("tail_stick", "tail_limits", "tail_correction"),
            alone=True,
            words={1: "right", -1: "left"},
        ),
    ] = 1
    us_per_deg: Annotated[
        PulsePerDegree,
        About(
            label="Pulse per degree",
            help="How many microseconds turn the tail servo's horn by one degree.",
            steps=("tail_limits", "tail_gain"),
            alone=True,
        ),
    ] = 10.0
    horn_error_deg: Annotated[
        HornError,
        About(
            label="Horn off square",
            help="How far the horn stands off 90° to the push rod at the centre pulse.",
            steps=("tail_square", "tail_offset", "tail_limits"),
            alone=True,
        ),
    ] = 0.0
    rod_pulls: Annotated[
        bool | None,
        About(
            label="A longer push rod moves the blades toward",
            help="Which way the nose would go with the push rod turned longer; the first turn "
            "shows it.",
            steps=("tail_limits",),
            alone=True,
            words={False: "nose right", True: "nose left"},
        ),
    ] = None
    rated_frame_rate_hz: Annotated[
        FrameRate | None,
        About(
            label="Rated frame rate",
            help="The highest frame rate the tail servo's maker allows.",
            record=True,
        ),
    ] = None
    seconds_per_60_deg: Annotated[
        ServoSpeed | None,
        About(
            label="Time for 60°",
            help="The tail servo's speed from its data sheet, seconds for 60 degrees.",
            record=True,
        ),
    ] = None
    rated_volt: Annotated[
        Volt | None,
        About(
            label="Rated voltage",
            help="The highest supply the tail servo's maker allows; often the lowest rating of "
            "all.",
            steps=("bec_voltage",),
            record=True,
        ),
    ] = None
    stall_a: Annotated[
        Ampere | None,
        About(
            label="Stall current",
            help="What the tail servo draws held still at full effort, from its data sheet.",
            record=True,
        ),
    ] = None


class Slider(Part, stage="tail", group="Slider"):
    """How far the slider goes either way from the place of zero pitch."""

    minus_mm: Annotated[
        LengthOrZero,
        About(
            label="Way to the contact, nose left",
            help="From zero pitch to where the slider touches, on the side that pushes the nose "
            "left.",
            steps=("tail_limits",),
            alone=True,
        ),
    ] = 6.0
    plus_mm: Annotated[
        LengthOrZero,
        About(
            label="Way to the contact, nose right",
            help="From zero pitch to where the slider touches, on the side that pushes the nose "
            "right.",
            steps=("tail_limits",),
            alone=True,
        ),
    ] = 6.0


class Tail(Part, stage="tail", group="Tail rotor"):
    """The tail rotor and everything that moves its blades. Signs: + drives the nose right."""

    side: Annotated[
        Literal["left", "right"],
        About(
            label="Tail rotor sits on the",
            help="Which side of the boom the tail rotor is on, seen from behind.",
            steps=("tail_stick", "tail_correction"),
            alone=True,
            words={"left": "left", "right": "right"},
        ),
    ] = "left"
    plus_is_outward: Annotated[
        bool,
        About(
            label="For nose right the slider moves",
            help="Whether the slider moves away from the boom when the blades push the nose right.",
            steps=("tail_stick", "tail_correction"),
            alone=True,
            words={True: "away from the boom", False: "toward the boom"},
        ),
    ] = True
    servo: Annotated[TailServo, Holder(name="servo")] = TailServo()
    slider: Annotated[Slider, Holder()] = Slider()
    offset_mm: Annotated[
        SignedLength,
        About(
            label="Slider with the horn square",
            help="Where the slider stands from zero pitch with the horn square; the push rod sets "
            "it.",
            group="Slider",
            steps=("tail_offset", "tail_limits"),
            alone=True,
            nudge=0.05,
        ),
    ] = 0.0
    rod_thread_mm: Annotated[
        Thread,
        About(
            label="Thread pitch of the push rod",
            help="How far one turn moves the ball link on the push rod.",
            group="Tail servo",
            record=True,
        ),
    ] = 0.4
    rod_ends: Annotated[
        int,
        Field(ge=1, le=2),
        Quantity(""),
        About(
            label="Ends of the push rod that turn",
            help="1 for a rod turned at one end, 2 where both ends go opposite ways.",
            group="Tail servo",
            record=True,
        ),
    ] = 1
    grip_arm_mm: Annotated[
        Length | None,
        About(
            label="Grip arm",
            help="From the tail blade's feathering axis to the ball of its grip.",
            steps=("tail_offset", "tail_gain"),
            alone=True,
        ),
    ] = None
    blades: Annotated[
        int,
        Field(ge=2, le=6),
        Quantity(""),
        About(
            label="Blades",
            help="How many tail blades there are.",
            steps=_BLADES,
            alone=True,
        ),
    ] = 2
    radius_mm: Annotated[
        LongLength | None,
        About(
            label="Tail rotor radius",
            help="From the tail shaft's axis to the tail blade's tip.",
            steps=_BLADES,
            alone=True,
        ),
    ] = None
    root_mm: Annotated[
        LongLength | None,
        About(
            label="Tail blade begins at",
            help="From the tail shaft's axis to where the tail blade's profile begins.",
            record=True,
        ),
    ] = None
    chord_mm: Annotated[
        Length | None,
        About(
            label="Tail blade chord",
            help="The tail blade's width, leading edge to trailing edge.",
            record=True,
        ),
    ] = None
    turns_per_head_turn: Annotated[
        Ratio | None,
        About(
            label="Turns for a turn of the head",
            help="How often the tail rotor turns for one turn of the main rotor; count it.",
            record=True,
        ),
    ] = None
    boom_mm: Annotated[
        LongLength | None,
        About(
            label="Main shaft to tail shaft",
            help="From the main shaft's axis to the tail shaft's axis, along the boom.",
            record=True,
        ),
    ] = None
