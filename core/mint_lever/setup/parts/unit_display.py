"""What the unit shows of what the transmitter sends: found on the bench, function by function."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.setting_description import REVERSED, About, Holder, Quantity

_GROUP = "What the unit shows"
_STEPS = ("arrival",)


class ShownFunction(Part, stage="arrival", group=_GROUP):
    """One function: shown = ± ``scale`` · sent + ``offset_pct``, in percent."""

    reversed: Annotated[
        bool,
        About(
            label="Direction shown",
            help="Whether the unit takes what the transmitter sends the other way round.",
            steps=_STEPS,
            record=True,
            words=REVERSED,
        ),
    ] = False
    scale: Annotated[
        float,
        Field(ge=0.2, le=5.0),
        Quantity("of what is sent", 0.01),
        About(
            label="Share shown",
            help="What the unit shows for each percent that is sent; 1 is all of it.",
            steps=_STEPS,
            record=True,
        ),
    ] = 1.0
    offset_pct: Annotated[
        float,
        Field(ge=-50.0, le=50.0),
        Quantity("%", 0.1),
        About(
            label="Shown at the middle",
            help="What the unit shows where nothing is sent.",
            steps=_STEPS,
            record=True,
        ),
    ] = 0.0


class Display(Part):
    """Each function as the unit shows it. Learned, never set; a function that nobody read is taken
    to be shown as it is sent."""

    collective: Annotated[ShownFunction, Holder(name="collective", function="collective")] = (
        ShownFunction()
    )
    aileron: Annotated[ShownFunction, Holder(name="aileron", function="aileron")] = ShownFunction()
    elevator: Annotated[ShownFunction, Holder(name="elevator", function="elevator")] = (
        ShownFunction()
    )
    rudder: Annotated[ShownFunction, Holder(name="rudder", function="rudder")] = ShownFunction()
