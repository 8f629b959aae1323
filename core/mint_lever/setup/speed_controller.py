"""What the speed controller holds that other devices must agree with."""

from __future__ import annotations

from typing import Annotated

from mint_lever.setup.about import ON_OFF, About
from mint_lever.setup.numbers import Part, Volt


class SpeedController(Part):
    """The speed controller's share: its governor, and the voltage its BEC feeds the servos."""

    governor: Annotated[
        bool,
        About(
            label="Governor in the speed controller",
            help="Whether the speed controller holds the head speed; a governed soft start counts.",
            stage="whole",
            group="Governor",
            steps=("throttle", "governor"),
            words=ON_OFF,
        ),
    ] = False
    bec_volt: Annotated[
        Volt | None,
        About(
            label="BEC",
            help="The voltage the BEC feeds servos and unit, measured at the receiver.",
            stage="whole",
            group="Supply of servos and unit",
            steps=("throttle",),
        ),
    ] = None
