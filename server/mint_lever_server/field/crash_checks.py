"""After a crash: when it was, and which pieces were looked at since."""

from __future__ import annotations

import uuid
from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.field import AFTER_A_CRASH
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import Sender, bench_of, write_down
from mint_lever_server.bench.stored_run import log_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.services import taken_once

CRASH = "crash"


def crashed(bench: Bench) -> tuple[datetime | None, frozenset[str]]:
    """Give when the model on the table crashed last, None where it never did, and what was looked
    at since."""
    at, looked = None, dict[str, bool]()
    for entry in log_of(bench, bench.simulated).others:
        if entry.kind == LogEntry.Kind.TOUCHED and entry.key == CRASH:
            at, looked = entry.sent_at, {}
        elif entry.kind == LogEntry.Kind.LOOKED:
            looked[entry.key] = bool(entry.value)
    return at, frozenset(what for what, done in looked.items() if done)


@transaction.atomic
def look_over(
    pilot: User, helicopter_id: uuid.UUID, what: str, looked: bool, sender: Sender
) -> Bench:
    """Note that a piece was looked at after the crash, or that it was not after all."""
    bench = bench_of(pilot, helicopter_id)
    names = [each.what for each in AFTER_A_CRASH]
    if what not in names:
        raise InvalidRequest([Fault("what", what, "one of " + ", ".join(names))])
    if taken_once(bench.helicopter, sender.id):
        if crashed(bench)[0] is None:
            raise Refused(409, "No crash was written down", "Say first that it crashed.")
        write_down(bench, LogEntry.Kind.LOOKED, sender, key=what, label=what, value=looked)
    return bench
