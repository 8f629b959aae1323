"""The helicopter's own metal: rotor head, swashplate, servos with their horns and links."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from mint_lever.axes import Rotation, rotation_sign
from mint_lever.setup.parts.number_kinds import (
    Ampere,
    Angle,
    Azimuth,
    FrameRate,
    HornError,
    Length,
    LengthOrZero,
    LimitAngle,
    LongLength,
    Mass,
    Part,
    PulsePerDegree,
    ServoSpeed,
    SignedLength,
    Thread,
    Torque,
    Turns,
    Volt,
)
from mint_lever.setup.parts.tail import Tail
from mint_lever.setup.setting_description import About, Holder, Quantity, Scale

LayoutName = Literal[
    "single", "three_120", "three_90", "three_135", "three_140", "four_90", "four_45", "custom"
]
LAYOUT_WORDS: dict[LayoutName, str] = {
    "three_120": "three servos, 120°",
    "three_140": "three servos, 140°",
    "three_135": "three servos, 135°",
    "three_90": "three servos, 90°",
    "four_90": "four servos, 90° square",
    "four_45": "four servos, 90° turned 45°",
    "single": "one servo a function, mechanical mixing",
    "custom": "custom balls",
}
SizeClass = Literal["micro", "up_to_450", "to_550", "to_600", "larger"]
LinkEnds = Annotated[int, Field(ge=1, le=2), Quantity("")]
Holes = Annotated[list[Length], Field(max_length=12)]

_HEAD = ("cyclic_throw",)
_BLADES_LINKS = "Blade links"


class Head(Part, stage="blade", group="Rotor head"):
    """Rotor head: blade grips, their arms and links, and the inner ring that drives them."""

    rotation: Annotated[
        Rotation,
        About(
            label="Turns, seen from above",
            help="Which way the main rotor turns. Look down on the model and turn it by hand.",
            steps=_HEAD,
            words={"clockwise": "clockwise", "counter_clockwise": "counter-clockwise"},
        ),
    ] = "clockwise"
    blades: Annotated[
        int,
        Field(ge=2, le=6),
        Quantity(""),
        About(
            label="Blades",
            help="How many main blades the head carries; each has its own pitch link.",
            steps=_HEAD,
        ),
    ] = 2
    grip_arm: Annotated[
        Literal["leading", "trailing"],
        About(
            label="Grip arm side",
            help="Whether the grip's arm points ahead of the blade or behind it, as it turns.",
            steps=_HEAD,
            words={"leading": "leading", "trailing": "trailing"},
        ),
    ] = "leading"
    grip_arm_mm: Annotated[
        Length,
        About(
            label="Grip arm",
            help="From the feathering axis to the middle of the grip's ball, square to the blade.",
            steps=_HEAD,
        ),
    ]
    grip_ball_span_mm: Annotated[
        SignedLength,
        About(
            label="Grip ball along the span",
            help="How far out along the blade the grip's ball stands from the main shaft's axis.",
            steps=_HEAD,
        ),
    ] = 0.0
    head_height_mm: Annotated[
        Length,
        About(
            label="Head above the swash",
            help="Feathering axis above the swash's tilt centre, collective at its middle.",
            steps=_HEAD,
            nudge=0.5,
        ),
    ]
    inner_ball_radius_mm: Annotated[
        Length,
        About(
            label="Inner ball radius",
            help="From the main shaft's axis to the middle of the inner ring's ball.",
            steps=_HEAD,
        ),
    ]
    inner_ball_lead_deg: Annotated[
        Angle,
        About(
            label="Inner ball lead",
            help="How far round the shaft the inner ring's ball is ahead of its blade.",
            steps=_HEAD,
        ),
    ] = 90.0
    link_thread_mm: Annotated[
        Thread,
        About(
            label="Thread pitch",
            help="How far one turn moves the ball link on its rod; the rod's thread size says it.",
            group=_BLADES_LINKS,
            steps=("zero_pitch",),
        ),
    ] = 0.4
    link_ends: Annotated[
        LinkEnds,
        About(
            label="Ends that turn",
            help="1 for a link turned at one end, 2 for a turnbuckle whose ends go opposite ways.",
            group=_BLADES_LINKS,
            steps=("zero_pitch",),
        ),
    ] = 1
    link_step_turns: Annotated[
        Turns | None,
        About(
            label="Smallest step",
            help="0 for a turnbuckle that stays anywhere, 0.5 for a plain cup, 1 for one with a "
            "face that must point the right way.",
            group=_BLADES_LINKS,
            steps=("zero_pitch",),
            record=True,
        ),
    ] = None
    link_extra_mm: Annotated[
        list[
            Annotated[
                SignedLength,
                About(
                    label="Link {letter} turned out",
                    help="How much longer than its nominal length this blade's link is.",
                    group=_BLADES_LINKS,
                    steps=("zero_pitch",),
                    nudge=0.05,
                ),
            ]
        ],
        Field(max_length=6),
    ] = []
    inner_radii_mm: Annotated[
        Holes,
        About(
            label="Radii the inner balls can take",
            help="Every place the inner ring offers for its balls, measured from the shaft's axis.",
            steps=_HEAD,
            record=True,
        ),
    ] = []

    @model_validator(mode="before")
    @classmethod
    def _nominal_links(cls, data: Any) -> Any:
        """Links nobody turned are nominal: one zero a blade when the list is left out."""
        if isinstance(data, dict) and "link_extra_mm" not in data:
            blades = data.get("blades", 2)
            if isinstance(blades, int) and 0 <= blades <= 6:
                return {**data, "link_extra_mm": [0.0] * blades}
        return data

    @property
    def turn_sign(self) -> int:
        """σ of the formulas: +1 clockwise, −1 counter-clockwise."""
        return rotation_sign(self.rotation)

    @property
    def arm_sign(self) -> int:
        """λ of the formulas: +1 for an arm on the blade's leading side, −1 on the trailing side."""
        return 1 if self.grip_arm == "leading" else -1

    @property
    def step_turns(self) -> float:
        """The smallest step of a blade link (turns): its own, else half a turn for a link turned
        at one end and a tenth for a turnbuckle. Common practice, no source."""
        if self.link_step_turns is not None:
            return self.link_step_turns or 0.1
        return 0.5 if self.link_ends == 1 else 0.1


class Ball(Part, stage="swash"):
    """One of the swash's outer balls: which servo's, where round the shaft, how far out.

    The role is the servo's name (elevator, aileron, pitch …). Radius 0 marks the centre lift of
    mechanical mixing: that servo raises the whole swash and the others ride on it.
    """

    role: Annotated[
        str,
        Field(min_length=1, max_length=24),
        About(
            label="Name of its servo",
            help="What you call the servo on this ball: elevator, aileron, pitch.",
            steps=("cyclic_throw",),
            record=True,
        ),
    ]
    azimuth_deg: Annotated[
        Azimuth,
        About(
            label="Azimuth",
            help="Where the ball stands round the shaft: degrees from the nose, clockwise from "
            "above; 90 is the right side, 180 the tail.",
            steps=("cyclic_throw",),
        ),
    ]
    radius_mm: Annotated[
        LengthOrZero,
        About(
            label="Radius",
            help="From the main shaft's axis to the middle of the outer ring's ball.",
            alike=True,
            steps=("cyclic_throw",),
        ),
    ]


class Swash(Part, stage="swash"):
    """The swashplate's outer ring. The layout names the usual pattern; the balls decide."""

    layout: Annotated[
        LayoutName,
        About(
            label="Swash layout",
            help="The pattern of the outer balls; choosing one puts the balls where it has them.",
            steps=("together",),
            words=LAYOUT_WORDS,
        ),
    ]
    balls: Annotated[
        list[Annotated[Ball, Holder(name="ball {n}", group="Ball {n}: {role}")]],
        Field(min_length=3, max_length=4),
    ]
    link_thread_mm: Annotated[
        Thread | None,
        About(
            label="Thread pitch of the swash links",
            help="How far one turn moves a swash link; left out, it is that of the blade links.",
            group="Swash links",
            steps=("level",),
            record=True,
        ),
    ] = None
    link_ends: Annotated[
        LinkEnds | None,
        About(
            label="Ends that turn",
            help="1 for a swash link turned at one end, 2 for a turnbuckle.",
            group="Swash links",
            steps=("level",),
            record=True,
        ),
    ] = None
    link_step_turns: Annotated[
        Turns | None,
        About(
            label="Smallest step of the swash links",
            help="0 for a turnbuckle that stays anywhere, 0.5 for a plain cup, 1 for one with a "
            "face.",
            group="Swash links",
            steps=("level",),
            record=True,
        ),
    ] = None
    outer_radii_mm: Annotated[
        Holes,
        About(
            label="Radii the outer balls can take",
            help="Every place the outer ring offers for its balls: other holes, a spacer, a ball "
            "turned round; measured from the shaft's axis.",
            group="Swash links",
            steps=("cyclic_throw",),
            record=True,
        ),
    ] = []
    tilt_limit_deg: Annotated[
        LimitAngle | None,
        About(
            label="The swash ball's largest tilt",
            help="How far the swash can tilt before its ball meets its cage; from the maker, if "
            "known.",
            group="Limits of the maker",
            steps=("clearance",),
            record=True,
        ),
    ] = None
    link_limit_deg: Annotated[
        LimitAngle | None,
        About(
            label="A ball link's largest lean",
            help="How far a ball link can lean on its ball before it rubs; from the maker, if "
            "known.",
            group="Limits of the maker",
            steps=("clearance",),
            record=True,
        ),
    ] = None

    @property
    def step_turns(self) -> float:
        """The smallest step of a swash link (turns): its own, else half a turn, or a tenth where
        both ends turn. Common practice, no source."""
        if self.link_step_turns is not None:
            return self.link_step_turns or 0.1
        return 0.1 if self.link_ends == 2 else 0.5


class Servo(Part, stage="horns"):
    """One swash servo as it is mounted: horn, link and what a longer pulse does to its ball.

    Ratings are the maker's figures, left out when nobody knows them.
    """

    arm_mm: Annotated[
        Length,
        About(
            label="Horn length",
            help="From the servo's shaft to the middle of the ball on its horn.",
            alike=True,
            steps=("cyclic_throw",),
        ),
    ]
    link_length_mm: Annotated[
        Length,
        About(
            label="Link length",
            help="From the middle of the horn's ball to the middle of the swash's ball.",
            alike=True,
            steps=("level",),
            nudge=0.5,
        ),
    ]
    link_extra_mm: Annotated[
        SignedLength,
        About(
            label="Link turned out",
            help="How much longer than its nominal length the link was turned, + longer.",
            steps=("level",),
            nudge=0.05,
        ),
    ] = 0.0
    arm_bearing_deg: Annotated[
        Azimuth,
        About(
            label="Horn points to",
            help="Which way the horn points from its shaft, degrees from the nose clockwise from "
            "above.",
            steps=("horns",),
            nudge=5,
        ),
    ]
    mounted: Annotated[
        Literal[1, -1],
        About(
            label="Longer pulse moves the ball",
            help="What a longer pulse does to this servo's ball; step 6 finds it out.",
            steps=("horns",),
            words={1: "up", -1: "down"},
        ),
    ] = 1
    us_per_deg: Annotated[
        PulsePerDegree,
        About(
            label="Pulse per degree",
            help="How many microseconds turn the horn by one degree; about 10 on most servos.",
            alike=True,
            steps=("horns",),
        ),
    ] = 10.0
    horn_error_deg: Annotated[
        HornError,
        About(
            label="Horn off square",
            help="How far the horn stands off 90° to its link at the centre pulse, + raises the "
            "ball.",
            steps=("horns",),
        ),
    ] = 0.0
    rated_frame_rate_hz: Annotated[
        FrameRate | None,
        About(
            label="Rated frame rate",
            help="The highest frame rate the servo's maker allows, from its data sheet.",
            alike=True,
            steps=("servo_basics",),
            record=True,
        ),
    ] = None
    rated_volt: Annotated[
        Volt | None,
        About(
            label="Rated voltage",
            help="The highest supply the servo's maker allows, from its data sheet.",
            alike=True,
            steps=("servo_basics",),
            record=True,
        ),
    ] = None
    torque_ncm: Annotated[
        Torque | None,
        About(
            label="Torque",
            help="The servo's torque at its supply, from its data sheet: force times arm.",
            alike=True,
            record=True,
            # F1: 1 kgf is 9.80665 N, and imperial figures assume an arm of one inch.
            scales=(
                Scale(words="in kg·cm", factor=1 / 9.80665),
                Scale(words="in oz·in", factor=1 / 0.706155),
            ),
        ),
    ] = None
    seconds_per_60_deg: Annotated[
        ServoSpeed | None,
        About(
            label="Time for 60°",
            help="The servo's speed at its supply from its data sheet, seconds for 60 degrees.",
            alike=True,
            record=True,
        ),
    ] = None
    stall_a: Annotated[
        Ampere | None,
        About(
            label="Stall current",
            help="What the servo draws when it is held still at full effort, from its data sheet.",
            alike=True,
            record=True,
        ),
    ] = None
    wheel_arms: Annotated[
        int | None,
        Field(ge=1, le=12),
        Quantity(""),
        About(
            label="Arms on the horn's wheel",
            help="How many arms the servo's horn has, all round; count them on the part.",
            alike=True,
            steps=("horns",),
            record=True,
        ),
    ] = None
    spline_teeth: Annotated[
        int | None,
        Field(ge=10, le=60),
        Quantity("teeth"),
        About(
            label="Teeth of the spline",
            help="How many teeth the servo's output shaft has; the servo's data sheet says it.",
            alike=True,
            steps=("horns",),
            record=True,
        ),
    ] = None
    holes_mm: Annotated[
        Holes,
        About(
            label="Holes the horn has",
            help="Every hole of the horn, measured from the servo's shaft.",
            alike=True,
            steps=("cyclic_throw",),
            record=True,
        ),
    ] = []


class Rotor(Part, stage="blade", group="Main rotor"):
    """The main rotor as the air meets it; what the tail and the hover are computed from."""

    radius_mm: Annotated[
        LongLength | None,
        About(
            label="Rotor radius",
            help="From the main shaft's axis to the blade's tip.",
            record=True,
        ),
    ] = None
    root_mm: Annotated[
        LongLength | None,
        About(
            label="Blade begins at",
            help="From the main shaft's axis to where the blade's profile begins.",
            record=True,
        ),
    ] = None
    chord_mm: Annotated[
        Length | None,
        About(
            label="Blade chord",
            help="The blade's width, leading edge to trailing edge.",
            record=True,
        ),
    ] = None
    blade_mass_g: Annotated[
        Mass | None,
        About(
            label="Weight of one blade",
            help="What one main blade weighs on a kitchen scale.",
            record=True,
            nudge=1,
        ),
    ] = None


class Airframe(Part, stage="whole", group="The model"):
    """Everything that is metal or plastic; ``servos`` follows the order of ``swash.balls``."""

    size_class: Annotated[
        SizeClass | None,
        About(
            label="Size class",
            help="About how large the helicopter is; some makers' settings are named by it.",
            record=True,
            words={
                "micro": "micro",
                "up_to_450": "450 and below",
                "to_550": "to 550",
                "to_600": "to 600",
                "larger": "larger",
            },
        ),
    ] = None
    mass_g: Annotated[
        Mass | None,
        About(
            label="Weight ready to fly",
            help="The whole model with its pack on a kitchen scale.",
            record=True,
        ),
    ] = None
    head: Annotated[Head, Holder()]
    swash: Annotated[Swash, Holder()]
    servos: Annotated[
        list[Annotated[Servo, Holder(name="servo {n}", group="Servo {n}: {role}")]],
        Field(min_length=3, max_length=4),
    ]
    rotor: Annotated[Rotor | None, Holder()] = None
    tail: Annotated[Tail | None, Holder(name="tail")] = None

    @property
    def swash_turn_mm(self) -> float:
        """How far a turn moves a swash link: its own thread and ends, else the blade links'
        thread."""
        return (self.swash.link_thread_mm or self.head.link_thread_mm) * (self.swash.link_ends or 1)
