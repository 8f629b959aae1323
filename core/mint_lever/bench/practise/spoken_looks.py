"""What a pilot says of a look who names the whole swash in one word, not ball by ball.

Worked out from the metal: the plane through what the balls did, apart from the solver's arrays.
"""

from __future__ import annotations

from typing import Annotated, cast, get_args

import numpy as np

from mint_lever.axes import Array
from mint_lever.bench.engine.advice import Ask, Balls
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.diagnose.direction_faults import Command
from mint_lever.sources import MEMORY

_SEEN = 0.25
_MIXED: Annotated[float, MEMORY] = 0.6
"""From so much of the strongest part on, a second one is seen as well."""


def word(bench: SimulatedHelicopter, ask: Ask) -> str | None:
    """Give the one word for a look; None where it cannot be answered in a word."""
    command = ask.key.removeprefix("look.")
    if not isinstance(ask, Balls) or not ask.options or command not in get_args(Command):
        return None
    said = _word_for(*_moved(bench, command))
    return said if said in {option.value for option in ask.options} else None


def _word_for(moved: Array, azimuth_deg: Array) -> str:
    angle = np.radians(azimuth_deg)
    # Height, and the sides that go down: right is azimuth 90°, forward is azimuth 0°.
    plane = np.column_stack([np.ones_like(angle), -np.sin(angle), -np.cos(angle)])
    height, right, forward = np.linalg.lstsq(plane, moved, rcond=None)[0]
    parts = sorted(
        [
            (abs(height), "up" if height > 0 else "down"),
            (abs(right), "right" if right > 0 else "left"),
            (abs(forward), "forward" if forward > 0 else "back"),
        ]
    )
    if parts[-1][0] < _SEEN:
        return "still"
    return "other" if parts[-2][0] > _MIXED * parts[-1][0] else parts[-1][1]


def _moved(bench: SimulatedHelicopter, command: str) -> tuple[Array, Array]:
    """How far each ball moves, 1 being what full collective would move it, and where it stands."""
    balls = bench.setup.airframe.swash.balls
    azimuth: Array = np.array([ball.azimuth_deg for ball in balls], dtype=float)
    signs: Array = np.array(bench.look(cast(Command, command)), dtype=float)
    if command == "collective":
        return signs, azimuth
    angle = np.radians(azimuth)
    share = np.abs(np.sin(angle) if command == "right" else np.cos(angle))
    moved: Array = signs * share[bench.truth.output_of_servo]
    return moved, azimuth
