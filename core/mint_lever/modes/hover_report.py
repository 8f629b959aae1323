"""What hovering in a flight mode comes to on paper, as plain figures (the contract of
``mint-lever hover``). Uncalibrated: what the pilot finds in the air is kept apart."""

from __future__ import annotations

from typing import Any

import numpy as np

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.load_cases import loads
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.hover_power import TurningRotor
from mint_lever.model.rotor.main_rotor import BLADE_MASS, MAIN, MASS, main_rotor, no_blade
from mint_lever.model.rotor.rotor_figures import mean_lift, speed_of_sound_m_s, stored_energy_j
from mint_lever.modes.pitch_degrees import sticks_for
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.parts.flight_modes import ModeName

_HOVER = (
    "collective_deg",
    "stick_pct",
    "thrust_coefficient",
    "power_w",
    "torque_nm",
    "figure_of_merit",
    "mean_lift_coefficient",
    "disc_loading_n_m2",
)
_TURNING = ("tip_speed_m_s", "tip_mach", "energy_j")


def hover_report(
    chain: Chain, mode: ModeName, rpm: float, altitude_m: float, temperature_c: float
) -> dict[str, Any]:
    """Give hover and full collective of a mode at a head speed (rpm), a pressure altitude (m) and a
    temperature (°C). What cannot be given is None, and ``warnings`` says why."""
    setup, density = chain.setup, air_density(altitude_m, temperature_c)
    rotor = main_rotor(setup, rpm, density)
    lacking = missing(setup, [*MAIN, MASS, BLADE_MASS])
    warnings = [f"not filled in: {name_path(path)}" for path in lacking] + no_blade(setup)
    found: dict[str, Any] = {
        "rpm": rpm,
        "air_density": density,
        **dict.fromkeys((*_HOVER, *_TURNING)),
    }
    at = loads(chain, mode, rotor)
    warnings += at.warnings
    full: dict[str, Any] = {
        "collective_deg": at.full_deg,
        "thrust_over_weight": None,
        "power_w": None,
    }
    if rotor is not None:
        found |= _turning(chain, rotor, temperature_c)
        if at.weight_n is not None:
            hover, more = _hovering(chain, mode, rotor, at.weight_n, at.hover_deg)
            found |= hover
            warnings += more
        if at.computed_deg is not None:
            full["power_w"] = float(rotor.power_w(at.computed_deg))
            if at.weight_n is not None:
                thrust = float(rotor.thrust_n(at.computed_deg))
                full["thrust_over_weight"] = thrust / at.weight_n
    return {**found, "full": full, "warnings": warnings}


def _turning(chain: Chain, rotor: TurningRotor, temperature_c: float) -> dict[str, float | None]:
    described = chain.setup.airframe.rotor
    mass_g = None if described is None else described.blade_mass_g
    tip = rotor.tip_speed_m_s
    return {
        "tip_speed_m_s": tip,
        "tip_mach": tip / speed_of_sound_m_s(temperature_c),
        "energy_j": None
        if mass_g is None
        else stored_energy_j(rotor.blades, mass_g / 1e3, rotor.omega),
    }


def _hovering(
    chain: Chain, mode: ModeName, rotor: TurningRotor, weight_n: float, pitch: float | None
) -> tuple[dict[str, float | None], list[str]]:
    loading = weight_n / rotor.blades.area_m2
    found: dict[str, float | None] = {
        "thrust_coefficient": weight_n / rotor.force_n,
        "mean_lift_coefficient": mean_lift(rotor, weight_n),
        "disc_loading_n_m2": loading,
    }
    if pitch is None:
        return found, []
    power = float(rotor.power_w(pitch))
    (stick,) = sticks_for(chain, mode, pitch)
    warnings = []
    if stick is None:
        warnings.append(f"this mode's pitch curve never gives the hover pitch of {pitch:.1f}°")
    found |= {
        "collective_deg": pitch,
        "stick_pct": stick,
        "power_w": power,
        "torque_nm": power / rotor.omega,
        "figure_of_merit": weight_n * float(np.sqrt(loading / (2 * rotor.density))) / power,
    }
    return found, warnings
