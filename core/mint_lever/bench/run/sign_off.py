"""The end of an evening: what was set, what is open, what is only workable."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.audit import join_findings
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.run.bench_run import BenchRun, State
from mint_lever.bench.run.setting_differences import list_differences
from mint_lever.setup.document import Setup
from mint_lever.setup.setting_description import Device


@dataclass(frozen=True)
class WasSet:
    """One setting that is otherwise than it was saved, on the device that holds it."""

    path: str
    name: str
    device: Device
    before: str
    after: str
    unit: str


@dataclass(frozen=True)
class LeftOpen:
    """A step that is not done, or done no better than workable, and why in words."""

    step: StepName
    label: str
    title: str
    state: State
    words: str


@dataclass(frozen=True)
class SignedOff:
    """What an evening comes to. ``was_set`` goes by device, then as the document has it;
    ``cautions`` are what the audit still says."""

    was_set: tuple[WasSet, ...]
    left_open: tuple[LeftOpen, ...]
    cautions: tuple[str, ...]


def sign_off(run: BenchRun, before: Setup | None) -> SignedOff:
    """Sum a run up against the setup that was saved last; None where nothing was saved yet, so that
    nothing can be said of what was set."""
    return SignedOff(
        was_set=() if before is None else was_set(before, run.setup),
        left_open=tuple(_left_open(run)),
        cautions=tuple(f.found for f in join_findings(audit_run(run)) if f.severity != "look"),
    )


def was_set(before: Setup, after: Setup) -> tuple[WasSet, ...]:
    """Give every setting in which two setups differ, as it was and as it is; a curve as one."""
    return tuple(
        WasSet(each.path, each.name, each.device, each.before, each.after, each.unit)
        for each in list_differences(before, after)
    )


def _left_open(run: BenchRun) -> list[LeftOpen]:
    left = []
    for standing in run.standings:
        if standing.state == "good":
            continue
        step = standing.step
        words = run.advice(step.name).summary
        if standing.state == "stale":
            words = f"changed since it was done: {', '.join(standing.because)}"
        left.append(LeftOpen(step.name, step.label, step.title, standing.state, words))
    return left
