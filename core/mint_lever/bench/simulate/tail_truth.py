"""The simulated helicopter's tail: a linkage of its own behind the devices as they are set."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, model_validator

from mint_lever.axes import wrap_deg
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import TailLinkage, TailPose, turn_of_rod_mm
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.tail import Tail
from mint_lever.sources import MEMORY

Goes = Literal["right", "left", "still"]
_LOOK_PCT = 60.0
_FAMILY_US: Annotated[float, MEMORY] = 100.0
"""A centre pulse so far off drives the servo to an end."""
_MOVES_MM: Annotated[float, MEMORY] = 0.2
"""Less than this of a slider nobody sees move."""
_OLD = {"contact_pct", "stick_turned"}


class TailTruth(BaseModel):
    """What nobody knows of the tail.

    ``metal`` is the tail as it is, whatever is written down of it; ``gyro_turned``: the gyro, as it
    sits and is told, answers along with a push. ``centre_us`` and ``rated_hz`` are the servo's own.
    ``wag_rate`` is the yaw acceleration (1/s² for a degree of tail pitch, at 1,000 rpm) that the
    loop's gain stands on.
    """

    model_config = ConfigDict(extra="forbid")

    metal: Tail = Tail(grip_arm_mm=9.0)
    belt: Literal["firm", "slack", "tight"] = "firm"
    belt_twisted: bool = False
    slider: Literal["free", "play", "stiff"] = "free"
    gyro_turned: bool = False
    wrong_hole: bool = False
    """The ball is in another hole than the maker names."""
    wheel_arms: int = 4
    spline_teeth: int = 25
    centre_us: float = 1520.0
    rated_hz: float = 333.0
    face_up: Literal["label", "base", "side"] = "label"
    leads_toward: Literal["nose", "tail", "left", "right", "up", "down"] = "nose"
    told_wrong: bool = False
    """The unit is told that it sits otherwise than it does."""
    delay: Literal["set", "other", "none"] = "none"
    wag_rate: float = 60.0
    gain_turned: bool = False
    """The gain channel arrives the other way round: what means heading hold is rate mode."""

    def change(self, **update: object) -> None:
        """Change something of the metal."""
        self.metal = self.metal.model_copy(update=update)

    def change_servo(self, **update: object) -> None:
        """Change something of the servo, its horn or its push rod."""
        self.change(servo=self.metal.servo.model_copy(update=update))

    @model_validator(mode="before")
    @classmethod
    def _of_older_models(cls, value: Any) -> Any:
        """A practice model of an older version kept its tail in fewer words."""
        if isinstance(value, dict) and not _OLD.isdisjoint(value):
            metal = Tail(grip_arm_mm=9.0)
            if value.get("stick_turned"):
                servo = metal.servo.model_copy(update={"mounted": -1})
                metal = metal.model_copy(update={"servo": servo})
            kept = {key: each for key, each in value.items() if key not in _OLD}
            return {**kept, "metal": metal}
        return value


class SimulatedTail:
    """The tail with the devices' settings as they are now.

    ``rudder`` gives what the unit or gyro reads (−1…1) at a rudder stick (percent). ``noisy`` adds
    an instrument's noise and play to an exact angle.
    """

    def __init__(
        self,
        setup: Setup,
        truth: TailTruth,
        rudder: Callable[[float], float],
        noisy: Callable[[float], float],
    ):
        self.truth = truth
        self._setup, self._rudder, self._noisy = setup, rudder, noisy
        self._box = setup.tail_box

    @property
    def metal(self) -> Tail:
        """The tail as it is."""
        return self.truth.metal

    # What a pilot sees.

    def pushes(self) -> Goes:
        """Say where right stick pushes the nose."""
        moved = self._slider(_LOOK_PCT) - self._slider(0.0)
        if abs(moved) < _MOVES_MM:
            return "still"
        return "right" if moved > 0 else "left"

    def answers(self) -> Goes:
        """Say which way a nose pushed left by hand is answered."""
        gyro = -1 if self._box.gyro_reversed != self.truth.gyro_turned else 1
        return "right" if gyro * self._output.right > 0 else "left"

    def slider_goes_out(self, nose: Goes) -> bool:
        """Whether the slider moves away from the boom where the nose would be pushed that way."""
        return self.metal.plus_is_outward == (nose == "right")

    def read_pitch(self) -> float:
        """Measure the blades' pitch in rate mode with the stick let go (deg, + nose right)."""
        pose = self._pose(0.0)
        return self._noisy(float(pose.pitch_deg))

    def read_square(self) -> float:
        """Measure how far the horn stands off square there (deg, + ball toward the tail)."""
        horn = float(self._output.horn_for(self._rudder(0.0)))
        return float(wrap_deg(round(2 * self._noisy(horn)) / 2))

    def read_arm(self) -> float:
        """Measure the horn (mm)."""
        return round(self.metal.servo.arm_mm, 1)

    def read_gap(self, side: str, by_gyro: bool = False) -> float:
        """Measure how far full stick to a side leaves the slider off the contact it runs at (mm);
        0 where it touches, hums or binds. ``by_gyro``: driven as far that way as the gyro goes."""
        stick = 100.0 if side == "right" else -100.0
        pose, rest = self._pose(stick), self._slider(0.0)
        if by_gyro:
            horn = self._output.horn_for(np.sign(self._rudder(stick)))
            pose = TailLinkage(self.metal).pose(horn)
        if not bool(pose.rod_reaches):
            return 0.0
        to_plus = float(pose.slider_mm) > rest
        clear = float(pose.clear_plus_mm if to_plus else pose.clear_minus_mm)
        return max(round(clear, 1), 0.0)

    def behaves(self) -> Literal["quiet", "runs", "hot"]:
        """Say how the servo takes the pulse and the frame rate it gets."""
        if abs(self.truth.centre_us - self._box.centre_us) > _FAMILY_US:
            return "runs"
        return "quiet" if self._box.frame_rate_hz <= self.truth.rated_hz else "hot"

    # What a pilot does.

    def press_horn(self, arm: int, teeth: int) -> None:
        """Press the horn on anew: another arm of the wheel, some teeth further toward the tail."""
        truth = self.truth
        turned = self.metal.servo.horn_error_deg + arm * 360.0 / truth.wheel_arms
        turned += teeth * 360.0 / truth.spline_teeth
        truth.change_servo(horn_error_deg=float(wrap_deg(turned)))

    def turn_rod(self, turns: float) -> None:
        """Turn the push rod longer (+) or shorter."""
        self.truth.change(offset_mm=self.metal.offset_mm + turns * turn_of_rod_mm(self.metal))

    # Behind the curtain.

    @property
    def _output(self) -> TailOutput:
        return TailOutput(self._box, self.metal.servo)

    def _pose(self, stick_pct: float) -> TailPose:
        horn = self._output.horn_for(np.asarray(self._rudder(stick_pct)))
        return TailLinkage(self.metal).pose(horn)

    def _slider(self, stick_pct: float) -> float:
        return float(self._pose(stick_pct).slider_mm)
