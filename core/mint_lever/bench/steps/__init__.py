"""The steps, one file each: from a run to what the step says now."""

from collections.abc import Callable

from mint_lever.bench.advice import Advice
from mint_lever.bench.run import BenchRun
from mint_lever.bench.steps.arrival import arrival
from mint_lever.bench.steps.clearance import clear_ring, heard_so_far
from mint_lever.bench.steps.collective_range import collective_range
from mint_lever.bench.steps.corrections import corrections
from mint_lever.bench.steps.cyclic_throw import cyclic_throw
from mint_lever.bench.steps.directions import tilts, together
from mint_lever.bench.steps.final_directions import final_directions
from mint_lever.bench.steps.flight_modes import flight_modes
from mint_lever.bench.steps.horns import horns
from mint_lever.bench.steps.level import level
from mint_lever.bench.steps.make_safe import make_safe
from mint_lever.bench.steps.model_memory import model_memory
from mint_lever.bench.steps.servo_basics import servo_basics
from mint_lever.bench.steps.teach_throws import teach_throws
from mint_lever.bench.steps.zero_pitch import zero_pitch
from mint_lever.procedure.steps import StepName

ADVISERS: dict[StepName, Callable[[BenchRun], Advice]] = {
    "make_safe": make_safe,
    "model_memory": model_memory,
    "arrival": arrival,
    "servo_basics": servo_basics,
    "horns": horns,
    "together": together,
    "tilts": tilts,
    "level": level,
    "zero_pitch": zero_pitch,
    "cyclic_throw": cyclic_throw,
    "collective_range": collective_range,
    "clearance": clear_ring,
    "teach_throws": teach_throws,
    "corrections": corrections,
    "flight_modes": flight_modes,
    "final_directions": final_directions,
}

BRIEF: dict[StepName, Callable[[BenchRun], Advice]] = {"clearance": heard_so_far}
"""Questions and outcome alone, for a step whose whole advice costs a search."""
