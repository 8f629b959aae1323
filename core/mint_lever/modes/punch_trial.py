"""A mode's governor and its answer to a punch, with a gain, a pack or a pinion to try."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.load_cases import loads
from mint_lever.model.drive.drive_description import LOADED, machine_of
from mint_lever.model.drive.drive_machine import VOLTS
from mint_lever.model.drive.punch_response import HEAD_SHARE, GovernedRotor, Punch
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.main_rotor import BLADE_MASS, MAIN, main_rotor, no_blade
from mint_lever.model.rotor.rotor_figures import blades_inertia_kg_m2
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName

PackState = Literal["full", "resting", "empty"]


def simulate_punch(
    chain: Chain, mode: ModeName, gain: float, pack: PackState, pinion: int | None = None
) -> Punch:
    """Follow a punch to a mode's own full collective at its head speed (sea level, 15 °C).

    Raises InvalidRequest naming what is not filled in.
    """
    setup = chain.setup
    rpm = chain.mode(mode).head_speed_rpm
    wanted = [*MAIN, *LOADED]
    if setup.drive is None or setup.drive.head_inertia_kg_m2 is None:
        wanted.append(BLADE_MASS)
    lacks = [name_path(path) for path in missing(setup, wanted)]
    if rpm is None:
        lacks.append(name_path(f"transmitter.modes.{mode}.head_speed_rpm"))
    machine, inertia = machine_of(setup), inertia_of(setup)
    rotor = None if rpm is None else main_rotor(setup, rpm, air_density())
    if lacks or machine is None or inertia is None or rotor is None:
        found = ", ".join(f"without {each}" for each in lacks) or "; ".join(no_blade(setup))
        found = found or "another drive than electric"
        raise InvalidRequest([Fault("the punch", found, "a described electric drive")])
    full = loads(chain, mode, rotor).computed_deg
    if full is None:
        raise InvalidRequest([Fault("full collective", "not computed", "a pitch up to 40°")])
    fitted = setup.drive.gear.pinion if setup.drive is not None else None
    if pinion is not None and fitted is not None:
        machine = replace(machine, gear=machine.gear * fitted / pinion)
    governed = GovernedRotor(
        machine=machine, rotor=rotor, inertia=inertia, gain=gain, cell_v=VOLTS[pack]
    )
    return governed.punch(full)


def inertia_of(setup: Setup) -> float | None:
    """The moment of inertia (kg m²) of head and blades: given, or the blades' and 10 % more; None
    where the blades were not weighed."""
    given = None if setup.drive is None else setup.drive.head_inertia_kg_m2
    if given is not None:
        return given
    rotor = main_rotor(setup, 1.0, air_density())
    described = setup.airframe.rotor
    if rotor is None or described is None or described.blade_mass_g is None:
        return None
    blades = blades_inertia_kg_m2(rotor.blades, described.blade_mass_g / 1e3)
    return blades * (1 + HEAD_SHARE)
