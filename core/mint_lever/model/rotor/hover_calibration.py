"""Theory calibrated by one hover that was flown: a factor on the pitch.

Most of the pitch on paper is inflow, so a factor on the lift slope could not do it. Common
practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.main_rotor import main_rotor, weight_n
from mint_lever.setup.document import Setup

FACTOR = (0.8, 2.2)
"""What the factor may be; beyond it the hover or the data are not believed."""


@dataclass(frozen=True)
class Calibration:
    """θ in the air = ``factor`` · θ on paper; None, and ``why``, where none can be given."""

    factor: float | None
    why: str = ""


def calibrate_hover(setup: Setup) -> Calibration:
    """Find the factor from the hover that was flown (sea level, 15 °C)."""
    hover = None if setup.flown is None else setup.flown.hover
    if hover is None:
        return Calibration(None, "no hover was flown yet")
    rotor, weight = main_rotor(setup, hover.rpm, air_density()), weight_n(setup)
    paper = None if rotor is None or weight is None else rotor.pitch_for(weight)
    if paper is None:
        return Calibration(None, "on paper no pitch is known for the hover that was flown")
    factor = hover.pitch_deg / paper
    if not FACTOR[0] <= factor <= FACTOR[1]:
        why = (
            f"the hover that was flown is {factor:.2f} times the one on paper, beyond "
            f"{FACTOR[0]:g} to {FACTOR[1]:g}: look at weight, blades and that stick"
        )
        return Calibration(None, why)
    return Calibration(factor)
