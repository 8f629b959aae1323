"""Which way a helicopter goes, by its chain: pitch with the collective, tilts with the cyclic."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import MEMORY

Direction = Literal["collective", "aileron", "elevator", "balls"]
"""What has a direction: the three swash functions, and the swash balls among each other."""
_MOVED_PCT = 40.0
_CLEAR_DEG: Annotated[float, MEMORY] = 0.5
"""Less than this of pitch, tilt or horn says nothing about a way. From memory: far below any real
throw at 40 % stick, far above arithmetic."""


@dataclass(frozen=True)
class MotionDirections:
    """1 with the stick, −1 against it, 0 where the chain shows no clear movement.

    ``collective`` is the pitch of the blades, ``aileron`` the tilt to the right, ``elevator`` the
    tilt forward. ``balls`` are the swash balls with the collective up: 1 up, −1 down.
    """

    collective: int
    aileron: int
    elevator: int
    balls: tuple[int, ...]


def find_directions(chain: Chain, mode: ModeName) -> MotionDirections:
    """Move each stick to both sides of its middle, straight and in full, and say what follows."""
    shaped = np.zeros((len(SENT), 6))
    shaped[SENT.index("throttle")] = -100.0
    for i in range(3):
        shaped[i, 2 * i : 2 * i + 2] = (-_MOVED_PCT, _MOVED_PCT)
    run = chain.run_shaped(shaped, mode)
    pose = run.swash.pose
    pitch = chain.grip.pitch(pose, [180.0], 0).pitch_deg[0]
    horns = run.horn_deg[:, 1] - run.horn_deg[:, 0]
    assert FUNCTIONS[:3] == ("collective", "aileron", "elevator")
    return MotionDirections(
        collective=_way(pitch[0:2]),
        aileron=_way(pose.tilt_right_deg[2:4]),
        elevator=_way(pose.tilt_forward_deg[4:6]),
        balls=tuple(_way(np.array([0.0, moved])) for moved in horns),
    )


def _way(pair: Array) -> int:
    moved = float(pair[1] - pair[0])
    return int(np.sign(moved)) if abs(moved) > _CLEAR_DEG else 0
