"""A log of a simulated flight with a known truth: a stand-in for a real machine's telemetry.

Hover at a mode's head speed with punches in it, as motor, pack and governor make them; what is
written is what a device would send. It never counts for a real model.
"""

from __future__ import annotations

import io
from dataclasses import dataclass, replace

import numpy as np

from mint_lever.axes import Array
from mint_lever.chain.model import Chain
from mint_lever.drive.described import machine_of
from mint_lever.drive.machine import VOLTS, Machine
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.modes.punched import punched
from mint_lever.setup.modes import ModeName

_RATE_HZ = 50.0
_PUNCH_S = 4.0
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
    punch = punched(chain, mode, gain, "resting")
    if machine is None or rpm is None:
        raise InvalidRequest([Fault("drive", "not described", "a described electric drive")])
    machine = replace(machine, pack_ohm=machine.pack_ohm * weak_pack)
    time: Array = np.arange(0.0, seconds, 1 / _RATE_HZ)
    at = np.arange(5.0, seconds - _PUNCH_S - 1.0, _EVERY_S)
    hover_duty = float(punch.duty[0]) + 0.05
    speed, duty = np.full(time.size, rpm), np.full(time.size, hover_duty)
    for begins in at:
        since = time - begins
        during = (since >= 0) & (since < _PUNCH_S)
        speed[during] = np.interp(since[during], punch.time_s, punch.rpm)
        duty[during] = np.interp(since[during], punch.time_s, punch.duty)
    open_v = machine.cells * np.linspace(VOLTS["full"], VOLTS["empty"] + 0.2, time.size)
    # A hover is never still: the stick breathes, and the current with it.
    duty = duty * (1 + 0.02 * np.sin(2 * np.pi * time / 6.7)) + rng.normal(0, 0.004, time.size)
    amps = _amps(machine, speed, duty, open_v) + rng.normal(0, 0.4, time.size)
    battery = np.maximum(duty * amps, 0.0)
    volts = open_v - battery * machine.pack_ohm + rng.normal(0, 0.02, time.size)
    yaw = rng.normal(0.0, 4.0, time.size)
    if wag_hz is not None:
        yaw += 30.0 * np.sin(2 * np.pi * wag_hz * time)
    columns = (time, speed + rng.normal(0, 2.0, time.size), 100 * duty, volts, battery, yaw)
    return FlownLog(
        csv=_text(columns),
        pack_mohm=1e3 * machine.pack_ohm,
        droop_pct=punch.droop_pct,
        punches_s=tuple(at.tolist()),
        wag_hz=wag_hz,
    )


def _amps(machine: Machine, rpm: Array, duty: Array, open_v: Array) -> Array:
    """The motor's current (A); the one-way bearing never takes any back."""
    back = rpm * machine.gear / machine.kv_rpm_per_v
    ohm = machine.motor_ohm + duty * duty * machine.pack_ohm
    amps: Array = np.maximum((duty * open_v - back) / ohm, 0.0)
    return amps


def _text(columns: tuple[Array, ...]) -> str:
    out = io.StringIO()
    header = ",".join(COLUMNS)
    np.savetxt(out, np.column_stack(columns), delimiter=",", fmt="%.3f", header=header, comments="")
    return out.getvalue()
