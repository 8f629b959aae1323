"""Tail servo's horn to slider to tail pitch, exactly, and back again."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import DEG, Array, Mask
from mint_lever.setup.parts.tail import Tail

MARGIN_MM = 0.3
"""How far off its contact a slider is kept."""
MOST_HORN_DEG = 85.0
"""A horn further round than this has nothing left to push with."""


@dataclass(frozen=True)
class TailPose:
    """Where slider and tail blades stand; arrays (poses,), + drives the nose right.

    Where ``rod_reaches`` is false the slider's place means nothing; where ``pitch_known`` is
    false, the pitch does. Neither is ever NaN.
    """

    slider_mm: Array
    """From the place of zero pitch."""
    rod_reaches: Mask
    pitch_deg: Array
    pitch_known: Mask
    clear_minus_mm: Array
    """To the contact on the nose-left side, negative where the slider would press against it."""
    clear_plus_mm: Array
    arm_known: bool
    """Whether the grip's arm is filled in: without it there is no pitch anywhere."""

    @property
    def touches(self) -> Mask:
        """Where a contact stops the slider."""
        return (self.clear_minus_mm < 0) | (self.clear_plus_mm < 0)


class TailLinkage:
    """The linkage of one tail: an offset crank with a push rod of finite length."""

    def __init__(self, tail: Tail):
        servo = tail.servo
        self._arm, self._rod, self._ratio = servo.arm_mm, servo.rod_mm, servo.ratio
        self._grip, self._offset = tail.grip_arm_mm, tail.offset_mm
        # A rod that pulls works the same triangle from the other side.
        self._pushes = -1 if servo.rod_pulls else 1
        self._minus, self._plus = tail.slider.minus_mm, tail.slider.plus_mm

    def pose(self, horn_deg: ArrayLike) -> TailPose:
        """Give the pose for horn angles from square (deg, any shape, + pushes toward +)."""
        way, reaches = self.pushed_mm(horn_deg)
        return self.at_slider(way + self._offset, reaches)

    def at_slider(self, slider_mm: ArrayLike, rod_reaches: Mask | bool = True) -> TailPose:
        """Give the pose for a slider's place from zero pitch (mm, any shape)."""
        slider = np.asarray(slider_mm, dtype=float)
        reaches = rod_reaches & np.ones_like(slider, dtype=bool)
        if self._grip is None:
            pitch, known = np.zeros_like(slider), np.zeros_like(reaches)
        else:
            share = slider * (1 / self._grip)
            within = np.minimum(np.maximum(share, -1.0), 1.0)
            known = reaches & (within == share)
            pitch = DEG * np.arcsin(within)
        return TailPose(
            slider_mm=slider,
            rod_reaches=reaches,
            pitch_deg=pitch,
            pitch_known=known,
            clear_minus_mm=self._minus + slider,
            clear_plus_mm=self._plus - slider,
            arm_known=self._grip is not None,
        )

    def stopped(self, horn_deg: ArrayLike) -> TailPose:
        """Give the pose with the slider held where it meets a contact."""
        way, reaches = self.pushed_mm(horn_deg)
        slider = np.clip(way + self._offset, -self._minus, self._plus)
        return self.at_slider(slider, reaches)

    def pushed_mm(self, horn_deg: ArrayLike) -> tuple[Array, Mask]:
        """Give how far the horn pushes the slider from where it stands with the horn square, and
        where the rod reaches: x = m·[r sin α + √(L² − r²(1 − cos α)²) − L], |α| ≤ 85°; with a rod
        that pulls, the root's sign and L's turned round."""
        horn = np.asarray(horn_deg, dtype=float) * (self._pushes / DEG)
        aside = self._arm * (1 - np.cos(horn))
        under = self._rod**2 - aside * aside
        reaches = (under >= 0) & (np.abs(horn) <= MOST_HORN_DEG / DEG + 1e-12)
        along = np.sqrt(np.maximum(under, 0.0))
        pushed = self._ratio * (self._arm * np.sin(horn) + along - self._rod)
        return self._pushes * pushed, reaches

    def horn_for(self, slider_mm: ArrayLike) -> tuple[Array, Mask]:
        """Give the horn angle (deg) that puts the slider at places (mm, any shape), and where one
        within 85° does: the triangle of horn, rod and the line between their ends, solved."""
        moved = self._pushes * (np.asarray(slider_mm, dtype=float) - self._offset)
        along = self._rod + moved / self._ratio
        apart = np.hypot(along, self._arm)
        inner = (self._arm**2 + apart**2 - self._rod**2) / (2 * self._arm * apart)
        horn = np.degrees(np.arctan2(along, self._arm) - np.arccos(np.clip(inner, -1, 1)))
        horn = self._pushes * horn
        reached, reaches = self.pushed_mm(horn)
        # A second place of the triangle, the rod folded back over the horn, is none of ours.
        meets = np.abs(reached + self._offset - np.asarray(slider_mm, dtype=float)) < 1e-6
        return horn, reaches & meets & (np.abs(inner) <= 1)

    def slider_for(self, pitch_deg: ArrayLike) -> Array | None:
        """Give the slider's place (mm) for pitches (deg); None while the grip's arm is unknown."""
        if self._grip is None:
            return None
        return np.asarray(self._grip * np.sin(np.radians(np.asarray(pitch_deg, dtype=float))))

    def deg_per_horn_deg(self, horn_deg: float = 0.0) -> float | None:
        """How much pitch one degree of the horn makes; None while the grip's arm is unknown or
        where nothing reaches."""
        step = 1e-4
        pose = self.pose(np.array([horn_deg - step, horn_deg + step]))
        if not pose.pitch_known.all():
            return None
        return float(np.diff(pose.pitch_deg)[0] / (2 * step))


def turn_of_rod_mm(tail: Tail) -> float:
    """How far one turn of the push rod moves the slider; a longer rod moves it toward +, one that
    pulls toward −. Where nobody knows, it is reckoned to push."""
    way = -1 if tail.servo.rod_pulls else 1
    return way * tail.rod_thread_mm * tail.rod_ends * tail.servo.ratio


def turn_of_rod_deg(tail: Tail) -> float | None:
    """How much tail pitch one turn of the push rod makes, from where it stands with the horn
    square; None while the grip's arm is unknown or no such pitch exists."""
    linkage = TailLinkage(tail)
    pose = linkage.at_slider(np.array([tail.offset_mm, tail.offset_mm + turn_of_rod_mm(tail)]))
    return float(np.diff(pose.pitch_deg)[0]) if pose.pitch_known.all() else None
