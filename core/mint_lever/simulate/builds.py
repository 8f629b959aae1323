"""Random helicopters for the simulated bench: plausible metal, random mistakes in it."""

from __future__ import annotations

from typing import cast

import numpy as np

from mint_lever.axes import Rotation
from mint_lever.setup.airframe import LayoutName
from mint_lever.setup.arrangement import ArrangementName
from mint_lever.setup.fresh import fresh_setup
from mint_lever.setup.rebuild import with_arrangement
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.simulate.truth import random_truth

LAYOUTS: tuple[LayoutName, ...] = (
    "three_120",
    "three_120",
    "three_140",
    "three_90",
    "four_90",
    "four_45",
)
LINKS = (0.0, 0.5, 0.5, 1.0)
"""Smallest steps (turns): turnbuckle, plain cup, cup with a face."""


def random_helicopter(
    seed: int,
    arrangement: ArrangementName = "unit_mixes",
    layout: LayoutName | None = None,
) -> SimulatedHelicopter:
    """Make a helicopter whose setup is fresh and whose metal is not what the setup says.

    Random besides the hidden truth: layout (unless one is given), rotation, number of blades, the
    grip arm's side, the smallest step of the links.
    """
    rng = np.random.default_rng(seed)
    blades = int(rng.choice([2, 2, 3]))
    drawn = LAYOUTS[int(rng.integers(len(LAYOUTS)))]
    setup = fresh_setup(
        "Chervil 450",
        layout or drawn,
        cast(Rotation, str(rng.choice(["clockwise", "counter_clockwise"]))),
        blades,
    )
    # A draw of its own, so that the metal behind a seed stays what it was.
    blade_links, swash_links = np.random.default_rng([seed, 3]).choice(LINKS, 2)
    head = setup.airframe.head.model_copy(update=_link(float(blade_links)))
    swash = setup.airframe.swash.model_copy(update=_link(float(swash_links)))
    if rng.random() < 0.25:
        head = head.model_copy(update={"grip_arm": "trailing", "inner_ball_lead_deg": -90.0})
    airframe = setup.airframe.model_copy(update={"head": head, "swash": swash})
    setup = with_arrangement(setup.model_copy(update={"airframe": airframe}), arrangement)
    return SimulatedHelicopter(setup, random_truth(setup, rng), seed)


def _link(step_turns: float) -> dict[str, float | int]:
    """A turnbuckle has two ends that turn and stays anywhere."""
    return {"link_step_turns": step_turns, "link_ends": 1 if step_turns else 2}
