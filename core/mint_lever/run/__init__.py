"""The bench run: what the pilot does, reads and does next, from a log of readings.

It knows no step: the steps are handed to it (:mod:`mint_lever.steps`).
"""

from mint_lever.run.advice import Action, Advice, Ask, Mark, Option, Ruler, Sketch, Work
from mint_lever.run.fitness import Fitness, fitness_of
from mint_lever.run.graph import StepName
from mint_lever.run.log import Entry, Event
from mint_lever.run.run import BenchRun, Standing
from mint_lever.run.said import answer_said
from mint_lever.run.touched import WORKED_ON

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
