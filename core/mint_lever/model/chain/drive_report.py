"""What the drive makes of hover and full collective in a flight mode, as plain figures (the
contract of ``mint-lever drive``): sea level, 15 °C."""

from __future__ import annotations

from typing import Any

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.load_cases import Loads, loads
from mint_lever.model.drive.drive_description import CAPACITY, LOADED, UNLOADED, gear_of, machine_of
from mint_lever.model.drive.drive_machine import VOLTS, Machine, minutes
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.hover_power import TurningRotor
from mint_lever.model.rotor.main_rotor import MAIN, MASS, main_rotor, no_blade
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName

_LOADS = ("hover", "full")
_FIGURES = ("duty", "motor_a", "battery_a", "pack_v")
_SAID = {"hover": "hover", "full": "full collective"}
_PACKS = {"full": "full", "resting": "resting", "empty": "nearly empty"}


def drive_report(chain: Chain, mode: ModeName, rpm: float) -> dict[str, Any]:
    """Give duty, currents and head-room of a mode at a head speed (rpm), for a full, a resting and
    a nearly empty pack. What cannot be given is None, and ``warnings`` says why."""
    setup = chain.setup
    warnings = _lacking(setup)
    rotor = main_rotor(setup, rpm, air_density())
    at = loads(chain, mode, rotor)
    packs, not_held = _packs(machine_of(setup), rotor, _powers(rotor, at))
    hover_a = packs["resting"]["hover"]["battery_a"]
    capacity = None if setup.drive is None else setup.drive.pack.capacity_mah
    return {
        "rpm": rpm,
        "gear_ratio": gear_of(setup),
        "unloaded_rpm": _unloaded_rpm(setup),
        "minutes": None if capacity is None or not hover_a else minutes(capacity, hover_a),
        "packs": packs,
        "warnings": [*warnings, *at.warnings, *not_held],
    }


def _lacking(setup: Setup) -> list[str]:
    if setup.drive is not None and setup.drive.kind != "electric":
        return ["the drive is not electric: it is not computed"]
    if setup.drive is None:
        return ["no drive is described"]
    lacking = missing(setup, [*LOADED, CAPACITY, *MAIN, MASS])
    return [f"not filled in: {name_path(path)}" for path in lacking] + no_blade(setup)


def _unloaded_rpm(setup: Setup) -> float | None:
    drive, gear = setup.drive, gear_of(setup)
    if drive is None or gear is None or missing(setup, UNLOADED):
        return None
    # UNLOADED names both.
    assert drive.motor.kv_rpm_per_v is not None
    assert drive.pack.cells is not None
    return drive.motor.kv_rpm_per_v * drive.pack.cells * VOLTS["resting"] / gear


def _powers(rotor: TurningRotor | None, at: Loads) -> dict[str, float | None]:
    """The main rotor's power (W) in hover and at full collective."""
    pitches = {"hover": at.hover_deg, "full": at.computed_deg}
    return {
        load: None if rotor is None or pitch is None else float(rotor.power_w(pitch))
        for load, pitch in pitches.items()
    }


def _packs(
    machine: Machine | None, rotor: TurningRotor | None, powers: dict[str, float | None]
) -> tuple[dict[str, Any], list[str]]:
    packs: dict[str, Any] = {}
    warnings = []
    for pack, volt in VOLTS.items():
        state: dict[str, Any] = {load: dict.fromkeys(_FIGURES) for load in _LOADS}
        rooms: dict[str, float | None] = {f"headroom_{load}_pct": None for load in _LOADS}
        for load in _LOADS:
            power = powers[load]
            if machine is None or rotor is None or power is None:
                continue
            held = machine.steady(power, rotor.omega, volt)
            if not bool(held.holds):
                warnings.append(f"a {_PACKS[pack]} pack does not hold {_SAID[load]}")
                continue
            state[load] = {name: float(getattr(held, name)) for name in _FIGURES}
            rooms[f"headroom_{load}_pct"] = float(held.headroom_pct)
        packs[pack] = {**state, **rooms}
    return packs, warnings
