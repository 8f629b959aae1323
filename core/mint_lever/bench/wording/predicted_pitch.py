"""What the setup's own lengths make of a reading: where the gauge says otherwise, it is told."""

from __future__ import annotations

from typing import Annotated

from mint_lever.bench.engine.readings import Readings
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.modes.bench_mode import bench_mode
from mint_lever.sources import MEMORY

UNLIKE_DEG: Annotated[float, MEMORY] = 0.5
"""Beyond what a gauge repeats on two readings, with a hand's play in the links."""


def pitch_by_the_lengths(
    run: Readings,
    sticks: tuple[float, float, float],
    azimuth: float,
    blade: int = 0,
    chain: Chain | None = None,
) -> float | None:
    """Give a blade's pitch (deg) by the setup, sticks (collective, aileron, elevator, percent) and
    azimuth (deg) as a question has them; None where the swash does not get there. ``chain``: of
    another setup."""
    collective, aileron, elevator = sticks
    at = Sticks.at(collective=collective, aileron=aileron, elevator=elevator)
    # Another setup may not have the mode that is the bench's today.
    mode = run.mode if chain is None else bench_mode(chain.setup)
    found = evaluate_pose(chain or run.chain, at, (azimuth,), mode, blade)
    return float(found.pitch_deg[0, 0]) if found.reachable.all() else None


def unlike(read: str, computed: str) -> str:
    """Say that gauge and lengths differ, and what to do about it."""
    return (
        f"The gauge decides. By the lengths in this setup it would be {computed}, not {read}: "
        "every drawing and prediction goes by those until they are learned from your readings."
    )
