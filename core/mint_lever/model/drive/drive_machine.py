"""What turns the rotor: motor, gear and pack, brought to their steady state.

Formulas of common practice: a motor as a speed for each volt behind one resistance, a pack as a
voltage behind another, a controller that chops. SI inside.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Mask
from mint_lever.model.rotor.rotor_figures import RAD_S

VOLTS = {"full": 4.2, "resting": 3.85, "empty": 3.5}
"""Open-circuit volts of a cell: charged, in mid-flight, nearly empty."""


@dataclass(frozen=True, kw_only=True)
class Steady:
    """A drive that holds a speed against a load; arrays of the load's shape.

    ``duty`` is the share of the time the controller switches the pack on. Where the pack does not
    hold the load, ``holds`` is False and the figures are 0.
    """

    duty: Array
    motor_a: Array
    battery_a: Array
    pack_v: Array
    holds: Mask

    @property
    def headroom_pct(self) -> Array:
        """What the controller has left over, percent; 0 where the load is not held."""
        return np.where(self.holds, 100.0 * (1.0 - self.duty), 0.0)


@dataclass(frozen=True, kw_only=True)
class Machine:
    """One drive. ``gear`` is motor speed over head speed; resistances in ohm, the pack's of the
    whole pack; ``tail_share`` and ``efficiency`` are shares of 1."""

    kv_rpm_per_v: float
    gear: float
    motor_ohm: float
    no_load_a: float
    cells: int
    pack_ohm: float
    efficiency: float
    tail_share: float

    @cached_property
    def kv_si(self) -> float:
        """Kv in rad/s for a volt."""
        return self.kv_rpm_per_v * RAD_S

    def unloaded_rpm(self, cell_v: float = VOLTS["resting"]) -> float:
        """The head speed that full throttle would turn without any load."""
        return self.kv_rpm_per_v * self.cells * cell_v / self.gear

    def steady(
        self,
        power_w: ArrayLike,
        omega: ArrayLike,
        cell_v: ArrayLike,
        gear: ArrayLike | None = None,
        cells: ArrayLike | None = None,
    ) -> Steady:
        """Hold a head speed (rad/s) against the main rotor's power (W), from cells of ``cell_v``
        volts, through another ``gear`` or from another number of the same ``cells`` where they are
        given; all broadcast.

        T_m = P(1 + tail)/(η·Ω·G), I = T_m·Kv + I₀, q = Ω·G/Kv + I·R_m; the duty d solves
        d·(b − d·I·R_pack) = q: d = 2q/(b + √(b² − 4·I·R_pack·q)).
        """
        power, speed, cell, ratio, count = np.broadcast_arrays(
            power_w,
            omega,
            cell_v,
            self.gear if gear is None else gear,
            self.cells if cells is None else cells,
        )
        # The same cells, more or fewer of them: the pack's resistance goes with their number.
        pack_ohm = self.pack_ohm * count / self.cells
        motor_speed = np.asarray(speed, dtype=float) * ratio
        torque = power * (1 + self.tail_share) / (self.efficiency * motor_speed)
        amps = torque * self.kv_si + self.no_load_a
        volts = motor_speed / self.kv_si + amps * self.motor_ohm
        pack = count * np.asarray(cell, dtype=float)
        under_root = pack * pack - 4 * amps * pack_ohm * volts
        duty = 2 * volts / (pack + np.sqrt(np.maximum(under_root, 0.0)))
        holds = (under_root >= 0) & (duty <= 1.0)
        duty = np.where(holds, duty, 0.0)
        amps = np.where(holds, amps, 0.0)
        battery = duty * amps
        return Steady(
            duty=duty,
            motor_a=amps,
            battery_a=battery,
            pack_v=np.where(holds, pack - battery * pack_ohm, 0.0),
            holds=holds,
        )


def gear_ratio(pinion: int, main: int, second: tuple[int, int] | None = None) -> float:
    """Give motor speed over head speed: main/pinion × driven/driver of a second stage."""
    driver, driven = second or (1, 1)
    return main / pinion * driven / driver


def minutes(capacity_mah: float, battery_a: float) -> float:
    """Give how long 80 % of the charge lasts at a current."""
    return 0.8 * capacity_mah / 1000 / battery_a * 60
