"""Who allows which supply: the ratings that are written down."""

from __future__ import annotations

from mint_lever.setup.document import Setup


def ratings(setup: Setup) -> list[tuple[float, str]]:
    """Give each rating (V) that is written down, and whose it is."""
    rated = [
        (servo.rated_volt, f"servo {i + 1}")
        for i, servo in enumerate(setup.airframe.servos)
        if servo.rated_volt is not None
    ]
    if setup.unit is not None and setup.unit.rated_volt is not None:
        rated.append((setup.unit.rated_volt, "the unit"))
    return rated


def all_rated(setup: Setup) -> bool:
    """Whether the rating of every swash servo and of the unit is written down."""
    boxes = 0 if setup.unit is None else 1
    return len(ratings(setup)) == len(setup.airframe.servos) + boxes
