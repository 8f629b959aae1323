"""The whole chain from stick to blade, and what is asked of it: one position, sweeps, ranges."""

from mint_lever.model.chain.control_chain import Chain, Run, build_chain
from mint_lever.model.chain.pitch_response import Response, response
from mint_lever.model.chain.pose_evaluation import Evaluation, Notice, evaluate
from mint_lever.model.chain.reach import Reach, reach
from mint_lever.model.chain.resolution import Resolution, resolution
from mint_lever.model.chain.scene import Scene, scene
from mint_lever.model.chain.screen_frame import frame
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.chain.stick_sweep import Sweep, sweep

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
    "evaluate",
    "frame",
    "reach",
    "resolution",
    "response",
    "scene",
    "sweep",
]
