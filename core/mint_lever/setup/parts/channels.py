"""A transmitter's channels: direction, end points, trims and hard stops of each."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from mint_lever.setup.parts.number_kinds import Part, SubTrim, Travel
from mint_lever.setup.setting_description import REVERSED, About, Holder
from mint_lever.sources import MEMORY, fact

_DIRECTION = "Which way round the channel works; turned round where a function goes the wrong way."
_SUBTRIM = "A shift of the channel's centre, kept in the model memory; best left at zero."
_TRAVEL_LOW = "How far the channel goes below its centre at full stick."
_TRAVEL_HIGH = "How far the channel goes above its centre at full stick."
_LIMIT_LOW = "The stop below centre that the channel never passes, whatever is mixed in."
_LIMIT_HIGH = "The stop above centre that the channel never passes, whatever is mixed in."
_ENDS = ("arrival",)
# Links that show 95 to 102 % ask for 98 to 105 % (F26); so wide a range from memory.
_USUAL_TRAVEL: Annotated[tuple[float, float], fact("F26"), MEMORY] = (60.0, 140.0)
_THROW = ("cyclic_throw", "level")


class Channel(Part, stage="channel"):
    """One channel's end of the line: direction, end points, trim lever, sub-trim, hard stops."""

    reversed: Annotated[
        bool,
        About(
            label="Direction",
            help=_DIRECTION,
            steps=_ENDS,
            words=REVERSED,
        ),
    ] = False
    trim_pct: Annotated[
        SubTrim,
        About(
            label="Trim lever",
            help="Where the trim key beside the stick stands; the unit reads it as a held stick.",
            steps=_ENDS,
        ),
    ] = 0.0
    subtrim_pct: Annotated[SubTrim, About(label="Sub-trim", help=_SUBTRIM, steps=_ENDS)] = 0.0
    travel_low_pct: Annotated[
        Travel,
        About(
            label="Travel below centre",
            help=_TRAVEL_LOW,
            steps=_ENDS,
            usual=_USUAL_TRAVEL,
        ),
    ] = 100.0
    travel_high_pct: Annotated[
        Travel,
        About(
            label="Travel above centre",
            help=_TRAVEL_HIGH,
            steps=_ENDS,
            usual=_USUAL_TRAVEL,
        ),
    ] = 100.0
    limit_low_pct: Annotated[
        Travel,
        About(label="Limit below centre", help=_LIMIT_LOW, steps=_ENDS, nudge=1),
    ] = 135.0
    limit_high_pct: Annotated[
        Travel,
        About(label="Limit above centre", help=_LIMIT_HIGH, steps=_ENDS, nudge=1),
    ] = 135.0


class SwashChannel(Channel, stage="channel"):
    """A swash function's channel. Where the transmitter mixes nothing but its trim lever works."""

    reversed: Annotated[
        bool,
        About(
            label="Direction",
            help=_DIRECTION,
            steps=_ENDS,
            play="unit_mixes",
            turns=True,
            words=REVERSED,
        ),
    ] = False
    subtrim_pct: Annotated[
        SubTrim,
        About(label="Sub-trim", help=_SUBTRIM, steps=_ENDS, play="unit_mixes"),
    ] = 0.0
    travel_low_pct: Annotated[
        Travel,
        About(
            label="Travel below centre",
            help=_TRAVEL_LOW,
            steps=_ENDS,
            play="unit_mixes",
            usual=_USUAL_TRAVEL,
        ),
    ] = 100.0
    travel_high_pct: Annotated[
        Travel,
        About(
            label="Travel above centre",
            help=_TRAVEL_HIGH,
            steps=_ENDS,
            play="unit_mixes",
            usual=_USUAL_TRAVEL,
        ),
    ] = 100.0
    limit_low_pct: Annotated[
        Travel,
        About(
            label="Limit below centre",
            help=_LIMIT_LOW,
            steps=_ENDS,
            play="unit_mixes",
            nudge=1,
        ),
    ] = 135.0
    limit_high_pct: Annotated[
        Travel,
        About(
            label="Limit above centre",
            help=_LIMIT_HIGH,
            steps=_ENDS,
            play="unit_mixes",
            nudge=1,
        ),
    ] = 135.0


class ServoChannel(Channel, stage="servos"):
    """A swash servo's own channel, where the transmitter mixes: what a unit holds elsewhere."""

    reversed: Annotated[
        bool,
        About(
            label="Direction",
            help="Which way round this servo works; reversed where it disagrees with the others.",
            steps=("together",),
            words=REVERSED,
        ),
    ] = False
    trim_pct: Annotated[
        SubTrim,
        About(
            label="Trim lever",
            help="A trim on this servo's channel; leave it at zero.",
            steps=("horns",),
        ),
    ] = 0.0
    subtrim_pct: Annotated[
        SubTrim,
        About(
            label="Sub-trim",
            help="What squares the horn after the best place on its spline was found.",
            steps=("horns",),
        ),
    ] = 0.0
    travel_low_pct: Annotated[
        Travel,
        About(label="Travel below centre", help=_TRAVEL_LOW, steps=_THROW),
    ] = 100.0
    travel_high_pct: Annotated[
        Travel,
        About(label="Travel above centre", help=_TRAVEL_HIGH, steps=_THROW),
    ] = 100.0
    limit_low_pct: Annotated[
        Travel,
        About(
            label="Limit below centre",
            help=_LIMIT_LOW,
            steps=("clearance",),
            nudge=1,
        ),
    ] = 135.0
    limit_high_pct: Annotated[
        Travel,
        About(
            label="Limit above centre",
            help=_LIMIT_HIGH,
            steps=("clearance",),
            nudge=1,
        ),
    ] = 135.0


def _of(function: str, *steps: str) -> Holder:
    words = f"{function} channel"
    return Holder(name=words, function=function, group=words, steps=steps)


# What full stick comes to decides how far the slider goes; a trim stands in the way of the gyro.
_RUDDER = replace(
    _of("rudder", "tail_stick", "tail_limits", "tail_square"), emptied=("tail_stick",), alone=True
)


class Channels(Part):
    """The function channels a unit that mixes by itself is sent."""

    collective: Annotated[SwashChannel, _of("collective")] = SwashChannel()
    aileron: Annotated[SwashChannel, _of("aileron")] = SwashChannel()
    elevator: Annotated[SwashChannel, _of("elevator")] = SwashChannel()
    rudder: Annotated[Channel, _RUDDER] = Channel()
    throttle: Annotated[Channel, _of("throttle", "throttle")] = Channel()
