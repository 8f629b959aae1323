"""Horns, links and swashplate: exactly where the plate stands, and what a pose asks of a horn.

formulas §5. Each link hangs straight down from its ball at rest; the plate turns with its guide
pin in the fore-and-aft plane, R = Rx(−θ)·Ry(φ).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask, Pose, bearing, cosine
from mint_lever.model.swash.swash_mixing import centre_lift
from mint_lever.setup.parts.airframe import Airframe

_MAX_ROUNDS = 30
_MAX_SINE = 0.94  # beyond about 70° no plate stands; Newton has left the branch of the bench
_MEETS_MM = 1e-6  # how exactly three links must meet before a pose counts as reached


@dataclass(frozen=True)
class SwashPoses:
    """Poses the horns hold, shape (poses,) each."""

    pose: Pose
    residual_mm: Array
    """Largest link-length mismatch: about zero for three servos, servo fight for four."""
    reachable: Mask
    """False where no pose meets the links; the pose there is only the nearest that was found."""


@dataclass(frozen=True)
class HornAngles:
    """Horn angles (deg, + raises the ball) that hold a pose, shape (servos, poses)."""

    horn_deg: Array
    reachable: Mask
    """False where the link cannot reach; the angle there is the horn's nearest."""


class Linkage:
    """The swash linkage of one airframe, ready for many poses at once."""

    def __init__(self, airframe: Airframe):
        balls, servos = airframe.swash.balls, airframe.servos
        right, forward = bearing([ball.azimuth_deg for ball in balls])
        radius = np.array([ball.radius_mm for ball in balls])
        arm_x, arm_y = bearing([servo.arm_bearing_deg for servo in servos])

        def column(values: ArrayLike) -> Array:
            return np.asarray(values, dtype=float).reshape(-1, 1)

        self.ball_x, self.ball_y = column(radius * right), column(radius * forward)
        self.arm_x, self.arm_y = column(arm_x), column(arm_y)
        self.arm = column([servo.arm_mm for servo in servos])
        self.nominal = column([servo.link_length_mm for servo in servos])
        self.link = self.nominal + column([servo.link_extra_mm for servo in servos])
        # 1 where a servo stands in the frame, 0 where it rides up and down with a centre lift.
        centre = column(centre_lift(airframe.swash))
        self.fixed = centre if centre.any() else np.ones_like(centre)
        self.servos = len(servos)
        plane = np.hstack([self.fixed, -self.ball_x, -self.ball_y])
        self._flat = np.linalg.pinv(plane)

    def balls(self, pose: Pose) -> tuple[Array, Array, Array]:
        """Give x, y, z (mm) of the swash balls in the frame, shape (servos, poses)."""
        x, y, z = self._relative_balls(pose)
        return x, y, z + (1.0 - self.fixed) * pose.height_mm

    def horn_balls(self, horn_deg: ArrayLike, height_mm: ArrayLike = 0.0) -> tuple[Array, ...]:
        """Give x, y, z (mm) of the horn balls, shape (servos, poses); horns in degrees.

        ``height_mm`` of the pose matters only to servos that ride on a centre lift.
        """
        x, y, z = self._relative_horn_balls(np.radians(np.asarray(horn_deg, dtype=float)))
        return x, y, z + (1.0 - self.fixed) * np.asarray(height_mm, dtype=float)

    def shafts(self, height_mm: ArrayLike = 0.0) -> tuple[Array, Array, Array]:
        """Give x, y, z (mm) of the servo shafts, each (servos, poses)."""
        z = -self.nominal + (1.0 - self.fixed) * np.asarray(height_mm, dtype=float)
        flat = np.zeros_like(z)
        return (
            self.ball_x - self.arm * self.arm_x + flat,
            self.ball_y - self.arm * self.arm_y + flat,
            z,
        )

    def horns_for(self, pose: Pose) -> HornAngles:
        """Find the horn angles that hold a pose (each field shape (poses,)), in closed form."""
        ball_x, ball_y, ball_z = self._relative_balls(pose)
        dx = ball_x - (self.ball_x - self.arm * self.arm_x)
        dy = ball_y - (self.ball_y - self.arm * self.arm_y)
        dz = ball_z + self.nominal
        along = dx * self.arm_x + dy * self.arm_y
        square = dx * dx + dy * dy + dz * dz
        k = (square + self.arm**2 - self.link**2) / (2.0 * self.arm)
        reach = np.hypot(along, dz)
        ratio = k / np.maximum(reach, 1e-12)
        reachable = np.abs(ratio) <= 1.0
        angle = np.arctan2(dz, along) - np.arccos(np.clip(ratio, -1.0, 1.0))
        return HornAngles(np.degrees(angle), reachable)

    def poses_for(self, horn_deg: ArrayLike) -> SwashPoses:
        """Find the poses that horn angles hold (deg, shape (servos, poses)) by Newton.

        Three servos meet exactly; four are fitted by least squares over the link lengths and the
        largest mismatch is reported. Never NaN: see :class:`SwashPoses`.
        """
        horn = self._relative_horn_balls(np.radians(np.asarray(horn_deg, dtype=float)))
        rise = horn[2] + self.link
        h, right, forward = self._flat @ rise
        right, forward = _within(right), _within(forward)
        tolerance = 1e-6 if self.servos == 3 else 1e-10
        with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
            for _ in range(_MAX_ROUNDS):
                step = self._newton_step(Pose(h, right, forward), horn)
                h = h + step[0]
                right, forward = _within(right + step[1]), _within(forward + step[2])
                size = np.abs(step).max(initial=0.0)
                if size < tolerance or not np.isfinite(size):
                    break
            return self._judged(h, right, forward, horn)

    def _judged(
        self, h: Array, right: Array, forward: Array, horn: tuple[Array, ...]
    ) -> SwashPoses:
        sane = np.isfinite(h) & (np.maximum(np.abs(right), np.abs(forward)) < _MAX_SINE)
        pose = Pose(*(np.where(sane, part, 0.0) for part in (h, right, forward)))
        residual = np.abs(self._mismatch(pose, horn)).max(axis=0)
        meets = residual < _MEETS_MM if self.servos == 3 else residual < self.arm.min()
        return SwashPoses(pose, residual, sane & meets)

    def _relative_balls(self, pose: Pose) -> tuple[Array, Array, Array]:
        """Swash balls seen from where each servo stands: riding servos share the plate's height."""
        sin_r, cos_r = pose.sin_right, cosine(pose.sin_right)
        sin_f, cos_f = pose.sin_forward, cosine(pose.sin_forward)
        x = self.ball_x * cos_r
        dip = self.ball_x * sin_r
        y = self.ball_y * cos_f - dip * sin_f
        z = self.fixed * pose.height_mm - self.ball_y * sin_f - dip * cos_f
        return x, y, z

    def _relative_horn_balls(self, alpha: Array) -> tuple[Array, Array, Array]:
        # Both sine and cosine from one tangent of the half angle: 1 − cos = t·sin.
        half = np.tan(0.5 * alpha)
        lift = self.arm * (2.0 * half / (1.0 + half * half))
        back = half * lift
        return (
            self.ball_x - back * self.arm_x,
            self.ball_y - back * self.arm_y,
            lift - self.nominal,
        )

    def _mismatch(self, pose: Pose, horn: tuple[Array, ...]) -> Array:
        x, y, z = self._relative_balls(pose)
        dx, dy, dz = x - horn[0], y - horn[1], z - horn[2]
        return np.sqrt(dx * dx + dy * dy + dz * dz) - self.link

    def _newton_step(self, pose: Pose, horn: tuple[Array, ...]) -> Array:
        """One Newton (or Gauss-Newton) step (3, poses) in mm and the sines of the tilts."""
        sin_r, cos_r = pose.sin_right, cosine(pose.sin_right)
        sin_f, cos_f = pose.sin_forward, cosine(pose.sin_forward)
        out = self.ball_x * cos_r
        dip = self.ball_x * sin_r
        ball_y = self.ball_y * cos_f - dip * sin_f
        below = self.ball_y * sin_f + dip * cos_f
        dx = out - horn[0]
        dy = ball_y - horn[1]
        dz = self.fixed * pose.height_mm - below - horn[2]
        # d(ball)/dφ = (−dip, −out·sin θ, −out·cos θ), d(ball)/dθ = (0, −below, −ball_y); by the
        # sines of the tilts each is divided by the cosine.
        by_height = self.fixed * dz
        by_right = (dx * dip + out * (dy * sin_f + dz * cos_f)) * (-1.0 / cos_r)
        by_forward = (dy * below + dz * ball_y) * (-1.0 / cos_f)
        square = dx * dx + dy * dy + dz * dz
        if self.servos == 3:
            miss = 0.5 * (self.link**2 - square)
            return _solve(by_height, by_right, by_forward, miss)
        length = np.sqrt(square)
        columns = np.stack([by_height, by_right, by_forward]) / length
        normal = np.einsum("isn,jsn->ijn", columns, columns)
        wanted = np.einsum("isn,sn->in", columns, self.link - length)
        return _solve(normal[:, 0], normal[:, 1], normal[:, 2], wanted)


def _within(sine: Array) -> Array:
    return np.minimum(np.maximum(sine, -_MAX_SINE), _MAX_SINE)


def _solve(a: Array, b: Array, c: Array, d: Array) -> Array:
    """Solve [a b c]·x = d for many 3×3 systems at once; columns and answer are (3, poses)."""
    bc, ca, ab = _cross(b, c), _cross(c, a), _cross(a, b)
    det = a[0] * bc[0] + a[1] * bc[1] + a[2] * bc[2]
    answer = np.empty_like(d)
    for row, cross in enumerate((bc, ca, ab)):
        answer[row] = (d[0] * cross[0] + d[1] * cross[1] + d[2] * cross[2]) / det
    return answer


def _cross(p: Array, q: Array) -> tuple[Array, Array, Array]:
    return (
        p[1] * q[2] - p[2] * q[1],
        p[2] * q[0] - p[0] * q[2],
        p[0] * q[1] - p[1] * q[0],
    )
