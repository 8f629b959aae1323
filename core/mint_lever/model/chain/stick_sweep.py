"""Blade pitch for very many stick positions: the chain run in pieces that stay in the cache."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import ModeName

_PIECE = 8192
"""Stick positions computed together. Measured (make bench): smaller pays numpy's overhead a call,
larger leaves the second-level cache."""


@dataclass(frozen=True)
class Sweep:
    """Pitch over a sweep: ``pitch_deg`` (azimuths, positions) and whether each was reached."""

    pitch_deg: Array
    reachable: Mask


def sweep_sticks(
    chain: Chain,
    sticks: Sticks,
    azimuth_deg: ArrayLike,
    mode: ModeName = "normal",
    blade: int = 0,
) -> Sweep:
    """Compute pitch at azimuths (deg, shape (azimuths,)) for stick positions (positions,)."""
    azimuth = np.atleast_1d(np.asarray(azimuth_deg, dtype=float))
    pitch = np.empty((len(azimuth), len(sticks)))
    reachable = np.empty(pitch.shape, dtype=bool)
    for start in range(0, len(sticks), _PIECE):
        rows = slice(start, start + _PIECE)
        swash = chain.run(sticks.part(rows), mode).swash
        grip = chain.grip.pitch(swash.pose, azimuth, blade)
        pitch[:, rows] = grip.pitch_deg
        reachable[:, rows] = grip.reachable & swash.reachable
    return Sweep(pitch, reachable)
