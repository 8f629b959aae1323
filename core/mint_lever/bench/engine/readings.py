"""Reading the log: which answers still hold on the present setup, and what undid the others."""

from __future__ import annotations

from abc import ABC, abstractmethod
from bisect import bisect_right
from collections.abc import Callable, Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import inf
from statistics import fmean
from typing import Any, NamedTuple, TypeVar

from mint_lever.axes import Function
from mint_lever.bench.engine.advice import Mark
from mint_lever.bench.engine.change_effects import (
    Aspect,
    changed_paths,
    differing,
    handwork,
    list_values,
    touches_of,
    touches_of_work,
    words_of,
)
from mint_lever.bench.engine.dependency_graph import Graph, Node, StepName
from mint_lever.bench.engine.log import Entry, Event, HeldSetting
from mint_lever.bench.engine.run_facts import Facts
from mint_lever.bench.engine.typed_signs import SIGN
from mint_lever.devices import DeviceProfile, GaugeFigures
from mint_lever.devices.dials import function_way
from mint_lever.model.chain.control_chain import Chain, chain_of
from mint_lever.model.chain.motion_directions import Direction
from mint_lever.modes.bench_mode import bench_mode, shortens_cyclic
from mint_lever.setup.arrangement import ArrangementName
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.read_tracking import plain

Made = TypeVar("Made")


@dataclass(frozen=True, kw_only=True)
class Ruled(Node):
    """A step as the log is read for it.

    ``spares`` (run, question's key, changed path): whether a changed setting leaves that reading
    standing although it belongs to the step; ``spares_work`` the same of work by hand. ``repeats``
    is how far two readings of one thing lie apart on a good instrument, in the questions' own unit.
    ``by_gauge``: its readings are those of the pilot's pitch gauge, and one that repeats worse
    than that widens it. ``full_cyclic``: its readings are of full cyclic stick; those of a mode
    that sent less of it stand only while its rates do. ``looked_at_with`` are steps whose looks are
    the same looks: following either's advice asks for both anew. ``shows`` says of an answer which
    directions of the model it shows to be right, and which to be wrong. ``refutes`` says of an
    answer which questions of other steps it takes back: they are to be looked at again. ``lasting``
    are keys of questions about the pilot's own tools: nothing done to the model or its settings
    undoes their answers.
    """

    spares: Callable[[Readings, str, str], bool] | None = None
    spares_work: Callable[[Readings, str, Aspect], bool] | None = None
    repeats: float = 0.2
    by_gauge: bool = False
    full_cyclic: bool = False
    looked_at_with: tuple[StepName, ...] = ()
    shows: Callable[[Entry], Mapping[Direction, bool]] | None = None
    refutes: Callable[[Entry], Collection[tuple[StepName, str]]] | None = None
    lasting: frozenset[str] = frozenset()


def figure(entry: Entry) -> float:
    """The figure a numeric question was answered with."""
    return float(entry.value)  # type: ignore[arg-type]


@lru_cache(maxsize=16)
def _graph(steps: tuple[Ruled, ...], arrangement: ArrangementName) -> Graph:
    return Graph(steps)


@lru_cache(maxsize=65536)
def _undoes(graph: Graph, arrangement: ArrangementName, path: str, step: StepName) -> bool:
    """Whether changing one setting undoes a step; asked of every reading on every run."""
    return step in graph.undone_by(touches_of(path, arrangement))


class _Since(NamedTuple):
    """A setup, by identity, and how many things learned were known by then."""

    setup: int
    knew: int


class Readings(Facts, ABC):
    """One helicopter's log on its present setup, as the steps read it."""

    def __init__(
        self,
        setup: Setup,
        entries: Iterable[Entry],
        events: Iterable[Event],
        steps: Sequence[Ruled],
        devices: Sequence[DeviceProfile] = (),
        holds: Iterable[HeldSetting] = (),
    ):
        super().__init__(setup, entries, events, devices, holds)
        here = tuple(step for step in steps if step.here(setup.arranged))
        self.graph = _graph(here, setup.arrangement)
        self.rules_of: dict[StepName, Ruled] = {step.name: step for step in here}
        self._differences: dict[_Since, frozenset[str]] = {}
        self._refuted = self._newest_refuting()

    def carry_over(self, before: Facts) -> None:
        """Take over what was worked out in a run before, so far as it stands; of other steps
        nothing does."""
        if isinstance(before, Readings) and before.graph is self.graph:
            super().carry_over(before)

    def _find_refuted_by(self, name: StepName, key: str) -> Entry | None:
        return self._refuted.get((name, key))

    def held_since(self, step: StepName, key: str, path: str) -> bool:
        """Whether, after a question of a step was answered last, the pilot said that the device
        holds what the setup has at ``path`` now."""
        said = next((held for held in reversed(self.holds) if held.path == path), None)
        answers = self.all(step, key)
        if said is None or not answers or said.sequence < answers[-1].sequence:
            return False
        return bool(said.value == list_values(self.setup).get(path))

    @abstractmethod
    def done(self, name: StepName) -> bool:
        """Whether a step is good or workable and not stale; true for one this run has not."""

    @property
    def chain(self) -> Chain:
        """The chain of the present setup."""
        return chain_of(self.setup)

    @property
    def gauge(self) -> GaugeFigures:
        """The pilot's pitch gauge, by its profile; without one as gauges are (F23)."""
        known = [device.gauge for device in self.devices if device.gauge is not None]
        return known[-1] if known else GaugeFigures()

    @property
    def mode(self) -> ModeName:
        """The flight mode the bench is worked in."""
        return bench_mode(self.setup)

    def held(self, name: StepName, key: str) -> Sequence[Entry]:
        """The readings of one question that still hold, oldest first."""
        found: Sequence[Entry] = self._memo.answer(("held", name, key))
        return found

    def _find_held(self, name: StepName, key: str) -> Sequence[Entry]:
        return [each for each in self.all(name, key) if self._still_holds(each)]

    def counted(self, name: StepName, key: str) -> Sequence[Entry]:
        """The readings of a numeric question that count together.

        The newest one, with those before it that agree with it as far as the instrument repeats,
        or that the pilot asked to take together with it. Any other it replaces.
        """
        found: Sequence[Entry] = self._memo.answer(("counted", name, key))
        return found

    def _find_counted(self, name: StepName, key: str) -> Sequence[Entry]:
        return _together(self.held(name, key), self._repeats(name))

    def answer(self, name: StepName, key: str) -> Any:
        """The newest answer that holds, None without one."""
        held = self.held(name, key)
        return held[-1].value if held else None

    def mean(self, name: StepName, key: str) -> float | None:
        """The mean of the readings that count together: a gauge is read again to be sure."""
        found: float | None = self._memo.answer(("mean", name, key))
        return found

    def _find_mean(self, name: StepName, key: str) -> float | None:
        counted = self.counted(name, key)
        return fmean(figure(entry) for entry in counted) if counted else None

    def comparable(self, name: StepName, key: str, control: str) -> list[Entry]:
        """Readings of a question that differ from now in nothing but one control's setting; of
        several at one setting, those that count together."""
        alike = [
            entry
            for entry in self.all(name, key)
            if not self.undone(entry, control) and not self._reworked(entry)
        ]
        at: dict[Any, list[Entry]] = {}
        for entry in alike:
            at.setdefault(list_values(entry.setup).get(control), []).append(entry)
        kept = {
            each.sequence for group in at.values() for each in _together(group, self._repeats(name))
        }
        return [entry for entry in alike if entry.sequence in kept]

    def marks(self, name: StepName, key: str) -> tuple[Mark, ...]:
        """Every reading of a numeric question, for a ruler."""
        counted = {entry.sequence for entry in self.counted(name, key)}
        return tuple(
            Mark(figure(e), e.sequence, e.sequence in counted) for e in self.all(name, key)
        )

    def memo(self, name: str, make: Callable[[], Made]) -> Made:
        """Give what ``make`` makes of this run and nothing else, made only once: steps share what
        costs time."""
        made: Made = self._memo.made(("memo", name), make)
        return made

    def unit_side(self, stick_pct: float) -> int:
        """Give 1 when a collective stick (percent, not 0) is above the unit's centre, else −1.

        A collective that was turned round for the swash's sake arrives the other way.
        """
        return self.unit_way("collective") * (1 if stick_pct > 0 else -1)

    def unit_way(self, function: Function) -> int:
        """Give 1 where the stick up, right or forward makes a positive command, else −1.

        What the unit was seen to show decides; before anybody looked, the setup's own channels do.
        """
        if self.setup.mixing_unit is None and function != "rudder":
            return function_way(self.setup, function)
        seen = self.mean("arrival", f"{function}.high")
        sent = getattr(self.setup.transmitter.channels, function).reversed
        if self.setup.mixing_unit is not None:
            sent ^= getattr(self.setup.mixing_unit.display, function).reversed
        backward = seen < 0 if seen is not None else sent
        if self.setup.mixing_unit is not None:
            backward ^= getattr(self.setup.mixing_unit.function_reversed, function, False)
        return -1 if backward else 1

    def undone(self, entry: Entry, control: str | None = None) -> frozenset[str]:
        """What was touched or changed since that undoes a reading, in words; empty while it stands.

        ``control`` is a setting whose change is left out of account.
        """
        found: frozenset[str] = self._memo.answer(("undone", entry.sequence, control))
        return found

    def replaced(self, entry: Entry) -> bool:
        """Whether advice of the entry's own step was followed after it: that asks for the reading
        once more, and the old one counts no longer."""
        rules = self.rules_of.get(entry.step)
        if rules and entry.key in rules.lasting:
            return False
        steps = (entry.step, *(rules.looked_at_with if rules else ()))
        return any(self._came_after("followed", entry, step) for step in steps)

    def _came_after(self, what: str, entry: Entry, step: StepName) -> bool:
        """Whether something done by a step, for this question or for all, came after an entry."""
        newest = max(self._memo.fact((what, step, key)) for key in ("", entry.key))
        return bool(newest > entry.sequence)

    def _newest_refuting(self) -> dict[tuple[StepName, str], Entry]:
        """The newest answers that take a question of another step back."""
        refuted: dict[tuple[StepName, str], Entry] = {}
        for (step, _), entries in self._answers.items():
            refutes = self.rules_of[step].refutes if step in self.rules_of else None
            for question in refutes(entries[-1]) if refutes is not None else ():
                refuted[question] = entries[-1]
        return refuted

    def _still_holds(self, entry: Entry) -> bool:
        return not self.replaced(entry) and not self.undone(entry)

    def _repeats(self, name: StepName) -> float:
        rules = self.rules_of.get(name)
        if rules is None:
            return 0.0
        # Two readings may each be off by as much as the gauge repeats.
        return max(rules.repeats, 2 * self.gauge.repeats_deg) if rules.by_gauge else rules.repeats

    def _reworked(self, entry: Entry) -> bool:
        """Whether this step's own advice had something done by hand since."""
        return self._came_after("worked", entry, entry.step)

    def _find_undone(self, sequence: int, control: str | None) -> frozenset[str]:
        entry: Entry | None = self._memo.fact(("entry", sequence))
        if entry is None:
            return frozenset()  # struck out since: whoever read it reads it no longer
        rules = self.rules_of.get(entry.step)
        if rules and entry.key in rules.lasting:
            return frozenset()
        about = entry.key.removeprefix(SIGN)
        changed = self._changed(entry)
        because = self._undone_by(entry.step, about, control, changed)
        if rules and rules.full_cyclic:
            because |= {words_of(path) for path in changed if shortens_cyclic(entry.setup, path)}
        refuted = self._memo.fact(("refuted_by", entry.step, entry.key))
        if refuted is not None and refuted.sequence > entry.sequence:
            because |= {f"what “{self.rules_of[refuted.step].title}” shows"}
        work = self._work(entry.step)
        if not work:
            return because
        spares_work = None if rules is None else rules.spares_work
        return because | {
            handwork(aspect).words
            for event, aspect in work
            if event.sequence > entry.sequence and event.step != entry.step
            if spares_work is None or not spares_work(self, about, aspect)
        }

    def _undone_by(
        self, step: StepName, key: str, control: str | None, changed: frozenset[str]
    ) -> frozenset[str]:
        """Which of the settings changed since undo a question's readings, in words; ``control`` is
        left out of account."""
        rules = self.rules_of.get(step)
        spares = None if rules is None else rules.spares
        arrangement = self.setup.arrangement
        return frozenset(
            words_of(path)
            for path in changed
            if path != control and _undoes(self.graph, arrangement, path, step)
            if spares is None or not spares(self, key, path)
        )

    def work_undoing(
        self,
        steps: Collection[StepName],
        after: int,
        before: float = inf,
        but_of: StepName | None = None,
    ) -> set[str]:
        """Give, in words, the work by hand that undoes one of some steps: between two places in
        the log, and not by advice of the step ``but_of``."""
        return {
            handwork(aspect).words
            for step in steps
            for event, aspect in self._work(step)
            if after < event.sequence < before and (but_of is None or event.step != but_of)
        }

    def works_before(self, step: StepName, entry: Entry) -> int:
        """How often, before an entry, work by hand was done that undoes a step."""
        before = {e.sequence for e, _ in self._work(step) if e.sequence < entry.sequence}
        return len(before)

    def _work(self, step: StepName) -> list[tuple[Event, Aspect]]:
        """The work by hand that undoes a step, oldest first."""
        found: list[tuple[Event, Aspect]] = self._memo.answer(("work", step))
        return found

    def _find_work(self, step: StepName) -> list[tuple[Event, Aspect]]:
        return [
            (event, aspect)
            for event in self.by_hand
            for aspect in event.aspects
            if step in self.graph.undone_by(touches_of_work(aspect, self.setup.arrangement))
        ]

    def _changed(self, entry: Entry) -> frozenset[str]:
        """The settings that are not as they were for this reading.

        What was only learned since counts as having been so all along: the metal is the same.
        """
        learned: Sequence[Event] = self._memo.fact(("learned",))
        now = plain(self.setup)
        knew = bisect_right(learned, entry.sequence, key=lambda event: event.sequence)
        since = _Since(id(entry.setup), knew)
        if since not in self._differences:
            self._differences[since] = (
                _as_if_known(entry.setup, learned[knew:], now)
                if learned[knew:]
                else changed_paths(entry.setup, now)
            )
        return self._differences[since]


def _as_if_known(then: Setup, learned: Sequence[Event], now: Setup) -> frozenset[str]:
    old = list_values(then)
    for event in learned:
        now_known = {
            path: after
            for path, (before, after) in event.learned.items()
            if old.get(path) == before
        }
        old = {**old, **now_known}
    return frozenset(differing(old, list_values(now)))


def _together(entries: Sequence[Entry], repeats: float) -> list[Entry]:
    if not entries:
        return []
    newest = entries[-1]
    kept = [newest]
    for entry in reversed(entries[:-1]):
        near = abs(figure(entry) - figure(newest)) <= repeats + 1e-9
        if not (kept[-1].joins or near):
            break
        kept.append(entry)
    return kept[::-1]
