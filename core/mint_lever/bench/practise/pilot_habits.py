"""How a simulated pilot works: not every one follows the advice in its own order."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np


@dataclass(frozen=True)
class Habits:
    """Shares of 0 … 1. ``words``: of the looks, answered in one word. ``early``: of the turns, an
    act is done as soon as it is offered, with questions still open. ``late``: of the turns, another
    step that is not done is gone on with. ``keen``: what would only be better is done too.
    ``mishaps``: how often in the evening something happens to the helicopter or its devices.
    ``unsigned``: the gauge shows no sign, and what it shows is typed as it stands."""

    words: float = 0.0
    early: float = 0.0
    late: float = 0.0
    keen: bool = False
    mishaps: int = 0
    unsigned: bool = False


LITERAL = Habits()
"""Does what is needed, in the order it is said."""


def random_habits(seed: int) -> Habits:
    """Draw a pilot: one in four literal, the others each with some habits of their own."""
    rng = np.random.default_rng([seed, 1])
    if rng.random() < 0.25:
        return LITERAL
    return Habits(
        words=float(rng.choice([0.0, 0.5, 1.0])),
        early=float(rng.choice([0.0, 0.0, 0.3, 1.0])),
        late=float(rng.choice([0.0, 0.0, 0.1, 0.3])),
        keen=bool(rng.integers(2)),
        mishaps=int(rng.choice([0, 0, 1, 2])),
    )


def any_habits(seed: int) -> Habits:
    """Draw a pilot, one in five of them with a gauge that shows no sign."""
    unsigned = bool(np.random.default_rng([seed, 7]).random() < 0.2)
    return replace(random_habits(seed), unsigned=unsigned)
