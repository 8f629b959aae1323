"""The field: what was seen in the air, what came of the last change, and the one next thing."""

from mint_lever.field.advice.advice_text import (
    FieldWords,
    write_advice,
    write_changes_made,
    write_observation,
)
from mint_lever.field.advice.next_thing import AdviceKind, FieldAdvice, advise
from mint_lever.field.advice.setting_move import find_figure_row
from mint_lever.field.flights.changes_between_flights import list_changes
from mint_lever.field.flights.flight import Flight, MechanicalLook, SettingChange, Verdict
from mint_lever.field.flights.flight_history import list_awaited
from mint_lever.field.flights.log_evidence import LogEvidence, read_log_evidence
from mint_lever.field.flights.observation import Observation
from mint_lever.field.flights.pack_life import PackMeasurement, judge_pack_life
from mint_lever.field.flights.part_wear import AFTER_A_CRASH, PARTS, count_flights
from mint_lever.field.flights.simulated_flying import (
    Flaw,
    draw_flaws,
    fly,
    look_for_flaw,
    mend_on_bench,
)
from mint_lever.field.flights.symptom_order import sort_symptoms
from mint_lever.field.flights.trim_flight import (
    TrimMove,
    TrimObstacle,
    list_obstacles,
    move_trim_into_centre,
)
from mint_lever.field.symptoms.symptom import RUNGS, Axis, Part, Symptom, SymptomKey, Toward
from mint_lever.field.symptoms.symptom_registry import SYMPTOMS

__all__ = [
    "AFTER_A_CRASH",
    "PARTS",
    "RUNGS",
    "SYMPTOMS",
    "AdviceKind",
    "Axis",
    "FieldAdvice",
    "FieldWords",
    "Flaw",
    "Flight",
    "LogEvidence",
    "MechanicalLook",
    "Observation",
    "PackMeasurement",
    "Part",
    "SettingChange",
    "Symptom",
    "SymptomKey",
    "Toward",
    "TrimMove",
    "TrimObstacle",
    "Verdict",
    "advise",
    "count_flights",
    "draw_flaws",
    "find_figure_row",
    "fly",
    "judge_pack_life",
    "list_awaited",
    "list_changes",
    "list_obstacles",
    "look_for_flaw",
    "mend_on_bench",
    "move_trim_into_centre",
    "read_log_evidence",
    "sort_symptoms",
    "write_advice",
    "write_changes_made",
    "write_observation",
]
