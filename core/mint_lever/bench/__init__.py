"""The bench run: what the pilot does, reads and does next, from a log of readings.

It knows no step: the steps are handed to it (:mod:`mint_lever.bench.steps`).
"""

from mint_lever.bench.engine.advice import Action, Advice, Ask, Mark, Option, Ruler, Sketch, Work
from mint_lever.bench.engine.change_effects import WORKED_ON
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry, Event
from mint_lever.bench.run.bench_run import BenchRun, Standing
from mint_lever.bench.run.fitness import Fitness, fitness_of
from mint_lever.bench.wording.answer_text import answer_said

__all__ = [
    "WORKED_ON",
    "Action",
    "Advice",
    "Ask",
    "BenchRun",
    "Entry",
    "Event",
    "Fitness",
    "Mark",
    "Option",
    "Ruler",
    "Sketch",
    "Standing",
    "StepName",
    "Work",
    "answer_said",
    "fitness_of",
]
