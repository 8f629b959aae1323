"""One helicopter's chain, built once from its setup and run for many stick positions."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import FUNCTIONS, Array, Function, Pose
from mint_lever.chain.sticks import Sticks
from mint_lever.faults import Fault, InvalidRequest, InvalidSetup, NotSupported
from mint_lever.rotor.grip import Grip
from mint_lever.setup.document import Setup
from mint_lever.setup.transmitter import Mode, ModeName
from mint_lever.swash.linkage import Linkage, SwashPoses
from mint_lever.swash.mixing import mix, mixing_matrix
from mint_lever.swash.servos import ServoBank, ServoPulses
from mint_lever.transmitter.channel import ChannelStages, through_channel
from mint_lever.transmitter.shaping import shape
from mint_lever.unit.arrival import Arrival, arrive
from mint_lever.unit.ring import through_ring


@dataclass(frozen=True)
class Run:
    """Everything the chain did for some stick positions, stage by stage, down to the swash."""

    shaped_pct: dict[Function, Array]
    channel: dict[Function, ChannelStages]
    arrival: dict[Function, Arrival]
    demand: dict[Function, Array]
    """Collective, aileron and elevator after ring and gain, −1…1 of full throw."""
    throw: Array
    servo: ServoPulses
    horn_deg: Array
    swash: SwashPoses


class Chain:
    """The chain of one setup. Make it with :func:`build_chain`, which checks the geometry."""

    def __init__(self, setup: Setup):
        if setup.arrangement != "unit_mixes" or setup.unit is None:
            fault = Fault("arrangement", setup.arrangement, '"unit_mixes", the one computed so far')
            raise NotSupported([fault])
        self.setup = setup
        self.unit = setup.unit
        self.servo_bank = ServoBank(setup.airframe.servos, setup.unit)
        self.linkage = Linkage(setup.airframe)
        self.mixing = mixing_matrix(setup.airframe.swash, setup.unit.phase_deg)
        self.grips = [Grip(setup.airframe.head, i) for i in range(setup.airframe.head.blades)]

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
        shaped: dict[Function, Array] = {}
        channel: dict[Function, ChannelStages] = {}
        arrival: dict[Function, Arrival] = {}
        for name in FUNCTIONS:
            shaped[name] = shape(name, sticks.of(name), mode)
            settings = getattr(transmitter.channels, name)
            channel[name] = through_channel(shaped[name], settings, transmitter)
            reversed_ = getattr(self.unit.function_reversed, name, False)
            arrival[name] = arrive(channel[name].pulse_us, transmitter, reversed_)
        demand = self._demand(arrival)
        throw = mix(self.mixing, demand["collective"], demand["aileron"], demand["elevator"])
        servo = self.servo_bank.pulses(throw)
        horn = self.servo_bank.horn_deg(servo.sent_us)
        poses = self.linkage.poses_for(horn)
        return Run(shaped, channel, arrival, demand, throw, servo, horn, poses)

    def _demand(self, arrival: dict[Function, Arrival]) -> dict[Function, Array]:
        aileron, elevator = through_ring(
            arrival["aileron"].command, arrival["elevator"].command, self.unit.ring_pct
        )
        cyclic = self.unit.cyclic_pct / 100.0
        collective = arrival["collective"].command * (self.unit.collective_pct / 100.0)
        return {
            "collective": collective,
            "aileron": aileron * cyclic,
            "elevator": elevator * cyclic,
        }


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
    for i, grip in enumerate(chain.grips):
        closes = grip.link_mm > 0 and grip.pitch(Pose.of([0.0]), [0.0]).reachable.all()
        if not closes:
            faults.append(
                Fault(
                    f"airframe.head.link_extra_mm.{i}",
                    f"{setup.airframe.head.link_extra_mm[i]:g}, a link of {grip.link_mm:.3g} mm "
                    "that cannot join grip and inner ring",
                    "a link that reaches with the swash level at mid",
                )
            )
    if faults:
        raise InvalidSetup(faults)
    return chain
