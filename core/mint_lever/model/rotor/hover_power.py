"""Thrust and power of a rotor in still air, by blade elements and momentum in annuli.

The theory of J. G. Leishman, *Principles of Helicopter Aerodynamics*, chapter 3, with Prandtl's tip
loss. One theory for main and tail rotor. SI inside, pitch in degrees at the door.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Annotated

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.model.rotor.quadrature import places_and_weights
from mint_lever.sources import MEMORY

LIFT_SLOPE = 5.7
"""Lift coefficient per radian of a blade's profile."""
DRAG: Annotated[float, MEMORY] = 0.012
"""Drag coefficient of a small blade's profile."""
MOST_PITCH_DEG = 40.0
"""Thrust grows with pitch up to here; more is not asked of the theory."""
_NODES, _ROUNDS, _REST = 64, 200, 1e-12
_SOLVED = 1e-12


@dataclass(frozen=True)
class Blades:
    """A rotor's blades: number, tip and root radius, chord; metres."""

    count: int
    radius_m: float
    root_m: float
    chord_m: float

    @cached_property
    def area_m2(self) -> float:
        """The disc, with the full radius."""
        return float(np.pi) * self.radius_m**2

    @cached_property
    def solidity(self) -> float:
        """Blade area over disc area, with the full radius."""
        return self.count * self.chord_m / (float(np.pi) * self.radius_m)

    @cached_property
    def root(self) -> float:
        """Where the profile begins, as a share of the radius."""
        return self.root_m / self.radius_m

    @cached_property
    def _annuli(self) -> tuple[Array, Array]:
        """Places (shares of the radius) and weights that integrate from root to tip.

        The tip loss falls with the square root of the way to the tip, so the places are spread by
        its square: Gauss-Legendre then sees a smooth function.
        """
        u, weight = places_and_weights(_NODES)
        way = 1 - self.root
        return 1 - way * u**2, 2 * way * u * weight

    def coefficients(self, pitch_deg: ArrayLike) -> tuple[Array, Array]:
        """Give thrust and power coefficient for pitches (deg, any shape up to ±40).

        Thrust is odd in the pitch, power even. σ and A go by the full radius.
        """
        pitch = np.radians(np.asarray(pitch_deg, dtype=float))
        r, weight = self._annuli
        lift = self.solidity * LIFT_SLOPE
        asked = np.abs(pitch)[..., None] * r
        inflow = _inflow(asked, r, lift, self.count)
        thrust = lift / 2 * (asked * r - inflow * r) * weight
        drag = self.solidity * DRAG / 8 * (1 - self.root**4)
        return (
            np.asarray(np.sign(pitch) * thrust.sum(axis=-1)),
            np.asarray((inflow * thrust).sum(axis=-1) + drag),
        )

    @lru_cache(maxsize=256)  # noqa: B019 (few blades, small; a curve being drawn asks over and over)
    def pitch_for(self, thrust_coefficient: float) -> float | None:
        """Give the pitch (deg) that makes a thrust coefficient; None where none up to 40° does."""
        wanted = abs(thrust_coefficient)

        def over(pitch_deg: float) -> float:
            return float(self.coefficients(pitch_deg)[0]) - wanted

        low, high = 0.0, MOST_PITCH_DEG
        at_low, at_high = -wanted, over(high)
        if at_high < 0:
            return None
        if wanted == 0:
            return 0.0
        # False position with the Illinois rule: the bracket is kept, and it ends in a few rounds.
        pitch = low
        for _ in range(_ROUNDS):
            pitch = high - at_high * (high - low) / (at_high - at_low)
            at = over(pitch)
            if abs(at) <= _SOLVED * wanted or abs(high - low) < _SOLVED:
                break
            if at * at_high < 0:
                low, at_low = high, at_high
            else:
                at_low /= 2
            high, at_high = pitch, at
        return float(np.copysign(pitch, thrust_coefficient))


def _inflow(asked: Array, r: Array, lift: float, count: int) -> Array:
    """Inflow through each annulus as a share of the tip speed: λ = σa/16F·(√(1 + 32Fθr/σa) − 1),
    with F and λ iterated together until neither moves."""
    loss = np.ones_like(asked)
    before = np.zeros_like(asked)
    inflow = before
    for _ in range(_ROUNDS):
        # Written so that nothing is divided by a loss of nothing at the tip.
        root = np.sqrt(1 + 32 * loss * asked / lift)
        inflow = 2 * asked / (root + 1)
        if np.abs(inflow - before).max(initial=0.0) <= _REST:
            break
        before = inflow
        loss = tip_loss(inflow, r, count)
    return inflow


def tip_loss(inflow: Array, r: Array, count: ArrayLike) -> Array:
    """Prandtl's factor: F = (2/π)·acos(e^(−f)), f = (N/2)(1 − r)/λ, of the tip only."""
    with np.errstate(divide="ignore"):
        way = np.where(inflow > 0, np.asarray(count) / 2 * (1 - r) / inflow, np.inf)
    return np.asarray(2 / np.pi * np.arccos(np.exp(-way)))


def least_power(c_t: Array, c_p: Array) -> Array:
    """The power coefficient, never less than the ideal rotor's for its thrust."""
    return np.asarray(np.maximum(c_p, np.abs(c_t) ** 1.5 / np.sqrt(2)))


@dataclass(frozen=True)
class TurningRotor:
    """Blades at a speed of turning (rad/s) in air of a density (kg/m³)."""

    blades: Blades
    omega: float
    density: float

    @cached_property
    def tip_speed_m_s(self) -> float:
        """How fast the tips go."""
        return self.omega * self.blades.radius_m

    @cached_property
    def force_n(self) -> float:
        """What thrust coefficients are of: ρ·A·(Ω·R)²."""
        return self.density * self.blades.area_m2 * self.tip_speed_m_s**2

    @cached_property
    def most_thrust_n(self) -> float:
        """The thrust at a mean lift coefficient of 1: beyond it the blades stall."""
        return self.force_n * self.blades.solidity / 6

    def thrust_n(self, pitch_deg: ArrayLike) -> Array:
        """Give the thrust for pitches (deg, any shape), never beyond :attr:`most_thrust_n`."""
        thrust = self.force_n * self.blades.coefficients(pitch_deg)[0]
        return np.clip(thrust, -self.most_thrust_n, self.most_thrust_n)

    def stalls(self, pitch_deg: ArrayLike) -> Mask:
        """Whether the theory would give more thrust than the blades can."""
        thrust = self.force_n * self.blades.coefficients(pitch_deg)[0]
        return np.asarray(np.abs(thrust) > self.most_thrust_n)

    def power_w(self, pitch_deg: ArrayLike) -> Array:
        """Give the power for pitches (deg, any shape); never less than the ideal rotor's."""
        c_t, c_p = self.blades.coefficients(pitch_deg)
        return np.asarray(self.force_n * self.tip_speed_m_s * least_power(c_t, c_p))

    def torque_nm(self, pitch_deg: ArrayLike) -> Array:
        """Give the torque for pitches (deg, any shape)."""
        return self.power_w(pitch_deg) / self.omega

    def pitch_for(self, thrust_n: float) -> float | None:
        """Give the pitch (deg) that makes a thrust, in its sign; None where none up to 40° does, or
        where the blades would stall."""
        if abs(thrust_n) > self.most_thrust_n:
            return None
        return self.blades.pitch_for(thrust_n / self.force_n)
