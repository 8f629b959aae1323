"""Hover of every mode side by side, and what a little weight, speed or height changes of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.drive.drive_description import machine_of
from mint_lever.model.drive.drive_machine import VOLTS, Machine, minutes
from mint_lever.model.rotor.air import GRAVITY, SEA_LEVEL_C, air_density
from mint_lever.model.rotor.hover_power import Blades, least_power
from mint_lever.model.rotor.main_rotor import main_rotor
from mint_lever.model.rotor.rotor_batch import pitches_for
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.modes.pitch_degrees import sticks_for
from mint_lever.setup.parts.flight_modes import ModeName

HoverVariant = Literal[
    "as it is", "lighter", "heavier", "slower", "faster", "fewer cells", "more cells", "high up"
]
_GRAMS, _RPM, _CELLS, _HEIGHT_M = 100.0, 100.0, 2, 1500.0
WORDS: dict[HoverVariant, str] = {
    "as it is": "as it is",
    "lighter": f"{_GRAMS:g} g lighter",
    "heavier": f"{_GRAMS:g} g heavier",
    "slower": f"{_RPM:g} rpm slower",
    "faster": f"{_RPM:g} rpm faster",
    "fewer cells": f"{_CELLS} cells fewer",
    "more cells": f"{_CELLS} cells more",
    "high up": f"at {_HEIGHT_M:g} m",
}


@dataclass(frozen=True, kw_only=True)
class HoverRow:
    """Hover with one thing changed. None is what cannot be given: no pitch carries it, no stick of
    the mode's curve gives it, the drive is not described or the pack does not hold it."""

    what: HoverVariant
    collective_deg: float | None
    stick_pct: float | None
    power_w: float | None
    battery_a: float | None
    minutes: float | None


def hover_table(chain: Chain, speeds: Mapping[ModeName, float]) -> dict[ModeName, list[HoverRow]]:
    """Give the rows of some modes at their head speeds (rpm); empty without weight or blades."""
    setup, rpm = chain.setup, np.array(list(speeds.values()))
    rotor = main_rotor(setup, 1.0, air_density())
    mass_g = setup.airframe.mass_g
    if rotor is None or mass_g is None or not speeds:
        return {name: [] for name in speeds}
    changed = _Changed.of(mass_g, rpm)
    pitch, power = _hover(rotor.blades, changed)
    machine = machine_of(setup)
    capacity = None if setup.drive is None else setup.drive.pack.capacity_mah
    amps = _amps(machine, power, changed)
    table = {}
    for i, name in enumerate(speeds):
        sticks = sticks_for(chain, name, pitch[i])
        table[name] = [
            HoverRow(
                what=what,
                collective_deg=_given(pitch[i, j]),
                stick_pct=sticks[j],
                power_w=_given(power[i, j]),
                battery_a=_given(amps[i, j]),
                minutes=None
                if capacity is None or not np.isfinite(amps[i, j])
                else minutes(capacity, float(amps[i, j])),
            )
            for j, what in enumerate(WORDS)
        ]
    return table


@dataclass(frozen=True)
class _Changed:
    """Weight (N), speed (rad/s), air (kg/m³) and cells more, (modes, rows)."""

    weight: Array
    omega: Array
    density: Array
    cells: Array

    @classmethod
    def of(cls, mass_g: float, rpm: Array) -> _Changed:
        here, above = air_density(), air_density(_HEIGHT_M, SEA_LEVEL_C)
        grams = {"lighter": -_GRAMS, "heavier": _GRAMS}
        turns = {"slower": -_RPM, "faster": _RPM}
        cells = {"fewer cells": -_CELLS, "more cells": _CELLS}
        mass = np.array([max(mass_g + grams.get(what, 0.0), 0.0) for what in WORDS])
        speed = rpm[:, None] + np.array([turns.get(what, 0.0) for what in WORDS])
        return cls(
            weight=np.broadcast_to(mass / 1e3 * GRAVITY, speed.shape),
            omega=np.maximum(speed, 1.0) * RAD_S,
            density=np.broadcast_to(
                [above if w == "high up" else here for w in WORDS], speed.shape
            ),
            cells=np.broadcast_to([cells.get(what, 0) for what in WORDS], speed.shape),
        )


def _hover(blades: Blades, at: _Changed) -> tuple[Array, Array]:
    """Pitch (deg) and power (W); NaN, kept inside this module, where nothing carries the weight."""
    tip = at.omega * blades.radius_m
    force = at.density * blades.area_m2 * tip**2
    found = pitches_for(at.weight / force, blades.solidity, blades.root, blades.count)
    carried = found.carried & (6 * at.weight / force <= blades.solidity)
    c_t, c_p = blades.coefficients(found.pitch_deg)
    power = force * tip * least_power(c_t, c_p)
    return np.where(carried, found.pitch_deg, np.nan), np.where(carried, power, np.nan)


def _amps(machine: Machine | None, power: Array, at: _Changed) -> Array:
    """The battery's current (A) on a resting pack; NaN where it is not held or not known."""
    if machine is None:
        return np.full(power.shape, np.nan)
    count = machine.cells + at.cells
    held = machine.steady(
        np.nan_to_num(power), at.omega, VOLTS["resting"], cells=np.maximum(count, 1)
    )
    return np.where(held.holds & np.isfinite(power) & (count > 0), held.battery_a, np.nan)


def _given(value: float) -> float | None:
    return float(value) if np.isfinite(value) else None
