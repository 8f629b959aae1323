"""Main rotor's torque, the tail pitch that holds it, and what is left over each way."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.model.rotor.hover_power import MOST_PITCH_DEG, TurningRotor
from mint_lever.model.rotor.main_rotor import MAIN, MASS, blades_of, main_rotor, weight_n
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import TailLinkage
from mint_lever.setup.catalogue.missing_settings import missing
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.tail import Tail
from mint_lever.setup.parts.unit import UnitTail

_TAIL = (
    "airframe.tail.radius_mm",
    "airframe.tail.root_mm",
    "airframe.tail.chord_mm",
    "airframe.tail.turns_per_head_turn",
    "airframe.tail.boom_mm",
)
GRIP = "airframe.tail.grip_arm_mm"


@dataclass(frozen=True)
class TailDemand:
    """What one collective asks of the tail; None is what cannot be given.

    Torque is positive; thrust and pitch carry the sign that holds the nose. ``left_…`` is how much
    yawing moment (N m) full rudder has left over to that side, negative where it cannot hold.
    """

    torque_nm: float | None = None
    thrust_needed_n: float | None = None
    pitch_needed_deg: float | None = None
    left_nm_left: float | None = None
    left_nm_right: float | None = None


@dataclass(frozen=True)
class TailAtSpeed:
    """Main and tail rotor of one helicopter at a head speed, with what the pilot has described.

    ``unknown`` are the settings without which something cannot be computed; the main rotor is None
    without its blades, the tail rotor without its own, the linkage without a described tail.
    """

    setup: Setup
    box: UnitTail
    main: TurningRotor | None
    rotor: TurningRotor | None
    unknown: tuple[str, ...]

    @property
    def tail(self) -> Tail | None:
        """The tail as described."""
        return self.setup.airframe.tail

    @property
    def turn_sign(self) -> int:
        """1 where the main rotor turns clockwise from above: its torque pushes the nose left."""
        return self.setup.airframe.head.turn_sign

    def hover_pitch_deg(self) -> float | None:
        """The main pitch that carries the weight; None where unknown, or where nothing does."""
        weight = weight_n(self.setup)
        return None if self.main is None or weight is None else self.main.pitch_for(weight)

    def held(self, collective_deg: float | None) -> TailDemand:
        """What the main blades' pitch (deg) asks of the tail."""
        if self.main is None or collective_deg is None or abs(collective_deg) > MOST_PITCH_DEG:
            return TailDemand()
        torque = float(self.main.torque_nm(collective_deg))
        boom_m = None if self.tail is None or self.tail.boom_mm is None else self.tail.boom_mm / 1e3
        if boom_m is None:
            return TailDemand(torque)
        thrust = self.turn_sign * torque / boom_m
        pitch = None if self.rotor is None else self.rotor.pitch_for(thrust)
        left, right = self._pushes_nm(boom_m)
        against = self.turn_sign * torque
        return TailDemand(
            torque_nm=torque,
            thrust_needed_n=thrust,
            pitch_needed_deg=pitch,
            left_nm_left=None if left is None else -(left - against),
            left_nm_right=None if right is None else right - against,
        )

    def _pushes_nm(self, boom_m: float) -> tuple[float | None, float | None]:
        """The moments (N m, + nose right) of full left and full right rudder, with the setup's own
        limits and the slider stopped at its contacts."""
        if self.rotor is None or self.tail is None:
            return None, None
        output = TailOutput(self.box, self.tail.servo)
        pose = TailLinkage(self.tail).stopped(output.horn_for([-1.0, 1.0]))
        known = pose.pitch_known & (np.abs(pose.pitch_deg) <= MOST_PITCH_DEG)
        pushes = boom_m * self.rotor.thrust_n(np.where(known, pose.pitch_deg, 0.0))
        left, right = (float(n) if k else None for n, k in zip(pushes, known, strict=True))
        return left, right


def tail_at_speed(setup: Setup, rpm: float, density: float) -> TailAtSpeed:
    """Put a setup's rotors to turning: head speed in rpm, air in kg/m³."""
    omega = rpm * RAD_S
    tail = setup.airframe.tail
    lacks_tail = missing(setup, _TAIL)
    own = None if lacks_tail or tail is None else blades_of(tail, tail.blades)
    if own is not None and own.root_m >= own.radius_m:
        own = None
    ratio = 1.0 if tail is None else tail.turns_per_head_turn or 1.0
    return TailAtSpeed(
        setup=setup,
        box=setup.tail_box,
        main=main_rotor(setup, rpm, density),
        rotor=None if own is None else TurningRotor(own, omega * ratio, density),
        unknown=(
            *missing(setup, MAIN),
            *missing(setup, [MASS]),
            *lacks_tail,
            *missing(setup, [GRIP]),
        ),
    )
