"""What a setting that is moved at the field opens again on the bench."""

from __future__ import annotations

from mint_lever.bench.engine.change_effects import list_values, touches_of
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import HeldSetting
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.bench.steps import make_bench_run
from mint_lever.field.advice.setting_move import Move
from mint_lever.setup import read_setup
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.device_of_setting import find_device
from mint_lever.setup.edits.path_edit import Change, apply_changes


def list_reopened_steps(run: BenchRun, move: Move) -> tuple[StepName, ...]:
    """Give the steps a move undoes, in the order of work, once its device holds it: those that were
    done and no longer are, and those that were not done anyway.

    What only asked whether the device holds what is written down stays done (:meth:`held_since`).
    """
    of = f"{move.path}.0" if find_row(move.path) is None else move.path
    undone = run.graph.undone_by(touches_of(of, run.setup.arrangement))
    touched = [step.name for step in run.steps if step.name in undone]
    if not any(run.done(name) for name in touched):
        return tuple(touched)
    after = _after(run, move)
    return tuple(name for name in touched if not (run.done(name) and after.done(name)))


def _after(run: BenchRun, move: Move) -> BenchRun:
    """The run with the move made, and said to be held."""
    document = apply_changes(run.setup.as_document(), [Change(move.path, move.new)])
    setup = read_setup(document)
    newest = max((entry.sequence for entry in run.entries), default=0) + 1
    holds = [
        HeldSetting(newest, find_device(path, setup), path, value)
        for path, value in list_values(setup).items()
        if path == move.path or path.startswith(f"{move.path}.")
    ]
    said = [*run.holds, *holds]
    return make_bench_run(setup, run.entries, run.events, run.devices, said, before=run)
