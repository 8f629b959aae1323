"""Advice that is followed, and what readings teach, written down. All or nothing, always."""

import uuid
from collections.abc import Mapping, Sequence

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import (
    Action,
    StepName,
    learn_lengths,
    make_action_event,
    work_by_hand,
)
from mint_lever.measure import Parameter
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.practice import find_simulated
from mint_lever_server.bench.run_log import (
    NOBODY,
    Sender,
    begin_run,
    bench_of,
    claim_version,
    edit_draft_on_table,
    write_down,
)
from mint_lever_server.bench.step_gates import refuse_out_of_order
from mint_lever_server.bench.stored_run import run_at, setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.services import taken_once


@transaction.atomic
def do_advised(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    sequence: int,
    step: str,
    key: str,
    sender: Sender = NOBODY,
) -> Bench:
    """Do what a step advises: its settings into the draft; by hand it was or is done.

    ``sequence`` is the log's as the page shows it: advice that has changed since is not followed.
    """
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    run = run_at(bench)
    name = run.step(step).name
    refuse_out_of_order(run, name)
    action = next((a for a in run.advice(name).actions if a.key == key), None)
    if action is None or bench.sequence != sequence:
        raise Refused(
            409,
            "The advice has changed",
            "Readings came in since this page was shown. Look at the step again.",
        )
    return do_action(pilot, bench, version, name, action, sender)


@transaction.atomic
def write_lesson_down(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    parameters: Sequence[Parameter],
    measured_sd_mm: Mapping[Parameter, float],
    sender: Sender = NOBODY,
) -> Bench:
    """Write down the lengths that the readings teach."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    lesson = learn_lengths(run_at(bench), parameters, measured_sd_mm)
    if lesson.action is None:
        raise Refused(409, "There is nothing to write down")
    return do_action(pilot, bench, version, "cyclic_throw", lesson.action, sender)


def do_action(
    pilot: User, bench: Bench, version: int, step: StepName, action: Action, sender: Sender
) -> Bench:
    """Put what an action sets into the draft, do its work by hand on a simulated model, log it."""
    event = make_action_event(0, step, action, setup_at(bench))
    before = bench.helicopter.draft.position
    begin_run(bench, sender)
    if action.changes:
        edit_draft_on_table(pilot, bench, version, action.changes)
    if bench.simulated is not None and action.work:
        model = find_simulated(bench)
        for work in action.work:
            work_by_hand(model, work)
        bench.truth = model.truth.model_dump(mode="json")
    write_down(
        bench,
        LogEntry.Kind.ACT,
        sender,
        step=event.step or "",
        key=action.key,
        label=action.text[:500],
        draft_before=before,
        value={
            "aspects": event.aspects,
            "keys": event.keys,
            "changed": event.changed,
            "learned": {path: list(pair) for path, pair in event.learned.items()},
            "predicts": [[p.key, p.value, p.within] for p in event.predicts],
            "work": [[w.kind, w.index, w.amount, w.arm] for w in event.work],
        },
    )
    return bench
