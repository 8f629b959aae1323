"""What a pilot notes beside readings: work by hand, power-ups, pauses. All or nothing, always."""

import uuid
from collections.abc import Sequence

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.bench import (
    WORKED_ON,
)
from mint_lever.faults import Fault, InvalidRequest
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.run_log import NOBODY, Sender, bench_of, write_down
from mint_lever_server.hangar.services import taken_once


@transaction.atomic
def write_work_note(
    pilot: User, helicopter_id: uuid.UUID, what: str, sender: Sender = NOBODY
) -> Bench:
    """Note what was worked on."""
    if what not in WORKED_ON or what == "powered up again":
        allowed = "one of " + "; ".join(w for w in WORKED_ON if w != "powered up again")
        raise InvalidRequest([Fault("what", what, allowed)])
    bench = bench_of(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id):
        write_down(bench, LogEntry.Kind.TOUCHED, sender, key=what, label=what)
    return bench


@transaction.atomic
def write_times(
    pilot: User, helicopter_id: uuid.UUID, kinds: Sequence[str], sender: Sender = NOBODY
) -> Bench:
    """Note a power-up, a start, a pause or that work goes on."""
    bench = bench_of(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id):
        for kind in kinds:
            write_down(bench, kind, sender.of_several(), label=kind)
    return bench
