"""What the transmitter holds: channels, and per flight mode curves, rates and gains."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.parts.channels import Channels, ServoChannel
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName, Modes, Rate, StickName
from mint_lever.setup.parts.number_kinds import (
    USUAL_FIGURE,
    MixShare,
    Part,
    Percent,
    Pulse,
    PulsePerPercent,
    Share,
    SignedShare,
)
from mint_lever.setup.setting_description import About, Holder, Quantity

MixKind = Literal["geometric", "full_throw"]
NO_RING_PCT = 142.0
"""The stick's own corners, hypot(100, 100): a ring as wide as this is none."""
STICK_WORDS: dict[StickName, str] = {
    "collective": "collective",
    "aileron": "aileron",
    "elevator": "elevator",
    "rudder": "rudder",
    "throttle": "throttle",
}
Word = Annotated[str, Field(max_length=40)]


class SwashMix(Part, stage="gain", group="Swash mix"):
    """Signed swash-mix percentages of a transmitter that does the mixing itself.

    ``kind``: ``geometric`` drives each ball by its own azimuth; ``full_throw``, as most
    transmitters do it, lets the ball that moves furthest for a function move in full.
    ``ring_pct`` shortens the cyclic stick to a ring; 142 is the stick's own corners.
    """

    kind: Annotated[
        MixKind,
        About(
            label="Each ball moves",
            help="How this radio's mixing shares a function out among the servos.",
            steps=("cyclic_throw",),
            words={"full_throw": "the furthest in full", "geometric": "by its own azimuth"},
        ),
    ] = "full_throw"
    collective: Annotated[
        SignedShare,
        About(
            label="Collective",
            help="How far collective throws the servos, and with its sign which way round.",
            steps=("collective_range",),
            sign_step="together",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    aileron: Annotated[
        SignedShare,
        About(
            label="Aileron",
            help="How far aileron throws the servos, and with its sign which way round.",
            steps=("cyclic_throw",),
            sign_step="tilts",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    elevator: Annotated[
        SignedShare,
        About(
            label="Elevator",
            help="How far elevator throws the servos, and with its sign which way round.",
            steps=("cyclic_throw",),
            sign_step="tilts",
            usual=USUAL_FIGURE,
        ),
    ] = 60.0
    ring_pct: Annotated[
        Share,
        About(
            label="Cyclic ring",
            help="The furthest aileron and elevator together may go; 142 is the stick's corners.",
            steps=("clearance",),
        ),
    ] = NO_RING_PCT


class FreeMix(Part, stage="mixes"):
    """A mix of the pilot's own: the slave gets the master's stick times a percentage.

    One percentage for each side of the master's centre, in the flight modes named.
    """

    name: Annotated[
        Word,
        About(
            label="Name",
            help="What you call this mix, so that you know it again.",
            record=True,
        ),
    ] = ""
    master: Annotated[
        StickName,
        About(
            label="Takes from",
            help="The stick whose value the mix takes.",
            steps=("flight_modes",),
            words=STICK_WORDS,
        ),
    ]
    slave: Annotated[
        StickName,
        About(
            label="Adds to",
            help="The channel the mix adds to.",
            steps=("flight_modes",),
            words=STICK_WORDS,
        ),
    ]
    low_pct: Annotated[
        MixShare,
        About(
            label="Below centre",
            help="How much of the master is added while its stick is below centre.",
            steps=("flight_modes",),
        ),
    ] = 0.0
    high_pct: Annotated[
        MixShare,
        About(
            label="Above centre",
            help="How much of the master is added while its stick is above centre.",
            steps=("flight_modes",),
        ),
    ] = 0.0
    modes: Annotated[
        list[ModeName],
        Field(max_length=5),
        About(
            label="In the modes",
            help="The flight modes in which the mix is on.",
            steps=("flight_modes",),
            words=MODE_WORDS,
        ),
    ] = ["normal", "idle_up_1", "idle_up_2", "hold"]


class RateSet(Part, stage="shape", group="Rates on switches"):
    """One more rate of a function, chosen by a switch's position; each side may differ."""

    function: Annotated[
        Literal["aileron", "elevator", "rudder"],
        About(
            label="Function",
            help="The stick whose rate and expo this position sets.",
            steps=("flight_modes",),
            words={"aileron": "aileron", "elevator": "elevator", "rudder": "rudder"},
        ),
    ]
    switch: Annotated[
        Word,
        About(
            label="Switch",
            help="The transmitter's switch that chooses this rate, by the letter printed on it.",
            steps=("flight_modes",),
        ),
    ]
    position: Annotated[
        Word,
        About(
            label="Position",
            help="The switch's position in which this rate counts: up, middle, down.",
            steps=("flight_modes",),
        ),
    ]
    rate: Annotated[Rate, Holder()] = Rate()


def _works(label: str, help_: str, function: str = "") -> About:
    return About(
        label=label,
        help=help_,
        stage="stick",
        group="Which control works what",
        function=function,
        record=True,
    )


_STICK_HELP = "The stick and the way it moves: right stick up, left stick aside."


class Controls(Part):
    """Which control of this radio works what, as it is printed on it; rates and channels on
    switches say theirs themselves."""

    collective: Annotated[Word, _works("Collective and throttle", _STICK_HELP, "collective")] = ""
    aileron: Annotated[Word, _works("Aileron", _STICK_HELP, "aileron")] = ""
    elevator: Annotated[Word, _works("Elevator", _STICK_HELP, "elevator")] = ""
    rudder: Annotated[Word, _works("Rudder", _STICK_HELP, "rudder")] = ""
    flight_mode: Annotated[
        Word, _works("Flight modes", "The switch that picks the flight mode, by its letter.")
    ] = ""
    throttle_hold: Annotated[
        Word, _works("Throttle hold", "The switch that holds the throttle, by its letter.")
    ] = ""


class SwitchPosition(Part, stage="channel", group="Switches the unit listens to"):
    """What a switch sends in one position."""

    position: Annotated[
        Word,
        About(
            label="Position",
            help="The switch's position: up, middle, down.",
            steps=("arrival",),
        ),
    ]
    value_pct: Annotated[
        SignedShare,
        About(
            label="Sends",
            help="What the channel sends in this position, percent.",
            steps=("arrival",),
        ),
    ]


class ListenedSwitch(Part, stage="channel", group="Switches the unit listens to"):
    """A channel beside the sticks that the unit listens to: gain, governor, set of settings."""

    listens_for: Annotated[
        Literal["tail_gain", "governor", "settings", "other"],
        About(
            label="The unit takes it for",
            help="What the unit does by this channel, as its manual says.",
            steps=("arrival",),
            words={
                "tail_gain": "tail gain",
                "governor": "governor",
                "settings": "a set of settings",
                "other": "something else",
            },
        ),
    ]
    channel: Annotated[
        int,
        Field(ge=1, le=32),
        Quantity(""),
        About(
            label="Channel number",
            help="The channel's number, as transmitter and unit count it.",
            steps=("arrival",),
        ),
    ]
    switch: Annotated[
        Word,
        About(
            label="Switch",
            help="The transmitter's switch or slider on this channel, by its printed letter.",
            steps=("arrival",),
        ),
    ] = ""
    positions: Annotated[
        list[Annotated[SwitchPosition, Holder(name="position {n}")]], Field(max_length=8)
    ] = []


class Transmitter(Part, stage="pulse"):
    """The transmitter's share of the setup.

    ``servo_channels`` are the swash servos' channels in the order of the balls, where the
    transmitter mixes. ``travel_step_pct`` is the finest step of an end point. ``expo_sign`` says
    which sign of expo this radio calls softer.
    ``fail_safe_throttle_pct`` is the throttle (0…100) at loss of signal, left out when not set.
    """

    centre_us: Annotated[
        Pulse,
        About(
            label="Centre pulse",
            help="The pulse a channel sends with its stick centred.",
            group="Pulse scale",
            steps=("arrival",),
        ),
    ] = 1520.0
    us_per_pct: Annotated[
        PulsePerPercent,
        About(
            label="Pulse per percent",
            help="How many microseconds a percent of the channel is; 4 on most radios.",
            group="Pulse scale",
            steps=("arrival",),
        ),
    ] = 4.0
    channels: Annotated[Channels, Holder()] = Channels()
    servo_channels: Annotated[
        list[Annotated[ServoChannel, Holder(name="servo {n}'s channel", group="Servo {n}: {role}")]]
        | None,
        Field(min_length=3, max_length=4),
        Holder(play="transmitter_mixes"),
    ] = None
    modes: Annotated[Modes, Holder()] = Modes()
    controls: Annotated[Controls, Holder(name="control of")] = Controls()
    power_up_mode: Annotated[
        ModeName,
        About(
            label="Starts in",
            help="The flight mode the radio is in when it is switched on.",
            stage="whole",
            group="The radio",
            steps=("flight_modes",),
            words=MODE_WORDS,
        ),
    ] = "normal"
    swash_mix: Annotated[SwashMix | None, Holder(name="swash mix", play="transmitter_mixes")] = None
    free_mixes: Annotated[
        list[Annotated[FreeMix, Holder(name="free mix {n}")]], Field(max_length=12)
    ] = []
    rate_sets: Annotated[
        list[Annotated[RateSet, Holder(name="rate on a switch {n}")]], Field(max_length=24)
    ] = []
    switches: Annotated[
        list[Annotated[ListenedSwitch, Holder(name="listened switch {n}")]], Field(max_length=12)
    ] = []
    travel_step_pct: Annotated[
        float,
        Field(gt=0, le=5),
        Quantity("%", 0.1),
        About(
            label="Step of an end point",
            help="The smallest step in which this radio sets an end point.",
            stage="whole",
            group="The radio",
            record=True,
        ),
    ] = 1.0
    expo_sign: Annotated[
        Literal["plus_softens", "minus_softens"],
        About(
            label="Softer expo has the sign",
            help="Which sign of expo this radio calls softer round the centre.",
            stage="shape",
            record=True,
            words={"plus_softens": "plus", "minus_softens": "minus"},
        ),
    ] = "plus_softens"
    fail_safe_throttle_pct: Annotated[
        Percent | None,
        About(
            label="Fail-safe throttle",
            help="What the throttle goes to when the signal is lost; its low end stops the motor.",
            stage="channel",
            function="throttle",
            group="throttle channel",
            steps=("final_directions",),
        ),
    ] = None
