"""An evening on the simulated bench: every step worked through by the product's own advice only."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field

from mint_lever.bench import Action, BenchRun, Entry, Event
from mint_lever.bench.advice import Advice
from mint_lever.bench.log import action_event
from mint_lever.procedure.steps import StepName
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.simulate.pilot import do, take

# Steps whose advice is good as soon as it is given; the others read both ends or every blade first.
_AS_THEY_COME: tuple[StepName, ...] = ("horns", "together", "tilts", "arrival", "level")
_MOST_TURNS = 400
"""Readings and acts together; an evening that needs more goes in circles."""


@dataclass
class Evening:
    """What happened: the log, how often each question was answered, each step done, acts done."""

    entries: list[Entry] = field(default_factory=list)
    events: list[Event] = field(default_factory=list)
    reads: Counter[tuple[StepName, str]] = field(default_factory=Counter)
    acts: Counter[StepName] = field(default_factory=Counter)
    first: dict[StepName, int] = field(default_factory=dict)
    """How many answers a step had when it was first settled what is wrong, or that nothing is."""

    def answers(self, step: StepName) -> int:
        """The most readings any one question of a step took."""
        return max((n for (name, _), n in self.reads.items() if name == step), default=0)

    def run(self, bench: SimulatedHelicopter) -> BenchRun:
        """The run as it stands."""
        return BenchRun(bench.setup, self.entries, self.events)


def work_through(bench: SimulatedHelicopter) -> Evening:
    """Follow the advice from the first step to the last; raises RuntimeError when it never ends."""
    evening = Evening()
    for moment in range(_MOST_TURNS):
        run = evening.run(bench)
        name = run.next_step()
        if name is None:
            return evening
        advice = run.advice(name)
        action = _wanted(advice)
        if action is not None:
            evening.first.setdefault(name, sum(_of(evening, name).values()))
            before = bench.setup
            do(bench, action)
            evening.acts[name] += 1
            evening.events.append(action_event(moment, name, action, before))
            continue
        ask = next((ask for ask in advice.asks if ask.key == advice.next_key), None)
        if ask is None:
            raise RuntimeError(f"{name} is {advice.outcome} and has nothing more to say")
        value = take(bench, name, ask)
        evening.reads[name, ask.key] += 1
        evening.entries.append(Entry(moment, name, ask.key, value, bench.setup))
    raise RuntimeError("the evening never ended")


def _wanted(advice: Advice) -> Action | None:
    """The first action that is needed, once nothing is left to read or it does not matter."""
    needed = [action for action in advice.actions if action.needed]
    if not needed:
        return None
    return needed[0] if advice.step in _AS_THEY_COME or advice.next_key is None else None


def _of(evening: Evening, step: StepName) -> Counter[tuple[StepName, str]]:
    return Counter({key: n for key, n in evening.reads.items() if key[0] == step})
