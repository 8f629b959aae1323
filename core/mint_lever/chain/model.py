"""One helicopter's chain, built once from its setup and run for many stick positions."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import FUNCTIONS, Array, Pose
from mint_lever.chain.sticks import Sticks
from mint_lever.faults import Fault, InvalidRequest, InvalidSetup, NotSupported
from mint_lever.rotor.grip import Grip
from mint_lever.setup.document import Setup
from mint_lever.setup.transmitter import Mode, ModeName
from mint_lever.swash.linkage import Linkage, SwashPoses
from mint_lever.swash.mixing import mixing_matrix
from mint_lever.swash.servos import ServoBank, ServoPulses
from mint_lever.transmitter.channel import ChannelBank, ChannelStages
from mint_lever.transmitter.shaping import shape
from mint_lever.unit.arrival import Arrival, arrive
from mint_lever.unit.ring import through_ring


@dataclass(frozen=True, kw_only=True)
class Answer:
    """What the helicopter makes of a demand: servo arrays are (servos, poses)."""

    throw: Array
    servo: ServoPulses
    horn_deg: Array
    swash: SwashPoses


@dataclass(frozen=True, kw_only=True)
class Run(Answer):
    """Everything the chain did for some stick positions, stage by stage, down to the swash.

    Arrays of functions are (4, poses) in the order of FUNCTIONS.
    """

    shaped_pct: Array
    channel: ChannelStages
    arrival: Arrival
    demand: Array
    """Collective, aileron and elevator after ring and gain, (3, poses), −1…1 of full throw."""


class Chain:
    """The chain of one setup. Make it with :func:`build_chain`, which checks the geometry."""

    def __init__(self, setup: Setup):
        if setup.arrangement != "unit_mixes" or setup.unit is None:
            fault = Fault("arrangement", setup.arrangement, '"unit_mixes", the one computed so far')
            raise NotSupported([fault])
        self.setup = setup
        self.unit = setup.unit
        transmitter = setup.transmitter
        self._channels = ChannelBank(
            [getattr(transmitter.channels, name) for name in FUNCTIONS],
            transmitter.centre_us,
            transmitter.us_per_pct,
        )
        # The rudder's direction is the tail's business; the unit turns the other three round.
        self._reversed = [getattr(setup.unit.function_reversed, n, False) for n in FUNCTIONS]
        self.servo_bank = ServoBank(setup.airframe.servos, setup.unit)
        self.linkage = Linkage(setup.airframe)
        self.mixing = mixing_matrix(setup.airframe.swash, setup.unit.phase_deg)
        self.grip = Grip(setup.airframe.head)
        trim = setup.unit.level_trim
        # (side, function), shares of full throw.
        self._trims = 0.01 * np.array(
            [[side.aileron_pct, side.elevator_pct] for side in (trim.low, trim.high)]
        )

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
        mode = self.mode(mode_name)
        transmitter = self.setup.transmitter
        shaped = np.stack([shape(name, sticks.of(name), mode) for name in FUNCTIONS])
        channel = self._channels.send(shaped)
        arrival = arrive(
            channel.pulse_us, transmitter.centre_us, transmitter.us_per_pct, self._reversed
        )
        demand = self.demand(*arrival.command[:3])
        return Run(
            shaped_pct=shaped,
            channel=channel,
            arrival=arrival,
            demand=demand,
            **vars(self.answer(demand)),
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

        The unit's ring unless another is given, its throws (the collective's each side by itself),
        and the level trims that grow with the collective.
        """
        unit = self.unit
        ring = unit.ring_pct if ring_pct is None else ring_pct
        aileron, elevator = through_ring(aileron, elevator, ring)
        cyclic = unit.cyclic_pct / 100.0
        side = np.where(collective < 0, unit.collective_low_pct, unit.collective_pct) * 0.01
        demand = np.stack([collective * side, aileron * cyclic, elevator * cyclic])
        if self._trims.any():
            low, high = np.maximum(-collective, 0.0), np.maximum(collective, 0.0)
            demand[1:] += self._trims[0][:, None] * low + self._trims[1][:, None] * high
        return demand


def build_chain(setup: Setup) -> Chain:
    """Build a setup's chain and prove that it goes together with every servo at its centre.

    Raises InvalidSetup naming the part when a link cannot close there, NotSupported for an
    arrangement that is not computed yet.
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
