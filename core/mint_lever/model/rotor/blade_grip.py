"""Inner ring, blade links and grips: exact blade pitch at any azimuth. formulas §6."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike, NDArray

from mint_lever.axes import DEG, Array, Mask, Pose, bearing
from mint_lever.setup.parts.airframe import Head


@dataclass(frozen=True)
class BladePitch:
    """Blade pitch (deg, leading edge up is +), shape (azimuths, poses)."""

    pitch_deg: Array
    reachable: Mask
    """False where the link cannot reach the grip; the pitch there is the grip's nearest."""


@dataclass(frozen=True)
class BladePoints:
    """x, y, z (mm) of the blades' inner-ring balls and grip balls."""

    inner_ball: tuple[Array, Array, Array]
    grip_ball: tuple[Array, Array, Array]


class Grip:
    """The blades' grips and links, ready for many poses and azimuths at once.

    Blades count from 0 and differ only in how far their link is turned out.
    """

    def __init__(self, head: Head):
        lead = np.radians(head.turn_sign * head.inner_ball_lead_deg)
        self._across = head.inner_ball_radius_mm * float(np.sin(lead))
        self._along = head.inner_ball_radius_mm * float(np.cos(lead))
        self._span = head.grip_ball_span_mm
        self._height = head.head_height_mm
        self._arm = head.grip_arm_mm
        self._side = head.arm_sign
        self._turn = head.turn_sign
        level = (self._along - self._span, self._across, -self._height)
        at_rest = (-self._side * self._turn * self._arm, 0.0)
        nominal = float(np.hypot(np.hypot(level[0], level[1] + at_rest[0]), level[2]))
        self.link_mm = nominal + np.array(head.link_extra_mm)
        """Length of each blade's link as turned out, mm, shape (blades,)."""
        self._branch = self._branch_at_rest(nominal)

    def pitch(
        self, pose: Pose, azimuth_deg: ArrayLike, blade: int | NDArray[np.intp] = 0
    ) -> BladePitch:
        """Find the pitch at azimuths (deg, shape (azimuths,)) for poses (shape (poses,)).

        ``blade`` is one blade for all azimuths, or an array that names one for each azimuth.
        """
        along, across, up = self._inner_ball(pose, azimuth_deg)
        link = np.atleast_1d(self.link_mm[blade])[:, None]
        pitch, reachable = self._close(along - self._span, across, up - self._height, link)
        return BladePitch(pitch * DEG, reachable)

    def points(self, pose: Pose, azimuth_deg: ArrayLike, pitch_deg: ArrayLike) -> BladePoints:
        """Give where the link's two balls are (mm), each coordinate (azimuths, poses)."""
        right, forward = (part[:, None] for part in bearing(azimuth_deg))
        pitch = np.radians(np.asarray(pitch_deg, dtype=float))
        along, across, up = self._inner_ball(pose, azimuth_deg)
        reach = self._side * self._turn * self._arm * np.cos(pitch)
        inner = (right * along + forward * across, forward * along - right * across, up)
        grip = (
            right * self._span + forward * reach,
            forward * self._span - right * reach,
            self._height + self._side * self._arm * np.sin(pitch),
        )
        return BladePoints(inner, grip)

    def _inner_ball(self, pose: Pose, azimuth_deg: ArrayLike) -> tuple[Array, Array, Array]:
        """The inner ball in the blade's own axes: along e(ψ), across e(ψ+90), up.

        The ring's frame (y' in the blade's vertical plane, x' = y' × n), multiplied out.
        """
        right, forward = (part[:, None] for part in bearing(azimuth_deg))
        nx, ny, nz = pose.normal
        n_along = nx * right + ny * forward
        n_across = nx * forward - ny * right
        q = np.sqrt(nz * nz + n_along * n_along)
        along = (self._along * nz - self._across * n_along * n_across) / q
        up = pose.height_mm - (self._along * n_along + self._across * nz * n_across) / q
        return along, self._across * q, up

    def _close(
        self, along: Array, across: Array, up: Array, link: Array | float
    ) -> tuple[Array, Mask]:
        """Close the loop grip ball – link – inner ball; pitch (rad) and whether it closes."""
        p = self._side * self._turn * across
        s = self._side * up
        square = along * along + across * across + up * up
        k = (self._arm**2 + square - link**2) / (2.0 * self._arm)
        ratio = k / np.maximum(np.sqrt(p * p + s * s), 1e-12)
        swing = np.arccos(np.minimum(np.maximum(ratio, -1.0), 1.0))
        return np.arctan2(s, p) + self._branch * swing, np.abs(ratio) <= 1.0

    def _branch_at_rest(self, nominal: float) -> int:
        """The sign of the branch that gives zero pitch with the swash level at mid."""
        rest = (np.array(self._along - self._span), np.array(self._across), np.array(-self._height))
        for branch in (self._side, -self._side):
            self._branch = branch
            pitch, _ = self._close(*rest, nominal)
            if abs(float(pitch)) < 1e-6:
                return branch
        return self._side
