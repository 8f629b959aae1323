"""The order of work: the steps, what each rests on, and what a change undoes."""

from mint_lever.procedure.graph import WORKED_ON, dependents, order, redo_after
from mint_lever.procedure.progress import Record, Touched, fitness, standings
from mint_lever.procedure.steps import STEPS, Step, StepName, steps_for
from mint_lever.procedure.touched import aspects_changed

__all__ = [
    "STEPS",
    "WORKED_ON",
    "Record",
    "Step",
    "StepName",
    "Touched",
    "aspects_changed",
    "dependents",
    "fitness",
    "order",
    "redo_after",
    "standings",
    "steps_for",
]
