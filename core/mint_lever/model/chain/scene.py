"""Where every drawn part of the helicopter's control linkage is, in the core's coordinates."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array, Pose
from mint_lever.model.chain.control_chain import Chain, Run


@dataclass(frozen=True)
class BladeScene:
    """One blade: azimuth and pitch (deg) and the points (mm, (3,)) of its link."""

    azimuth_deg: float
    pitch_deg: float
    inner_ball: Array
    grip_ball: Array


@dataclass(frozen=True)
class Scene:
    """Points of one position (mm, rows x y z): shafts, horn balls and swash balls by servo."""

    centre: Array
    normal: Array
    shafts: Array
    horn_balls: Array
    swash_balls: Array
    blades: list[BladeScene]


def place_parts(chain: Chain, run: Run, azimuth_deg: float, exaggerate: float = 1.0) -> Scene:
    """Place the parts for the first position of a run, blade A at an azimuth (deg).

    ``exaggerate`` (1…5) multiplies the swash's movement and each blade's pitch *for the drawing
    only*: the horns then show what the enlarged pose would ask of them.
    """
    swash = run.swash.pose
    pose = Pose.of(
        swash.height_mm[:1] * exaggerate,
        np.clip(swash.tilt_right_deg[:1] * exaggerate, -60.0, 60.0),
        np.clip(swash.tilt_forward_deg[:1] * exaggerate, -60.0, 60.0),
    )
    if exaggerate == 1.0:
        horns = run.horn_deg[:, :1]
    else:
        horns = chain.linkage.horns_for(pose).horn_deg
    height = pose.height_mm
    count = len(chain.grip.link_mm)
    order = np.arange(count)
    # Blade B follows blade A a share of the turn behind, against the way the rotor turns.
    azimuths = (azimuth_deg - chain.setup.airframe.head.turn_sign * order * 360.0 / count) % 360.0
    pitch = chain.grip.pitch(pose, azimuths, order).pitch_deg
    points = chain.grip.points(pose, azimuths, pitch)
    inner, grips = _rows(points.inner_ball), _rows(points.grip_ball)
    blades = [BladeScene(float(azimuths[i]), float(pitch[i, 0]), inner[i], grips[i]) for i in order]
    return Scene(
        centre=np.array([0.0, 0.0, height[0]]),
        normal=np.array([float(part[0]) for part in pose.normal]),
        shafts=_rows(chain.linkage.shafts(height)),
        horn_balls=_rows(chain.linkage.horn_balls(horns, height)),
        swash_balls=_rows(chain.linkage.balls(pose)),
        blades=blades,
    )


def _rows(points: tuple[Array, ...]) -> Array:
    """The first pose's points as rows x, y, z."""
    return np.stack([part[:, 0] for part in points], axis=1)
