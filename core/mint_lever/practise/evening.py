"""An evening on the simulated bench: every step worked through by the product's own advice only."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

from mint_lever.practise.hands import do, take
from mint_lever.run.advice import Action, Ask
from mint_lever.run.entering import written_by
from mint_lever.run.graph import StepName
from mint_lever.run.log import Entry, Event, action_event
from mint_lever.run.run import BenchRun
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps import bench_run

_MOST_TURNS = 400
"""Readings and acts together; an evening that needs more goes in circles."""


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

    def run(self, bench: SimulatedHelicopter) -> BenchRun:
        """The run as it stands."""
        return bench_run(bench.setup, self.entries, self.events)


def work_through(bench: SimulatedHelicopter) -> Evening:
    """Follow the advice from the first step to the last; raises RuntimeError when it never ends."""
    evening = Evening()
    for sequence in range(_MOST_TURNS):
        run = evening.run(bench)
        name = run.next_step()
        if name is None:
            return evening
        move = next_move(run, name)
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            evening.acts[name] += 1
            evening.events.append(action_event(sequence, name, move, before))
            continue
        evening.reads[name, move.key] += 1
        value = take(bench, run.step(name), move)
        if written := written_by(move, value):
            bench.change(written)
        evening.entries.append(Entry(sequence, name, move.key, value, bench.setup))
    raise RuntimeError("the evening never ended")


def next_move(run: BenchRun, name: StepName) -> Action | Ask:
    """Give what a pilot who only follows the advice does next: an action, or a question's reading.

    Raises RuntimeError for a step that is not done and says nothing more.
    """
    advice = run.advice(name)
    needed = [action for action in advice.actions if action.needed]
    if needed and (run.step(name).acts_as_read or advice.next_key is None):
        return needed[0]
    for ask in advice.asks:
        if ask.key == advice.next_key:
            return ask
    raise RuntimeError(f"{name} is {advice.outcome} and has nothing more to say")
