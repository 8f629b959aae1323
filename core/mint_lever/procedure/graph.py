"""What a change undoes, derived from what each step rests on; no table of special cases."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache
from graphlib import TopologicalSorter

from mint_lever.procedure.steps import STEPS, Aspect, Step, StepName, steps_for
from mint_lever.setup.document import Arrangement

# What a pilot says was touched, as the aspects it touches. Common practice, no source.
WORKED_ON: dict[str, tuple[Aspect, ...]] = {
    "servo or horn replaced, spline moved": ("servo",),
    "pitch link turned or replaced": ("blade_link",),
    "blades changed": ("blade",),
    # After a crash or a rebuilt head nobody knows that the geometry is what it was, so the cyclic
    # is measured again as well (F27).
    "crash": ("blade_link", "head"),
    "head, grip or feathering shaft rebuilt": ("blade_link", "head"),
    "swash link or swash replaced": ("swash_link",),
    "ball moved on a horn or ring": ("ball",),
    "ball moved, links changed to suit": ("ball", "level_trim"),
    "unit remounted or turned": ("unit_mount",),
    "transmitter changed or model memory reset": ("model_memory",),
    "end points, reversing or trims touched": ("channel_ends",),
    "powered up again": ("power",),
}


@lru_cache(maxsize=256)
def undone_by(aspect: Aspect, arrangement: Arrangement) -> frozenset[StepName]:
    """Give the names of an arrangement's steps to redo after one aspect was touched."""
    return frozenset(step.name for step in redo_after([aspect], steps_for(arrangement)))


def order(steps: Iterable[Step] = STEPS) -> list[StepName]:
    """Give the steps in an order in which each comes after all it rests on.

    Raises graphlib.CycleError if the steps rest on each other in a circle.
    """
    names = {step.name for step in steps}
    before = {step.name: set(step.rests_on) & names for step in steps}
    return list(TopologicalSorter(before).static_order())


def dependents(hit: Iterable[StepName], steps: Iterable[Step] = STEPS) -> set[StepName]:
    """Give the steps hit and all that rest on them, however far down."""
    every = {step.name: step for step in steps}
    found: set[StepName] = set(hit) & every.keys()
    for name in order(every.values()):
        if found.intersection(every[name].rests_on):
            found.add(name)
    return found


def redo_after(aspects: Iterable[Aspect], steps: Iterable[Step] = STEPS) -> list[Step]:
    """Give the steps to redo after aspects were touched, in the order of work.

    Ends with the final directions whenever anything but the power itself was touched.
    """
    touched = set(aspects)
    every = tuple(steps)
    hit = [step.name for step in every if touched.intersection(step.touches)]
    found = dependents(hit, every)
    if touched - {"power"}:
        found |= {step.name for step in every if step.always_last}
    return sorted((step for step in every if step.name in found), key=lambda step: step.number)
