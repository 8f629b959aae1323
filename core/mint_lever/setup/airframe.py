"""The helicopter's own metal: rotor head, swashplate, servos with their horns and links."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from mint_lever.axes import Rotation, rotation_sign
from mint_lever.setup.numbers import (
    Angle,
    Azimuth,
    FrameRate,
    HornError,
    Length,
    LengthOrZero,
    Part,
    PulsePerDegree,
    SignedLength,
    Thread,
    Volt,
)

LayoutName = Literal[
    "single", "three_120", "three_90", "three_135", "three_140", "four_90", "four_45", "custom"
]
Role = Annotated[str, Field(min_length=1, max_length=24)]


class Head(Part):
    """Rotor head: blade grips, their arms and links, and the inner ring that drives them."""

    rotation: Rotation = "clockwise"
    blades: Annotated[int, Field(ge=2, le=6)] = 2
    grip_arm: Literal["leading", "trailing"] = "leading"
    grip_arm_mm: Length
    grip_ball_span_mm: SignedLength = 0.0
    head_height_mm: Length
    inner_ball_radius_mm: Length
    inner_ball_lead_deg: Angle = 90.0
    link_thread_mm: Thread = 0.4
    link_ends: Annotated[int, Field(ge=1, le=2)] = 1
    link_extra_mm: list[SignedLength] = Field(default=[], max_length=6)

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


class Ball(Part):
    """One of the swash's outer balls: which servo's, where round the shaft, how far out.

    The role is the servo's name (elevator, aileron, pitch …). Radius 0 marks the centre lift of
    mechanical mixing: that servo raises the whole swash and the others ride on it.
    """

    role: Role
    azimuth_deg: Azimuth
    radius_mm: LengthOrZero


class Swash(Part):
    """The swashplate's outer ring. The layout names the usual pattern; the balls decide."""

    layout: LayoutName
    balls: list[Ball] = Field(min_length=3, max_length=4)


class Servo(Part):
    """One swash servo as it is mounted: horn, link and what a longer pulse does to its ball.

    Ratings are the maker's figures, left out when nobody knows them.
    """

    arm_mm: Length
    link_length_mm: Length
    link_extra_mm: SignedLength = 0.0
    arm_bearing_deg: Azimuth
    mounted: Literal[1, -1] = 1
    us_per_deg: PulsePerDegree = 10.0
    horn_error_deg: HornError = 0.0
    rated_frame_rate_hz: FrameRate | None = None
    rated_volt: Volt | None = None


class Airframe(Part):
    """Everything that is metal or plastic; ``servos`` follows the order of ``swash.balls``."""

    head: Head
    swash: Swash
    servos: list[Servo] = Field(min_length=3, max_length=4)
