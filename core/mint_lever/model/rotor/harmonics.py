"""Collective, cyclic and phase out of one blade's pitch round the shaft."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, wrap_deg

# The pitch round the shaft is smooth and periodic, so the mean over evenly spaced azimuths
# converges faster than any power of their number; 24 leaves less than 1e-9° (tests/checks).
ROUND_DEG: Array = np.linspace(0.0, 360.0, 24, endpoint=False)
NO_CYCLIC_DEG = 1e-6
"""Below this cyclic amplitude its azimuth means nothing."""


@dataclass(frozen=True)
class HeadMotion:
    """What the head does over one turn, each shape (poses,)."""

    collective_deg: Array
    cyclic_deg: Array
    cyclic_azimuth_deg: Array
    """Azimuth of the greatest pitch, 0 ≤ ψ < 360; 0 where there is no cyclic."""


def head_motion(pitch_deg: ArrayLike) -> HeadMotion:
    """Split pitch at ROUND_DEG (shape (24, poses)) into mean and first harmonic: formulas §6."""
    pitch = np.asarray(pitch_deg, dtype=float)
    angle = np.radians(ROUND_DEG)
    count = len(ROUND_DEG)
    fore = np.cos(angle) @ pitch * (2.0 / count)
    side = np.sin(angle) @ pitch * (2.0 / count)
    size = np.hypot(fore, side)
    azimuth = np.where(size > NO_CYCLIC_DEG, np.degrees(np.arctan2(side, fore)) % 360.0, 0.0)
    return HeadMotion(pitch.mean(axis=0), size, azimuth)


def phase_error_deg(
    cyclic_azimuth_deg: ArrayLike, aileron: ArrayLike, elevator: ArrayLike, turn_sign: int
) -> Array:
    """Give how far the greatest pitch stands from where the command wants it (deg, clockwise +).

    A blade's flapping follows its pitch by a quarter turn, so a tilt commanded down toward azimuth
    χ wants the greatest pitch at χ + 180 − 90σ. Common practice; the 90° lag of a centrally
    hinged rotor is textbook (Leishman, Principles of Helicopter Aerodynamics, §4).
    """
    down = np.degrees(np.arctan2(np.asarray(aileron, float), np.asarray(elevator, float)))
    return wrap_deg(np.asarray(cyclic_azimuth_deg, float) - (down + 180.0 - 90.0 * turn_sign))
