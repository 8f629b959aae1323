"""Looks by hand at what a symptom names, after a flight."""

from __future__ import annotations

import uuid

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.field import SYMPTOMS
from mint_lever_server.accounts.quotas import full
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.models import Look
from mint_lever_server.field.simulated_flying import look_simulated
from mint_lever_server.field.stored_flights import last_flown
from mint_lever_server.hangar.services import taken_once

_MOST = 50
"""Looks kept of one flight."""


@transaction.atomic
def look(pilot: User, helicopter_id: uuid.UUID, symptom: str, found: bool, sender: Sender) -> Bench:
    """Note a look by hand after the newest flight; on a simulated model it shows itself whether
    something is ``found``."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    if symptom not in SYMPTOMS:
        raise InvalidRequest([Fault("symptom", symptom, "one of the list of symptoms")])
    last = last_flown(bench)
    if last is None:
        raise Refused(409, "Nothing was flown yet", "A look is noted after a flight.")
    if last.looks.count() >= _MOST:
        raise full("looks at a flight", _MOST, "Fly, and note what is seen then.")
    if bench.simulated is not None:
        found = look_simulated(bench, symptom)
    Look.objects.create(flight=last, symptom=symptom, found=found)
    return bench
