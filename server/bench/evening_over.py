"""The end of an evening at a bench, as the API shows it."""

from pydantic import BaseModel

from bench.fitness import FitnessOut, fitness_at
from bench.models import Bench
from bench.stored_run import entries_of, run_at
from hangar.documents import setup_of
from mint_lever.run.signed_off import LeftOpen, WasSet, sign_off


class EveningOver(BaseModel):
    """What was set ``since`` (in words), what is open, what the audit says, and fitness. ``done``
    of ``steps`` are good or workable."""

    since: str
    was_set: list[WasSet]
    left_open: list[LeftOpen]
    cautions: list[str]
    fitness: FitnessOut
    steps: int
    done: int


def evening_over(bench: Bench) -> EveningOver:
    """Sum up what is on the table: against the revision saved last, or, without one and in
    practice, against what was there when its log began."""
    run = run_at(bench)
    practice = bench.simulated is not None
    revision = None if practice else bench.helicopter.revisions.order_by("-number").first()
    first = next(iter(entries_of(bench, bench.simulated)), None)
    document = revision.document if revision else first.document if first else None
    found = sign_off(run, None if document is None else setup_of(document))
    return EveningOver(
        since=f"since revision {revision.number}" if revision else "since this log began",
        was_set=list(found.was_set),
        left_open=list(found.left_open),
        cautions=list(found.cautions),
        fitness=fitness_at(run, bench.helicopter, practice),
        steps=len(run.standings),
        done=sum(each.state in ("good", "workable") for each in run.standings),
    )
