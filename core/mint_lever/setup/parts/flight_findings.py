"""What was found in the air and is kept with the helicopter."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName
from mint_lever.setup.parts.number_kinds import Part, Percent, Rpm, TargetAngle
from mint_lever.setup.setting_description import About, Holder

_HOVER = "Hover as it was flown"
_SPEED = "Head speed as it was measured"
MeasuredBy = Literal["tachometer", "optical", "logger", "governor"]
MEASURED_BY: dict[MeasuredBy, str] = {
    "tachometer": "a tachometer",
    "optical": "an optical reader",
    "logger": "a logger with its own sensor at the head",
    "governor": "this governor or controller",
}
INDEPENDENT = ("tachometer", "optical", "logger")
"""What counts the turns of the head without knowing poles or gear."""


class FlownHover(Part, stage="drive", group=_HOVER):
    """Where the pilot found it to hover: what theory gives is calibrated by it.

    ``pitch_deg`` is the collective that stick gave through the curve of that day, so that a curve
    changed later does not change what was seen.
    """

    mode: Annotated[
        ModeName,
        About(
            label="Flown in",
            help="The flight mode in which it was seen to hover.",
            record=True,
            words=MODE_WORDS,
        ),
    ]
    stick_pct: Annotated[
        Percent,
        About(
            label="Stick",
            help="Where the collective stick stood in the hover, 0 low to 100 high.",
            record=True,
        ),
    ]
    pitch_deg: Annotated[
        TargetAngle,
        About(
            label="Pitch at that stick",
            help="The collective that stick gave through the pitch curve of that day.",
            record=True,
        ),
    ]
    rpm: Annotated[
        Rpm,
        About(
            label="Head speed then",
            help="The head speed it hovered at.",
            record=True,
        ),
    ]
    date: Annotated[
        str,
        Field(pattern=r"^\d{4}-\d{2}-\d{2}$"),
        About(
            label="Day",
            help="The day it was flown, as year, month and day.",
            record=True,
        ),
    ]


class FlownSpeed(Part, stage="drive", group=_SPEED):
    """A mode's head speed as it was measured at a spool-up, by what, and the percent it was
    asked for with where the governor takes a percent."""

    mode: Annotated[
        ModeName,
        About(
            label="Measured in",
            help="The flight mode in which the head speed was measured.",
            record=True,
            words=MODE_WORDS,
        ),
    ]
    rpm: Annotated[
        Rpm,
        About(
            label="Measured",
            help="The head speed a tachometer or a log showed, steady, collective at zero.",
            record=True,
        ),
    ]
    by: Annotated[
        MeasuredBy | None,
        About(
            label="Measured by",
            help="What showed it. What this governor or controller shows goes by what it was told.",
            record=True,
            words=MEASURED_BY,
        ),
    ] = None
    percent: Annotated[
        Percent | None,
        About(
            label="Asked with",
            help="The percent the governor was asked for, where it takes a percent.",
            record=True,
        ),
    ] = None
    date: Annotated[
        str,
        Field(pattern=r"^\d{4}-\d{2}-\d{2}$"),
        About(
            label="Day",
            help="The day it was measured, as year, month and day.",
            record=True,
        ),
    ]


class FlightFindings(Part):
    """Everything that was found in the air."""

    speeds: Annotated[
        list[Annotated[FlownSpeed, Holder(name="measured speed {n}")]], Field(max_length=5)
    ] = []
    hover: Annotated[FlownHover | None, Holder(name="hover")] = None
