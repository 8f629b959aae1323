"""Axes and signs: the one place that says what is right, forward, clockwise and positive.

x right, y forward (nose), z up along the main shaft; right-handed; the origin is the swash's tilt
centre in its mid position. Lengths mm, angles degrees at every public boundary, pulses µs,
percent as numbers (60 means 60 %).

Azimuth counts degrees from the nose, clockwise seen from above: right 90, tail 180, left 270.
Sticks run −100…100: aileron + right, elevator + forward (nose down), collective + up, rudder +
nose right. Tilt right is + with the right side down, tilt forward + with the front down. Blade
pitch is + with the leading edge up.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike, NDArray

Array = NDArray[np.float64]
Mask = NDArray[np.bool_]

Rotation = Literal["clockwise", "counter_clockwise"]
Function = Literal["collective", "aileron", "elevator", "rudder"]
DEG = 180.0 / np.pi
"""Degrees in a radian: numpy's own degrees() costs eight times a multiplication on long arrays."""
FUNCTIONS: tuple[Function, ...] = ("collective", "aileron", "elevator", "rudder")
Sent = Literal["collective", "aileron", "elevator", "rudder", "throttle"]
SENT: tuple[Sent, ...] = (*FUNCTIONS, "throttle")
"""What a transmitter makes of the sticks; the throttle hangs on the collective stick."""


def rotation_sign(rotation: Rotation) -> int:
    """Give σ: +1 for a rotor that turns clockwise seen from above, −1 the other way."""
    return 1 if rotation == "clockwise" else -1


def bearing(azimuth_deg: ArrayLike) -> tuple[Array, Array]:
    """Give the x and y parts of the level unit vector that points to an azimuth (degrees)."""
    angle = np.radians(np.asarray(azimuth_deg, dtype=float))
    return np.sin(angle), np.cos(angle)


def wrap_deg(angle_deg: ArrayLike) -> Array:
    """Bring angles (degrees) into −180 ≤ angle < 180."""
    return (np.asarray(angle_deg, dtype=float) + 180.0) % 360.0 - 180.0


@dataclass(frozen=True)
class Pose:
    """Where the swash is: height h (mm) and the sines of tilt right φ and tilt forward θ.

    The three arrays share one shape, one entry a pose. The sines are what the geometry works
    with (a plate's tilt stays well below 90°, so they say everything); degrees are made when
    somebody asks for them.
    """

    height_mm: Array
    sin_right: Array
    sin_forward: Array

    @classmethod
    def of(
        cls,
        height_mm: ArrayLike,
        tilt_right_deg: ArrayLike = 0.0,
        tilt_forward_deg: ArrayLike = 0.0,
    ) -> Pose:
        """Make a pose from public units (mm, degrees); the three inputs broadcast together."""
        h, right, forward = np.broadcast_arrays(
            np.asarray(height_mm, dtype=float),
            np.sin(np.radians(np.asarray(tilt_right_deg, dtype=float))),
            np.sin(np.radians(np.asarray(tilt_forward_deg, dtype=float))),
        )
        return cls(h, right, forward)

    @property
    def tilt_right_deg(self) -> Array:
        """Tilt to the right in degrees, right side down is +."""
        return np.degrees(np.arcsin(self.sin_right))

    @property
    def tilt_forward_deg(self) -> Array:
        """Tilt forward in degrees, front down is +."""
        return np.degrees(np.arcsin(self.sin_forward))

    @property
    def normal(self) -> tuple[Array, Array, Array]:
        """x, y, z of the plate's unit normal: (sin φ, cos φ sin θ, cos φ cos θ)."""
        cos_right, cos_forward = cosine(self.sin_right), cosine(self.sin_forward)
        return self.sin_right, cos_right * self.sin_forward, cos_right * cos_forward


def cosine(sine: Array) -> Array:
    """Give the cosine that goes with the sine of an angle between −90° and 90°."""
    return np.asarray(np.sqrt(1.0 - sine * sine))
