"""One helicopter's chain, built once from its setup and run for many stick positions."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Array, Pose
from mint_lever.faults import Fault, InvalidRequest, InvalidSetup
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.blade_grip import Grip
from mint_lever.model.swash.servo_throw import Outputs, ServoBank, ServoPulses
from mint_lever.model.swash.swash_linkage import Linkage, SwashPoses
from mint_lever.model.swash.swash_mixing import mixing_matrix
from mint_lever.model.transmitter.channel_pulses import ChannelBank, ChannelStages
from mint_lever.model.transmitter.free_mixes import add_mixes
from mint_lever.model.transmitter.rate_switches import with_rate_sets
from mint_lever.model.transmitter.stick_shaping import shape
from mint_lever.model.unit.cyclic_ring import through_ring
from mint_lever.model.unit.servo_outputs import UnitOutputs
from mint_lever.model.unit.unit_arrival import Arrival, arrive
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.channels import Channel
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.setup.parts.transmitter import SwashMix, Transmitter
from mint_lever.setup.parts.unit import Unit


@dataclass(frozen=True, kw_only=True)
class Answer:
    """What the helicopter makes of a demand: servo arrays are (servos, poses)."""

    throw: Array
    servo: ServoPulses
    horn_deg: Array
    swash: SwashPoses


@dataclass(frozen=True, kw_only=True)
class Signals:
    """What is sent for some stick positions, stage by stage, up to what the servos are asked for.

    Arrays of what is sent are (5, poses) in the order of SENT, those of functions (4, poses) in
    the order of FUNCTIONS.
    """

    shaped_pct: Array
    mixed_pct: Array
    """With the free mixes added."""
    channel: ChannelStages
    """Function channels; where the transmitter mixes, only rudder's and throttle's are sent."""
    servo_channel: ChannelStages | None
    """The swash servos' channels (servos, poses) where the transmitter mixes."""
    arrival: Arrival | None
    """What the unit sees, where it does the mixing."""
    demand: Array
    """Collective, aileron and elevator after ring and gain, (3, poses), −1…1 of full throw."""


@dataclass(frozen=True, kw_only=True)
class Run(Signals, Answer):
    """Everything the chain did for some stick positions, down to the swash."""


@dataclass(frozen=True)
class Throws:
    """What the device that mixes makes of full commands: shares of full servo throw (1 = full).

    The signs of a transmitter's swash mix are in them. ``trims`` (side, function) is what full
    collective low and high adds to aileron and elevator, ``centre`` what is always added.
    """

    collective_high: float
    collective_low: float
    aileron: float
    elevator: float
    ring_pct: float
    trims: Array
    centre: Array


class Chain:
    """The chain of one setup. Make it with :func:`build_chain`, which checks the geometry."""

    def __init__(self, setup: Setup):
        self.setup = setup
        transmitter = setup.transmitter
        self._channels = _bank(transmitter, [getattr(transmitter.channels, n) for n in SENT])
        self._servo_channels: ChannelBank | None = None
        outputs: Outputs
        if setup.arranged.unit_mixes:
            assert setup.unit is not None  # read_setup refuses one without
            turned = setup.unit.function_reversed
            # The rudder's direction is the tail's business; the unit turns the other three round.
            self._reversed = [getattr(turned, name, False) for name in FUNCTIONS]
            self._shown = [getattr(setup.unit.display, name) for name in FUNCTIONS]
            outputs = UnitOutputs(setup.unit)
            self.throws = _unit_throws(setup.unit)
            self.mixing = mixing_matrix(setup.airframe.swash, setup.unit.phase_deg)
        else:
            mix, channels = transmitter.swash_mix, transmitter.servo_channels
            # read_setup refuses one without either.
            assert mix is not None
            assert channels is not None
            outputs = self._servo_channels = _bank(transmitter, channels)
            self.throws = _mix_throws(mix)
            self.mixing = mixing_matrix(setup.airframe.swash, kind=mix.kind)
        self.servo_bank = ServoBank(setup.airframe.servos, outputs)
        self.linkage = Linkage(setup.airframe)
        self.grip = Grip(setup.airframe.head)

    @property
    def collective_way(self) -> int:
        """1 where collective up asks the servos for more throw, −1 where it was turned round."""
        if self._servo_channels is not None:
            return -1 if self.throws.collective_high < 0 else 1
        turned = self.setup.transmitter.channels.collective.reversed != self._reversed[0]
        return -1 if turned != self._shown[0].reversed else 1

    def with_rate_sets(self, numbers: Sequence[int]) -> Chain:
        """Give the chain with rates that stand on switches chosen, by their numbers from 0.

        Raises InvalidRequest for sets that are not there or cannot be chosen together.
        """
        if not numbers:
            return self
        other = copy.copy(self)
        transmitter = with_rate_sets(self.setup.transmitter, numbers)
        # Rates are all that differs, and they are read from the setup at every run.
        other.setup = self.setup.model_copy(update={"transmitter": transmitter})
        return other

    def mode(self, name: ModeName) -> Mode:
        """Give a flight mode; raises InvalidRequest when this setup does not have it."""
        modes = self.setup.transmitter.modes
        mode: Mode | None = getattr(modes, name, None)
        if mode is None:
            allowed = "one of " + ", ".join(modes.names())
            raise InvalidRequest([Fault("mode", name, allowed)])
        return mode

    def run(self, sticks: Sticks, mode_name: ModeName = "normal") -> Run:
        """Compute every stage from the sticks to the swash's pose; arrays end in (poses,)."""
        return self.run_shaped(self.shaped(sticks, mode_name), mode_name)

    def shaped(self, sticks: Sticks, mode_name: ModeName = "normal") -> Array:
        """Shape the sticks as a mode asks, before any mix (percent, (SENT, poses))."""
        mode = self.mode(mode_name)
        made = [shape(name, sticks.of(name), mode) for name in FUNCTIONS]
        return np.stack([*made, shape("throttle", sticks.collective, mode)])

    def run_shaped(self, shaped_pct: Array, mode_name: ModeName = "normal") -> Run:
        """Compute every stage behind the shaping, for shaped values (percent, (5, poses)).

        The mode only says which free mixes are on.
        """
        sent = self.signals(shaped_pct, mode_name)
        return Run(**vars(sent), **vars(self.answer(sent.demand)))

    def signals(self, shaped_pct: Array, mode_name: ModeName = "normal") -> Signals:
        """Compute only what is sent for shaped values: no linkage is solved for it."""
        transmitter = self.setup.transmitter
        mixed = add_mixes(shaped_pct, transmitter.free_mixes, mode_name)
        channel = self._channels.send(mixed)
        arrival = None
        if self._servo_channels is None:
            arrival = arrive(
                channel.pulse_us[: len(FUNCTIONS)],
                transmitter.centre_us,
                transmitter.us_per_pct,
                self._reversed,
                self._shown,
            )
            command = arrival.command
        else:
            # A trim lever moves the function before the mixing, so that the whole swash follows.
            trims = [getattr(transmitter.channels, name).trim_pct for name in FUNCTIONS]
            command = 0.01 * (mixed[: len(FUNCTIONS)] + np.array(trims)[:, None])
        demand = self.demand(*command[:3])
        servo_channel = None
        if self._servo_channels is not None:
            servo_channel = self._servo_channels.send(100.0 * (self.mixing @ demand))
        return Signals(
            shaped_pct=shaped_pct,
            mixed_pct=mixed,
            channel=channel,
            servo_channel=servo_channel,
            arrival=arrival,
            demand=demand,
        )

    def answer(self, demand: Array) -> Answer:
        """Compute what servos and swash make of demands (3, poses), 1 being full throw."""
        throw = self.mixing @ demand
        servo = self.servo_bank.pulses(throw)
        horn = self.servo_bank.horn_deg(servo.sent_us)
        poses = self.linkage.poses_for(horn)
        return Answer(throw=throw, servo=servo, horn_deg=horn, swash=poses)

    def demand(
        self,
        collective: Array,
        aileron: Array,
        elevator: Array,
        ring_pct: float | None = None,
    ) -> Array:
        """Turn commands (−1…1, same shape) into the demand on the mixing, (3, poses).

        The device's own ring unless another is given, its throws (the collective's each side by
        itself), the level trims that grow with the collective, and the centre found
        in the air, which is the same everywhere.
        """
        throws = self.throws
        ring = throws.ring_pct if ring_pct is None else ring_pct
        aileron, elevator = through_ring(aileron, elevator, ring)
        side = np.where(collective < 0, throws.collective_low, throws.collective_high)
        demand = np.stack([collective * side, aileron * throws.aileron, elevator * throws.elevator])
        if throws.trims.any():
            low, high = np.maximum(-collective, 0.0), np.maximum(collective, 0.0)
            demand[1:] += throws.trims[0][:, None] * low + throws.trims[1][:, None] * high
        demand[1:] += throws.centre[:, None]
        return demand


def _bank(transmitter: Transmitter, channels: Sequence[Channel]) -> ChannelBank:
    return ChannelBank(channels, transmitter.centre_us, transmitter.us_per_pct)


def _unit_throws(unit: Unit) -> Throws:
    sides = (unit.level_trim.low, unit.level_trim.high)
    return Throws(
        collective_high=unit.collective_pct / 100.0,
        collective_low=unit.collective_low_pct / 100.0,
        aileron=unit.cyclic_pct / 100.0,
        elevator=unit.elevator_pct / 100.0,
        ring_pct=unit.ring_pct,
        trims=0.01 * np.array([[side.aileron_pct, side.elevator_pct] for side in sides]),
        centre=0.01 * np.array([unit.centre_trim.aileron_pct, unit.centre_trim.elevator_pct]),
    )


def _mix_throws(mix: SwashMix) -> Throws:
    return Throws(
        collective_high=mix.collective / 100.0,
        collective_low=mix.collective / 100.0,
        aileron=mix.aileron / 100.0,
        elevator=mix.elevator / 100.0,
        ring_pct=mix.ring_pct,
        trims=np.zeros((2, 2)),
        centre=np.zeros(2),
    )


@remember(64)
def chain_of(setup: Setup) -> Chain:
    """Give a setup's chain; kept for setups asked about again. Raises as :func:`build_chain`."""
    return build_chain(setup)


def build_chain(setup: Setup) -> Chain:
    """Build a setup's chain and prove that it goes together with every servo at its centre.

    Raises InvalidSetup naming the part when a link cannot close there.
    """
    chain = Chain(setup)
    rest = chain.linkage.poses_for(
        np.array([[servo.horn_error_deg] for servo in setup.airframe.servos])
    )
    faults = []
    if not rest.reachable.all():
        faults.append(
            Fault(
                "airframe.servos",
                "arms and links that cannot meet the swash with the servos at centre",
                "horns, links and balls that go together",
            )
        )
    for i, link_mm in enumerate(chain.grip.link_mm):
        closes = link_mm > 0 and chain.grip.pitch(Pose.of([0.0]), [0.0], i).reachable.all()
        if not closes:
            faults.append(
                Fault(
                    f"airframe.head.link_extra_mm.{i}",
                    f"{setup.airframe.head.link_extra_mm[i]:g}, a link of {link_mm:.3g} mm "
                    "that cannot join grip and inner ring",
                    "a link that reaches with the swash level at mid",
                )
            )
    if faults:
        raise InvalidSetup(faults)
    return chain
