"""The field: what was seen in the air, what came of the last change, and the one next thing."""

from mint_lever.field.advice.advice_text import FieldWords, advice_said, made_said, seen_said
from mint_lever.field.advice.next_thing import FieldAdvice, advise
from mint_lever.field.flights.flight import Changed, Flight, Looked, Verdict
from mint_lever.field.flights.observation import Seen
from mint_lever.field.flights.trim_flight import NotReady, Trimmed, into_the_centre, not_ready
from mint_lever.field.symptoms.symptom import RUNGS, Symptom, SymptomKey
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS

__all__ = [
    "RUNGS",
    "SYMPTOMS",
    "Changed",
    "FieldAdvice",
    "FieldWords",
    "Flight",
    "Looked",
    "NotReady",
    "Seen",
    "Symptom",
    "SymptomKey",
    "Trimmed",
    "Verdict",
    "advice_said",
    "advise",
    "into_the_centre",
    "made_said",
    "not_ready",
    "seen_said",
]
