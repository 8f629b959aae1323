"""The order of work: the steps, what each rests on, and what a change undoes."""

from mint_lever.procedure.graph import WORKED_ON, dependents, order, redo_after
from mint_lever.procedure.steps import STEPS, Step, StepName, steps_for
from mint_lever.procedure.touched import (
    aspects_changed,
    aspects_of,
    changed_paths,
    differing,
    settings,
)

__all__ = [
    "STEPS",
    "WORKED_ON",
    "Step",
    "StepName",
    "aspects_changed",
    "aspects_of",
    "changed_paths",
    "dependents",
    "differing",
    "order",
    "redo_after",
    "settings",
    "steps_for",
]
