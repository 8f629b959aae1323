"""The field: what was seen in the air, what came of the last change, and the one next thing."""

from mint_lever.field.advise import FieldAdvice, advise
from mint_lever.field.every import SYMPTOMS
from mint_lever.field.flight import Changed, Flight, Looked, Verdict
from mint_lever.field.said import FieldWords, advice_said, made_said, seen_said
from mint_lever.field.seen import Seen
from mint_lever.field.symptom import RUNGS, Symptom, SymptomKey
from mint_lever.field.trim import NotReady, Trimmed, into_the_centre, not_ready

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
