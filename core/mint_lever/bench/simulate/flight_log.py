"""A log of a simulated flight with a known truth: a stand-in for a real machine's telemetry.

Hover at a mode's head speed with punches in it, as motor, pack and governor make them; what is
written is what a device would send. It never counts for a real model.
"""

from __future__ import annotations

import io
from dataclasses import dataclass, replace

import numpy as np

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.load_cases import loads
from mint_lever.model.drive.drive_description import machine_of
from mint_lever.model.drive.drive_machine import VOLTS
from mint_lever.model.drive.punch_response import PUNCH_S
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.main_rotor import main_rotor
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.modes.punch_trial import simulate_punch
from mint_lever.setup.parts.flight_modes import ModeName

_RATE_HZ = 50.0
_PUNCH_S = 2.0
_EVERY_S = 18.0
COLUMNS = ("time (s)", "head (rpm)", "throttle (%)", "pack (V)", "current (A)", "yaw (deg/s)")


@dataclass(frozen=True)
class FlownLog:
    """The log's text, and what is true of it: the pack's resistance (mΩ), the droop of each punch
    (percent), where they begin (s), and whether the tail wagged (Hz)."""

    csv: str
    pack_mohm: float
    droop_pct: float
    punches_s: tuple[float, ...]
    wag_hz: float | None


def flown_log(
    chain: Chain,
    mode: ModeName,
    rng: np.random.Generator,
    *,
    seconds: float = 180.0,
    gain: float = 6.0,
    weak_pack: float = 1.0,
    wag_hz: float | None = None,
) -> FlownLog:
    """Fly a mode of a described drive. ``weak_pack`` multiplies the pack's resistance.

    Raises InvalidRequest where the drive, the blades or the mode's head speed is not known.
    """
    machine, rpm = machine_of(chain.setup), chain.mode(mode).head_speed_rpm
    rotor = None if rpm is None else main_rotor(chain.setup, rpm, air_density())
    at_loads = loads(chain, mode, rotor)
    hover, full = at_loads.hover_deg, at_loads.computed_deg
    if machine is None or rotor is None or rpm is None or hover is None or full is None:
        allowed = "a described electric drive, blades, weight and a head speed"
        raise InvalidRequest([Fault("drive", "not described", allowed)])
    machine = replace(machine, pack_ohm=machine.pack_ohm * weak_pack)
    punch = simulate_punch(chain, mode, gain, "resting")
    time: Array = np.arange(0.0, seconds, 1 / _RATE_HZ)
    begin = np.arange(5.0, seconds - _PUNCH_S - 1.0, _EVERY_S)
    hovering, climbing = float(rotor.power_w(hover)), float(rotor.power_w(full))
    speed, power = np.full(time.size, rpm), np.full(time.size, hovering)
    for begins in begin:
        since = time - begins
        during = (since >= 0) & (since < _PUNCH_S)
        speed[during] = np.interp(since[during], punch.time_s, punch.rpm)
        power[during] += (climbing - hovering) * np.minimum(since[during] / PUNCH_S, 1.0)
    # A hover is never still: the stick breathes, and the power with it.
    power *= (speed / rpm) ** 3 * (1 + 0.06 * np.sin(2 * np.pi * time / 6.7))
    cell_v = np.linspace(VOLTS["full"], VOLTS["empty"] + 0.2, time.size)
    held = machine.steady(power, speed * RAD_S, cell_v)
    # A pack that does not hold it has its controller at full.
    duty = np.where(held.holds, held.duty, 1.0)
    amps = np.where(held.holds, held.battery_a, held.battery_a.max())
    amps = np.maximum(amps + rng.normal(0, 0.4, time.size), 0.0)
    volts = machine.cells * cell_v - amps * machine.pack_ohm + rng.normal(0, 0.02, time.size)
    yaw = rng.normal(0.0, 4.0, time.size)
    if wag_hz is not None:
        yaw += 30.0 * np.sin(2 * np.pi * wag_hz * time)
    throttle = 100 * duty + rng.normal(0, 0.3, time.size)
    columns = (time, speed + rng.normal(0, 2.0, time.size), throttle, volts, amps, yaw)
    return FlownLog(
        csv=_text(columns),
        pack_mohm=1e3 * machine.pack_ohm,
        droop_pct=punch.droop_pct,
        punches_s=tuple(begin.tolist()),
        wag_hz=wag_hz,
    )


def _text(columns: tuple[Array, ...]) -> str:
    out = io.StringIO()
    header = ",".join(COLUMNS)
    np.savetxt(out, np.column_stack(columns), delimiter=",", fmt="%.3f", header=header, comments="")
    return out.getvalue()
