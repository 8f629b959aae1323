"""The bench: what the pilot does, reads and does next, from a log of readings; its steps; and a
simulated helicopter to practise on.
"""

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    BallMove,
    GainLine,
    Mark,
    Option,
    Outcome,
    Prediction,
    Ray,
    Ruler,
    Sketch,
    Slide,
    TailSketch,
    Wheel,
    Work,
    WorkKind,
)
from mint_lever.bench.engine.change_effects import WORKED_ON, Aspect, list_values
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import (
    MOST_OF_A_QUESTION,
    Entry,
    Event,
    HeldSetting,
    make_action_event,
    read_setting,
)
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.pilot_hands import take_reading, work_by_hand
from mint_lever.bench.questions.answer_check import check_answer, make_answer_changes
from mint_lever.bench.questions.handwork_undo import ask_if_undone, find_inverse
from mint_lever.bench.run.bench_audit import audit_run, write_fix_on_devices
from mint_lever.bench.run.bench_run import BenchRun, Standing, State
from mint_lever.bench.run.fitness import Fitness, is_only_last_stale, judge_fitness
from mint_lever.bench.run.length_learning import MEASURED_SD_MM, learn_lengths
from mint_lever.bench.run.setting_differences import list_differences, write_setting
from mint_lever.bench.run.sign_off import LeftOpen, WasSet, sign_off
from mint_lever.bench.simulate.flight_log import flown_log
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.hidden_truth import Truth, random_truth
from mint_lever.bench.steps.head_speed.controller_card import list_confirmed
from mint_lever.bench.steps.shared.level_by_sight import write_ball_step
from mint_lever.bench.steps.step_registry import STEPS, make_bench_run
from mint_lever.bench.wording.answer_text import write_answer

__all__ = [
    "MEASURED_SD_MM",
    "MOST_OF_A_QUESTION",
    "STEPS",
    "WORKED_ON",
    "Action",
    "Advice",
    "Answer",
    "Ask",
    "Aspect",
    "BallMove",
    "BenchRun",
    "Entry",
    "Event",
    "Fitness",
    "GainLine",
    "HeldSetting",
    "LeftOpen",
    "Mark",
    "Option",
    "Outcome",
    "Prediction",
    "Ray",
    "Ruler",
    "SimulatedHelicopter",
    "Sketch",
    "Slide",
    "Standing",
    "State",
    "StepName",
    "TailSketch",
    "Truth",
    "WasSet",
    "Wheel",
    "Work",
    "WorkKind",
    "ask_if_undone",
    "audit_run",
    "check_answer",
    "choose_next_move",
    "find_inverse",
    "flown_log",
    "is_only_last_stale",
    "judge_fitness",
    "learn_lengths",
    "list_confirmed",
    "list_differences",
    "list_values",
    "make_action_event",
    "make_answer_changes",
    "make_bench_run",
    "random_truth",
    "read_setting",
    "sign_off",
    "take_reading",
    "work_by_hand",
    "write_answer",
    "write_ball_step",
    "write_fix_on_devices",
    "write_setting",
]
