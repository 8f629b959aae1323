"""A simulated helicopter on the bench: what it is stays hidden, what a pilot can do is offered.

The pilot's setup (what the devices are set to) is known; the metal is the hidden truth: which way
each servo is mounted, horns off square, links off length, plugs, unequal blades. Every reading has
the gauge's noise and its last digit. Simulated readings never count for a real model.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from mint_lever.axes import Array, wrap_deg
from mint_lever.chain.model import Chain, build_chain
from mint_lever.chain.sticks import Sticks
from mint_lever.diagnose.hypotheses import SEEN, Command
from mint_lever.setup.airframe import Airframe
from mint_lever.setup.document import Setup
from mint_lever.setup.edit import Change, apply_changes
from mint_lever.setup.reading import read_setup

_LOOK_PCT = 60.0
Axis = Literal["roll", "pitch"]


@dataclass(frozen=True)
class Wheel:
    """A servo's horn wheel: how many arms it has and how many teeth its spline."""

    arms: int = 4
    teeth: int = 25


@dataclass
class Truth:
    """What nobody on the bench knows: the real metal, the wiring, the gauge's and slop's play."""

    airframe: Airframe
    output_of_servo: list[int]
    """The output each servo's lead hangs on."""
    correction_reversed: dict[Axis, bool] = field(
        default_factory=lambda: {"roll": False, "pitch": False}
    )
    gauge_sd_deg: float = 0.05
    slop_deg: float = 0.0


class SimulatedHelicopter:
    """The stand-in for a real helicopter, its transmitter, unit, gauge and leveller."""

    def __init__(self, setup: Setup, truth: Truth, seed: int = 0):
        self.setup = setup
        self._truth = truth
        self._random = np.random.default_rng(seed)
        self.readings = 0
        self._sticks = Sticks.at()
        self._reversed = dict(truth.correction_reversed)

    # What a pilot does.

    def move_sticks(self, collective: float = 0, aileron: float = 0, elevator: float = 0) -> None:
        """Put the sticks somewhere (percent)."""
        self._sticks = Sticks.at(collective, aileron, elevator)

    def change(self, path: str, value: object) -> None:
        """Change a setting of a device; the metal does not change with it."""
        self.setup = read_setup(apply_changes(self.setup.as_document(), [Change(path, value)]))

    def reverse_servo(self, servo: int) -> None:
        """Turn one output's direction round in the unit."""
        assert self.setup.unit is not None
        path = f"unit.servos.{servo}.reversed"
        self.change(path, not self.setup.unit.servos[servo].reversed)

    def reverse_function(self, function: str) -> None:
        """Turn one function round at the transmitter's channel."""
        channel = getattr(self.setup.transmitter.channels, function)
        self.change(f"transmitter.channels.{function}.reversed", not channel.reversed)

    def exchange_plugs(self, one: int, other: int) -> None:
        """Exchange the leads of two servos."""
        leads = self._truth.output_of_servo
        leads[one], leads[other] = leads[other], leads[one]

    def turn_swash_link(self, servo: int, turns: float, thread_mm: float) -> None:
        """Turn a swash link out (+) or in."""
        extra = self._truth.airframe.servos[servo].link_extra_mm
        self._servo(servo, link_extra_mm=extra + turns * thread_mm)

    def turn_blade_link(self, blade: int, turns: float) -> None:
        """Turn a blade's link; turns that gain pitch are +, whichever way the thread goes."""
        head = self._truth.airframe.head
        extra = list(head.link_extra_mm)
        # A longer link raises a leading arm's pitch and lowers a trailing arm's.
        extra[blade] += head.arm_sign * turns * head.link_thread_mm * head.link_ends
        airframe = self._truth.airframe
        self._truth.airframe = airframe.model_copy(
            update={"head": head.model_copy(update={"link_extra_mm": extra})}
        )

    def press_horn(self, servo: int, arm: int, teeth: int, wheel: Wheel) -> None:
        """Press a horn on anew: another arm of the wheel, some teeth further on."""
        turned = self._truth.airframe.servos[servo].horn_error_deg
        turned += arm * 360.0 / wheel.arms + teeth * 360.0 / wheel.teeth
        self._servo(servo, horn_error_deg=float(wrap_deg(turned)))

    def reverse_correction(self, axis: Axis) -> None:
        """Turn one axis of the unit's correction round."""
        self._reversed[axis] = not self._reversed[axis]

    # What a pilot sees.

    def look(self, command: Command) -> tuple[int, ...]:
        """Move a stick and say of each ball whether it goes up (1), down (−1) or stays (0)."""
        stick = {"collective": (1, 0, 0), "right": (0, 1, 0), "back": (0, 0, -1)}[command]
        c, a, e = (_LOOK_PCT * part for part in stick)
        chain = self._chain()
        horn = chain.run(Sticks.at([0, c], [0, a], [0, e])).horn_deg
        moved = horn[:, 1] - horn[:, 0]
        # What a full collective command of the same size would move a ball.
        assert self.setup.unit is not None
        both = chain.servo_bank.horn_deg(chain.servo_bank.pulses(chain.mixing[:, :1]).asked_us)
        share = self._share(command) * _LOOK_PCT / 100.0
        full = np.abs(both[:, 0] - horn[:, 0]) * share
        ratio = moved / np.maximum(full, 1e-9)
        return tuple(0 if abs(r) < SEEN else int(np.sign(r)) for r in ratio)

    def follow_lead(self, output: int) -> int:
        """Say which servo hangs on an output."""
        return self._truth.output_of_servo.index(output)

    def read_gauge(self, blade: int, azimuth_deg: float) -> float:
        """Read a blade's pitch (deg, to 0.1) over an azimuth at the present sticks."""
        self.readings += 1
        return self._noisy(self.true_pitch(self._sticks, azimuth_deg, blade).item())

    def read_leveller(self) -> tuple[float, float]:
        """Read the swash's tilt right and forward (deg, to 0.1) at the present sticks."""
        self.readings += 1
        pose = self._chain().run(self._sticks).swash.pose
        return self._noisy(pose.tilt_right_deg.item()), self._noisy(pose.tilt_forward_deg.item())

    def read_horn(self, servo: int) -> float:
        """Measure how far a horn stands off square with the sticks centred (deg, to 0.5)."""
        self.readings += 1
        exact = self._chain().run(Sticks.at()).horn_deg[servo].item()
        return float(round(2 * (exact + self._random.normal(0, 0.3)))) / 2

    def tip(self, axis: Axis) -> bool:
        """Tip the model about an axis; true when the swash tilts against the motion."""
        self.readings += 1
        return not self._reversed[axis]

    # Behind the curtain.

    def true_pitch(self, sticks: Sticks, azimuth_deg: float, blade: int = 0) -> Array:
        """The exact pitch, for judging a simulation; nothing on the bench sees this."""
        chain = self._chain()
        pose = chain.run(sticks).swash.pose
        pitch: Array = chain.grip.pitch(pose, [azimuth_deg], blade).pitch_deg[0]
        return pitch

    def _chain(self) -> Chain:
        """The chain of the metal with the devices' settings, leads as they hang."""
        document = self.setup.as_document()
        document["airframe"] = self._truth.airframe.model_dump(mode="json")
        chain = build_chain(read_setup(document))
        leads = self._truth.output_of_servo
        if leads != sorted(leads):
            chain.mixing = chain.mixing[leads]
            chain.servo_bank = chain.servo_bank.wired(leads)
        return chain

    def _share(self, command: Command) -> float:
        assert self.setup.unit is not None
        unit = self.setup.unit
        return (unit.collective_pct if command == "collective" else unit.cyclic_pct) / 100.0

    def _noisy(self, exact: float) -> float:
        play = self._random.uniform(-self._truth.slop_deg, self._truth.slop_deg) / 2
        return round(exact + play + self._random.normal(0, self._truth.gauge_sd_deg), 1)

    def _servo(self, index: int, **update: float) -> None:
        airframe = self._truth.airframe
        servos = list(airframe.servos)
        servos[index] = servos[index].model_copy(update=update)
        self._truth.airframe = airframe.model_copy(update={"servos": servos})
