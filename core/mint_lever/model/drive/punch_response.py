"""The governor's answer to a punch: collective from zero to full in 0.15 s, followed in time.

No maker publishes how a gain's figure is meant: shape and comparison, not a promise, until a log of
the model fits it. The lags are from memory; without them nothing could ever hunt.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.drive.drive_machine import Machine
from mint_lever.model.rotor.hover_power import TurningRotor
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.sources import MEMORY

PUNCH_S = 0.15
DELAY_S, LAG_S = 0.020, 0.030
"""The controller answers so much later, and then so slowly. From memory."""
HEAD_SHARE: Annotated[float, MEMORY] = 0.10
"""What the head adds to the blades' moment of inertia."""
_STEP_S = 0.002
_BACK = 0.02
_HUNTS_PCT = 0.5
_SUSTAINED = 0.8


@dataclass(frozen=True, kw_only=True)
class Punch:
    """Head speed (rpm) and duty over time (s), and what they come to.

    ``droop_pct`` of the target; ``back_s`` until it stays within 2 %, None where it never does;
    ``hunts``: it still swings by more than half a percent at the end, and hardly less than before.
    """

    time_s: Array
    rpm: Array
    duty: Array
    droop_pct: float
    back_s: float | None
    overshoot_pct: float
    hunts: bool


@dataclass(frozen=True, kw_only=True)
class GovernedRotor:
    """A rotor held at its speed by a governor. ``inertia`` in kg m², ``gain`` in its own figure:
    duty = gain·e + gain·∫e dt, e the share of the target that is missing."""

    machine: Machine
    rotor: TurningRotor
    inertia: float
    gain: float
    cell_v: float

    def punch(self, full_deg: float, seconds: float = 4.0) -> Punch:
        """Follow a punch from 0° to ``full_deg``: Heun's method, the integral held while the duty
        is at an end."""
        steps = round(seconds / _STEP_S)
        time: Array = np.arange(steps + 1, dtype=np.float64) * _STEP_S
        load = self._load(full_deg, time)
        target = self.rotor.omega
        omega, integral = target, self._duty_for(load[0])
        answered = integral
        sent = [integral] * round(DELAY_S / _STEP_S)
        late = len(sent)
        speeds, duties = [omega], [answered]
        for k in range(steps):
            missing = (target - omega) / target
            asked = self.gain * missing + integral
            if 0.0 < asked < 1.0:
                integral += self.gain * missing * _STEP_S
            sent.append(min(max(asked, 0.0), 1.0))
            now, then = sent[k], sent[k + 1] if late else sent[k]
            d_duty = (now - answered) / LAG_S
            d_omega = self._faster(omega, answered, load[k])
            ahead = answered + d_duty * _STEP_S
            faster = self._faster(omega + d_omega * _STEP_S, ahead, load[k + 1])
            answered += (d_duty + (then - ahead) / LAG_S) * _STEP_S / 2
            omega += (d_omega + faster) * _STEP_S / 2
            speeds.append(omega)
            duties.append(answered)
        return _judged(time, np.array(speeds) / target, np.array(duties), target)

    def _load(self, full_deg: float, time: Array) -> list[float]:
        """The rotor's torque (N m, tail's share in it) over the square of its speed."""
        share = np.linspace(0.0, 1.0, 33)
        torque = self.rotor.torque_nm(full_deg * share) * (1 + self.machine.tail_share)
        at = np.minimum(time / PUNCH_S, 1.0)
        found: list[float] = np.interp(at, share, torque / self.rotor.omega**2).tolist()
        return found

    def _faster(self, omega: float, duty: float, load: float) -> float:
        """How fast the head gains speed (rad/s²); the one-way bearing never brakes it."""
        m = self.machine
        volts = duty * m.cells * self.cell_v - omega * m.gear / m.kv_si
        amps = max(0.0, volts / (m.motor_ohm + duty * duty * m.pack_ohm))
        torque = max(0.0, (amps - m.no_load_a) / m.kv_si)
        return (m.efficiency * m.gear * torque - load * omega * omega) / self.inertia

    def _duty_for(self, load: float) -> float:
        """The duty that holds the target against a load; full where nothing does."""
        power = load * self.rotor.omega**3 / (1 + self.machine.tail_share)
        held = self.machine.steady(power, self.rotor.omega, self.cell_v)
        return float(held.duty) if bool(held.holds) else 1.0


def _judged(time: Array, share: Array, duty: Array, target: float) -> Punch:
    away = np.flatnonzero(np.abs(share - 1.0) > _BACK)
    back: float | None = 0.0
    if away.size:
        back = None if away[-1] == len(time) - 1 else float(time[away[-1] + 1])
    lowest = int(np.argmin(share))
    last, before = (
        100 * float(np.ptp(share[(time > time[-1] - end) & (time <= time[-1] - end + 1.0)]))
        for end in (1.0, 2.0)
    )
    return Punch(
        time_s=time,
        rpm=share * target / RAD_S,
        duty=duty,
        droop_pct=100 * max(0.0, 1.0 - float(share[lowest])),
        back_s=back,
        overshoot_pct=100 * max(0.0, float(share[lowest:].max()) - 1.0),
        hunts=last > _HUNTS_PCT and last > _SUSTAINED * before,
    )
