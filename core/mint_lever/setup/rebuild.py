"""Changes that reshape a setup: another swash layout, another number of blades."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeVar

from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.airframe import LayoutName, Servo
from mint_lever.setup.document import Setup
from mint_lever.setup.layouts import layout_balls
from mint_lever.setup.unit import UnitServo

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
    changed = {"airframe": setup.airframe.model_copy(update={"swash": swash, "servos": servos})}
    if setup.unit is not None:
        plain = [UnitServo() for _ in balls]
        unit_servos = _stretched(setup.unit.servos, plain)
        return setup.model_copy(
            update={**changed, "unit": setup.unit.model_copy(update={"servos": unit_servos})}
        )
    return setup.model_copy(update=changed)


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
