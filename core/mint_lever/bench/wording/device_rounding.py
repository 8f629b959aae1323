"""What a step advises, as the helicopter's own devices can hold it and in their words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from mint_lever.bench.engine.advice import Action, Advice, Prediction
from mint_lever.bench.engine.change_effects import list_values
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings
from mint_lever.devices import round_to_devices, write_on_devices
from mint_lever.setup.edits.path_edit import Change

_STOP = "{device} has no finer step there: its next one overshoots by as much as is left."


def on_the_devices(run: Readings, advice: Advice) -> Advice:
    """Put each action on the scale of the device that is to be set.

    What is written down is what the device then holds. An action whose every figure the device
    leaves as it is would be none: the summary says so.
    """
    if not run.devices or not any(action.changes for action in advice.actions):
        return advice
    kept: list[Action] = []
    stopped = ""
    for action in advice.actions:
        held = round_to_devices(run.devices, action.changes)
        said = write_on_devices(run.devices, run.setup, action.changes, run.mode)
        short = [each.device for each in said if each.rounded]
        if short and not action.work and not _moves(run, held):
            stopped = short[0]
            continue
        predicts = tuple(_after(run, advice.step, action, held, each) for each in action.predicts)
        kept.append(replace(action, changes=held, predicts=predicts, on_devices=said))
    summary = advice.summary
    if stopped:
        summary = f"{summary} {_STOP.format(device=stopped)}".strip()
    return replace(advice, actions=tuple(kept), summary=summary)


def _moves(run: Readings, changes: Sequence[Change]) -> bool:
    """Whether a change puts something else where it goes than stands there."""
    now = list_values(run.setup)
    return any(now.get(change.path) != change.value for change in changes)


def _after(
    run: Readings, step: StepName, action: Action, held: Sequence[Change], expected: Prediction
) -> Prediction:
    """What a reading should be after the step that the device really makes: as much of the way as
    its one figure goes."""
    before = run.mean(step, expected.key)
    if len(held) != 1 or held[0] == action.changes[0] or before is None:
        return expected
    now = list_values(run.setup)[held[0].path]
    share = (held[0].value - now) / (action.changes[0].value - now)
    return replace(expected, value=before + (expected.value - before) * share)
