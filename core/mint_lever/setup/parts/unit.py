"""What the stabiliser unit holds."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from mint_lever.setup.parts.number_kinds import (
    USUAL_FIGURE,
    USUAL_LIMIT,
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
from mint_lever.setup.parts.tuning import CentreTrim, Tuning
from mint_lever.setup.parts.unit_display import Display
from mint_lever.setup.setting_description import ON_OFF, REVERSED, About, Holder

_MIXING = "Mixing"
_STABILISING = "Stabilising"
_LEVELLING = "Collective to cyclic, to keep the swash level"
_TAIL = "Tail, at the unit"
_CORRECTIONS = ("corrections",)
# What depends on how the unit sits: it may answer the other way after a remount.
_MOUNTED = ("unit_itself", "corrections", "tail_mount", "yaw_feed")


class FunctionReversed(Part, stage="arrival", group="At the unit"):
    """Functions whose direction the unit turns round."""

    aileron: Annotated[
        bool,
        About(
            label="Aileron direction at the unit",
            help="Whether the unit turns the aileron it receives round.",
            function="aileron",
            turns=True,
            words=REVERSED,
        ),
    ] = False
    elevator: Annotated[
        bool,
        About(
            label="Elevator direction at the unit",
            help="Whether the unit turns the elevator it receives round.",
            function="elevator",
            turns=True,
            words=REVERSED,
        ),
    ] = False
    collective: Annotated[
        bool,
        About(
            label="Collective direction at the unit",
            help="Whether the unit turns the collective it receives round.",
            function="collective",
            turns=True,
            words=REVERSED,
        ),
    ] = False


class UnitServo(Part, stage="servos"):
    """One servo's settings in the unit: direction, sub-trim and the pulses it may never pass."""

    reversed: Annotated[
        bool,
        About(
            label="Direction",
            help="Which way round the unit drives this servo; reversed where it disagrees.",
            steps=("together",),
            words=REVERSED,
        ),
    ] = False
    subtrim_us: Annotated[
        SubTrimPulse,
        About(
            label="Sub-trim",
            help="What squares the horn after the best place on its spline was found.",
            steps=("horns",),
        ),
    ] = 0.0
    min_us: Annotated[
        Pulse,
        About(
            label="Shortest pulse",
            help="The shortest pulse the unit ever sends this servo.",
            steps=("clearance",),
            nudge=5,
        ),
    ] = 900.0
    max_us: Annotated[
        Pulse,
        About(
            label="Longest pulse",
            help="The longest pulse the unit ever sends this servo.",
            steps=("clearance",),
            nudge=5,
        ),
    ] = 2140.0


class SideTrim(Part, stage="gain", group=_LEVELLING):
    """What one end of the collective adds to the cyclic, in percent of full servo throw."""

    aileron_pct: Annotated[
        SignedShare,
        About(
            label="Aileron",
            help="What full collective this way adds to aileron, so that the swash stays level.",
            function="collective",
            steps=("level",),
        ),
    ] = 0.0
    elevator_pct: Annotated[
        SignedShare,
        About(
            label="Elevator",
            help="What full collective this way adds to elevator, so that the swash stays level.",
            function="collective",
            steps=("level",),
        ),
    ] = 0.0


class LevelTrim(Part):
    """Collective-to-cyclic trims that keep the swash level, one set each side of centre."""

    low: Annotated[SideTrim, Holder(name="low end")] = SideTrim()
    high: Annotated[SideTrim, Holder(name="high end")] = SideTrim()


class CorrectionReversed(Part, stage="gain", group=_STABILISING):
    """Axes whose stabilising correction the unit turns round."""

    roll: Annotated[
        bool,
        About(
            label="Roll correction",
            help="Which way the unit answers a roll; tipping the model by hand shows it.",
            function="cyclic",
            steps=_CORRECTIONS,
            words=REVERSED,
        ),
    ] = False
    pitch: Annotated[
        bool,
        About(
            label="Pitch correction",
            help="Which way the unit answers a nod; tipping the model by hand shows it.",
            function="cyclic",
            steps=_CORRECTIONS,
            words=REVERSED,
        ),
    ] = False


class UnitExpo(Part, stage="gain", group=_STABILISING):
    """Softness round the centre that the unit adds of its own."""

    aileron: Annotated[
        SignedShare,
        About(
            label="Unit's own expo, aileron",
            help="Softness round the centre that the unit adds to aileron.",
            function="cyclic",
            steps=("flight_modes",),
        ),
    ] = 0.0
    elevator: Annotated[
        SignedShare,
        About(
            label="Unit's own expo, elevator",
            help="Softness round the centre that the unit adds to elevator.",
            function="cyclic",
            steps=("flight_modes",),
        ),
    ] = 0.0
    rudder: Annotated[
        SignedShare,
        About(
            label="Unit's own expo, rudder",
            help="Softness round the centre that the unit adds to rudder.",
            stage="arrival",
            group=_TAIL,
            function="rudder",
            steps=("flight_modes",),
        ),
    ] = 0.0


class UnitTail(Part, stage="arrival", group=_TAIL):
    """The tail servo as the unit drives it; it is squared mechanically, never by sub-trim."""

    centre_us: Annotated[
        Pulse,
        About(
            label="Tail servo centre pulse",
            help="The tail servo's pulse family, by its centre; the servo's data sheet says it.",
            function="rudder",
            steps=("tail_servo", "tail_square", "tail_offset", "tail_limits"),
            emptied=("tail_servo",),
            alone=True,
        ),
    ] = 1520.0
    subtrim_us: Annotated[
        SubTrimPulse,
        About(
            label="Tail servo sub-trim",
            help="A shift of the tail servo's centre; leave it at 0, square the horn by hand.",
            function="rudder",
            steps=("tail_square", "tail_offset", "tail_limits"),
            emptied=(),
            alone=True,
        ),
    ] = 0.0
    full_throw_us: Annotated[
        Throw,
        About(
            label="Tail servo full throw",
            help="How far the pulse goes from the centre for a full rudder at a limit of 100 %.",
            function="rudder",
            steps=("tail_limits", "tail_gain"),
            emptied=(),
            alone=True,
        ),
    ] = 400.0
    frame_rate_hz: Annotated[
        FrameRate,
        About(
            label="Tail servo frame rate",
            help="How often a second the unit sends the tail servo a pulse.",
            function="rudder",
            steps=("tail_servo",),
            alone=True,
        ),
    ] = 166.0
    limit_left_pct: Annotated[
        Share,
        About(
            label="Tail limit left",
            help="How far the unit lets the tail servo go for left rudder.",
            function="rudder",
            steps=("tail_limits",),
            alone=True,
            usual=USUAL_LIMIT,
        ),
    ] = 100.0
    limit_right_pct: Annotated[
        Share,
        About(
            label="Tail limit right",
            help="How far the unit lets the tail servo go for right rudder.",
            function="rudder",
            steps=("tail_limits",),
            alone=True,
            usual=USUAL_LIMIT,
        ),
    ] = 100.0
    reversed: Annotated[
        bool,
        About(
            label="Tail servo direction",
            help="Which way round the unit or gyro drives the tail servo.",
            function="rudder",
            steps=("tail_stick", "tail_limits", "tail_correction"),
            emptied=(),
            alone=True,
            words=REVERSED,
        ),
    ] = False
    gyro_reversed: Annotated[
        bool,
        About(
            label="Yaw correction",
            help="Which way the gyro answers a turn of the nose; turning it by hand shows it.",
            function="rudder",
            steps=("tail_correction",),
            alone=True,
            words=REVERSED,
        ),
    ] = False


class FullStickRates(Part, stage="gain", group=_STABILISING):
    """How fast the unit lets the helicopter turn at full stick, degrees per second."""

    aileron: Annotated[
        TurnRate,
        About(
            label="Rolls, full stick",
            help="How fast the unit lets the model roll at full stick.",
            function="cyclic",
            steps=("flight_modes",),
        ),
    ] = 300.0
    elevator: Annotated[
        TurnRate,
        About(
            label="Flips, full stick",
            help="How fast the unit lets the model flip at full stick.",
            function="cyclic",
            steps=("flight_modes",),
        ),
    ] = 300.0
    rudder: Annotated[
        TurnRate,
        About(
            label="Pirouettes, full stick",
            help="How fast the unit lets the nose turn at full stick.",
            stage="arrival",
            group=_TAIL,
            function="rudder",
            steps=("flight_modes",),
        ),
    ] = 450.0


class Mounting(Part, stage="whole", group="How the unit is mounted"):
    """How the unit sits in the model, as it is told so."""

    face_up: Annotated[
        Literal["label", "base", "side"],
        About(
            label="Face that is up",
            help="Which face of the unit looks up as it is stuck into the model.",
            steps=_MOUNTED,
            words={"label": "its label", "base": "its base", "side": "a narrow side"},
        ),
    ] = "label"
    leads_toward: Annotated[
        Literal["nose", "tail", "left", "right", "up", "down"],
        About(
            label="Leads point to",
            help="Where the unit's servo leads point as it is stuck into the model.",
            steps=_MOUNTED,
            words={
                "nose": "the nose",
                "tail": "the tail",
                "left": "the left",
                "right": "the right",
                "up": "up",
                "down": "down",
            },
        ),
    ] = "nose"


CyclicSchool = Literal["full_throw", "reference_tilt"]
ReferenceRule = Literal["at_least", "at_most"]


class Unit(Part, stage="gain", group=_MIXING):
    """The unit's share of the setup; ``servos`` follows the order of the swash balls.

    Behind a transmitter that mixes (``transmitter_mixes_unit_behind``) its own throws, sub-trims
    and phase are not in play: it passes on what it gets and adds corrections. Where nothing
    stabilises the cyclic, the gyro's own box is a unit with nothing but ``tail``.

    ``collective_pct`` is the collective's throw above centre, ``collective_low_pct`` below it; left
    out, both sides are the same. ``cyclic_elevator_pct`` is elevator's own figure where the unit
    has one. ``cyclic_school`` says how this unit wants its cyclic throw set; ``reference_rule`` how
    one that wants a reference tilt means it.
    """

    centre_us: Annotated[
        Pulse,
        About(
            label="Centre pulse",
            help="The swash servos' pulse family, by its centre; the servos' data sheet says it.",
            stage="servos",
            group="All servos",
            steps=("servo_basics",),
            play="stabilised",
        ),
    ] = 1520.0
    frame_rate_hz: Annotated[
        FrameRate,
        About(
            label="Frame rate",
            help="How often a second the unit sends the swash servos a pulse.",
            stage="servos",
            group="All servos",
            steps=("servo_basics",),
            alone=True,
            play="stabilised",
        ),
    ] = 166.0
    full_throw_us: Annotated[
        Throw,
        About(
            label="Full throw",
            help="How far the pulse goes from the centre for a command of 100 %.",
            stage="servos",
            group="All servos",
            steps=("cyclic_throw", "collective_range"),
            play="unit_mixes",
        ),
    ] = 500.0
    cyclic_school: Annotated[
        CyclicSchool,
        About(
            label="This unit is set by",
            help="Whether the unit asks for a throw at full stick or to be shown a small tilt.",
            group="What the gauge should read",
            function="cyclic",
            steps=("cyclic_throw",),
            play="unit_mixes",
            words={"full_throw": "full throw", "reference_tilt": "reference tilt"},
        ),
    ] = "full_throw"
    reference_rule: Annotated[
        ReferenceRule,
        About(
            label="Reference tilt is meant as",
            help="Whether the unit's maker asks for at least or for at most the reference tilt.",
            group="What the gauge should read",
            function="cyclic",
            steps=("cyclic_throw",),
            play="unit_mixes",
            words={"at_least": "at least", "at_most": "at most"},
        ),
    ] = "at_least"
    learns: Annotated[
        Literal["all_ends", "one_end_of_each_axis"],
        About(
            label="Behind the mixing it learns by",
            help="Which ends a unit behind a transmitter that mixes wants to be shown.",
            stage="whole",
            group="How the unit learns",
            steps=("teach_throws",),
            play="transmitter_mixes",
            words={
                "all_ends": "both ends of everything",
                "one_end_of_each_axis": "one end of each cyclic axis",
            },
        ),
    ] = "all_ends"
    cyclic_pct: Annotated[
        Share,
        About(
            label="Cyclic throw",
            help="How much of the servos' throw full cyclic may use.",
            function="cyclic",
            steps=("cyclic_throw",),
            play="unit_mixes",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    cyclic_elevator_pct: Annotated[
        Share | None,
        About(
            label="Cyclic throw of elevator",
            help="Elevator's own figure where the unit has one; left out, it is that of aileron.",
            function="cyclic",
            steps=("cyclic_throw",),
            play="unit_mixes",
            usual=USUAL_FIGURE,
        ),
    ] = None
    collective_pct: Annotated[
        Share,
        About(
            label="Throw above centre",
            help="How much of the servos' throw full collective up may use.",
            function="collective",
            steps=("collective_range",),
            play="unit_mixes",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    collective_low_pct: Annotated[
        Share,
        About(
            label="Throw below centre",
            help="How much of the servos' throw full collective down may use.",
            function="collective",
            steps=("collective_range",),
            play="unit_mixes",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    level_trim: Annotated[LevelTrim, Holder(name="levelling", play="unit_mixes")] = LevelTrim()
    centre_trim: Annotated[CentreTrim, Holder(play="unit_mixes")] = CentreTrim()
    ring_pct: Annotated[
        Share,
        About(
            label="Cyclic ring",
            help="The furthest aileron and elevator together may go; narrowed until nothing "
            "touches.",
            function="cyclic",
            steps=("clearance",),
            play="unit_mixes",
        ),
    ] = 100.0
    phase_deg: Annotated[
        Angle,
        About(
            label="Phase",
            help="How far the unit turns the tilt round the shaft, so that the blades answer where "
            "they are asked.",
            function="cyclic",
            steps=("phase", *_CORRECTIONS),
            play="unit_mixes",
        ),
    ] = 0.0
    mounting: Annotated[Mounting | None, Holder(name="unit's mounting", play="stabilised")] = None
    function_reversed: Annotated[FunctionReversed, Holder(play="unit_mixes")] = FunctionReversed()
    display: Annotated[Display, Holder(play="unit_mixes")] = Display()
    correction_reversed: Annotated[CorrectionReversed, Holder(play="stabilised")] = (
        CorrectionReversed()
    )
    pirouette_reversed: Annotated[
        bool,
        About(
            label="Pirouette compensation",
            help="Which way the unit turns the tilt while the model pirouettes; turning it shows "
            "it.",
            group=_STABILISING,
            function="cyclic",
            steps=_CORRECTIONS,
            play="stabilised",
            words=REVERSED,
        ),
    ] = False
    expo_pct: Annotated[UnitExpo, Holder(play="stabilised")] = UnitExpo()
    full_stick_dps: Annotated[FullStickRates, Holder(play="stabilised")] = FullStickRates()
    tail: Annotated[UnitTail, Holder()] = UnitTail()
    tuning: Annotated[Tuning, Holder()] = Tuning()
    governor: Annotated[
        bool,
        About(
            label="Governor in the unit",
            help="Whether the unit holds the head speed.",
            stage="drive",
            group="Governor",
            steps=("governor_place", "governor_settings"),
            words=ON_OFF,
        ),
    ] = False
    rated_volt: Annotated[
        Volt | None,
        About(
            label="The unit's rating",
            help="The highest supply the unit's maker allows, from its manual.",
            stage="drive",
            group="Supply of servos and unit",
            record=True,
        ),
    ] = None
    servos: Annotated[
        list[Annotated[UnitServo, Holder(name="servo {n}", group="Servo {n}: {role}")]],
        Field(max_length=4),
        Holder(play="unit_mixes"),
    ] = []

    @model_validator(mode="before")
    @classmethod
    def _equal_sides(cls, data: Any) -> Any:
        """A collective of one figure is the same both ways."""
        if isinstance(data, dict) and "collective_low_pct" not in data:
            return {**data, "collective_low_pct": data.get("collective_pct", 60.0)}
        return data

    @property
    def shows_figures(self) -> bool:
        """Whether it shows the figures of its mixing; one of the reference school shows none."""
        return self.cyclic_school == "full_throw"

    @property
    def elevator_pct(self) -> float:
        """Elevator's cyclic figure: its own, or the one for both axes."""
        return self.cyclic_pct if self.cyclic_elevator_pct is None else self.cyclic_elevator_pct
