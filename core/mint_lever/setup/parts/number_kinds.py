"""The kinds of number a setup holds, each with its unit and that unit's sensible bounds.

The bounds are wide: they keep rubbish out, they don't judge a setup (that is an audit's work).
From memory: the largest model helicopters have horns below 40 mm and grips below 60 mm.
"""

from __future__ import annotations

from typing import Annotated, Any, ClassVar

from pydantic import BaseModel, ConfigDict, Field

from mint_lever.setup.setting_description import Quantity, Stage
from mint_lever.sources import MEMORY

Length = Annotated[float, Field(ge=0.1, le=500), Quantity("mm", 0.1)]
LengthOrZero = Annotated[float, Field(ge=0, le=500), Quantity("mm", 0.1)]
SignedLength = Annotated[float, Field(ge=-500, le=500), Quantity("mm", 0.1)]
LongLength = Annotated[float, Field(ge=0.1, le=3000), Quantity("mm")]
Thread = Annotated[float, Field(ge=0.1, le=5), Quantity("mm", 0.05)]
Turns = Annotated[float, Field(ge=0, le=2), Quantity("turns", 0.1)]
Azimuth = Annotated[float, Field(ge=-360, le=720), Quantity("deg")]
Angle = Annotated[float, Field(ge=-180, le=180), Quantity("deg", 0.5)]
LimitAngle = Annotated[float, Field(gt=0, le=89), Quantity("deg")]
HornError = Annotated[float, Field(ge=-60, le=60), Quantity("deg", 0.1)]
Pulse = Annotated[float, Field(ge=200, le=3000), Quantity("us")]
Throw = Annotated[float, Field(gt=0, le=1500), Quantity("us", 5)]
SubTrimPulse = Annotated[float, Field(ge=-500, le=500), Quantity("us")]
PulsePerDegree = Annotated[float, Field(gt=0.5, le=100), Quantity("us/deg", 0.1)]
PulsePerPercent = Annotated[float, Field(gt=0.1, le=20), Quantity("us/%", 0.1)]
Share = Annotated[float, Field(ge=0, le=200), Quantity("%")]
Percent = Annotated[float, Field(ge=0, le=100), Quantity("%")]
Travel = Annotated[float, Field(ge=0, le=200), Quantity("%", 0.5)]
FrameRate = Annotated[float, Field(ge=25, le=600), Quantity("Hz")]
TargetAngle = Annotated[float, Field(gt=0, le=25), Quantity("deg", 0.5)]
# What a throw's figure comes to on horns of any sensible length; from memory.
USUAL_FIGURE: Annotated[tuple[float, float], MEMORY] = (15.0, 120.0)
# A tail limit of less than half the throw leaves the servo coarse; from memory.
USUAL_LIMIT: Annotated[tuple[float, float], MEMORY] = (50.0, 150.0)
Efficiency = Annotated[float, Field(ge=1, le=100), Quantity("%")]
SignedShare = Annotated[float, Field(ge=-100, le=100), Quantity("%")]
SubTrim = Annotated[float, Field(ge=-100, le=100), Quantity("%", 0.5)]
Rpm = Annotated[float, Field(gt=0, le=20000), Quantity("rpm", 10)]
TurnRate = Annotated[float, Field(gt=0, le=2000), Quantity("deg/s", 5)]
Volt = Annotated[float, Field(gt=0, le=100), Quantity("V", 0.1)]
MixShare = Annotated[float, Field(ge=-200, le=200), Quantity("%")]
CurveValue = Annotated[float, Field(ge=0, le=100), Quantity("%")]
Mass = Annotated[float, Field(gt=0, le=50_000), Quantity("g", 10)]
Seconds = Annotated[float, Field(ge=0, le=60), Quantity("s", 0.1)]
ServoSpeed = Annotated[float, Field(gt=0, le=2), Quantity("s", 0.01)]
Resistance = Annotated[float, Field(ge=0, le=10_000), Quantity("mohm", 0.5)]
Ampere = Annotated[float, Field(ge=0, le=100), Quantity("A", 0.1)]
Torque = Annotated[float, Field(gt=0, le=2000), Quantity("N·cm", 1)]
Charge = Annotated[float, Field(gt=0, le=100_000), Quantity("mAh", 100)]
SpeedPerVolt = Annotated[float, Field(gt=0, le=20_000), Quantity("rpm/V", 10)]
Ratio = Annotated[float, Field(gt=0, le=20), Quantity("", 0.01)]
Inertia = Annotated[float, Field(gt=0, le=10), Quantity("kg·m²", 0.001)]
Teeth = Annotated[int, Field(ge=1, le=400), Quantity("teeth")]
OwnScale = Annotated[float, Field(ge=-1000, le=1000), Quantity("points", 1)]
Gain = Annotated[float, Field(ge=0, le=200), Quantity("", 0.5)]


class Part(BaseModel):
    """Base of every part of the document: strict types, finite numbers, unknown keys refused.

    ``class Gear(Part, stage="drive", group="Gear")`` says once where its settings stand: each of
    its own fields that says nothing else is of this stage and this group.
    """

    stage_of_all: ClassVar[Stage | None] = None
    group_of_all: ClassVar[str] = ""

    model_config = ConfigDict(
        extra="forbid", frozen=True, strict=True, allow_inf_nan=False, ser_json_inf_nan="constants"
    )

    def __init_subclass__(cls, stage: Stage | None = None, group: str = "", **kwargs: Any) -> None:
        """Keep what the part says of all its settings."""
        super().__init_subclass__(**kwargs)
        cls.stage_of_all = stage or cls.stage_of_all
        cls.group_of_all = group or cls.group_of_all
