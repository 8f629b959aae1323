"""Two setups beside one another: by device, from → to, and what that does at the blade."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from mint_lever.bench.engine.change_effects import touched_by_difference
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.bench.run.setting_differences import SettingDifference, list_differences
from mint_lever.records.pitch_difference import PitchDifference, farthest, pitches
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.setting_description import Device, Stage

MOST_WORKED_OUT = 12
"""Differences whose effect is worked out one by one. Of more, as of two helicopters, it is worked
out of all together."""
_STILL: frozenset[Stage] = frozenset(("whole", "drive"))
_SPEED = ".head_speed_rpm"


@dataclass(frozen=True)
class Difference:
    """One setting, or one curve, that is another: values in words with their ``unit``, and its own
    ``effect``, None where it moves no blade or nobody worked it out."""

    device: Device
    path: str
    name: str
    before: str
    after: str
    unit: str
    effect: PitchDifference | None


@dataclass(frozen=True)
class Comparison:
    """``differences`` go by device, then as the document has them. ``effect`` is that of all of
    them together; ``stale`` are the steps of the bench that going from one to the other undoes."""

    differences: tuple[Difference, ...]
    effect: PitchDifference | None
    stale: tuple[tuple[StepName, str], ...]


@dataclass(frozen=True)
class LostReadings:
    """Readings that hold now and would not on the other setup: how many of a step."""

    step: StepName
    title: str
    readings: int


def compare_setups(run: BenchRun, other: Setup) -> Comparison:
    """Say in what another setup differs from the one of a run, and what going there would do."""
    sides = _Sides(run.setup, other)
    found = list_differences(sides.one, other)
    single = len(found) <= MOST_WORKED_OUT
    undone = run.graph.undone_by(touched_by_difference(sides.one, other))
    together = farthest(sides.stands, pitches(other, sides.modes)) if found else None
    return Comparison(
        differences=tuple(_difference(sides, each, single) for each in found),
        effect=together,
        stale=tuple((step.name, step.title) for step in run.steps if step.name in undone),
    )


def list_lost_readings(now: BenchRun, there: BenchRun) -> tuple[LostReadings, ...]:
    """Say which readings of a run no longer hold in the same run on another setup."""
    lost = []
    for step in now.steps:
        keys = {entry.key for entry in now.entries if entry.step == step.name}
        count = sum(len(now.held(step.name, key)) - len(there.held(step.name, key)) for key in keys)
        if count > 0:
            lost.append(LostReadings(step.name, step.title, count))
    return tuple(lost)


class _Sides:
    """The two setups, with what is asked of both again and again."""

    def __init__(self, one: Setup, other: Setup):
        self.one, self.other = one, other
        there = other.transmitter.modes.names()
        self.modes = tuple(name for name in one.transmitter.modes.names() if name in there)
        self.stands = pitches(one, self.modes)


def _difference(sides: _Sides, each: SettingDifference, single: bool) -> Difference:
    return Difference(
        device=each.device,
        path=each.path,
        name=each.name,
        before=each.before,
        after=each.after,
        unit=each.unit,
        effect=_effect(sides, each) if single else None,
    )


def _effect(sides: _Sides, each: SettingDifference) -> PitchDifference | None:
    if each.path.endswith(_SPEED):
        both = each.old is not None and each.new is not None
        return (
            PitchDifference(abs(each.new - each.old), "rpm", "head speed", "steady")
            if both
            else None
        )
    if each.row.about.record or each.row.stage in _STILL:
        return None
    alone = _with(sides.one, sides.other, each.path.split("."))
    return None if alone is None else farthest(sides.stands, pitches(alone, sides.modes))


def _with(one: Any, other: Any, steps: Sequence[str]) -> Any:
    """One setup with what stands at a place of another; None where either has no such place."""
    if not steps:
        return other
    name, rest = steps[0], steps[1:]
    if isinstance(one, list):
        index = int(name)
        if not isinstance(other, list) or index >= min(len(one), len(other)):
            return None
        inner = _with(one[index], other[index], rest)
        return None if inner is None else [*one[:index], inner, *one[index + 1 :]]
    if not isinstance(one, Part) or not isinstance(other, Part):
        return None
    old, new = getattr(one, name), getattr(other, name)
    inner = _with(old, new, rest) if rest else new
    return None if rest and inner is None else one.model_copy(update={name: inner})
