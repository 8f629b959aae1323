"""Who allows which supply: the ratings that are written down, and whose are not."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.setup.document import Setup


@dataclass(frozen=True)
class Rated:
    """A part that the BEC feeds: where its rating is kept, and the rating (V), None unknown."""

    path: str
    name: str
    volt: float | None


def fed_parts(setup: Setup) -> tuple[Rated, ...]:
    """Give every part the BEC feeds: swash servos, the tail servo, the unit.

    Every arrangement has a tail servo, described or not; it is the one most often rated lower.
    """
    tail = setup.airframe.tail
    parts = [
        Rated(f"airframe.servos.{i}.rated_volt", f"servo {i + 1}", servo.rated_volt)
        for i, servo in enumerate(setup.airframe.servos)
    ]
    tail_volt = None if tail is None else tail.servo.rated_volt
    parts.append(Rated("airframe.tail.servo.rated_volt", "the tail servo", tail_volt))
    if setup.unit is not None:
        parts.append(Rated("unit.rated_volt", "the unit", setup.unit.rated_volt))
    return tuple(parts)


def ratings(setup: Setup) -> list[tuple[float, str]]:
    """Give each rating (V) that is written down, and whose it is."""
    return [(part.volt, part.name) for part in fed_parts(setup) if part.volt is not None]
