"""Readings: entered, put right, struck out. All or nothing, always."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from mint_lever.bench import (
    StepName,
    check_answer,
    make_answer_changes,
)
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import (
    NOBODY,
    Sender,
    begin_run,
    bench_of,
    claim_version,
    edit_draft_on_table,
    write_down,
)
from mint_lever_server.bench.step_gates import find_question, refuse_out_of_order
from mint_lever_server.bench.stored_run import log_of, run_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.services import taken_once


@transaction.atomic
def add_reading(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    step: str,
    key: str,
    value: Any,
    joins: bool = False,
    sender: Sender = NOBODY,
    read_to: int | None = None,
) -> Bench:
    """Log an answer to a question of a step; raises for one that is not asked or makes no sense.

    What was said about the metal is written into the setup at once. ``joins`` asks for the mean
    with the readings before it. ``read_to`` is the place in the log up to which the sender has read
    it: the same question answered after that is not overwritten.
    """
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    run = run_at(bench)
    name = run.step(step).name
    ask = find_question(run, name, key)
    good = check_answer(ask, value)
    refuse_out_of_order(run, name)
    _not_answered_since(bench, name, key, read_to)
    before = bench.helicopter.draft.position
    if changes := make_answer_changes(ask, good):
        edit_draft_on_table(pilot, bench, version, changes)
    what = {"step": name, "key": key, "label": ask.label, "value": good, "joins": joins}
    what["draft_before"] = before
    begin_run(bench, sender)
    write_down(bench, LogEntry.Kind.READING, sender, **what)
    return bench


@transaction.atomic
def replace_reading(
    pilot: User, helicopter_id: uuid.UUID, sequence: int, value: Any, sender: Sender = NOBODY
) -> Bench:
    """Put a mistyped reading right: the new one stands where the old one stood, struck out."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    old = find_entry(bench, sequence)
    if old.kind != LogEntry.Kind.READING or old.struck:
        raise Refused(409, "Only a reading that counts can be edited")
    ask = find_question(run_at(bench), old.step, old.key)
    good = check_answer(ask, value)
    old.struck = True
    old.changed_at = bench.sequence + 1  # the count of the entry that takes its place
    old.save()
    write_down(
        bench,
        LogEntry.Kind.READING,
        sender,
        step=old.step,
        key=old.key,
        label=old.label,
        value=good,
        joins=old.joins,
        stands_at=old.stands_at,
        document=old.document,
        replaces=old,
    )
    return bench


@transaction.atomic
def strike_entry(
    pilot: User, helicopter_id: uuid.UUID, sequence: int, struck: bool, sender: Sender = NOBODY
) -> Bench:
    """Strike an entry out, or let it count again."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    entry = find_entry(bench, sequence)
    replaced = LogEntry.objects.filter(replaces=entry, struck=False).exists()
    if not struck and replaced:
        raise Refused(409, "An edited reading stands in its place", "Strike that one out first.")
    bench.sequence += 1
    bench.save()
    entry.struck = struck
    entry.changed_at = bench.sequence
    entry.save()
    return bench


def _not_answered_since(bench: Bench, step: StepName, key: str, read_to: int | None) -> None:
    """Refuse an answer to a question that was answered elsewhere since its page read the log."""
    answers = log_of(bench, bench.simulated).answers.get((step, key), ())
    if read_to is None or not answers or answers[-1].sequence <= read_to:
        return
    raise Refused(
        409,
        "Answered elsewhere meanwhile",
        f"Another tab or device answered it with {answers[-1].value} since this page read the log. "
        "What you entered is still here: look, then answer again if yours is the right one.",
    )


def find_entry(bench: Bench, sequence: int) -> LogEntry:
    """Give a line of the log of the model on the table; not found where there is none."""
    entry = LogEntry.objects.filter(
        helicopter=bench.helicopter_id, sequence=sequence, simulated=bench.simulated
    ).first()
    if entry is None:
        raise Http404
    return entry
