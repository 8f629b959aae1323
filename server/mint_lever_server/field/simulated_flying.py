"""Simulated flying, for practice: what is hidden shows itself, with doubt. It counts for no real
helicopter."""

from __future__ import annotations

import secrets
import uuid
from datetime import timedelta

import numpy as np
from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from mint_lever.field import Flaw, SymptomKey, draw_flaws, fly, look_for_flaw, mend_on_bench
from mint_lever.setup import ModeName
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.bench.stored_run import log_of, run_at, setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.flights import begin, land
from mint_lever_server.field.models import Flight, Hidden
from mint_lever_server.field.stored_flights import last_flown
from mint_lever_server.hangar.services import taken_once

_MINUTES = 5.0
_MODE: ModeName = "normal"


@transaction.atomic
def fly_simulated(pilot: User, helicopter_id: uuid.UUID, number: int, sender: Sender) -> Bench:
    """Fly the simulated model once, and write down what its pilot saw of it."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    hidden = hidden_in(bench)
    flaws = _as_measured(bench, _flaws(hidden))
    began = sender.at or timezone.now()
    begin(pilot, helicopter_id, number, True, Sender(at=began))
    bench = land(pilot, helicopter_id, number, Sender(at=began + timedelta(minutes=_MINUTES)))
    seen = fly(setup_at(bench), flaws, _MODE, _luck(hidden))
    flight = Flight.objects.get(
        helicopter=bench.helicopter_id, simulated=bench.simulated, number=number
    )
    flight.seen, flight.modes = [dict(vars(each)) for each in seen], [_MODE]
    flight.save()
    _keep(hidden, flaws)
    return bench


def look_simulated(bench: Bench, symptom: SymptomKey) -> bool:
    """Look at the simulated model at what a symptom names: whether something was found, which is
    put right with it."""
    hidden = hidden_in(bench)
    found, flaws = look_for_flaw(_flaws(hidden), symptom, _luck(hidden))
    _keep(hidden, flaws)
    return found


def hidden_in(bench: Bench) -> Hidden:
    """What is hidden in the simulated model on the table; hidden when it is first flown."""
    if bench.simulated is None:
        raise Refused(409, "The real model is on the table", "What is seen of it is yours to say.")
    known = Hidden.objects.filter(helicopter=bench.helicopter_id, number=bench.simulated).first()
    if known is not None:
        return known
    fixed = settings.SIMULATION_SEED
    seed = secrets.randbelow(2**32) if fixed is None else fixed
    flaws = draw_flaws(setup_at(bench), _MODE, np.random.default_rng(seed))
    return Hidden.objects.create(
        helicopter_id=bench.helicopter_id,
        number=bench.simulated,
        flaws=[flaw.model_dump(mode="json") for flaw in flaws],
        seed=seed,
    )


def _flaws(hidden: Hidden) -> tuple[Flaw, ...]:
    return tuple(Flaw.model_validate(each) for each in hidden.flaws)


def _luck(hidden: Hidden) -> np.random.Generator:
    """Chance that goes on from where it was: the same question asked again is asked anew."""
    return np.random.default_rng([hidden.seed, hidden.seen + 1])


def _keep(hidden: Hidden, flaws: tuple[Flaw, ...]) -> None:
    hidden.flaws = [flaw.model_dump(mode="json") for flaw in flaws]
    hidden.seen += 1
    hidden.save()


def _as_measured(bench: Bench, flaws: tuple[Flaw, ...]) -> tuple[Flaw, ...]:
    """The flaws with that put right which the bench measured anew since the last flight."""
    last, run = last_flown(bench), run_at(bench)
    if last is None:
        return flaws
    for step, entries in log_of(bench, bench.simulated).by_step.items():
        since = any(not each.struck and each.sequence > last.log_count for each in entries)
        if since and run.done(step):
            flaws = mend_on_bench(flaws, step)
    return flaws
