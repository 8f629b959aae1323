"""What several steps' simulated answers have in common."""

from __future__ import annotations

from collections.abc import Callable

from mint_lever.bench.simulate.helicopter import Axis, SimulatedHelicopter
from mint_lever.faults import Fault, NotSimulated

AXES: dict[str, Axis] = {"nose_down": "pitch", "roll_right": "roll", "pirouette": "pirouette"}
"""The axis each way of tipping or turning the model is about."""


def not_simulated(key: str) -> NotSimulated:
    """Make the refusal of a question that the simulated helicopter has nothing to answer from."""
    allowed = "a question it has an answer to; this one is for the real model"
    return NotSimulated([Fault(key, "nothing on the simulated model to read it from", allowed)])


def done_as_asked(*keys: str) -> Callable[[str], bool]:
    """Confirm points that only say what the pilot did, which a simulated pilot does as asked."""

    def answer(key: str) -> bool:
        if key not in keys:
            raise not_simulated(key)
        return True

    return answer


def gauge(
    bench: SimulatedHelicopter,
    sticks: tuple[float, float, float] | None,
    azimuth_deg: float | None,
    blade: int | None,
) -> float:
    """Read the gauge as a question has the helicopter stand."""
    bench.move_sticks(*(sticks or (0.0, 0.0, 0.0)))
    return bench.read_gauge(blade or 0, 180.0 if azimuth_deg is None else azimuth_deg)
