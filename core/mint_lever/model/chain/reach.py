"""What a setup reaches: collective each way and cyclic, at full stick."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import ModeName


@dataclass(frozen=True)
class Reach:
    """Blade degrees at full stick in the flight mode that reaches furthest.

    None where a link does not reach in any mode.
    """

    collective_low_deg: float | None
    collective_high_deg: float | None
    aileron_deg: float | None
    elevator_deg: float | None


def compute_reach(chain: Chain) -> Reach:
    """Compute the collective range and the cyclic at full right and full forward stick."""
    per_mode = [_in_mode(chain, mode) for mode in chain.setup.transmitter.modes.names()]

    def furthest(choose: Callable[[list[float]], float], column: int) -> float | None:
        known = [row[column] for row in per_mode]
        reached = [value for value in known if value is not None]
        return choose(reached) if reached else None

    return Reach(furthest(min, 0), furthest(max, 1), furthest(max, 2), furthest(max, 3))


def _in_mode(chain: Chain, mode: ModeName) -> list[float | None]:
    sticks = Sticks.at(
        collective=[-100.0, 100.0, 0.0, 0.0],
        aileron=[0.0, 0.0, 100.0, 0.0],
        elevator=[0.0, 0.0, 0.0, 100.0],
    )
    result = evaluate_pose(chain, sticks, mode=mode)
    rows = [result.head.collective_deg] * 2 + [result.head.cyclic_deg] * 2
    return [float(v[i]) if result.reachable[i] else None for i, v in enumerate(rows)]
