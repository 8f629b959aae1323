"""Which device holds the head speed, and in which flight modes it is asked to."""

from __future__ import annotations

from typing import Literal

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName

GovernorPlace = Literal["unit", "speed_controller", "none"]
PLACE_WORDS: dict[GovernorPlace, str] = {
    "unit": "the unit",
    "speed_controller": "the speed controller",
    "none": "none; the curves alone",
}


def electric(setup: Setup) -> bool:
    """Whether the machine is electric; it is, unless its pilot says otherwise."""
    return setup.drive is None or setup.drive.kind == "electric"


def switched_on(setup: Setup) -> tuple[GovernorPlace, ...]:
    """The devices whose governor is switched on, as it is written down."""
    on: list[GovernorPlace] = []
    if setup.unit is not None and setup.unit.governor:
        on.append("unit")
    if setup.speed_controller.governor:
        on.append("speed_controller")
    return tuple(on)


def meant(setup: Setup) -> GovernorPlace:
    """The one device that is to hold the head speed: as the drive says or, where it says none, the
    one that is switched on all the same. A governor that is on is never taken for none: a drive
    that is only begun to be described says none before anybody was asked."""
    if setup.drive is not None and setup.drive.governor.place != "none":
        return setup.drive.governor.place
    on = switched_on(setup)
    return on[0] if on else "none"


def governed_modes(setup: Setup) -> tuple[ModeName, ...]:
    """The flight modes in which the governor is asked for a head speed; none without a governor."""
    if meant(setup) == "none":
        return ()
    modes = setup.transmitter.modes
    return tuple(
        name
        for name in modes.names()
        if name != "hold" and getattr(modes, name).head_speed_rpm is not None
    )
