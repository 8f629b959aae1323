"""A figure to start from, by the exact geometry instead of a usual one."""

from __future__ import annotations

from typing import Annotated, Literal

import numpy as np

from mint_lever.faults import InvalidSetup
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.document import Setup
from mint_lever.setup.document_reader import read_setup
from mint_lever.setup.edits.path_edit import Change, apply_changes
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import fact

_TURNS: Annotated[int, fact("F10d")] = 4
"""A figure and its throw are nearly proportional (F10d): so many corrections leave nothing."""


def figure_from_geometry(
    setup: Setup,
    path: str,
    function: Literal["collective", "aileron", "elevator"],
    target_deg: float,
    mode: ModeName = "normal",
) -> float | None:
    """Give the figure (percent, without sign) at ``path`` with which full stick of a function gives
    a target at the blade (deg): the cyclic of an axis, or the mean of both ends of the collective.

    None where no figure up to 100 % gives it.
    """
    holder, _, key = path.rpartition(".")
    part: object = setup
    for name in holder.split("."):
        part = getattr(part, name)
    now: float = getattr(part, key)
    size, sign = abs(now), -1.0 if now < 0 else 1.0
    for _ in range(_TURNS):
        throw = _throw(setup, Change(path, sign * size), function, mode)
        if throw is None or throw < 1e-6:
            return None
        size = size * target_deg / throw
        if not 0 < size <= 100:
            return None
    return float(size)


def _throw(setup: Setup, change: Change, function: str, mode: ModeName) -> float | None:
    try:
        chain = build_chain(read_setup(apply_changes(setup.as_document(), [change])))
    except InvalidSetup:
        return None
    ends = evaluate_pose(chain, Sticks.at(**{function: np.array([-100.0, 100.0])}), mode=mode)
    if not ends.reachable.all():
        return None
    if function == "collective":
        return float(np.ptp(ends.head.collective_deg)) / 2
    return float(np.mean(ends.head.cyclic_deg))
