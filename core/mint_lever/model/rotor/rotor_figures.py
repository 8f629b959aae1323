"""Figures of a turning rotor that safety and comparison go by."""

from __future__ import annotations

import numpy as np

from mint_lever.model.rotor.air import GAS, ZERO_K
from mint_lever.model.rotor.hover_power import Blades, TurningRotor

RAD_S = 2 * float(np.pi) / 60
"""Radians a second for a turn a minute."""
_ADIABATIC = 1.4


def speed_of_sound_m_s(temperature_c: float) -> float:
    """Give the speed of sound in air: √(1.4·R·T)."""
    return float(np.sqrt(_ADIABATIC * GAS * (temperature_c + ZERO_K)))


def stored_energy_j(blades: Blades, blade_mass_kg: float, omega: float) -> float:
    """Give what the turning blades hold, each of its mass spread evenly from root to radius:
    ½·N·m/3·(R² + R·r₀ + r₀²)·Ω². The head is not in it."""
    return 0.5 * blades_inertia_kg_m2(blades, blade_mass_kg) * omega**2


def blades_inertia_kg_m2(blades: Blades, blade_mass_kg: float) -> float:
    """Give the moment of inertia of the blades about the shaft."""
    tip, root = blades.radius_m, blades.root_m
    return blades.count * blade_mass_kg / 3 * (tip**2 + tip * root + root**2)


def mean_lift(rotor: TurningRotor, thrust_n: float) -> float:
    """Give the mean lift coefficient of the blades, 6·C_T/σ; above 1 they stall."""
    return thrust_n / rotor.most_thrust_n
