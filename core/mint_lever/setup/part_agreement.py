"""Checks between parts of a document that no single field can make."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import numpy as np

from mint_lever.axes import bearing
from mint_lever.faults import Fault
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.airframe import Airframe, Swash
from mint_lever.setup.parts.unit import Unit


def disagreements(setup: Setup) -> list[Fault]:
    """List every place where two parts of the setup contradict each other; empty when none do."""
    return [
        *_devices(setup),
        *_counts(setup),
        *_curves(setup),
        *_balls(setup.airframe.swash),
        *_links(setup.airframe),
        *(_stops(setup.unit) if setup.unit else ()),
    ]


def _devices(setup: Setup) -> list[Fault]:
    """Each arrangement needs the parts of the devices that do its work."""
    faults = []
    transmitter, arranged = setup.transmitter, setup.arranged
    if setup.unit is None and arranged.stabilised:
        what = "mixing" if arranged.unit_mixes else "stabilising"
        faults.append(Fault("unit", "nothing", f"the unit's settings: the unit does the {what}"))
    if arranged.unit_mixes:
        return faults
    balls = len(setup.airframe.swash.balls)
    allowed = f"{balls}, one for each swash ball, in their order"
    if transmitter.swash_mix is None:
        mix = "the swash mix: the transmitter does the mixing"
        faults.append(Fault("transmitter.swash_mix", "nothing", mix))
    if transmitter.servo_channels is None:
        faults.append(Fault("transmitter.servo_channels", "nothing", f"{allowed}"))
    elif len(transmitter.servo_channels) != balls:
        found = f"{len(transmitter.servo_channels)} entries"
        faults.append(Fault("transmitter.servo_channels", found, allowed))
    return faults


def _curves(setup: Setup) -> list[Fault]:
    """Stick positions of a curve's points: as many as points, rising, over the whole stick."""
    faults = []
    modes = setup.transmitter.modes
    for name in modes.names():
        mode = getattr(modes, name)
        for curve in ("pitch_curve", "throttle_curve"):
            places = getattr(mode, f"{curve}_at")
            path = f"transmitter.modes.{name}.{curve}_at"
            if places is not None:
                faults += place_faults(path, places, len(getattr(mode, curve)))
    if setup.transmitter.power_up_mode not in modes.names():
        allowed = "a flight mode of this setup: " + ", ".join(modes.names())
        found = setup.transmitter.power_up_mode
        faults.append(Fault("transmitter.power_up_mode", found, allowed))
    return faults


def place_faults(path: str, places: Sequence[float], points: int) -> list[Fault]:
    """List what is wrong with the stick positions (percent) of a curve of so many points."""
    if len(places) != points:
        allowed = f"{points} stick positions, one for each point of the curve"
        return [Fault(path, f"{len(places)} entries", allowed)]
    for i, (before, after) in enumerate(pairwise(places), start=1):
        if after <= before:
            allowed = f"more than {before:g}: stick positions rise from point to point"
            return [Fault(f"{path}.{i}", f"{after:g}", allowed)]
    ends = (places[0], places[-1])
    if ends != (0.0, 100.0):
        return [Fault(path, f"{ends[0]:g} to {ends[1]:g}", "0 first and 100 last")]
    return []


def _counts(setup: Setup) -> list[Fault]:
    faults = []
    balls = len(setup.airframe.swash.balls)
    head = setup.airframe.head
    if len(setup.airframe.servos) != balls:
        faults.append(
            Fault(
                "airframe.servos",
                f"{len(setup.airframe.servos)} entries",
                f"{balls}, one for each swash ball, in their order",
            )
        )
    # Where nothing stabilises the cyclic, the gyro's box may have nothing but its tail.
    spare = not setup.arranged.stabilised and setup.unit is not None and not setup.unit.servos
    if setup.unit is not None and len(setup.unit.servos) != balls and not spare:
        faults.append(
            Fault(
                "unit.servos",
                f"{len(setup.unit.servos)} entries",
                f"{balls}, one for each swash ball, in their order",
            )
        )
    if len(head.link_extra_mm) != head.blades:
        faults.append(
            Fault(
                "airframe.head.link_extra_mm",
                f"{len(head.link_extra_mm)} entries",
                f"{head.blades}, one for each blade",
            )
        )
    return faults


def _balls(swash: Swash) -> list[Fault]:
    """Balls must hold the plate; a ball at radius 0 is the centre lift of mechanical mixing."""
    centre = [i for i, ball in enumerate(swash.balls) if ball.radius_mm == 0.0]
    for i in centre:
        if swash.layout not in ("single", "custom") or swash.balls[i].role != "pitch":
            return [
                Fault(
                    f"airframe.swash.balls.{i}.radius_mm",
                    "0.0",
                    "a number above 0 (0 only for the pitch ball of a single or custom layout)",
                )
            ]
    radius = np.array([ball.radius_mm for ball in swash.balls])
    radius = radius / max(float(radius.max()), 1e-9)
    x, y = bearing([ball.azimuth_deg for ball in swash.balls])
    plane = np.stack([np.ones_like(radius), radius * x, radius * y])
    # A plate held at points on one line can tip about it: the smallest singular value says how
    # close to that the balls come, against the plate's own size.
    if np.linalg.svd(plane, compute_uv=False)[-1] < 0.05:
        return [
            Fault(
                "airframe.swash.balls",
                "balls on one line (or in one place)",
                "balls spread round the shaft so that they hold the plate in every direction",
            )
        ]
    return []


def _links(airframe: Airframe) -> list[Fault]:
    return [
        Fault(
            f"airframe.servos.{i}.link_extra_mm",
            f"{servo.link_extra_mm:g}, which leaves a link of "
            f"{servo.link_length_mm + servo.link_extra_mm:g} mm",
            f"more than {-servo.link_length_mm:g}",
        )
        for i, servo in enumerate(airframe.servos)
        if servo.link_length_mm + servo.link_extra_mm <= 0
    ]


def _stops(unit: Unit) -> list[Fault]:
    return [
        Fault(
            f"unit.servos.{i}.min_us",
            f"{servo.min_us:g}",
            f"less than max_us, which is {servo.max_us:g}",
        )
        for i, servo in enumerate(unit.servos)
        if servo.min_us >= servo.max_us
    ]
