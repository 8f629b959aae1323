"""What may be written down of a rotor that turned."""

import uuid

from django.contrib.auth.models import User

from bench.fitness import fitness_at
from bench.services import bench_of
from bench.stored_run import run_at
from config.problems import Refused


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
