"""What may be written down of a rotor that turned, and what was confirmed before."""

import uuid
from datetime import datetime

from django.contrib.auth.models import User

from mint_lever.bench import list_confirmed
from mint_lever_server.bench.fitness import fitness_at
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import log_of, run_at, run_of, setup_at
from mint_lever_server.config.problems import Refused


def fit_first(pilot: User, helicopter_id: uuid.UUID) -> None:
    """Refuse a spool-up of a setup that is not fit; on the simulated bench, of one not done."""
    bench = bench_of(pilot, helicopter_id)
    found = fitness_at(run_at(bench), bench.helicopter, bench.simulated is not None)
    if not found.fit:
        why = found.withheld[0] if found.withheld else "nothing was saved"
        raise Refused(
            409,
            "Spool up only what is fit",
            f"A head speed is measured on a setup that is fit to fly. Withheld: {why}. What you "
            "entered is still here.",
        )


def card_confirmed(pilot: User, helicopter_id: uuid.UUID) -> list[datetime | None]:
    """Give when each item of the card was confirmed; a simulated controller's word is
    none of the real one's."""
    bench = bench_of(pilot, helicopter_id)
    log = log_of(bench, None)
    run = run_of(setup_at(bench), log)
    times = {(entry.key, entry.stands_at): entry.sent_at for entry in log.entries}
    return [
        None if took is None else times[took.key, took.sequence] for took in list_confirmed(run)
    ]
