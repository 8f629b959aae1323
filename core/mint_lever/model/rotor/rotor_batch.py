"""Many different rotors at once: the pitch at which each makes the thrust that is asked of it."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.model.rotor.hover_power import LIFT_SLOPE, MOST_PITCH_DEG, tip_loss
from mint_lever.model.rotor.quadrature import places_and_weights

NODES = 12
_ROUNDS = 40
REST = 1e-8
"""Rounds end when neither pitch (rad) nor tip loss moves by more."""
_MOST = np.radians(MOST_PITCH_DEG)
_PIECE = 2048
"""Rotors worked on together: their numbers stay in the processor's own memory."""


class Pitches(NamedTuple):
    """Pitch (deg) of each rotor, in its thrust's sign, and whether it carries what is asked; one
    that does not has 0."""

    pitch_deg: Array
    carried: Mask


def pitches_for(
    thrust_coefficient: ArrayLike, solidity: ArrayLike, root: ArrayLike, count: ArrayLike
) -> Pitches:
    """Solve rotors for their thrust, each field any shape that broadcasts; to 1e-4°.

    ``solidity`` and ``root`` (where the profile begins, a share of the radius) as
    :class:`mint_lever.model.rotor.hover_power.Blades` has them. The theory is that module's; its
    pitch, inflow and tip loss are brought to rest together here, by Newton's method with the loss
    held.
    """
    fields = np.broadcast_arrays(thrust_coefficient, solidity, root, count)
    shape = fields[0].shape
    flat = [np.asarray(field, dtype=float).ravel() for field in fields]
    pitch = np.empty(flat[0].size)
    for start in range(0, pitch.size, _PIECE):
        piece = slice(start, start + _PIECE)
        pitch[piece] = _solve(np.abs(flat[0][piece]), *(field[piece] for field in flat[1:]))
    carried = np.isfinite(pitch)
    signed = np.copysign(np.degrees(np.where(carried, pitch, 0.0)), flat[0])
    return Pitches(signed.reshape(shape), carried.reshape(shape))


def _solve(wanted: Array, solidity: Array, root: Array, count: Array) -> Array:
    """Pitches (rad) for thrust coefficients of no sign; NaN where none up to 40° makes it."""
    u, weight = places_and_weights(NODES)
    # As in hover.py the places are spread by the square of the way to the tip.
    way = (1 - root)[:, None]
    r = 1 - way * u**2
    lift = (solidity * LIFT_SLOPE)[:, None]
    share = lift * way * u * weight * r
    pitch = np.minimum(6 * wanted / lift[:, 0] + 1.5 * np.sqrt(wanted / 2), _MOST)
    loss = np.ones_like(r)
    for _ in range(_ROUNDS):
        asked = pitch[:, None] * r
        slope = np.sqrt(1 + 32 * loss * asked / lift)
        inflow = 2 * asked / (slope + 1)
        made = (share * (asked - inflow)).sum(axis=1)
        steep = (share * r * (1 - 1 / slope)).sum(axis=1)
        step = (wanted - made) / np.maximum(steep, 1e-12)
        before, pitch = pitch, np.clip(pitch + step, 0.0, _MOST)
        lossy, loss = loss, tip_loss(inflow, r, count[:, None])
        moved = np.abs(pitch - before).max(initial=0.0), np.abs(loss - lossy).max(initial=0.0)
        if max(moved) < REST:
            break
    return np.where(made >= wanted * (1 - 1e-6), pitch, np.nan)
