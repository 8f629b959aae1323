"""How blade pitch answers one stick over its whole range."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import FUNCTIONS, Array, Function, Mask
from mint_lever.model.chain.control_chain import Chain, Run
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.resolution import compute_resolution
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.parts.flight_modes import ModeName

POINTS = 101


@dataclass(frozen=True)
class Response:
    """Arrays over the stick's range, shape (101,); ``pitch_deg`` is NaN-free.

    ``arrives_pct`` is what the unit sees, or what goes into the transmitter's own mixing.
    ``reachable`` marks the positions that count. ``deg_per_us`` is the slope at the present
    position when every servo moves the way collective moves it.
    """

    stick_pct: Array
    arrives_pct: Array
    pitch_deg: Array
    reachable: Mask
    deg_per_us: float


def compute_response(
    chain: Chain,
    function: Function,
    sticks: Sticks,
    azimuth_deg: float,
    mode: ModeName = "normal",
) -> Response:
    """Sweep one stick from −100 to 100 % with the others held where ``sticks`` (one pose) has them.

    ``pitch_deg`` is blade A's at ``azimuth_deg``; ``arrives_pct`` is what the unit sees of the
    swept function. The rudder does not move the main blades: its pitch is level.
    """
    swept = np.linspace(-100.0, 100.0, POINTS)
    positions = {name: sticks.of(name)[:1] for name in FUNCTIONS}
    moved = Sticks.at(**{**positions, function: swept})
    result = evaluate_pose(chain, moved, [azimuth_deg], mode)
    slope = compute_resolution(chain, sticks, [azimuth_deg], mode)
    return Response(
        stick_pct=swept,
        arrives_pct=_arrives(result.run)[FUNCTIONS.index(function)],
        pitch_deg=result.pitch_deg[0],
        reachable=result.reachable,
        deg_per_us=float(slope.collective[0]),
    )


def _arrives(run: Run) -> Array:
    return run.mixed_pct if run.arrival is None else run.arrival.seen_pct
