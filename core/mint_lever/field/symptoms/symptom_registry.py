"""Every symptom, in one list: the only place that knows them all."""

from __future__ import annotations

from collections.abc import Mapping

from mint_lever.field.symptoms.cyclic_symptoms import COLLECTIVE, CYCLIC
from mint_lever.field.symptoms.head_symptoms import HEAD
from mint_lever.field.symptoms.speed_symptoms import HEAD_SPEED
from mint_lever.field.symptoms.symptom import Symptom, SymptomKey
from mint_lever.field.symptoms.tail_symptoms import TAIL

SYMPTOMS: Mapping[SymptomKey, Symptom] = {
    each.key: each for each in (*TAIL, *CYCLIC, *COLLECTIVE, *HEAD_SPEED, *HEAD)
}
