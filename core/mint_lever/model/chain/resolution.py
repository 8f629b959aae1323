"""How fine the chain is: blade degrees for each microsecond of pulse."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import ModeName

_STEP_US = 0.05


@dataclass(frozen=True)
class Resolution:
    """Slopes of blade pitch at a stick position, degrees per µs.

    ``per_servo`` (servos, azimuths) lengthens one servo's pulse by itself; ``collective``
    (azimuths,) moves every servo a microsecond the way the collective stick moves it going up.
    """

    per_servo: Array
    collective: Array


def compute_resolution(
    chain: Chain,
    sticks: Sticks,
    azimuth_deg: ArrayLike,
    mode: ModeName = "normal",
    blade: int = 0,
) -> Resolution:
    """Differentiate the exact chain at the first stick position, at azimuths (deg, (azimuths,)).

    Central differences over ±0.05 µs on the exact solution: good to about nine digits. Servo
    stops are left out of it: the slope is the linkage's.
    """
    centre = chain.run(sticks.part(slice(0, 1)), mode).servo.sent_us
    throw = chain.mixing[:, :1]
    bank = chain.servo_bank
    together = chain.collective_way * np.sign(
        bank.pulses(throw).asked_us - bank.pulses(0.0 * throw).asked_us
    )
    moves = np.hstack([np.eye(chain.linkage.servos), together])
    pulses = np.hstack([centre + _STEP_US * moves, centre - _STEP_US * moves])
    pose = chain.linkage.poses_for(bank.horn_deg(pulses)).pose
    pitch = chain.grip.pitch(pose, np.atleast_1d(azimuth_deg), blade).pitch_deg
    count = moves.shape[1]
    slope = (pitch[:, :count] - pitch[:, count:]) / (2 * _STEP_US)
    return Resolution(per_servo=slope[:, :-1].T, collective=slope[:, -1])
