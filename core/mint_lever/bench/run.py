"""A bench run: its log held against the present setup, each step's state, fitness to fly."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Any, Literal, TypeVar

import numpy as np

from mint_lever.axes import Function
from mint_lever.bench.advice import Advice, Mark
from mint_lever.bench.cautions import CAUTIONS
from mint_lever.bench.log import Entry, Event
from mint_lever.bench.mode import bench_mode
from mint_lever.chain.model import Chain, build_chain
from mint_lever.dials import function_way, servo_travel_side
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.procedure.graph import undone_by
from mint_lever.procedure.steps import Aspect, Step, StepName, steps_for
from mint_lever.procedure.touched import Same, aspects_of, differing, settings
from mint_lever.setup.document import Setup
from mint_lever.setup.transmitter import ModeName

Made = TypeVar("Made")
State = Literal["open", "in hand", "good", "workable", "out", "stale"]

# What a pilot did to the swash in either of these steps is to be seen anew in both.
_SHARED: dict[StepName, tuple[StepName, ...]] = {
    "together": ("together", "tilts"),
    "tilts": ("together", "tilts"),
}


def chain_of(setup: Setup) -> Chain:
    """Give a setup's chain; kept for setups asked about again."""
    return _chain(Same(setup))


@lru_cache(maxsize=32)
def _chain(of: Same) -> Chain:
    return build_chain(of.setup)


# Whichever device has the servo: airframe, unit or the transmitter's servo channels.
_OF_SERVO = re.compile(r"\.servo(?:s|_channels)\.(\d+)\.")
_SERVO_TRAVEL = re.compile(r"transmitter\.servo_channels\.(\d+)\.travel_(low|high)_pct$")
_STICK_OF_END = {"low": -100.0, "high": 100.0}
_SIDE_OF_TRIM = {"low": -1, "high": 1}
_SIDE_OF_FIGURE = {"unit.collective_pct": 1, "unit.collective_low_pct": -1}


@dataclass(frozen=True)
class Standing:
    """A step's state; ``because`` names the aspects that made it stale, ``base`` the steps it
    rests on that are not done themselves."""

    step: Step
    state: State
    because: tuple[Aspect, ...] = ()
    base: tuple[StepName, ...] = ()


@dataclass(frozen=True)
class Fitness:
    """Whether the helicopter may be called fit to fly, and every reason why not."""

    fit: bool
    withheld: tuple[str, ...]


class _Latest:
    """When events last had to do with a step's question."""

    def __init__(self, events: Iterable[Event]):
        self._at: dict[tuple[StepName | None, str], int] = {}
        for event in events:
            for key in event.keys or ("",):
                self._at[event.step, key] = event.moment

    def after(self, entry: Entry, step: StepName) -> bool:
        """Whether one of the step, for this question or for all, came after an entry."""
        newest = max(self._at.get((step, ""), -1), self._at.get((step, entry.key), -1))
        return newest > entry.moment


class BenchRun:
    """One helicopter's log on its present setup.

    Entries and events are those that count: of the real helicopter, or of the simulated one,
    never of both, and none that was struck out.
    """

    def __init__(self, setup: Setup, entries: Iterable[Entry] = (), events: Iterable[Event] = ()):
        self.setup = setup
        self.entries = sorted(entries, key=lambda entry: entry.moment)
        self.events = sorted(events, key=lambda event: event.moment)
        self.steps = steps_for(setup.arrangement)
        self._by_name = {step.name: step for step in self.steps}
        self._differences: dict[tuple[int, int], frozenset[str]] = {}
        self._undoing: dict[tuple[int, str | None], set[Aspect]] = {}
        self._answers: dict[tuple[StepName, str], list[Entry]] = {}
        for entry in self.entries:
            self._answers.setdefault((entry.step, entry.key), []).append(entry)
        self._by_hand = [event for event in self.events if event.aspects]
        self._followed, self._worked = _Latest(self.events), _Latest(self._by_hand)
        self._made: dict[str, Any] = {}
        self._advice: dict[StepName, Advice] = {}

    @cached_property
    def chain(self) -> Chain:
        """The chain of the present setup."""
        return chain_of(self.setup)

    @property
    def mode(self) -> ModeName:
        """The flight mode the bench is worked in."""
        return bench_mode(self.setup)

    def step(self, name: str) -> Step:
        """Give a step of this arrangement; raises InvalidRequest for another name."""
        for step in self.steps:
            if step.name == name:
                return step
        allowed = "one of " + ", ".join(step.name for step in self.steps)
        raise InvalidRequest([Fault("step", name, allowed)])

    def held(self, name: StepName, key: str) -> list[Entry]:
        """The readings of one question that still hold, oldest first."""
        return [e for e in self._of(name, key) if not self._undone(e) and not self._redone(e)]

    def all(self, name: StepName, key: str) -> list[Entry]:
        """Every reading of one question, oldest first."""
        return self._of(name, key)

    def answer(self, name: StepName, key: str) -> Any:
        """The newest answer that holds, None without one."""
        held = self.held(name, key)
        return held[-1].value if held else None

    def mean(self, name: StepName, key: str) -> float | None:
        """The mean of a numeric question's readings that hold: a gauge is read again to be sure."""
        held = self.held(name, key)
        return float(np.mean([entry.value for entry in held])) if held else None

    def comparable(self, name: StepName, key: str, control: str) -> list[Entry]:
        """Readings of a question that differ from now in nothing but one control's setting."""
        return [
            entry
            for entry in self._of(name, key)
            if not self._undone(entry, control) and not self._reworked(entry)
        ]

    def marks(self, name: StepName, key: str) -> tuple[Mark, ...]:
        """Every reading of a numeric question, for a ruler."""
        held = {entry.moment for entry in self.held(name, key)}
        return tuple(Mark(e.value, e.moment, e.moment in held) for e in self._of(name, key))

    def advice(self, name: StepName) -> Advice:
        """What the step says now."""
        if name not in self._advice:
            from mint_lever.bench.steps import ADVISERS  # the steps need this class, not it them

            found = ADVISERS[name](self)
            self._advice[name] = _finished(found)
        return self._advice[name]

    def once(self, name: str, make: Callable[[], Made]) -> Made:
        """Give what ``make`` makes, made only once in this run: steps share what costs time."""
        if name not in self._made:
            self._made[name] = make()
        found: Made = self._made[name]
        return found

    def done(self, name: StepName) -> bool:
        """Whether a step is good or workable and not stale; true for one this run has not."""
        return name not in self._by_name or self._state(name)[0] in ("good", "workable")

    @cached_property
    def standings(self) -> list[Standing]:
        """Every step's state in the order of work."""
        states = {step.name: self._state(step.name) for step in self.steps}
        found = []
        for step in self.steps:
            state, because = states[step.name]
            base = tuple(
                name
                for name in step.rests_on
                if name in states and states[name][0] not in ("good", "workable")
            )
            found.append(Standing(step, state, because, base))
        return found

    def next_step(self) -> StepName | None:
        """The first step that is not done, None when all are."""
        return next((step.name for step in self.steps if not self.done(step.name)), None)

    def unit_side(self, stick_pct: float) -> int:
        """Give 1 when a collective stick (percent, not 0) is above the unit's centre, else −1.

        A collective that was turned round for the swash's sake arrives the other way.
        """
        return self.unit_way("collective") * (1 if stick_pct > 0 else -1)

    def unit_way(self, function: Function) -> int:
        """Give 1 when a function's stick up, right or forward is + where it is mixed, else −1.

        What the unit was seen to show decides; before anybody looked, the setup's own channels do.
        """
        if self.setup.mixing_unit is None and function != "rudder":
            return function_way(self.setup, function)
        seen = self.mean("arrival", f"{function}.high")
        sent = getattr(self.setup.transmitter.channels, function).reversed
        backward = seen < 0 if seen is not None else sent
        if self.setup.mixing_unit is not None:
            backward ^= getattr(self.setup.mixing_unit.function_reversed, function, False)
        return -1 if backward else 1

    def fitness(self) -> Fitness:
        """Judge fitness to fly: every step good or workable, none of it stale.

        The final list, on which the model is tipped for its corrections once more, must have been
        confirmed on exactly this setup, whatever the difference: a crash in the first second hangs
        on it.
        """
        withheld = []
        for standing in self.standings:
            title = standing.step.title.lower()
            if standing.state == "stale":
                changed = ", ".join(aspect.replace("_", " ") for aspect in standing.because)
                withheld.append(f"{title}: {changed} changed since it was done")
            elif standing.state not in ("good", "workable"):
                withheld.append(f"{title}: {standing.state}")
            elif standing.step.name == "final_directions":
                own = [e for e in self.entries if e.step == "final_directions"]
                if any(self._changed(e) for e in own if self._holds(e)):
                    withheld.append(f"{title}: not yet confirmed on this setup")
        return Fitness(not withheld, tuple(withheld))

    def _state(self, name: StepName) -> tuple[State, tuple[Aspect, ...]]:
        own = [entry for entry in self.entries if entry.step == name]
        if not own:
            followed = any(event.step == name for event in self.events)
            return ("in hand" if followed else "open"), ()
        advice = self._brief(name)
        required = {ask.key for ask in advice.asks if not ask.optional}
        because: set[Aspect] = set()
        for key in required:
            readings = self._of(name, key)
            if readings and not self.held(name, key) and not self._redone(readings[-1]):
                because |= self._undone(readings[-1])
        if because:
            return "stale", tuple(sorted(because))
        if advice.outcome is None or advice.outcome == "begun":
            return "in hand", ()
        return advice.outcome, ()

    def _brief(self, name: StepName) -> Advice:
        from mint_lever.bench.steps import BRIEF

        if name in BRIEF and name not in self._advice:
            return self.once(f"brief {name}", lambda: BRIEF[name](self))
        return self.advice(name)

    def _of(self, name: StepName, key: str) -> list[Entry]:
        return self._answers.get((name, key), [])

    def _holds(self, entry: Entry) -> bool:
        return not self._undone(entry) and not self._redone(entry)

    def _redone(self, entry: Entry) -> bool:
        """Whether the step's own advice was followed since, so that it reads anew."""
        shared = _SHARED.get(entry.step, (entry.step,))
        return any(self._followed.after(entry, step) for step in shared)

    def _reworked(self, entry: Entry) -> bool:
        """Whether this step's own advice had something done by hand since."""
        return self._worked.after(entry, entry.step)

    def _undone(self, entry: Entry, control: str | None = None) -> set[Aspect]:
        """The aspects, touched or edited since, that this reading rests on.

        ``control`` is a setting whose change is left out of account.
        """
        known = (entry.moment, control)
        if known not in self._undoing:
            self._undoing[known] = self._find_undone(entry, control)
        return self._undoing[known]

    def _find_undone(self, entry: Entry, control: str | None) -> set[Aspect]:
        changed: set[Aspect] = set()
        for path in self._changed(entry):
            if path != control and not self._spared(entry, path):
                changed |= aspects_of(path)
        for event in self._by_hand:
            if event.moment > entry.moment and event.step != entry.step:
                changed.update(event.aspects)
        return {a for a in changed if entry.step in undone_by(a, self.setup.arrangement)}

    def _spared(self, entry: Entry, path: str) -> bool:
        """Whether a changed setting leaves a reading standing although its step rests on it.

        A horn's reading rests on its own servo, a function's arrival on its own channel; each end
        of the collective on its own figure and trims, the level at mid stick on no trim.
        """
        step, key = entry.step, entry.key
        if step == "horns" and key.startswith("horn.") and (of := _OF_SERVO.search(path)):
            return of[1] != key.split(".")[1]
        if step == "arrival" and path.startswith("transmitter.channels."):
            return not key.startswith(path.split(".")[2] + ".")
        if step == "level" and path.startswith("unit.level_trim."):
            side = _STICK_OF_END.get(key.split(".")[0], 0.0)
            return side == 0.0 or _SIDE_OF_TRIM[path.split(".")[2]] != self.unit_side(side)
        if step == "level" and (of := _SERVO_TRAVEL.match(path)):
            stick = _STICK_OF_END.get(key.split(".")[0], 0.0)
            servo, side_of_channel = int(of[1]), of[2]
            return stick == 0.0 or servo_travel_side(self.setup, servo, stick) != side_of_channel
        if step == "collective_range" and path in _SIDE_OF_FIGURE:
            return _SIDE_OF_FIGURE[path] != self.unit_side(100.0 if key == "up" else -100.0)
        return False

    def _changed(self, entry: Entry) -> frozenset[str]:
        """The settings that are not as they were for this reading.

        What was only learned since counts as having been so all along: the metal is the same.
        """
        learned = [e for e in self.events if e.learned and e.moment > entry.moment]
        known = (id(entry.setup), len(learned))
        if known not in self._differences:
            old = settings(entry.setup)
            for event in learned:
                now_known = {
                    path: after
                    for path, (before, after) in event.learned.items()
                    if old.get(path) == before
                }
                old = {**old, **now_known}
            self._differences[known] = frozenset(differing(old, settings(self.setup)))
        return self._differences[known]


def _finished(advice: Advice) -> Advice:
    """The advice with its cautions, what is needed before what is only better."""
    actions = sorted(advice.actions, key=lambda action: not action.needed)
    return replace(advice, cautions=CAUTIONS.get(advice.step, ()), actions=tuple(actions))
