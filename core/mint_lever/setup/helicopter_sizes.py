"""A new helicopter of a size: lengths and figures that go together, to be measured over."""

from __future__ import annotations

from typing import Annotated

from mint_lever.axes import Rotation
from mint_lever.setup.arrangement import ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.setup.new_setup import make_fresh_setup
from mint_lever.setup.parts.airframe import LayoutName, SizeClass
from mint_lever.setup.parts.drive import Drive, Pack
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.sources import MEMORY, fact

_SCALE: Annotated[dict[SizeClass, float], MEMORY] = {
    "micro": 0.6,
    "up_to_450": 0.8,
    "to_550": 1.0,
    "to_600": 1.1,
    "larger": 1.3,
}
"""Lengths against those of a helicopter of up to 550, from memory."""
_SMALL: tuple[SizeClass, ...] = ("micro", "up_to_450")
_SMALL_COLLECTIVE_DEG: Annotated[float, fact("F11")] = 11.5
"""F11: small helicopters want about this much."""
_CYCLIC_PCT, _COLLECTIVE_PCT = 55.0, 56.0
"""Inside the comfortable window (F10c); with these lengths about 9° and 11°."""


def make_helicopter(
    name: str,
    size: SizeClass = "to_550",
    cells: int | None = None,
    layout: LayoutName = "three_120",
    rotation: Rotation = "clockwise",
    blades: int = 2,
    arrangement: ArrangementName = "unit_mixes",
) -> Setup:
    """Make the setup of a new helicopter of a size, its battery's ``cells`` in series.

    The lengths are from memory, those of no helicopter in particular, and go together: full stick
    gives about what is usually wanted, alike both ways, so that the audit finds nothing that only
    the defaults would be to blame for.
    """
    # Custom balls have no pattern: a start to measure over, ball by ball.
    pattern = "three_120" if layout == "custom" else layout
    setup = make_fresh_setup(name, pattern, rotation, blades, arrangement)
    scale = _SCALE[size]
    servos = [
        servo.model_copy(update={"arm_mm": _mm(12.0, scale), "link_length_mm": _mm(38.0, scale)})
        for servo in setup.airframe.servos
    ]
    head = setup.airframe.head.model_copy(
        update={
            "grip_arm_mm": _mm(26.5, scale),
            "head_height_mm": _mm(46.0, scale),
            "inner_ball_radius_mm": _mm(20.0, scale),
        }
    )
    balls = layout_balls(pattern, _mm(24.0, scale))
    swash = setup.airframe.swash.model_copy(update={"balls": balls, "layout": layout})
    airframe = setup.airframe.model_copy(
        update={"servos": servos, "head": head, "swash": swash, "size_class": size}
    )
    update: dict[str, object] = {"airframe": airframe}
    if setup.mixing_unit is not None:
        update["unit"] = setup.mixing_unit.model_copy(
            update={
                "cyclic_pct": _CYCLIC_PCT,
                "collective_pct": _COLLECTIVE_PCT,
                "collective_low_pct": _COLLECTIVE_PCT,
            }
        )
    if size in _SMALL:
        wanted = dict.fromkeys(("collective_high_deg", "collective_low_deg"), _SMALL_COLLECTIVE_DEG)
        update["targets"] = setup.targets.model_copy(update=wanted)
    if cells is not None:
        update["drive"] = Drive(pack=Pack(cells=cells))
    return setup.model_copy(update=update)


def _mm(of_550: float, scale: float) -> float:
    """A length of another size, to half a millimetre as a pilot would measure it."""
    return round(2 * of_550 * scale) / 2
