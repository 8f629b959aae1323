"""What a setup reaches: collective each way and cyclic, at full stick."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.chain.evaluate import evaluate
from mint_lever.chain.model import Chain
from mint_lever.chain.sticks import Sticks
from mint_lever.setup.transmitter import ModeName


@dataclass(frozen=True)
class Reach:
    """Blade degrees at full stick; None where a link does not reach."""

    collective_low_deg: float | None
    collective_high_deg: float | None
    aileron_deg: float | None
    elevator_deg: float | None


def reach(chain: Chain, mode: ModeName = "normal") -> Reach:
    """Compute the collective range and the cyclic at full right and full forward stick."""
    sticks = Sticks.at(
        collective=[-100.0, 100.0, 0.0, 0.0],
        aileron=[0.0, 0.0, 100.0, 0.0],
        elevator=[0.0, 0.0, 0.0, 100.0],
    )
    result = evaluate(chain, sticks, mode=mode)
    rows = [result.head.collective_deg] * 2 + [result.head.cyclic_deg] * 2
    found = [float(v[i]) if result.reachable[i] else None for i, v in enumerate(rows)]
    return Reach(*found)
