"""What a pilot does at the bench: read, act, touch, pause, practise. All or nothing, always."""

import secrets
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

import numpy as np
from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from mint_lever.bench import (
    WORKED_ON,
    Action,
    Answer,
    Ask,
    BenchRun,
    SimulatedHelicopter,
    StepName,
    Truth,
    check_answer,
    learn_lengths,
    make_action_event,
    make_answer_changes,
    random_truth,
    read_setting,
    take_reading,
    work_by_hand,
)
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure import Parameter
from mint_lever.setup import Change, find_device, find_row, name_path
from mint_lever_server.accounts.quotas import anybodys, full, quota_of
from mint_lever_server.bench.log_cache import CLOCK
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of, run_at, setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.documents import kept_today
from mint_lever_server.hangar.services import edit_draft, forget_draft, owned, state_of, taken_once
from mint_lever_server.hangar.services import put_on_table as swap_drafts


@dataclass(frozen=True)
class Sender:
    """Who sent something: its own id for it, the time on its clock, the setup the pilot saw."""

    id: uuid.UUID | None = None
    at: datetime | None = None
    saw: str = ""
    place: str = LogEntry.Place.BENCH

    def of_several(self) -> "Sender":
        """The same for one entry of several that were sent as one: each has an id of its own."""
        return replace(self, id=None)


NOBODY = Sender()
_TABLE = "table"
"""The key of a pause that the pilot did not ask for: another model was put on the table."""


def bench_of(pilot: User, helicopter_id: uuid.UUID) -> Bench:
    """The bench of a pilot's own helicopter, laid out on the first visit."""
    helicopter = owned(pilot, helicopter_id, "bench")
    bench: Bench | None = getattr(helicopter, "bench", None)
    if bench is None:
        bench, _ = Bench.objects.get_or_create(helicopter=helicopter)
    bench.helicopter = helicopter
    return bench


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
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim(bench, version)
    run = run_at(bench)
    name = run.step(step).name
    ask = _asked(run, name, key)
    good = check_answer(ask, value)
    _safe_first(run, name)
    _not_answered_since(bench, name, key, read_to)
    before = bench.helicopter.draft.position
    if changes := make_answer_changes(ask, good):
        edit(pilot, bench, version, changes)
    what = {"step": name, "key": key, "label": ask.label, "value": good, "joins": joins}
    what["draft_before"] = before
    _begun(bench, sender)
    write_down(bench, LogEntry.Kind.READING, sender, **what)
    return bench


@transaction.atomic
def edit_reading(
    pilot: User, helicopter_id: uuid.UUID, sequence: int, value: Any, sender: Sender = NOBODY
) -> Bench:
    """Put a mistyped reading right: the new one stands where the old one stood, struck out."""
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    old = _entry(bench, sequence)
    if old.kind != LogEntry.Kind.READING or old.struck:
        raise Refused(409, "Only a reading that counts can be edited")
    ask = _asked(run_at(bench), old.step, old.key)
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
def strike(
    pilot: User, helicopter_id: uuid.UUID, sequence: int, struck: bool, sender: Sender = NOBODY
) -> Bench:
    """Strike an entry out, or let it count again."""
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    entry = _entry(bench, sequence)
    replaced = LogEntry.objects.filter(replaces=entry, struck=False).exists()
    if not struck and replaced:
        raise Refused(409, "An edited reading stands in its place", "Strike that one out first.")
    bench.sequence += 1
    bench.save()
    entry.struck = struck
    entry.changed_at = bench.sequence
    entry.save()
    return bench


@transaction.atomic
def act(
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
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim(bench, version)
    run = run_at(bench)
    name = run.step(step).name
    _safe_first(run, name)
    action = next((a for a in run.advice(name).actions if a.key == key), None)
    if action is None or bench.sequence != sequence:
        raise Refused(
            409,
            "The advice has changed",
            "Readings came in since this page was shown. Look at the step again.",
        )
    return _do(pilot, bench, version, name, action, sender)


@transaction.atomic
def take_lesson(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    parameters: Sequence[Parameter],
    measured_sd_mm: Mapping[Parameter, float],
    sender: Sender = NOBODY,
) -> Bench:
    """Write down the lengths that the readings teach."""
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim(bench, version)
    lesson = learn_lengths(run_at(bench), parameters, measured_sd_mm)
    if lesson.action is None:
        raise Refused(409, "There is nothing to write down")
    return _do(pilot, bench, version, "cyclic_throw", lesson.action, sender)


@transaction.atomic
def worked_on(pilot: User, helicopter_id: uuid.UUID, what: str, sender: Sender = NOBODY) -> Bench:
    """Note what was worked on."""
    if what not in WORKED_ON or what == "powered up again":
        allowed = "one of " + "; ".join(w for w in WORKED_ON if w != "powered up again")
        raise InvalidRequest([Fault("what", what, allowed)])
    bench = _bench(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id):
        write_down(bench, LogEntry.Kind.TOUCHED, sender, key=what, label=what)
    return bench


@transaction.atomic
def note(
    pilot: User, helicopter_id: uuid.UUID, kinds: Sequence[str], sender: Sender = NOBODY
) -> Bench:
    """Note a power-up, a start, a pause or that work goes on."""
    bench = _bench(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id):
        for kind in kinds:
            write_down(bench, kind, sender.of_several(), label=kind)
    return bench


@transaction.atomic
def device_holds(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    paths: Sequence[str],
    sender: Sender = NOBODY,
) -> Bench:
    """Note that devices hold the values of the draft, as of this version, at these paths."""
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim(bench, version)
    setup = setup_at(bench)
    held = []
    for path in paths:
        row = find_row(path)
        device = "helicopter" if row is None else find_device(path, setup)
        if device == "helicopter":
            allowed = "the path of a setting that a device holds"
            raise InvalidRequest([Fault("paths", path, allowed)])
        held.append((device, path, read_setting(setup.as_document(), path)))
    names = list(dict.fromkeys(name_path(path) for path in paths))
    label = names[0] if len(names) == 1 else f"{names[0]} and {len(names) - 1} more"
    one = paths[0] if len(paths) == 1 else ""
    kind = LogEntry.Kind.HOLDS
    write_down(bench, kind, sender, key=one, label=label[:500], value={"held": held})
    return bench


@transaction.atomic
def put_on_table(
    pilot: User, helicopter_id: uuid.UUID, version: int, simulated: bool, sender: Sender = NOBODY
) -> Bench:
    """Put the simulated model on the table, or the real one back.

    Each keeps its own draft: what is set while practising never reaches the real helicopter's.
    The clock of the one that leaves stops, and goes on where it comes back.
    """
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim(bench, version)
    if (bench.simulated is not None) == simulated:
        return bench
    if log_of(bench, bench.simulated).clock.since is not None:
        write_down(bench, LogEntry.Kind.PAUSE, key=_TABLE, label="another model on the table")
    swap_drafts(bench.helicopter, simulated)
    if simulated and bench.truth is None:
        _hide(bench)
    bench.simulated = bench.practised if simulated else None
    bench.save()
    last = next(
        (e for e in reversed(log_of(bench, bench.simulated).others) if e.kind in CLOCK), None
    )
    if last is not None and last.key == _TABLE:
        write_down(bench, LogEntry.Kind.RESUME, label="on the table again")
    return bench


@transaction.atomic
def fresh_model(
    pilot: User, helicopter_id: uuid.UUID, seed: int | None = None, sender: Sender = NOBODY
) -> Bench:
    """Put another simulated model on the table, its faults hidden anew; its log starts empty."""
    bench = _bench(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    if bench.simulated is None:
        raise Refused(409, "The real model is on the table", "Switch to the simulated bench first.")
    _hide(bench, seed)
    bench.simulated = bench.practised
    bench.save()
    return bench


@transaction.atomic
def take_simulated(pilot: User, helicopter_id: uuid.UUID, step: str, key: str) -> Answer:
    """Take a reading with the simulated bench's own eyes and instruments; nothing is logged."""
    bench = _bench(pilot, helicopter_id)
    run = run_at(bench)
    model = simulated_on(bench)
    value = take_reading(model, run.step(step), _asked(run, run.step(step).name, key))
    bench.truth = model.truth.model_dump(mode="json")  # a unit that was taught has learned
    bench.taken += 1
    bench.save()
    return value


def _do(
    pilot: User, bench: Bench, version: int, step: StepName, action: Action, sender: Sender
) -> Bench:
    event = make_action_event(0, step, action, setup_at(bench))
    before = bench.helicopter.draft.position
    _begun(bench, sender)
    if action.changes:
        edit(pilot, bench, version, action.changes)
    if bench.simulated is not None and action.work:
        model = simulated_on(bench)
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


def _bench(pilot: User, helicopter_id: uuid.UUID) -> Bench:
    """The bench, held for this transaction: SQLite lets one writer in at a time."""
    return bench_of(pilot, helicopter_id)


def claim(bench: Bench, version: int) -> Bench:
    """Refuse what was entered on another setup than there is now."""
    newest = bench.helicopter.draft.version
    if newest != version:
        raise Refused(
            409,
            "The setup was changed elsewhere",
            "Another tab or device changed it since this page read it. What you entered is still "
            "here: look at the step again, then enter it.",
            version=newest,
        )
    return bench


def edit(pilot: User, bench: Bench, version: int, changes: Sequence[Change]) -> None:
    """Change settings of the draft on the table."""
    edit_draft(pilot, bench.helicopter_id, version, changes)
    bench.helicopter.refresh_from_db()
    forget_draft(bench.helicopter)


def _asked(run: BenchRun, step: StepName, key: str) -> Ask:
    asks = run.advice(step).asks
    ask = next((ask for ask in asks if ask.key == key), None)
    if ask is None:
        allowed = ", ".join(ask.key for ask in asks)
        raise InvalidRequest([Fault("key", key, f"a question this step asks now: {allowed}")])
    return ask


def _safe_first(run: BenchRun, step: StepName) -> None:
    for waits in run.barred_by(step):
        first = run.step(waits)
        if first.bars_all:
            why = (
                f"Nothing else starts before every point of “{first.title}” is confirmed since the "
                "last power-up."
            )
        elif first.every_power_up:
            why = (
                f"This part moves the throttle: it opens once “{first.title}” is confirmed at this "
                "very power-up."
            )
        else:
            why = f"This part opens once “{first.title}” is done."
        title = f"{first.title} first" if first.bars_all else f"First: {first.title}"
        raise Refused(409, title, f"{why} What you entered is still here.")


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


def _entry(bench: Bench, sequence: int) -> LogEntry:
    entry = LogEntry.objects.filter(
        helicopter=bench.helicopter_id, sequence=sequence, simulated=bench.simulated
    ).first()
    if entry is None:
        raise Http404
    return entry


def _begun(bench: Bench, sender: Sender) -> None:
    """Start the run with the first thing done in it, where the pilot did not start it himself.

    A log that has entries goes on: a start is a power-up too, and would ask for all of it anew.
    """
    log = log_of(bench, bench.simulated)
    if not log.started:
        kind = LogEntry.Kind.RESUME if log.entries else LogEntry.Kind.START
        write_down(bench, kind, sender.of_several(), label=kind)


def write_down(bench: Bench, kind: str, sender: Sender = NOBODY, **what: Any) -> LogEntry:
    """Put a line at the end of the log; ``what`` are its other columns."""
    _make_room(bench)
    bench.sequence += 1
    bench.save()
    what.setdefault("stands_at", bench.sequence)
    what["draft_after"] = bench.helicopter.draft.position
    what.setdefault("draft_before", what["draft_after"])
    if "document" not in what:
        helicopter = bench.helicopter
        what["document"] = kept_today(helicopter, state_of(helicopter.draft).document)
    return LogEntry.objects.create(
        helicopter_id=bench.helicopter_id,
        sent_id=sender.id or uuid.uuid4(),
        sent_at=sender.at or timezone.now(),
        saw=sender.saw,
        place=sender.place,
        sequence=bench.sequence,
        changed_at=bench.sequence,
        kind=kind,
        simulated=bench.simulated,
        **what,
    )


def _make_room(bench: Bench) -> None:
    """Refuse one more line where the pilot may have no more."""
    # No log has more lines than were counted, so most need no counting.
    if bench.sequence >= anybodys().log_lines:
        most = quota_of(bench.helicopter.owner).log_lines
        if LogEntry.objects.filter(helicopter=bench.helicopter_id).count() >= most:
            raise full("lines of log", most, "Copy the helicopter, and go on with the copy.")


def _hide(bench: Bench, seed: int | None = None) -> None:
    """Hide a new truth behind the setup."""
    fixed = settings.SIMULATION_SEED if seed is None else seed
    bench.seed = secrets.randbelow(2**32) if fixed is None else fixed
    bench.practised += 1
    bench.taken = 0
    rng = np.random.default_rng(bench.seed)
    bench.truth = random_truth(setup_at(bench), rng).model_dump(mode="json")


def simulated_on(bench: Bench) -> SimulatedHelicopter:
    """The simulated model on the table, set as the draft is; refused where it is the real one."""
    if bench.simulated is None or bench.truth is None:
        raise Refused(409, "The real model is on the table", "Its readings are yours to take.")
    truth, setup = Truth.model_validate(bench.truth), setup_at(bench)
    if not truth.fits(setup):
        raise Refused(
            409,
            "The simulated model no longer fits",
            "The setup has another number of servos or blades now. Put another simulated model "
            "on the table.",
        )
    return SimulatedHelicopter(setup, truth, [bench.seed, bench.taken])
