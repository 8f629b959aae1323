"""The whole chain from stick to blade, and what is asked of it: one position, sweeps, ranges."""

from mint_lever.model.chain.control_chain import Chain, Run, build_chain
from mint_lever.model.chain.pitch_response import Response, compute_response
from mint_lever.model.chain.pose_evaluation import Evaluation, Notice, evaluate_pose
from mint_lever.model.chain.reach import Reach, compute_reach
from mint_lever.model.chain.resolution import Resolution, compute_resolution
from mint_lever.model.chain.scene import Scene, place_parts
from mint_lever.model.chain.screen_frame import compute_frame
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.chain.stick_sweep import Sweep, sweep_sticks

__all__ = [
    "Chain",
    "Evaluation",
    "Notice",
    "Reach",
    "Resolution",
    "Response",
    "Run",
    "Scene",
    "Sticks",
    "Sweep",
    "build_chain",
    "compute_frame",
    "compute_reach",
    "compute_resolution",
    "compute_response",
    "evaluate_pose",
    "place_parts",
    "sweep_sticks",
]
