"""An evening on the simulated bench: every step worked through by the product's own advice only."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

import numpy as np

from mint_lever.bench.engine.advice import Action, Ask
from mint_lever.bench.engine.change_effects import WORKED_ON
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry, Event, make_action_event
from mint_lever.bench.practise.mishaps import happen
from mint_lever.bench.practise.pilot_habits import LITERAL, Habits
from mint_lever.bench.practise.pilot_hands import Unsigned, do, take_reading
from mint_lever.bench.practise.spoken_looks import word
from mint_lever.bench.questions.answer_check import make_answer_changes
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.steps import make_bench_run

_MOST_TURNS = 500
"""Readings and acts together; an evening that needs more goes in circles. Four or five blades on
links of whole turns, with mishaps and a pilot who does all that is offered, took 450."""
_LATEST_MISHAP = 140
"""About the turns of an evening in which nothing happens."""


@dataclass
class Evening:
    """What happened: the log, how often each question was answered, each step done, acts done."""

    entries: list[Entry] = field(default_factory=list)
    events: list[Event] = field(default_factory=list)
    reads: Counter[tuple[StepName, str]] = field(default_factory=Counter)
    acts: Counter[StepName] = field(default_factory=Counter)

    def answers(self, step: StepName) -> int:
        """The most readings any one question of a step took."""
        return max((n for (name, _), n in self.reads.items() if name == step), default=0)

    def run(self, bench: SimulatedHelicopter, before: BenchRun | None = None) -> BenchRun:
        """The run as it stands; ``before`` is the one of a turn before."""
        return make_bench_run(bench.setup, self.entries, self.events, before=before)


def work_through(bench: SimulatedHelicopter, habits: Habits = LITERAL, seed: int = 0) -> Evening:
    """Follow the advice from the first step to the last; raises RuntimeError when it never ends."""
    evening, rng = Evening(), np.random.default_rng([seed, 2])
    mishaps = sorted(int(turn) for turn in rng.integers(10, _LATEST_MISHAP, habits.mishaps))
    reads = Unsigned().take if habits.unsigned else take_reading
    at_hand: StepName | None = None
    run: BenchRun | None = None
    for sequence in range(_MOST_TURNS):
        if mishaps and mishaps[0] <= sequence:
            mishaps.pop(0)
            evening.events.append(Event(sequence, WORKED_ON[happen(bench, rng)]))
            at_hand = None
            continue
        run = evening.run(bench, run)
        found = _next(run, habits, rng, at_hand)
        if found is None:
            if not mishaps:
                return evening
            mishaps[0] = sequence + 1
            continue
        stands_at, name, move = found
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            evening.acts[name] += 1
            evening.events.append(make_action_event(sequence, name, move, before))
            at_hand = None
            continue
        evening.reads[name, move.key] += 1
        said = word(bench, move) if rng.random() < habits.words else None
        value = reads(bench, run.step(name), move) if said is None else said
        at_hand = name if name == stands_at else None
        if written := make_answer_changes(move, value):
            bench.change(written)
            at_hand = None
        evening.entries.append(Entry(sequence, name, move.key, value, bench.setup))
    raise RuntimeError("the evening never ended")


def _next(
    run: BenchRun, habits: Habits, rng: np.random.Generator, at_hand: StepName | None
) -> tuple[StepName | None, StepName, Action | Ask] | None:
    """What this pilot does next: the step the pilot stands at, the step and the move; None when all
    is done. Who only answered stays at the step at hand till it is done, and looks at the slip
    again after."""
    name = at_hand if at_hand is not None and not run.done(at_hand) else run.next_step()
    if habits.keen and (better := _only_better(run, name)):
        return name, *better
    if name is None:
        return None
    if rng.random() < habits.late:
        left = [step.name for step in run.steps if not run.done(step.name)]
        other = left[int(rng.integers(len(left)))]
        try:
            return name, other, choose_next_move(run, other)
        except RuntimeError:
            pass  # it waits for what it rests on
    if rng.random() < habits.early:
        needed = [action for action in run.advice(name).actions if action.needed]
        if needed:
            return name, name, needed[0]
    return name, name, choose_next_move(run, name)


def _only_better(run: BenchRun, before: StepName | None) -> tuple[StepName, Action] | None:
    """What a step that is done offers besides, as often as it offers it."""
    for step in run.steps:
        if step.name == before:
            return None
        for action in run.advice(step.name).actions if run.done(step.name) else ():
            return step.name, action
    return None


def choose_next_move(run: BenchRun, name: StepName) -> Action | Ask:
    """Give what a pilot who only follows the advice does next: an action, or a question's reading.

    Raises RuntimeError for a step that is not done and says nothing more.
    """
    if barred := run.barred_by(name):
        raise RuntimeError(f"{name} waits for {', '.join(barred)}")
    advice = run.advice(name)
    needed = [action for action in advice.actions if action.needed]
    if needed and (run.step(name).acts_as_read or advice.next_key is None):
        return needed[0]
    for ask in advice.asks:
        if ask.key == advice.next_key:
            return ask
    raise RuntimeError(f"{name} is {advice.outcome} and has nothing more to say")
