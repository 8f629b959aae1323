"""The main rotor of a setup as it is described, turning at a head speed."""

from __future__ import annotations

from typing import Any

from mint_lever.model.rotor.air import GRAVITY
from mint_lever.model.rotor.hover_power import Blades, TurningRotor
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.document import Setup

MAIN = ("airframe.rotor.radius_mm", "airframe.rotor.root_mm", "airframe.rotor.chord_mm")
MASS, BLADE_MASS = "airframe.mass_g", "airframe.rotor.blade_mass_g"


def main_rotor(setup: Setup, rpm: float, density: float) -> TurningRotor | None:
    """The main rotor at a head speed (rpm) in air (kg/m³); None where its blades are not known, or
    begin beyond the rotor's radius."""
    if missing(setup, MAIN):
        return None
    blades = blades_of(setup.airframe.rotor, setup.airframe.head.blades)
    return None if blades.root_m >= blades.radius_m else TurningRotor(blades, rpm * RAD_S, density)


def no_blade(setup: Setup) -> list[str]:
    """Say that the main blades begin beyond the rotor's radius; nothing where they do not."""
    rotor = setup.airframe.rotor
    if rotor is None or rotor.root_mm is None or rotor.radius_mm is None:
        return []
    if rotor.root_mm < rotor.radius_mm:
        return []
    root, radius = rotor.root_mm, rotor.radius_mm
    return [f"the blades begin at {root:g} mm, beyond the radius of {radius:g} mm"]


def weight_n(setup: Setup) -> float | None:
    """What the model weighs, newtons; None where nobody weighed it."""
    mass_g = setup.airframe.mass_g
    return None if mass_g is None else mass_g / 1e3 * GRAVITY


def blades_of(described: Any, count: int) -> Blades:
    """Blades of a part that has radius, root and chord in millimetres."""
    return Blades(
        count, described.radius_mm / 1e3, described.root_mm / 1e3, described.chord_mm / 1e3
    )
