"""The hidden truth of a simulated helicopter: in what its metal differs from what is written."""

from __future__ import annotations

from typing import Annotated, Any

import numpy as np
from pydantic import BaseModel, ConfigDict, model_validator

from mint_lever.axes import FUNCTIONS
from mint_lever.bench.simulate.drive_truth import DriveTruth, random_drive
from mint_lever.bench.simulate.tail_truth import TailTruth
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.airframe import Airframe, LayoutName
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.setup.parts.tail import Tail
from mint_lever.sources import MEMORY

_EXCHANGED: Annotated[float, MEMORY] = 0.15
"""Share of builds with two leads exchanged. From memory: rarer than a reversed servo by far."""


class Truth(BaseModel):
    """What nobody on the bench knows: the real metal, the wiring, the gauge's and slop's play.

    Lists run over servos or blades. Shares multiply the lengths the setup has written down;
    ``arrives`` is what of each function's percent reaches the unit, negative where the channel
    comes out the other way round. ``output_of_servo`` is the output each servo's lead hangs on.
    ``hasty`` is the share of a stick's way it was moved the first time the unit was taught, for a
    stick not taught yet; ``taught_us`` the pulses the unit then took, servo by servo: with the
    sticks centred ("rest"), and low and high of each function.
    """

    model_config = ConfigDict(extra="forbid")

    mounted: list[int]
    horn_error_deg: list[float]
    swash_extra_mm: list[float]
    blade_extra_mm: list[float]
    output_of_servo: list[int]
    grip_share: float = 1.0
    ring_share: float = 1.0
    horn_share: float = 1.0
    servo_share: list[tuple[float, float]] = []
    """How far each servo turns below and above centre, of what its data sheet says; all alike where
    there is none."""
    plate: LayoutName | None = None
    """The plate's own layout where it is another than is written down and mixed for."""
    arrives: dict[str, float] = {}
    correction_reversed: dict[str, bool] = {}
    rated_hz: float = 250.0
    wheel_arms: int = 4
    spline_teeth: int = 25
    fail_safe_pct: float = 0.0
    """The throttle the receiver goes to without a signal, as long as nobody has set it."""
    tail: TailTruth = TailTruth()
    throttle_turned: bool = False
    """With a straight channel the throttle stands at full with the stick low."""
    throttle_taught: bool = True
    """Whether the speed controller has learned both ends."""
    drive: DriveTruth = DriveTruth()
    tilt_limit_deg: float = 25.0
    gauge_sd_deg: float = 0.05
    slop_deg: float = 0.05
    gauge_off_deg: float = 0.0
    """What the gauge shows on a level face."""
    shaft_bent_deg: float = 0.0
    """What a bent shaft adds to a blade over the boom, and takes off it over the nose."""
    hasty: dict[str, float] = {}
    taught_us: dict[str, list[list[float]]] = {}

    @model_validator(mode="before")
    @classmethod
    def _of_older_models(cls, value: Any) -> Any:
        """A practice model of an older version kept of its governor one figure only."""
        if isinstance(value, dict) and "governor_shows" in value:
            return {key: each for key, each in value.items() if key != "governor_shows"}
        return value

    def airframe(self, written: Airframe) -> Airframe:
        """Give the real airframe behind the one that is written down."""
        head = written.head
        real_head = head.model_copy(
            update={
                "grip_arm_mm": head.grip_arm_mm * self.grip_share,
                "inner_ball_radius_mm": head.inner_ball_radius_mm * self.ring_share,
                "link_extra_mm": list(self.blade_extra_mm),
            }
        )
        servos = [
            servo.model_copy(
                update={
                    "mounted": self.mounted[i],
                    "horn_error_deg": self.horn_error_deg[i],
                    "link_extra_mm": self.swash_extra_mm[i],
                    "arm_mm": servo.arm_mm * self.horn_share,
                }
            )
            for i, servo in enumerate(written.servos)
        ]
        swash = written.swash
        if self.plate is not None:
            radius = max(ball.radius_mm for ball in swash.balls)
            swash = swash.model_copy(update={"balls": layout_balls(self.plate, radius)})
        return written.model_copy(update={"head": real_head, "servos": servos, "swash": swash})

    def fits(self, setup: Setup) -> bool:
        """Whether this truth has as many servos and blades as a setup."""
        return (
            len(self.mounted) == len(setup.airframe.servos)
            and len(self.blade_extra_mm) == setup.airframe.head.blades
        )


def random_truth(setup: Setup, rng: np.random.Generator) -> Truth:
    """Hide random mistakes behind a setup.

    Random: lengths and servos within a few percent, which way each servo is mounted, horns pressed
    on anywhere, swash and blade links off by turns, what arrives and which way round, two leads
    exchanged now and then, corrections reversed or not, the servos' rating, the ball's tilt, the
    fail-safe, the tail's and the throttle's directions and ends, a stick not moved all its way
    while the unit learns.
    """
    count, blades = len(setup.airframe.servos), setup.airframe.head.blades
    leads = list(range(count))
    if rng.random() < _EXCHANGED:
        one, other = (int(i) for i in rng.choice(count, 2, replace=False))
        leads[one], leads[other] = leads[other], leads[one]
    wrong = str(rng.choice(FUNCTIONS)) if rng.random() < 0.5 else ""
    return Truth(
        mounted=[int(rng.choice([1, -1])) for _ in range(count)],
        horn_error_deg=rng.uniform(-7, 7, count).tolist(),
        swash_extra_mm=rng.uniform(-1.2, 1.2, count).tolist(),
        blade_extra_mm=rng.uniform(-1.0, 1.0, blades).tolist(),
        output_of_servo=leads,
        grip_share=float(rng.uniform(0.95, 1.05)),
        ring_share=float(rng.uniform(0.95, 1.05)),
        horn_share=float(rng.uniform(0.95, 1.05)),
        arrives={
            name: float(rng.uniform(0.94, 1.03)) * (-1 if name == wrong else 1)
            for name in FUNCTIONS
        },
        correction_reversed={
            name: bool(rng.integers(2)) for name in ("roll", "pitch", "pirouette")
        },
        rated_hz=float(rng.choice([120.0, 200.0, 250.0, 333.0])),
        tilt_limit_deg=float(rng.uniform(12.0, 22.0)),
        fail_safe_pct=float(rng.choice([0.0, 40.0])),
        tail=_random_tail(setup, rng),
        throttle_turned=bool(rng.integers(2)),
        throttle_taught=False,
        drive=random_drive(setup, _apart(rng)),
        hasty={str(rng.choice(FUNCTIONS[:3])): float(rng.uniform(0.8, 1.0))},
        servo_share=[
            (float(low), float(high)) for low, high in rng.uniform(0.95, 1.05, (count, 2))
        ],
    )


def _apart(rng: np.random.Generator) -> np.random.Generator:
    """A draw of its own that takes one number here, so that the metal behind a seed stays what it
    was."""
    state = int(rng.bit_generator.state["state"]["state"]) % 2**63
    rng.choice([1.0, 1.0, 2.0])
    return np.random.default_rng(state)


def _random_tail(setup: Setup, rng: np.random.Generator) -> TailTruth:
    """Hide random mistakes in the tail."""
    twisted, turned, gyro = rng.random() < 0.1, bool(rng.integers(2)), bool(rng.integers(2))
    # The rest is drawn apart, so that the metal behind a seed stays what it was.
    more = np.random.default_rng([int(1e6 * each) for each in rng.uniform(80, 125, 2)])
    written = setup.airframe.tail or Tail(grip_arm_mm=9.0)
    short_pulses = bool(more.random() < 0.3)
    arm = written.servo.arm_mm
    if setup.airframe.size_class == "micro":
        arm = float(more.choice([4.5, 5.5, 6.5]))
    servo = written.servo.model_copy(
        update={
            "arm_mm": arm,
            "mounted": written.servo.mounted * (-1 if turned else 1),
            "horn_error_deg": float(more.uniform(-25, 25)),
            # A servo for short pulses turns about twice as far for a microsecond. From memory.
            "us_per_deg": 5.0 if short_pulses else 10.0,
        }
    )
    slider = written.slider.model_copy(
        update={
            side: getattr(written.slider, side) * float(more.uniform(0.93, 1.07))
            for side in ("minus_mm", "plus_mm")
        }
    )
    metal = written.model_copy(
        update={
            "servo": servo,
            "slider": slider,
            "offset_mm": float(more.uniform(-1.5, 1.5)),
            "grip_arm_mm": (written.grip_arm_mm or 9.0) * float(more.uniform(0.95, 1.05)),
        }
    )
    pulls = written.servo.rod_pulls
    if pulls is None:
        # Drawn apart as well.
        pulls = bool(np.random.default_rng([int(1e6 * metal.offset_mm + 2e6), 9]).random() < 0.5)
    metal = metal.model_copy(update={"servo": metal.servo.model_copy(update={"rod_pulls": pulls})})
    told_wrong = bool(more.random() < 0.2)
    # Wheels that have a place within two degrees of square.
    arms, teeth = more.choice([(4, 25), (6, 25), (5, 24)])
    return TailTruth(
        metal=metal,
        belt=str(more.choice(["firm", "firm", "slack", "tight"])),
        belt_twisted=bool(twisted),
        slider=str(more.choice(["free", "free", "free", "play", "stiff"])),
        gyro_turned=gyro,
        wrong_hole=bool(more.random() < 0.2),
        wheel_arms=int(arms),
        spline_teeth=int(teeth),
        centre_us=760.0 if short_pulses else 1520.0,
        rated_hz=float(more.choice([120.0, 250.0, 333.0, 560.0])),
        face_up=str(more.choice(["label", "base"])),
        leads_toward=str(more.choice(["nose", "tail"])),
        told_wrong=told_wrong,
        delay=str(more.choice(["set", "other", "none"])),
        wag_rate=float(more.uniform(40, 90)),
    )
