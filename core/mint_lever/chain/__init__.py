"""The whole chain from stick to blade, and what is asked of it: one position, sweeps, ranges."""

from mint_lever.chain.evaluate import Evaluation, Notice, evaluate
from mint_lever.chain.frame import frame
from mint_lever.chain.model import Chain, Run, build_chain
from mint_lever.chain.reach import Reach, reach
from mint_lever.chain.resolution import Resolution, resolution
from mint_lever.chain.response import Response, response
from mint_lever.chain.scene import Scene, scene
from mint_lever.chain.sticks import Sticks
from mint_lever.chain.sweep import Sweep, sweep

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
