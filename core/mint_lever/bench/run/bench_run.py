"""A bench run: its log held against the present setup, each step's state."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from mint_lever.bench.engine.advice import Advice, Ask, group_actions
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry, Event, HeldSetting
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.wording.device_rounding import on_the_devices
from mint_lever.bench.wording.typography import typeset
from mint_lever.devices import DeviceProfile
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.document import Setup

State = Literal["open", "in hand", "good", "workable", "out", "stale"]


@dataclass(frozen=True)
class Standing:
    """A step's state; ``because`` says what made it stale, ``base`` names the steps it rests on
    that are not done themselves."""

    step: Step
    state: State
    because: tuple[str, ...] = ()
    base: tuple[StepName, ...] = ()


class BenchRun(Readings):
    """A run of the steps it is handed; ``steps`` is the registry, of every arrangement. ``absent``
    are those this setup has not, each with the reason. ``devices`` are the profiles of the devices
    the helicopter has, ``holds`` what these are said to hold, oldest first. What was worked out in
    the run ``before`` of the same helicopter is carried over, so far as nothing it read is another.
    """

    def __init__(
        self,
        setup: Setup,
        entries: Iterable[Entry],
        events: Iterable[Event],
        steps: Sequence[Step],
        devices: Sequence[DeviceProfile] = (),
        holds: Iterable[HeldSetting] = (),
        before: BenchRun | None = None,
    ):
        super().__init__(setup, entries, events, steps, devices, holds)
        missing = {step.name: _why_not(step, setup) for step in steps}
        self._steps: tuple[Step, ...] = tuple(
            sorted((s for s in steps if missing[s.name] is None), key=lambda step: step.place)
        )
        self.absent: tuple[tuple[Step, str], ...] = tuple(
            (step, why) for step in steps if (why := missing[step.name])
        )
        self._by_name = {step.name: step for step in self._steps}
        self._answered = {entry.step for entry in self._entries}
        if before is not None:
            self.carry_over(before)

    @property
    def steps(self) -> tuple[Step, ...]:
        """The steps this setup has, in the order of work."""
        found: tuple[Step, ...] = self._memo.fact(("steps",))
        return found

    def _find_steps(self) -> tuple[Step, ...]:
        return self._steps

    def _has(self, name: StepName) -> bool:
        return bool(self._memo.fact(("has", name)))

    def _find_has(self, name: StepName) -> bool:
        return name in self._by_name

    def _find_answered(self, name: StepName) -> bool:
        return name in self._answered

    def _find_followed_at_all(self, name: StepName) -> bool:
        return any(event.step == name for event in self._events)

    def step(self, name: str) -> Step:
        """Give a step of this arrangement; raises InvalidRequest for another name."""
        if self._has(name):
            return self._by_name[name]
        allowed = "one of " + ", ".join(step.name for step in self.steps)
        raise InvalidRequest([Fault("step", name, allowed)])

    def advice(self, name: StepName) -> Advice:
        """What the step says now."""
        self.step(name)
        found: Advice = self._memo.answer(("written", name))
        return found

    def _find_written(self, name: StepName) -> Advice:
        return typeset(self._unwritten(name))

    def _unwritten(self, name: StepName) -> Advice:
        found: Advice = self._memo.answer(("advice", name))
        return found

    def questions(self, name: StepName) -> tuple[Ask, ...]:
        """What the step asks now."""
        return typeset(self._brief(self.step(name).name)).asks

    def _find_advice(self, name: StepName) -> Advice:
        step = self.step(name)
        waits = tuple(name for name in step.opens_after if not self.done(name))
        return _finished(step, on_the_devices(self, step.advise(self)), waits)

    def barred_by(self, name: StepName) -> tuple[StepName, ...]:
        """What has to be done before anything of a step is read or done: what bars all at this
        power-up, or what stands in for it, and what the step opens after. A figure typed at a desk
        is no reading of a step, and is never barred."""
        step = self.step(name)
        gates = [
            gate.name
            for gate in self.steps
            if gate.bars_all and gate is not step and not self._stood_in_for(gate, step)
        ]
        return tuple(each for each in (*gates, *step.opens_after) if not self.done(each))

    def _stood_in_for(self, gate: Step, step: Step) -> bool:
        """Whether a step needs no gate: it stands in for it, or opens after one that does."""
        stands_in = [each.name for each in self.steps if each.stands_in_for == gate.name]
        return bool({step.name, *step.opens_after}.intersection(stands_in))

    def done(self, name: StepName) -> bool:
        """Whether a step is good or workable and not stale; true for one this run has not."""
        return not self._has(name) or self._state(name)[0] in ("good", "workable")

    @property
    def standings(self) -> list[Standing]:
        """Every step's state in the order of work."""
        states = {step.name: self._state(step.name) for step in self.steps}
        return [
            Standing(
                step,
                *states[step.name],
                base=tuple(
                    name
                    for name in step.rests_on
                    if name in states and states[name][0] not in ("good", "workable")
                ),
            )
            for step in self.steps
        ]

    def next_step(self) -> StepName | None:
        """The first step that is not done, None when all are. After a power-up inside a part that
        needs no gate, that part goes on, from what stands in for the gate."""
        left = [step for step in self.steps if not self.done(step.name)]
        if not left:
            return None
        within = self._going_on(left) if left[0].bars_all else None
        return within or left[0].name

    def _going_on(self, left: Sequence[Step]) -> StepName | None:
        """Where work goes on that the gate, the first step left, does not bar; None elsewhere."""
        gate, parts = left[0], [step for step in left[1:] if self._stood_in_for(left[0], step)]
        if not parts:
            return None
        stands_in = next(step for step in self.steps if step.stands_in_for == gate.name)
        if self.done(stands_in.name):
            return parts[0].name
        powered = max((e.sequence for e in self.events if "power" in e.aspects), default=-1)
        before = [(e.sequence, e.step) for e in self.entries if e.sequence < powered]
        before += [(e.sequence, e.step) for e in self.events if e.step and e.sequence < powered]
        at_hand = self._by_name.get(max(before)[1] or "") if before else None
        was_inside = at_hand is not None and self._stood_in_for(gate, at_hand)
        return stands_in.name if was_inside else None

    def _state(self, name: StepName) -> tuple[State, tuple[str, ...]]:
        found: tuple[State, tuple[str, ...]] = self._memo.answer(("state", name))
        return found

    def _find_state(self, name: StepName) -> tuple[State, tuple[str, ...]]:
        if not self._memo.fact(("answered", name)):
            followed = self._memo.fact(("followed_at_all", name))
            return ("in hand" if followed else "open"), ()
        advice = self._brief(name)
        because: set[str] = set()
        # A look that another step asked for as well is this step's own.
        steps = (name, *self._by_name[name].looked_at_with)
        for ask in advice.asks:
            readings = [] if ask.optional else self.all(name, ask.key)
            held = any(self.held(step, ask.key) for step in steps)
            if readings and not held and not self.replaced(readings[-1]):
                because |= self.undone(readings[-1])
        if because:
            return "stale", tuple(sorted(because))
        if advice.outcome is None or advice.outcome == "begun":
            return "in hand", ()
        return advice.outcome, ()

    def _brief(self, name: StepName) -> Advice:
        found: Advice = self._memo.answer(("brief", name))
        return found

    def _find_brief(self, name: StepName) -> Advice:
        brief = self._by_name[name].brief
        return self._unwritten(name) if brief is None else brief(self)


def _why_not(step: Step, setup: Setup) -> str | None:
    """Why a setup has not got a step, "" where there is nothing to say; None where it has."""
    if not step.here(setup.arranged):
        return step.absent
    return step.not_needed(setup) or None


def _finished(step: Step, advice: Advice, waits: tuple[StepName, ...]) -> Advice:
    """The advice with its cautions and what it waits for, what goes together as one act, what is
    needed before what is only better. Nothing is done to what is not open yet."""
    actions = sorted(group_actions(advice.actions), key=lambda action: not action.needed)
    return replace(
        advice,
        cautions=step.cautions,
        actions=() if waits else tuple(actions),
        waits_for=waits,
    )
