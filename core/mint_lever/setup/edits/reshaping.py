"""Changes that reshape a setup: another swash layout, another number of blades, other mixing."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeVar

import numpy as np

from mint_lever.axes import bearing
from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.airframe import LayoutName, Servo, Swash
from mint_lever.setup.parts.channels import ServoChannel
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.setup.parts.transmitter import SwashMix
from mint_lever.setup.parts.unit import Unit, UnitServo

_Part = TypeVar("_Part")


def with_layout(setup: Setup, layout: LayoutName) -> Setup:
    """Give the setup with the balls of a named layout, at the mean radius of the old ones.

    Servos keep their settings in their order; a servo that is new starts like the first one, its
    horn pointing outward at its ball. Raises InvalidSetup for ``custom``, which fills in nothing.
    """
    if layout == "custom":
        allowed = "a layout with a pattern; custom balls are edited singly"
        raise InvalidSetup([Fault("layout", '"custom"', allowed)])
    radii = [ball.radius_mm for ball in setup.airframe.swash.balls if ball.radius_mm > 0]
    balls = layout_balls(layout, sum(radii) / len(radii))
    old = setup.airframe.servos
    fresh = [old[0].model_copy(update={"arm_bearing_deg": ball.azimuth_deg}) for ball in balls]
    swash = setup.airframe.swash.model_copy(update={"layout": layout, "balls": balls})
    servos: list[Servo] = _stretched(old, fresh)
    changed: dict[str, object] = {
        "airframe": setup.airframe.model_copy(update={"swash": swash, "servos": servos})
    }
    if setup.unit is not None:
        unit_servos = _stretched(setup.unit.servos, [UnitServo() for _ in balls])
        changed["unit"] = setup.unit.model_copy(update={"servos": unit_servos})
    if setup.transmitter.servo_channels is not None:
        channels = _stretched(setup.transmitter.servo_channels, [ServoChannel() for _ in balls])
        update = {"servo_channels": channels}
        changed["transmitter"] = setup.transmitter.model_copy(update=update)
    return setup.model_copy(update=changed)


def with_arrangement(setup: Setup, arrangement: ArrangementName) -> Setup:
    """Give the setup with the mixing done elsewhere.

    Throws carry over: the swash mix starts with the unit's figures, and the other way round. A unit
    that mixes leaves no swash mix in the transmitter; a unit stays written down, its tail goes on.
    """
    balls = setup.airframe.swash.balls
    transmitter, unit = setup.transmitter, setup.unit
    update: dict[str, object] = {}
    if ARRANGEMENTS[arrangement].transmitter_mixes:
        if transmitter.swash_mix is None:
            update["swash_mix"] = _mix_like(setup.airframe.swash, unit)
        if transmitter.servo_channels is None:
            update["servo_channels"] = [ServoChannel() for _ in balls]
    else:
        update = {"swash_mix": None, "servo_channels": None}
    if ARRANGEMENTS[arrangement].stabilised and (unit is None or not unit.servos):
        unit = (unit or Unit()).model_copy(update={"servos": [UnitServo() for _ in balls]})
        if (mix := transmitter.swash_mix) is not None:
            sides = {
                "collective_pct": abs(mix.collective),
                "collective_low_pct": abs(mix.collective),
            }
            unit = unit.model_copy(update={"cyclic_pct": abs(mix.aileron), **sides})
    changed = {"arrangement": arrangement, "unit": unit}
    return setup.model_copy(
        update={**changed, "transmitter": transmitter.model_copy(update=update)}
    )


def _mix_like(swash: Swash, unit: Unit | None) -> SwashMix:
    """The swash mix that throws as far as the unit does, in full-throw mixing."""
    if unit is None:
        return SwashMix()
    right, forward = bearing([ball.azimuth_deg for ball in swash.balls if ball.radius_mm > 0])
    return SwashMix(
        collective=min(unit.collective_pct, 100.0),
        aileron=min(round(unit.cyclic_pct * float(np.abs(right).max()), 1), 100.0),
        elevator=min(round(unit.cyclic_pct * float(np.abs(forward).max()), 1), 100.0),
    )


def with_blades(setup: Setup, blades: int) -> Setup:
    """Give the setup with another number of blades (2 to 6); new blades have nominal links."""
    if not 2 <= blades <= 6:
        raise InvalidSetup([Fault("blades", str(blades), "2 to 6")])
    head = setup.airframe.head
    extra = _stretched(head.link_extra_mm, [0.0] * blades)
    head = head.model_copy(update={"blades": blades, "link_extra_mm": extra})
    return setup.model_copy(update={"airframe": setup.airframe.model_copy(update={"head": head})})


def _stretched(old: Sequence[_Part], fresh: Sequence[_Part]) -> list[_Part]:
    """As many as ``fresh``: the old ones in their order, then the fresh ones."""
    return [*old[: len(fresh)], *fresh[len(old) :]]
