"""Pinions beside one another: what each leaves over, and which head speed each still holds."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.model.drive.drive_machine import VOLTS, Machine
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.sources import PRACTICE

MOST_DUTY: Annotated[float, PRACTICE] = 0.85
"""A target is judged by this duty at full collective on a resting pack: 15 % of head-room is good
(common practice, no source)."""
_ROUNDS, _PARTS = 10, 16


@dataclass(frozen=True, kw_only=True)
class PinionRow:
    """One pinion at a target head speed. ``duty_…`` is None where the pack does not hold it,
    ``most_rpm`` is the highest target at which full collective asks for no more than the duty that
    is wanted."""

    teeth: int
    gear: float
    unloaded_rpm: float
    duty_hover: float | None
    duty_full: float | None
    most_rpm: float


@dataclass(frozen=True)
class RotorLoad:
    """Main rotor power (W) in hover and at full collective at one head speed (rad/s)."""

    omega: float
    hover_w: float
    full_w: float

    def full_at(self, omega: ArrayLike) -> Array:
        """Full collective's power at other speeds: at one pitch it grows with their cube."""
        return self.full_w * (np.asarray(omega, dtype=float) / self.omega) ** 3


def pinion_rows(
    machine: Machine,
    fitted: int,
    teeth: Sequence[int],
    load: RotorLoad,
    duty: float = MOST_DUTY,
) -> list[PinionRow]:
    """Compare pinions of some numbers of ``teeth`` with the one ``fitted``, on a resting pack;
    ``duty`` is the most that full collective may ask for."""
    gears = machine.gear * fitted / np.array(teeth, dtype=float)
    volt = VOLTS["resting"]
    hover = machine.steady(load.hover_w, load.omega, volt, gears)
    full = machine.steady(load.full_w, load.omega, volt, gears)
    most = most_omega(machine, gears, load, duty)
    return [
        PinionRow(
            teeth=count,
            gear=float(gears[i]),
            unloaded_rpm=machine.unloaded_rpm() * machine.gear / float(gears[i]),
            duty_hover=float(hover.duty[i]) if hover.holds[i] else None,
            duty_full=float(full.duty[i]) if full.holds[i] else None,
            most_rpm=float(most[i]) / RAD_S,
        )
        for i, count in enumerate(teeth)
    ]


def most_omega(
    machine: Machine,
    gears: ArrayLike,
    load: RotorLoad,
    duty: ArrayLike = MOST_DUTY,
    volt: ArrayLike = VOLTS["resting"],
) -> Array:
    """Give the highest head speed (rad/s) of each gear at which full collective asks for no more
    than a duty, from cells of so many volts; all broadcast. The duty grows with the speed, so
    halving finds it: four times in one go."""
    ratio, most, cell = np.broadcast_arrays(gears, duty, volt)
    low = np.zeros(ratio.shape)
    high = machine.kv_si * machine.cells * cell / ratio
    inside = np.arange(1.0, _PARTS).reshape(-1, *[1] * ratio.ndim)
    for _ in range(_ROUNDS):
        part = (high - low) / _PARTS
        speeds = low + inside * part
        held = machine.steady(load.full_at(speeds), speeds, cell, ratio)
        fits = held.holds & (held.duty <= most)
        low = low + part * np.cumprod(fits, axis=0).sum(axis=0)
        high = low + part
    return low


def suits(rows: Sequence[PinionRow], duty: float = MOST_DUTY) -> PinionRow | None:
    """Give the smallest pinion that leaves enough at the target: it runs the controller nearest to
    full throttle, and the motor coolest. None where none leaves enough."""
    enough = [row for row in rows if row.duty_full is not None and row.duty_full <= duty]
    return min(enough, key=lambda row: row.teeth, default=None)
