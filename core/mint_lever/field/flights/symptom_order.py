"""Which symptoms stand first in the list after a flight: what is likely now."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Annotated

from mint_lever.field.flights.flight import Flight
from mint_lever.field.symptoms.symptom import SymptomKey
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS
from mint_lever.sources import MEMORY

_REMEMBERED: Annotated[int, MEMORY] = 12
"""Flights back that a symptom is remembered; from memory."""


def sort_symptoms(
    flights: Sequence[Flight],
    against: Sequence[SymptomKey] = (),
    logged: Sequence[SymptomKey] = (),
) -> tuple[SymptomKey, ...]:
    """Give every symptom, the likely ones first.

    First what the flight's log shows (``logged``); then what the newest change was made
    ``against``, with the signs that it was too much; then what was seen on the flights before, the
    newest and the most often seen first; then the others in the order of the list.
    """
    rank: dict[SymptomKey, float] = dict.fromkeys(logged, -4.0)
    for key in against:
        rank.setdefault(key, -3.0)
        for sign in SYMPTOMS[key].overdone:
            rank.setdefault(sign, -2.0)
    recent = flights[-_REMEMBERED:]
    counted = Counter(key for flight in recent for key in {seen.symptom for seen in flight.seen})
    last = {seen.symptom for seen in flights[-1].seen} if flights else set()
    for key, times in counted.items():
        newest = 1.0 if key in last else 0.0
        rank.setdefault(key, -newest - times / (len(recent) + 1))
    return tuple(sorted(SYMPTOMS, key=lambda key: rank.get(key, 0.0)))
