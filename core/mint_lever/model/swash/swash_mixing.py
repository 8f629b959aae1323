"""Swash mixing: which servo moves how far for collective, aileron and elevator."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import Array, bearing
from mint_lever.setup.parts.airframe import Swash
from mint_lever.setup.parts.transmitter import MixKind


def mixing_matrix(swash: Swash, phase_deg: float = 0.0, kind: MixKind = "geometric") -> Array:
    """Give the mixing coefficients, shape (servos, 3): columns collective, aileron, elevator.

    uᵢ = c − a·sin(ψᵢ − γ) − e·cos(ψᵢ − γ), ball by ball (formulas §3.3): stick right lowers the
    right side, forward lowers the front. ``full_throw`` divides the aileron column by its largest
    |sin| and the elevator column by its largest |cos|. With a centre lift (mechanical mixing) the
    lifting servo takes collective alone and the riding servos take none. Throws are ``matrix @
    demand`` with the demand (3, poses) in the columns' order, 1 being full throw.
    """
    right, forward = bearing(np.array([b.azimuth_deg for b in swash.balls]) - phase_deg)
    centre = centre_lift(swash)
    tilting = np.where(centre, 0.0, 1.0)
    lifting = 1.0 - tilting if centre.any() else tilting
    matrix = np.stack([lifting, -right * tilting, -forward * tilting], axis=1)
    if kind == "full_throw":
        matrix[:, 1:] /= np.maximum(np.abs(matrix[:, 1:]).max(axis=0), 1e-9)
    return matrix


def centre_lift(swash: Swash) -> Array:
    """Mark (1.0) the ball at the centre that lifts the whole swash, shape (servos,); else zeros."""
    return np.array([1.0 if ball.radius_mm == 0.0 else 0.0 for ball in swash.balls])
