"""What a pilot does at the bench: read, act, touch, pause, practise. All or nothing, always."""

import secrets
import uuid
from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from bench.log import present_setup, run_at, snapshot_of
from bench.models import Bench, LogEntry
from config.problems import Refused
from hangar.services import (
    PRACTICE_BEGINS,
    PRACTICE_ENDS,
    checked,
    edit_draft,
    owned,
    replace_draft,
)
from mint_lever.bench import Action, Ask, BenchRun
from mint_lever.bench.entering import entered
from mint_lever.bench.learning import learn
from mint_lever.bench.log import action_event
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure.fit import Parameter
from mint_lever.procedure import WORKED_ON, StepName
from mint_lever.simulate.helicopter import SimulatedHelicopter, Wheel
from mint_lever.simulate.pilot import by_hand, take
from mint_lever.simulate.truth import Truth, random_truth


def bench_of(pilot: User, helicopter_id: uuid.UUID) -> Bench:
    """The bench of a pilot's own helicopter, laid out on the first visit."""
    helicopter = owned(pilot, helicopter_id)
    bench, _ = Bench.objects.get_or_create(helicopter=helicopter)
    bench.helicopter = helicopter
    return bench


@transaction.atomic
def add_reading(
    pilot: User, helicopter_id: uuid.UUID, version: int, step: str, key: str, value: Any
) -> Bench:
    """Log an answer to a question of a step; raises for one that is not asked or makes no sense."""
    bench = _claim(pilot, helicopter_id, version)
    run = run_at(bench)
    name = run.step(step).name
    ask = _asked(run, name, key)
    good = entered(ask, value)
    _safe_first(run, name)
    _log(bench, LogEntry.Kind.READING, step=name, key=key, label=ask.label, value=good)
    return bench


@transaction.atomic
def edit_reading(pilot: User, helicopter_id: uuid.UUID, moment: int, value: Any) -> Bench:
    """Put a mistyped reading right: the new one stands where the old one stood, struck out."""
    bench = _bench(pilot, helicopter_id)
    old = _entry(bench, moment)
    if old.kind != LogEntry.Kind.READING or old.struck:
        raise Refused(409, "Only a reading that counts can be edited")
    ask = _asked(run_at(bench), old.step, old.key)  # type: ignore[arg-type]
    good = entered(ask, value)
    old.struck = True
    old.save()
    _log(
        bench,
        LogEntry.Kind.READING,
        step=old.step,
        key=old.key,
        label=old.label,
        value=good,
        stands_at=old.stands_at,
        snapshot=old.snapshot,
        replaces=old,
    )
    return bench


@transaction.atomic
def strike(pilot: User, helicopter_id: uuid.UUID, moment: int, struck: bool) -> Bench:
    """Strike an entry out, or let it count again."""
    bench = _bench(pilot, helicopter_id)
    entry = _entry(bench, moment)
    if not struck and bench.entries.filter(replaces=entry, struck=False).exists():
        raise Refused(409, "An edited reading stands in its place", "Strike that one out first.")
    entry.struck = struck
    entry.save()
    bench.moment += 1
    bench.save()
    return bench


@transaction.atomic
def act(
    pilot: User, helicopter_id: uuid.UUID, version: int, moment: int, step: str, key: str
) -> Bench:
    """Do what a step advises: its settings into the draft; by hand it was or is done.

    ``moment`` is the log's as the page shows it: advice that has changed since is not followed.
    """
    bench = _claim(pilot, helicopter_id, version)
    run = run_at(bench)
    name = run.step(step).name
    _safe_first(run, name)
    action = next((a for a in run.advice(name).actions if a.key == key), None)
    if action is None or bench.moment != moment:
        raise Refused(
            409,
            "The advice has changed",
            "Readings came in since this page was shown. Look at the step again.",
        )
    return _do(pilot, bench, version, name, action)


@transaction.atomic
def take_lesson(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    parameters: Sequence[Parameter],
    measured_sd_mm: Mapping[Parameter, float],
) -> Bench:
    """Write down the lengths that the readings teach."""
    bench = _claim(pilot, helicopter_id, version)
    lesson = learn(run_at(bench), parameters, measured_sd_mm)
    if lesson.action is None:
        raise Refused(409, "There is nothing to write down")
    return _do(pilot, bench, version, "cyclic_throw", lesson.action)


@transaction.atomic
def worked_on(pilot: User, helicopter_id: uuid.UUID, what: str) -> Bench:
    """Note what was worked on."""
    if what not in WORKED_ON or what == "powered up again":
        allowed = "one of " + "; ".join(w for w in WORKED_ON if w != "powered up again")
        raise InvalidRequest([Fault("what", what, allowed)])
    bench = _bench(pilot, helicopter_id)
    _log(bench, LogEntry.Kind.TOUCHED, key=what, label=what)
    return bench


@transaction.atomic
def note(pilot: User, helicopter_id: uuid.UUID, kinds: Sequence[str]) -> Bench:
    """Note a power-up, a start, a pause or that work goes on."""
    bench = _bench(pilot, helicopter_id)
    for kind in kinds:
        _log(bench, kind, label=kind)
    return bench


@transaction.atomic
def put_on_table(pilot: User, helicopter_id: uuid.UUID, version: int, simulated: bool) -> Bench:
    """Put the simulated model on the table, or the real one back.

    Each keeps its own draft: what is set while practising never reaches the real helicopter's.
    """
    bench = _claim(pilot, helicopter_id, version)
    if (bench.simulated is not None) == simulated:
        return bench
    leaving, aside = present_setup(bench).as_document(), bench.helicopter.draft.set_aside
    setup = checked(aside) if aside is not None else present_setup(bench)
    label = PRACTICE_BEGINS if simulated else PRACTICE_ENDS
    replace_draft(pilot, helicopter_id, version, setup, label)
    bench = _again(pilot, bench)
    draft = bench.helicopter.draft
    draft.set_aside, draft.practice = leaving, simulated
    draft.save()
    if simulated and bench.truth is None:
        _hide(bench)
    bench.simulated = bench.practised if simulated else None
    bench.save()
    return bench


@transaction.atomic
def fresh_model(pilot: User, helicopter_id: uuid.UUID, seed: int | None = None) -> Bench:
    """Put another simulated model on the table, its faults hidden anew; its log starts empty."""
    bench = _bench(pilot, helicopter_id)
    if bench.simulated is None:
        raise Refused(409, "The real model is on the table", "Switch to the simulated bench first.")
    _hide(bench, seed)
    bench.simulated = bench.practised
    bench.save()
    return bench


@transaction.atomic
def take_simulated(pilot: User, helicopter_id: uuid.UUID, step: str, key: str) -> Any:
    """Take a reading with the simulated bench's own eyes and instruments; nothing is logged."""
    bench = _bench(pilot, helicopter_id)
    run = run_at(bench)
    name = run.step(step).name
    model = _simulated(bench)
    value = take(model, name, _asked(run, name, key))
    bench.truth = model.truth.model_dump(mode="json")  # a unit that was taught has learned
    bench.taken += 1
    bench.save()
    return value


def _do(pilot: User, bench: Bench, version: int, step: StepName, action: Action) -> Bench:
    before = present_setup(bench)
    event = action_event(0, step, action, before)
    if action.changes:
        edit_draft(pilot, bench.helicopter_id, version, action.changes)
        bench = _again(pilot, bench)
    if bench.simulated is not None and action.work:
        model, run = _simulated(bench), run_at(bench)
        arms, teeth = (run.answer("horns", key) for key in ("arms", "teeth"))
        wheel = Wheel(int(arms or 4), int(teeth or 25))
        for work in action.work:
            by_hand(model, work, wheel)
        bench.truth = model.truth.model_dump(mode="json")
    _log(
        bench,
        LogEntry.Kind.ACT,
        step=event.step or "",
        key=action.key,
        label=action.text,
        value={
            "aspects": event.aspects,
            "keys": event.keys,
            "changed": event.changed,
            "learned": {path: list(pair) for path, pair in event.learned.items()},
        },
    )
    return bench


def _bench(pilot: User, helicopter_id: uuid.UUID) -> Bench:
    """The bench, held for this transaction: SQLite lets one writer in at a time."""
    return bench_of(pilot, helicopter_id)


def _claim(pilot: User, helicopter_id: uuid.UUID, version: int) -> Bench:
    bench = _bench(pilot, helicopter_id)
    found = bench.helicopter.draft.version
    if found != version:
        raise Refused(
            409,
            "The setup was changed elsewhere",
            "Another tab or device changed it since this page read it. What you entered is still "
            "here: look at the step again, then enter it.",
            version=found,
        )
    return bench


def _again(pilot: User, bench: Bench) -> Bench:
    """The bench with its helicopter's draft as it is now."""
    bench.helicopter = owned(pilot, bench.helicopter_id)
    return bench


def _asked(run: BenchRun, step: StepName, key: str) -> Ask:
    asks = run.advice(step).asks
    ask = next((ask for ask in asks if ask.key == key), None)
    if ask is None:
        allowed = ", ".join(ask.key for ask in asks)
        raise InvalidRequest([Fault("key", key, f"a question this step asks now: {allowed}")])
    return ask


def _safe_first(run: BenchRun, step: StepName) -> None:
    if step != "make_safe" and not run.done("make_safe"):
        raise Refused(
            409,
            "Make safe first",
            "Nothing else starts before every point of “Make safe” is confirmed since the last "
            "power-up. What you entered is still here.",
        )


def _entry(bench: Bench, moment: int) -> LogEntry:
    found = bench.entries.filter(moment=moment, simulated=bench.simulated).first()
    if found is None:
        raise Http404
    return found


def _log(bench: Bench, kind: str, **what: Any) -> LogEntry:
    bench.moment += 1
    bench.save()
    what.setdefault("stands_at", bench.moment)
    if "snapshot" not in what:
        what["snapshot"] = snapshot_of(bench, present_setup(bench))
    return LogEntry.objects.create(
        bench=bench, moment=bench.moment, kind=kind, simulated=bench.simulated, **what
    )


def _hide(bench: Bench, seed: int | None = None) -> None:
    """Hide a new truth behind the setup."""
    fixed = settings.SIMULATION_SEED if seed is None else seed
    bench.seed = secrets.randbelow(2**32) if fixed is None else fixed
    bench.practised += 1
    bench.taken = 0
    rng = np.random.default_rng(bench.seed)
    bench.truth = random_truth(present_setup(bench), rng).model_dump(mode="json")


def _simulated(bench: Bench) -> SimulatedHelicopter:
    if bench.simulated is None or bench.truth is None:
        raise Refused(409, "The real model is on the table", "Its readings are yours to take.")
    truth, setup = Truth.model_validate(bench.truth), present_setup(bench)
    if not truth.fits(setup):
        raise Refused(
            409,
            "The simulated model no longer fits",
            "The setup has another number of servos or blades now. Put another simulated model "
            "on the table.",
        )
    return SimulatedHelicopter(setup, truth, [bench.seed, bench.taken])
