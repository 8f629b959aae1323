"""The flight modes: curves, rates and expo, gains and head speed of each."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.parts.number_kinds import CurveValue, Part, Percent, Rpm, Share, SignedShare
from mint_lever.setup.setting_description import About, Holder, Scale

ModeName = Literal["normal", "idle_up_1", "idle_up_2", "hold", "trimming"]
MODES: tuple[ModeName, ...] = ("normal", "idle_up_1", "idle_up_2", "hold", "trimming")
MODE_WORDS: dict[ModeName, str] = {
    "normal": "Normal",
    "idle_up_1": "Idle-up 1",
    "idle_up_2": "Idle-up 2",
    "hold": "Throttle hold",
    "trimming": "Trimming",
}
StickName = Literal["collective", "aileron", "elevator", "rudder", "throttle"]
CurveShape = Literal["straight", "smooth"]
GyroMode = Literal["hold", "rate"]

_MODES = ("flight_modes",)
_SHAPES = {"straight": "straight", "smooth": "smooth"}
_PITCH, _THROTTLE = "pitch curve", "throttle curve"
_PLACES_HELP = (
    "Where along the stick the points stand, 0 first and 100 last; left out, they stand evenly."
)


def _point(label: str, help_: str, group: str, function: str) -> About:
    steps = (*_MODES, "throttle_curves") if function == "throttle" else _MODES
    return About(
        label=label, help=help_, stage="shape", group=group, function=function, steps=steps
    )


class Rate(Part, stage="shape", group="rate and expo"):
    """Dual rate and expo of one function; expo + is softer round the centre.

    A side below centre of its own is left out where both sides are alike.
    """

    rate_pct: Annotated[
        Share,
        About(
            label="Rate",
            help="How much of full stick this mode passes on.",
            steps=_MODES,
        ),
    ] = 100.0
    expo_pct: Annotated[
        SignedShare,
        About(
            label="Expo, + is softer at centre",
            help="How much softer the stick is round its centre than at its ends.",
            steps=_MODES,
        ),
    ] = 0.0
    rate_low_pct: Annotated[
        Share | None,
        About(
            label="Rate, left or back",
            help="The rate of the left or back side where the radio has one a side; left out, as "
            "the other side.",
            steps=_MODES,
        ),
    ] = None
    expo_low_pct: Annotated[
        SignedShare | None,
        About(
            label="Expo, left or back",
            help="The expo of the left or back side where the radio has one a side; left out, as "
            "the other side.",
            steps=_MODES,
        ),
    ] = None

    @property
    def below_centre(self) -> Rate:
        """The figures of the left or back side, as a rate of both; itself where it has none of its
        own."""
        if self.rate_low_pct is None and self.expo_low_pct is None:
            return self
        rate = self.rate_pct if self.rate_low_pct is None else self.rate_low_pct
        expo = self.expo_pct if self.expo_low_pct is None else self.expo_low_pct
        return Rate(rate_pct=rate, expo_pct=expo)


class Rates(Part):
    """The three functions that have rates."""

    aileron: Annotated[Rate, Holder(name="aileron", function="aileron")] = Rate()
    elevator: Annotated[Rate, Holder(name="elevator", function="elevator")] = Rate()
    rudder: Annotated[Rate, Holder(name="rudder", function="rudder")] = Rate()


class CyclicGain(Part, stage="gain", group="Cyclic gyro"):
    """How strongly the unit stabilises one cyclic axis in a flight mode, and how it holds."""

    gain_pct: Annotated[
        Percent,
        About(
            label="Gyro gain",
            help="How strongly the unit answers a movement about this axis, in its own percent.",
            steps=_MODES,
        ),
    ] = 50.0
    mode: Annotated[
        GyroMode,
        About(
            label="Gyro mode",
            help="Hold mode keeps the attitude it was left in; rate mode only damps the movement.",
            steps=_MODES,
            words={"hold": "hold mode", "rate": "rate mode"},
        ),
    ] = "hold"


class CyclicGains(Part):
    """The unit's cyclic gyro in one flight mode, by axis."""

    roll: Annotated[CyclicGain, Holder(name="roll", function="aileron")] = CyclicGain()
    pitch: Annotated[CyclicGain, Holder(name="pitch", function="elevator")] = CyclicGain()


class Mode(Part, stage="shape"):
    """One flight mode: curves over the stick 0…100 %, rates, gains, head speed.

    A curve's points stand evenly spaced unless ``…_at`` gives their stick positions, 0 first and
    100 last. ``tail_gain_pct`` is signed (−100…100): + in hold, − in rate mode. The governor's
    ``head_speed_rpm`` is asked for in this mode; left out, this mode asks for none.
    """

    pitch_curve: Annotated[
        list[
            Annotated[
                CurveValue,
                _point(
                    "Pitch at point {n}",
                    "What the collective sends with the stick at this point of the curve.",
                    _PITCH,
                    "collective",
                ),
            ]
        ],
        Field(min_length=2, max_length=17),
    ] = [0.0, 25.0, 50.0, 75.0, 100.0]
    pitch_curve_at: Annotated[
        list[
            Annotated[
                CurveValue, _point("Pitch point {n} at stick", _PLACES_HELP, _PITCH, "collective")
            ]
        ]
        | None,
        Field(min_length=2, max_length=17),
    ] = None
    pitch_curve_shape: Annotated[
        CurveShape,
        About(
            label="Pitch between the points",
            help="Whether the radio joins the points with straight lines or a smooth curve.",
            group=_PITCH,
            function="collective",
            steps=_MODES,
            words=_SHAPES,
        ),
    ] = "straight"
    throttle_curve: Annotated[
        list[
            Annotated[
                CurveValue,
                _point(
                    "Throttle at point {n}",
                    "What the throttle channel sends with the stick at this point of the curve.",
                    _THROTTLE,
                    "throttle",
                ),
            ]
        ],
        Field(min_length=2, max_length=17),
    ] = [0.0, 25.0, 50.0, 75.0, 100.0]
    throttle_curve_at: Annotated[
        list[
            Annotated[
                CurveValue,
                _point("Throttle point {n} at stick", _PLACES_HELP, _THROTTLE, "throttle"),
            ]
        ]
        | None,
        Field(min_length=2, max_length=17),
    ] = None
    throttle_curve_shape: Annotated[
        CurveShape,
        About(
            label="Throttle between the points",
            help="Whether the radio joins the points with straight lines or a smooth curve.",
            group=_THROTTLE,
            function="throttle",
            steps=(*_MODES, "throttle_curves"),
            words=_SHAPES,
        ),
    ] = "straight"
    rates: Annotated[Rates, Holder()] = Rates()
    tail_gain_pct: Annotated[
        SignedShare | None,
        About(
            label="Tail gain",
            help="The tail gyro's gain: plus is heading hold, minus is rate mode.",
            stage="tail",
            function="rudder",
            steps=(*_MODES, "tail_gain"),
            unit="±100",
            # F15, common practice, no source: the change-over stands in the middle, at 50.
            scales=(Scale(words="on a scale 0–100", factor=0.5, offset=50.0),),
        ),
    ] = None
    head_speed_rpm: Annotated[
        Rpm | None,
        About(
            label="Head speed",
            help="The rotor speed the governor is asked for in this mode.",
            stage="drive",
            function="throttle",
            steps=(*_MODES, "governor", "tail_gain"),
        ),
    ] = None
    cyclic_gains: Annotated[CyclicGains | None, Holder(name="cyclic gyro", play="stabilised")] = (
        None
    )


class Modes(Part):
    """The flight modes this helicopter uses; normal is always there, trimming is for trimming."""

    normal: Annotated[Mode, Holder(name="normal")] = Mode()
    idle_up_1: Annotated[Mode | None, Holder(name="idle-up 1")] = None
    idle_up_2: Annotated[Mode | None, Holder(name="idle-up 2")] = None
    hold: Annotated[Mode | None, Holder(name="throttle hold")] = None
    trimming: Annotated[Mode | None, Holder(name="trimming")] = None

    def names(self) -> tuple[ModeName, ...]:
        """Names of the modes this setup has, in the usual order."""
        return tuple(name for name in MODES if getattr(self, name) is not None)
