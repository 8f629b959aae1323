"""The bench run: what the pilot does, reads and does next, step by step, from a log of readings."""

from mint_lever.bench.advice import Action, Advice, Ask, Mark, Option, Ruler, Sketch, Work
from mint_lever.bench.audited import audit_of
from mint_lever.bench.log import Entry, Event
from mint_lever.bench.run import BenchRun, Fitness, Standing

__all__ = [
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
    "Work",
    "audit_of",
]
