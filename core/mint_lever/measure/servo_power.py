"""The servos' side of power: force at the ball, time for the throw, current against the BEC.

F1: torque ratings are force × arm; formulas §9. What is enough of time and current is from memory:
no figure of the trade says how much a rotor asks of a servo.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import ModeName

_GOOD_S, _MOST_S = 0.10, 0.15
"""A full throw from centre in so long is good, and the longest that is workable. From memory."""
_GOOD_SHARE, _LEAST_SHARE = 0.5, 1 / 3
"""A BEC that gives so much of all stall currents together is good, and the least. From memory."""
_STICKS = ((100, 0, 0), (-100, 0, 0), (0, 100, 0), (0, -100, 0), (0, 0, 100), (0, 0, -100))


@dataclass(frozen=True, kw_only=True)
class ServoPower:
    """One servo: force at its ball (N), the largest throw of one stick from centre (deg), the time
    for it (s) and its verdict; None is what cannot be given."""

    name: str
    force_n: float | None
    throw_deg: float | None
    throw_s: float | None
    word: VerdictWord | None


@dataclass(frozen=True, kw_only=True)
class Supply:
    """The BEC's current against all servos' stall currents (A); None where one is not known."""

    bec_a: float | None
    stall_a: float | None
    word: VerdictWord | None


def compute_servo_power(chain: Chain, mode: ModeName) -> tuple[list[ServoPower], Supply]:
    """Work out every swash servo's force and time, and what feeds them all."""
    setup = chain.setup
    throws = _throws(chain, mode)
    rows = []
    for i, servo in enumerate(setup.airframe.servos):
        torque, speed = servo.torque_ncm, servo.seconds_per_60_deg
        throw = None if throws is None else float(throws[i])
        time = None if speed is None or throw is None else throw / 60.0 * speed
        rows.append(
            ServoPower(
                name=f"servo {i + 1}",
                force_n=None if torque is None else torque * 10.0 / servo.arm_mm,
                throw_deg=throw,
                throw_s=time,
                word=None if time is None else _word(time),
            )
        )
    return rows, _supply(chain)


def _throws(chain: Chain, mode: ModeName) -> Array | None:
    """How far each horn goes from centre at most, one stick at a time (servos,)."""
    sticks = Sticks.at(*(np.array([0.0, *side]) for side in zip(*_STICKS, strict=True)))
    horn = chain.run(sticks, mode).horn_deg
    if not np.isfinite(horn).all():
        return None
    thrown: Array = np.abs(horn[:, 1:] - horn[:, :1]).max(axis=1)
    return thrown


def _word(seconds: float) -> VerdictWord:
    return "in" if seconds <= _GOOD_S else "workable" if seconds <= _MOST_S else "out"


def _supply(chain: Chain) -> Supply:
    setup = chain.setup
    tail = None if setup.airframe.tail is None else setup.airframe.tail.servo.stall_a
    stalls = [servo.stall_a for servo in setup.airframe.servos]
    known = [each for each in (*stalls, tail) if each is not None]
    bec = setup.speed_controller.bec_a
    total = sum(known) if len(known) == len(stalls) + 1 else None
    word: VerdictWord | None = None
    if bec is not None and total:
        share = bec / total
        word = "in" if share >= _GOOD_SHARE else "workable" if share >= _LEAST_SHARE else "out"
    return Supply(bec_a=bec, stall_a=total, word=word)
