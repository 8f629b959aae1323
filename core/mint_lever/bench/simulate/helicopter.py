"""A simulated helicopter on the bench: what it is stays hidden, what a pilot can do is offered.

The pilot's setup (what the devices are set to) is known; the metal is the hidden truth: which way
each servo is mounted, horns off square, links off length, plugs, unequal blades. Every reading has
the gauge's noise and its last digit. Simulated readings never count for a real model.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import FUNCTIONS, Array, Function, wrap_deg
from mint_lever.bench.simulate.drive_truth import SimulatedDrive
from mint_lever.bench.simulate.hidden_truth import Truth
from mint_lever.bench.simulate.tail_truth import SimulatedTail
from mint_lever.bench.simulate.yaw_motion import begins_to_wag
from mint_lever.devices.dials import ring
from mint_lever.diagnose.direction_faults import SEEN, Command
from mint_lever.measure.ring_clearance import Limits, clearance, cyclic_left
from mint_lever.measure.throw_figures import WELL_USED_PCT
from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.chain.display_removal import without_display
from mint_lever.model.chain.full_stick_arrival import throws_shown_by
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.swash.servo_throw import ServoBank
from mint_lever.model.tail.gain_scales import convert_to_one_channel
from mint_lever.model.tail.gyro_loop import loop_metal
from mint_lever.model.unit.taught_throws import ShownThrows
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.setup.document import Setup
from mint_lever.setup.document_reader import read_setup
from mint_lever.setup.edits.path_edit import Change, apply_changes
from mint_lever.setup.parts.flight_modes import ModeName

_LOOK_PCT = 60.0
_TYPICAL_MOST_DEG = 12.0
_MOST_GAIN = 100.0
Axis = Literal["roll", "pitch", "pirouette"]
Sweep = Literal["low", "mid", "high"]


class SimulatedHelicopter:
    """The stand-in for a real helicopter, its transmitter, unit, gauge and leveller."""

    def __init__(self, setup: Setup, truth: Truth, seed: int | Sequence[int] = 0):
        self.setup = setup
        self.truth = truth
        self._random = np.random.default_rng(seed)
        self.readings = 0
        self._sticks = Sticks.at()
        self._exact = False
        self._sent_by: tuple[Setup, Chain | None] = (setup, None)

    def quiet_copy(self) -> SimulatedHelicopter:
        """Give the same helicopter read by instruments without noise, slop or a last digit."""
        truth = self.truth.model_copy(deep=True, update={"gauge_sd_deg": 0.0, "slop_deg": 0.0})
        other = SimulatedHelicopter(self.setup, truth)
        other._exact = True
        return other

    # What a pilot does.

    def move_sticks(
        self, collective: float = 0, aileron: float = 0, elevator: float = 0, rudder: float = 0
    ) -> None:
        """Put the sticks somewhere (percent)."""
        self._sticks = Sticks.at(collective, aileron, elevator, rudder)

    def change(self, changes: Sequence[Change]) -> None:
        """Change settings of the devices; the metal does not change with them."""
        self.setup = read_setup(apply_changes(self.setup.as_document(), changes))

    def exchange_plugs(self, one: int, other: int) -> None:
        """Exchange the leads of two servos."""
        leads = self.truth.output_of_servo
        leads[one], leads[other] = leads[other], leads[one]

    def turn_swash_link(self, servo: int, turns: float) -> None:
        """Turn a swash link longer (+) or shorter."""
        self.truth.swash_extra_mm[servo] += turns * self.setup.airframe.swash_turn_mm

    def turn_blade_link(self, blade: int, turns: float) -> None:
        """Turn a blade's link; turns that gain pitch are +, whichever way the thread goes."""
        head = self.setup.airframe.head
        # A longer link raises a leading arm's pitch and lowers a trailing arm's.
        longer = head.arm_sign * turns * head.link_thread_mm * head.link_ends
        self.truth.blade_extra_mm[blade] += longer

    def press_horn(self, servo: int, arm: int, teeth: int) -> None:
        """Press a horn on anew: another arm of the wheel, some teeth further on."""
        turned = self.truth.horn_error_deg[servo]
        turned += arm * 360.0 / self.truth.wheel_arms + teeth * 360.0 / self.truth.spline_teeth
        self.truth.horn_error_deg[servo] = float(wrap_deg(turned))

    def teach(self, function: Function) -> None:
        """Move a stick to both its ends while the unit watches, hastily the first time."""
        way = self.truth.hasty.pop(function, 1.0)
        at = {function: np.array([0.0, -100.0 * way, 100.0 * way])}
        pulses = self._pulses(Sticks.at(**at)).T
        low, high = pulses[1:]
        if self._learns_by_one_end():
            # It is shown the high end alone, and takes the other side for the same.
            low = 2 * pulses[0] - high
        self.truth.taught_us["rest"] = [pulses[0].tolist()]
        self.truth.taught_us[function] = [low.tolist(), high.tolist()]

    def _learns_by_one_end(self) -> bool:
        unit = self.setup.unit
        return unit is not None and unit.learns == "one_end_of_each_axis"

    # What a pilot sees.

    def look(self, command: Command) -> tuple[int, ...]:
        """Move a stick and say of each ball whether it goes up (1), down (−1) or stays (0).

        With mechanical mixing, where balls ride on others, of each servo's horn.
        """
        stick = {"collective": (1, 0, 0), "right": (0, 1, 0), "back": (0, 0, -1)}[command]
        c, a, e = (_LOOK_PCT * part for part in stick)
        chain = self._chain()
        horn = chain.run(Sticks.at([0, c], [0, a], [0, e]), bench_mode(self.setup)).horn_deg
        moved = horn[:, 1] - horn[:, 0]
        # What a full command of the same size would move each servo.
        every = np.ones((len(chain.mixing), 1))
        both = chain.servo_bank.horn_deg(chain.servo_bank.pulses(every).asked_us)
        share = self._share(command) * _LOOK_PCT / 100.0
        full = np.abs(both[:, 0] - horn[:, 0]) * share
        ratio = moved / np.maximum(full, 1e-9)
        return tuple(0 if abs(r) < SEEN else int(np.sign(r)) for r in ratio)

    def pitch_rises(self) -> bool:
        """Move the collective up and say whether the blade's pitch rises."""
        low, high = (self.true_pitch(Sticks.at(stick), 180.0).item() for stick in (0.0, _LOOK_PCT))
        return high > low

    def tilts(self, command: Command) -> bool:
        """Move the cyclic stick right or back and say whether the swash tilts that way."""
        stick = {"right": (0.0, _LOOK_PCT, 0.0), "back": (0.0, 0.0, -_LOOK_PCT)}[command]
        chain = self._chain()
        pose = chain.run(
            Sticks.at(*([0.0, part] for part in stick)), bench_mode(self.setup)
        ).swash.pose
        tilt = pose.tilt_right_deg if command == "right" else -pose.tilt_forward_deg
        return bool(tilt[1] - tilt[0] > 1.0)

    def follow_lead(self, output: int) -> int:
        """Say which servo hangs on an output."""
        return self.truth.output_of_servo.index(output)

    def read_arrival(self, function: str) -> float:
        """Read what the unit shows for a function (whole percent) at the present sticks."""
        arrival = self._chain().run(self._sticks, bench_mode(self.setup)).arrival
        assert arrival is not None  # the step is there only where a unit mixes
        seen = float(arrival.seen_pct[FUNCTIONS.index(function), 0].item())
        return seen if self._exact else float(round(seen))

    def read_taught(self, function: Function, high: bool) -> float | None:
        """Read what a taught unit shows of a full stick (whole percent); None before it is."""
        taught = self.truth.taught_us
        wanted = FUNCTIONS[1:3] if self._learns_by_one_end() else FUNCTIONS[:3]
        if function not in wanted or not all(each in taught for each in wanted):
            return None
        own = throws_shown_by(self._chain(), bench_mode(self.setup)).ends_us
        ends = np.array(  # functions, sides, servos
            [taught.get(each, own[:, f]) for f, each in enumerate(FUNCTIONS[:3])]
        )
        unit = ShownThrows(np.array(taught["rest"][0]), ends.transpose(1, 0, 2))
        read = unit.reads_pct(self._pulses(Sticks.at(**{function: 100.0 if high else -100.0})))
        return float(round(read[FUNCTIONS.index(function), 0].item()))

    def read_gauge(self, blade: int, azimuth_deg: float) -> float:
        """Read a blade's pitch (deg, to 0.1) over an azimuth at the present sticks."""
        self.readings += 1
        exact = self.true_pitch(self._sticks, azimuth_deg, blade).item()
        exact -= self.truth.shaft_bent_deg * float(np.cos(np.radians(azimuth_deg)))
        return self._noisy(exact + self.truth.gauge_off_deg)

    def read_leveller(self) -> tuple[float, float]:
        """Read the swash's tilt right and forward (deg, to 0.1) at the present sticks."""
        self.readings += 1
        pose = self._chain().run(self._sticks, bench_mode(self.setup)).swash.pose
        return self._noisy(pose.tilt_right_deg.item()), self._noisy(pose.tilt_forward_deg.item())

    def read_horn(self, servo: int) -> float:
        """Measure how far a horn stands off square with the sticks centred (deg, to 0.5)."""
        self.readings += 1
        horns = self._chain().run(Sticks.at(), bench_mode(self.setup)).horn_deg
        exact = float(horns[servo, 0])
        if self._exact:
            return exact
        return float(round(2 * (exact + self._random.normal(0, 0.3)))) / 2

    def tip(self, axis: Axis) -> bool:
        """Tip or turn the model about an axis; true when the swash answers as it should."""
        self.readings += 1
        return self.truth.correction_reversed.get(axis, False) == self._set_reversed(axis)

    def sweep(self, place: Sweep) -> bool:
        """Sweep the cyclic all round at one collective; true when nothing touches."""
        self.readings += 1
        swept = clearance(self._chain(), Limits(swash_tilt_deg=self.truth.tilt_limit_deg))
        # The sticks' gate is square: toward a corner they go further than straight on.
        bearing = np.radians(swept.azimuth_deg)
        gate = 100.0 / np.maximum(np.abs(np.sin(bearing)), np.abs(np.cos(bearing)))
        clear = swept.clear_pct[("low", "mid", "high").index(place)]
        return bool((clear >= np.minimum(ring(self.setup).value, gate) - 0.5).all())

    def uses_its_range(self) -> bool:
        """Say what a unit of the reference school says of the range that its tilt uses."""
        unit = self.setup.mixing_unit
        return unit is not None and unit.cyclic_pct >= WELL_USED_PCT

    def limit_is_used(self) -> bool:
        """Say what such a unit says of the range that its cyclic limit leaves: beyond what is
        typical (F12) it calls it poorly used."""
        return cyclic_left(self._chain(), ring(self.setup).value) <= _TYPICAL_MOST_DEG

    def servos_behave(self) -> Literal["quiet", "hot"]:
        """Say how the servos take the frame rate they get."""
        unit = self.setup.stabilising_unit
        # Without a unit the receiver sends the frames, at the safe rate.
        return "quiet" if unit is None or unit.frame_rate_hz <= self.truth.rated_hz else "hot"

    def fail_safe_cuts(self) -> bool:
        """Switch the transmitter off and say whether the throttle goes to its low end."""
        held = self.setup.transmitter.fail_safe_throttle_pct
        return (self.truth.fail_safe_pct if held is None else held) <= 0.0

    @property
    def tail(self) -> SimulatedTail:
        """The tail with the devices' present settings."""
        return SimulatedTail(self.setup, self.truth.tail, self._rudder, self._noisy)

    @property
    def drive(self) -> SimulatedDrive:
        """What turns the rotor, with the devices' present settings."""
        return SimulatedDrive(self.setup, self.truth.drive, self.throttle_low_at_low_stick())

    def wags_at(self, mode: ModeName) -> float | None:
        """Fly in a mode and raise the gain: the figure (0 to 100) at which the tail begins to wag;
        None where what that hangs on is not described, or no gain makes it wag."""
        flown, tail = getattr(self.setup.transmitter.modes, mode), self.truth.tail
        if flown is None or flown.head_speed_rpm is None:
            return None
        metal = loop_metal(tail.metal, self.setup.tail_box, flown.head_speed_rpm)
        if metal is None or metal.lags is None:
            return None
        shown = convert_to_one_channel(begins_to_wag(metal, tail.wag_rate))
        return float(round(shown)) if shown <= _MOST_GAIN else None

    def _rudder(self, stick_pct: float) -> float:
        """What the unit or gyro reads of the rudder (−1…1) at a stick."""
        # Where no unit shows what arrives, nothing is to be seen of it but what the tail does.
        shown = self.setup.arranged.shows_functions
        share = self.truth.arrives.get("rudder", 1.0) if shown else 1.0
        sent = self._sent.run(Sticks.at(rudder=stick_pct), bench_mode(self.setup))
        sent_pct = float(sent.channel.limited_pct[FUNCTIONS.index("rudder"), 0])
        return float(np.clip(sent_pct * share / 100.0, -1.0, 1.0))

    @property
    def _sent(self) -> Chain:
        """The chain of what the transmitter sends, as it is set."""
        known, chain = self._sent_by
        if known is not self.setup or chain is None:
            chain = build_chain(without_display(self.setup))
            self._sent_by = self.setup, chain
        return chain

    def throttle_low_at_low_stick(self) -> bool:
        """Say whether the throttle stands at its low end with the stick low."""
        reversed_ = self.setup.transmitter.channels.throttle.reversed
        return reversed_ == self.truth.throttle_turned

    # Behind the curtain.

    def true_pitch(self, sticks: Sticks, azimuth_deg: float, blade: int = 0) -> Array:
        """The exact pitch, for judging a simulation; nothing on the bench sees this."""
        chain = self._chain()
        pose = chain.run(sticks, bench_mode(self.setup)).swash.pose
        pitch: Array = chain.grip.pitch(pose, [azimuth_deg], blade).pitch_deg[0]
        return pitch

    def _pulses(self, sticks: Sticks) -> Array:
        return self._chain().run(sticks, bench_mode(self.setup)).servo.sent_us

    def _chain(self) -> Chain:
        """The chain of the metal with the devices' settings, leads as they hang."""
        document = without_display(self.setup).as_document()
        document["airframe"] = self.truth.airframe(self.setup.airframe).model_dump(mode="json")
        for name, share in self.truth.arrives.items():
            if self.setup.mixing_unit is None and name != "rudder":
                # Nothing is to be seen on the way but which way round the mixing takes it.
                document["transmitter"]["swash_mix"][name] *= np.sign(share).item()
                continue
            channel = document["transmitter"]["channels"][name]
            for side in ("low", "high"):
                channel[f"travel_{side}_pct"] *= abs(share)
            channel["reversed"] = channel["reversed"] != (share < 0)
        chain = build_chain(read_setup(document))
        if self.truth.plate is not None:
            chain.mixing = build_chain(self.setup).mixing
        leads = self.truth.output_of_servo
        if leads != sorted(leads):
            chain.mixing = chain.mixing[leads]
            chain.servo_bank = chain.servo_bank.wired(leads)
        if self.truth.servo_share:
            chain.servo_bank = UnevenServos(chain.servo_bank, self.truth.servo_share)
        return chain

    def _set_reversed(self, axis: Axis) -> bool:
        unit = self.setup.stabilising_unit
        assert unit is not None  # corrections come from a unit
        if axis == "pirouette":
            return unit.pirouette_reversed
        return bool(getattr(unit.correction_reversed, axis))

    def _share(self, command: Command) -> float:
        throws = build_chain(self.setup).throws
        sizes = {"right": throws.aileron, "back": throws.elevator}
        return abs(sizes.get(command, throws.collective_high))

    def _noisy(self, exact: float) -> float:
        play = self._random.uniform(-self.truth.slop_deg, self.truth.slop_deg) / 2
        if self._exact:
            return exact
        return round(exact + play + self._random.normal(0, self.truth.gauge_sd_deg), 1)


class UnevenServos(ServoBank):
    """A bank whose horns turn ``shares`` (servos, 2: below and above centre) of what they should:
    1 is as the data sheet has it."""

    def __init__(self, even: ServoBank, shares: Sequence[Sequence[float]]):
        self.__dict__.update(even.__dict__)
        self._shares = np.asarray(shares, dtype=float)

    def horn_deg(self, pulse_us: ArrayLike) -> Array:
        """Turn pulses (µs) into horn angles (deg, + raises the ball), both (servos, poses)."""
        pulse = np.asarray(pulse_us, dtype=float)
        rest = super().horn_deg(np.full_like(pulse, self.centre_us))
        share = np.where(pulse < self.centre_us, self._shares[:, :1], self._shares[:, 1:])
        turned: Array = rest + share * (super().horn_deg(pulse) - rest)
        return turned
