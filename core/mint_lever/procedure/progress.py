"""Where a bench run stands: each step's state from what was recorded, and fitness to fly.

A record belongs to the setup it was taken on. What was touched or edited since makes the steps
that rest on it stale; nothing recorded is ever forgotten, it only stops counting.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from mint_lever.procedure.graph import redo_after
from mint_lever.procedure.steps import Aspect, Step, StepName, steps_for
from mint_lever.procedure.touched import aspects_changed
from mint_lever.setup.document import Setup

State = Literal["open", "in hand", "good", "workable", "out", "stale"]
Outcome = Literal["begun", "good", "workable", "out"]


@dataclass(frozen=True)
class Record:
    """One outcome of a step, in the order things happened (``moment`` counts up)."""

    step: StepName
    outcome: Outcome
    moment: int
    setup: Setup
    simulated: bool = False


@dataclass(frozen=True)
class Touched:
    """Something a pilot says was worked on, or a power-up, at a moment."""

    aspects: tuple[Aspect, ...]
    moment: int


@dataclass(frozen=True)
class Standing:
    """A step's state; ``because`` names the aspects that made it stale."""

    step: Step
    state: State
    because: tuple[Aspect, ...] = ()


@dataclass(frozen=True)
class Fitness:
    """Whether the helicopter may be called fit to fly, and every reason why not."""

    fit: bool
    withheld: tuple[str, ...]


def standings(
    setup: Setup,
    records: Sequence[Record],
    touched: Sequence[Touched] = (),
    simulated_bench: bool = False,
) -> list[Standing]:
    """Give the state of every step of the setup's arrangement, in the order of work.

    Simulated records count only where the bench itself is the simulated one; real ones never
    count there.
    """
    steps = steps_for(setup.arrangement)
    counted = [record for record in records if record.simulated == simulated_bench]
    return [_standing(step, steps, setup, counted, touched) for step in steps]


def fitness(setup: Setup, records: Sequence[Record], touched: Sequence[Touched] = ()) -> Fitness:
    """Judge fitness to fly of a real helicopter: every step good or workable, none of it stale.

    The swash corrections and the final directions must have been confirmed on exactly this setup,
    whatever the difference: they are what a crash in the first second hangs on.
    """
    withheld = []
    for standing in standings(setup, records, touched):
        title = standing.step.title.lower()
        if standing.state == "stale":
            withheld.append(f"{title}: {', '.join(standing.because)} changed since it was done")
        elif standing.state not in ("good", "workable"):
            withheld.append(f"{title}: {standing.state}")
        elif standing.step.name in ("corrections", "final_directions"):
            last = _last(standing.step.name, [r for r in records if not r.simulated])
            if last is not None and last.setup != setup:
                withheld.append(f"{title}: not yet confirmed on this setup")
    return Fitness(not withheld, tuple(withheld))


def _standing(
    step: Step,
    steps: tuple[Step, ...],
    setup: Setup,
    records: Sequence[Record],
    touched: Sequence[Touched],
) -> Standing:
    last = _last(step.name, records)
    if last is None:
        return Standing(step, "open")
    changed = aspects_changed(last.setup, setup)
    for event in touched:
        if event.moment > last.moment:
            changed |= set(event.aspects)
    because = tuple(sorted(aspect for aspect in changed if step in redo_after([aspect], steps)))
    if because:
        return Standing(step, "stale", because)
    return Standing(step, "in hand" if last.outcome == "begun" else last.outcome)


def _last(step: StepName, records: Sequence[Record]) -> Record | None:
    own = [record for record in records if record.step == step]
    return max(own, key=lambda record: record.moment) if own else None
