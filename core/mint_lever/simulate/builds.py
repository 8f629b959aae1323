"""Random helicopters for the simulated bench: plausible metal, random mistakes in it."""

from __future__ import annotations

from typing import cast

import numpy as np

from mint_lever.axes import Rotation
from mint_lever.setup.airframe import LayoutName
from mint_lever.setup.document import Setup
from mint_lever.setup.fresh import fresh_setup
from mint_lever.simulate.helicopter import SimulatedHelicopter, Truth

LAYOUTS: tuple[LayoutName, ...] = (
    "three_120",
    "three_120",
    "three_140",
    "three_90",
    "four_90",
    "four_45",
)


def random_helicopter(seed: int) -> SimulatedHelicopter:
    """Make a helicopter whose setup is fresh and whose metal is not what the setup says.

    Random: layout, rotation, blades, lengths within a few percent, which way each servo is
    mounted, horns pressed on anywhere, swash and blade links off by turns, one function reversed
    or not, two leads exchanged now and then, corrections reversed or not.
    """
    rng = np.random.default_rng(seed)
    blades = int(rng.choice([2, 2, 3]))
    setup = fresh_setup(
        "Chervil 450",
        LAYOUTS[int(rng.integers(len(LAYOUTS)))],
        cast(Rotation, str(rng.choice(["clockwise", "counter_clockwise"]))),
        blades,
    )
    head = setup.airframe.head
    if blades == 3:
        head = head.model_copy(update={"link_ends": 2})
    airframe = setup.airframe.model_copy(update={"head": head})
    setup = setup.model_copy(update={"airframe": airframe})
    count = len(airframe.servos)
    true_head = head.model_copy(
        update={
            "grip_arm_mm": head.grip_arm_mm * rng.uniform(0.95, 1.05),
            "inner_ball_radius_mm": head.inner_ball_radius_mm * rng.uniform(0.95, 1.05),
            "link_extra_mm": list(rng.uniform(-1.0, 1.0, blades)),
        }
    )
    scale = float(rng.uniform(0.95, 1.05))  # the same horns all round, not quite as written down
    servos = [
        servo.model_copy(
            update={
                "mounted": int(rng.choice([1, -1])),
                "horn_error_deg": float(rng.uniform(-7, 7)),
                "link_extra_mm": float(rng.uniform(-1.2, 1.2)),
                "arm_mm": servo.arm_mm * scale,
            }
        )
        for servo in airframe.servos
    ]
    leads = list(range(count))
    if rng.random() < 0.15:
        one, other = rng.choice(count, 2, replace=False)
        leads[one], leads[other] = leads[other], leads[one]
    truth = Truth(
        airframe=airframe.model_copy(update={"head": true_head, "servos": servos}),
        output_of_servo=leads,
        correction_reversed={
            "roll": bool(rng.integers(2)),
            "pitch": bool(rng.integers(2)),
        },
        slop_deg=0.05,
    )
    return SimulatedHelicopter(_wrong_function(setup, rng), truth, seed)


def _wrong_function(setup: Setup, rng: np.random.Generator) -> Setup:
    """Sometimes one function comes reversed out of the transmitter."""
    if rng.random() < 0.5:
        return setup
    name = str(rng.choice(["collective", "aileron", "elevator"]))
    channels = setup.transmitter.channels
    channel = getattr(channels, name).model_copy(update={"reversed": True})
    transmitter = setup.transmitter.model_copy(
        update={"channels": channels.model_copy(update={name: channel})}
    )
    return setup.model_copy(update={"transmitter": transmitter})
