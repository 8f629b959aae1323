"""The simulated model on the table, and readings taken of it. All or nothing, always."""

import secrets
import uuid

import numpy as np
from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import (
    Answer,
    SimulatedHelicopter,
    Truth,
    random_truth,
    take_reading,
)
from mint_lever_server.bench.log_cache import CLOCK
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import NOBODY, Sender, bench_of, claim_version, write_down
from mint_lever_server.bench.step_gates import find_question
from mint_lever_server.bench.stored_run import log_of, run_at, setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.services import put_on_table as swap_drafts
from mint_lever_server.hangar.services import taken_once

_TABLE = "table"
"""The key of a pause that the pilot did not ask for: another model was put on the table."""


@transaction.atomic
def put_on_table(
    pilot: User, helicopter_id: uuid.UUID, version: int, simulated: bool, sender: Sender = NOBODY
) -> Bench:
    """Put the simulated model on the table, or the real one back.

    Each keeps its own draft: what is set while practising never reaches the real helicopter's.
    The clock of the one that leaves stops, and goes on where it comes back.
    """
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    if (bench.simulated is not None) == simulated:
        return bench
    if log_of(bench, bench.simulated).clock.since is not None:
        write_down(bench, LogEntry.Kind.PAUSE, key=_TABLE, label="another model on the table")
    swap_drafts(bench.helicopter, simulated)
    if simulated and bench.truth is None:
        hide_truth(bench)
    bench.simulated = bench.practised if simulated else None
    bench.save()
    last = next(
        (e for e in reversed(log_of(bench, bench.simulated).others) if e.kind in CLOCK), None
    )
    if last is not None and last.key == _TABLE:
        write_down(bench, LogEntry.Kind.RESUME, label="on the table again")
    return bench


@transaction.atomic
def make_fresh_model(
    pilot: User, helicopter_id: uuid.UUID, seed: int | None = None, sender: Sender = NOBODY
) -> Bench:
    """Put another simulated model on the table, its faults hidden anew; its log starts empty."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    if bench.simulated is None:
        raise Refused(409, "The real model is on the table", "Switch to the simulated bench first.")
    hide_truth(bench, seed)
    bench.simulated = bench.practised
    bench.save()
    return bench


@transaction.atomic
def read_simulated(pilot: User, helicopter_id: uuid.UUID, step: str, key: str) -> Answer:
    """Take a reading with the simulated bench's own eyes and instruments; nothing is logged."""
    bench = bench_of(pilot, helicopter_id)
    run = run_at(bench)
    model = find_simulated(bench)
    value = take_reading(model, run.step(step), find_question(run, run.step(step).name, key))
    bench.truth = model.truth.model_dump(mode="json")  # a unit that was taught has learned
    bench.taken += 1
    bench.save()
    return value


def hide_truth(bench: Bench, seed: int | None = None) -> None:
    """Hide a new truth behind the setup."""
    fixed = settings.SIMULATION_SEED if seed is None else seed
    bench.seed = secrets.randbelow(2**32) if fixed is None else fixed
    bench.practised += 1
    bench.taken = 0
    rng = np.random.default_rng(bench.seed)
    bench.truth = random_truth(setup_at(bench), rng).model_dump(mode="json")


def find_simulated(bench: Bench) -> SimulatedHelicopter:
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
