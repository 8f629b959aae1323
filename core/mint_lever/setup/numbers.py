"""The kinds of number a setup holds, each with its unit's sensible bounds.

The bounds are wide: they keep rubbish out, they don't judge a setup (that is an audit's work).
From memory: the largest model helicopters have horns below 40 mm and grips below 60 mm.
"""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Length = Annotated[float, Field(gt=0, le=500, json_schema_extra={"unit": "mm"})]
LengthOrZero = Annotated[float, Field(ge=0, le=500, json_schema_extra={"unit": "mm"})]
SignedLength = Annotated[float, Field(ge=-500, le=500, json_schema_extra={"unit": "mm"})]
Thread = Annotated[float, Field(gt=0, le=5, json_schema_extra={"unit": "mm"})]
Azimuth = Annotated[float, Field(ge=-360, le=720, json_schema_extra={"unit": "deg"})]
Angle = Annotated[float, Field(ge=-180, le=180, json_schema_extra={"unit": "deg"})]
HornError = Annotated[float, Field(ge=-60, le=60, json_schema_extra={"unit": "deg"})]
Pulse = Annotated[float, Field(ge=200, le=3000, json_schema_extra={"unit": "us"})]
Throw = Annotated[float, Field(gt=0, le=1500, json_schema_extra={"unit": "us"})]
SubTrimPulse = Annotated[float, Field(ge=-500, le=500, json_schema_extra={"unit": "us"})]
PulsePerDegree = Annotated[float, Field(gt=0.5, le=100, json_schema_extra={"unit": "us/deg"})]
PulsePerPercent = Annotated[float, Field(gt=0.1, le=20, json_schema_extra={"unit": "us/%"})]
Share = Annotated[float, Field(ge=0, le=200, json_schema_extra={"unit": "%"})]
Travel = Annotated[float, Field(ge=0, le=200, json_schema_extra={"unit": "%"})]
FrameRate = Annotated[float, Field(ge=25, le=600, json_schema_extra={"unit": "Hz"})]
TargetAngle = Annotated[float, Field(gt=0, le=25, json_schema_extra={"unit": "deg"})]
SignedShare = Annotated[float, Field(ge=-100, le=100, json_schema_extra={"unit": "%"})]
SubTrim = Annotated[float, Field(ge=-100, le=100, json_schema_extra={"unit": "%"})]
Rpm = Annotated[float, Field(gt=0, le=20000, json_schema_extra={"unit": "rpm"})]
TurnRate = Annotated[float, Field(gt=0, le=2000, json_schema_extra={"unit": "deg/s"})]
Volt = Annotated[float, Field(gt=0, le=100, json_schema_extra={"unit": "V"})]
MixShare = Annotated[float, Field(ge=-200, le=200, json_schema_extra={"unit": "%"})]
CurveValue = Annotated[float, Field(ge=0, le=100, json_schema_extra={"unit": "%"})]


class Part(BaseModel):
    """Base of every part of the document: strict types, finite numbers, unknown keys refused."""

    model_config = ConfigDict(
        extra="forbid", frozen=True, strict=True, allow_inf_nan=False, ser_json_inf_nan="constants"
    )
