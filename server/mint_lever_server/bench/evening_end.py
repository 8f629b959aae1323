"""The end of an evening at a bench, as the API shows it."""

from pydantic import BaseModel

from mint_lever.bench import LeftOpen, WasSet, sign_off
from mint_lever.setup import Setup
from mint_lever_server.bench.fitness import FitnessOut, fitness_at
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.stored_run import log_of, run_at, taken_on
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import DraftState


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
    """Sum up what is on the table, against :func:`_before`."""
    run = run_at(bench)
    practice = bench.simulated is not None
    since, before = _before(bench)
    found = sign_off(run, before)
    return EveningOver(
        since=since,
        was_set=list(found.was_set),
        left_open=list(found.left_open),
        cautions=list(found.cautions),
        fitness=fitness_at(run, bench.helicopter, practice),
        steps=len(run.standings),
        done=sum(each.state in ("good", "workable") for each in run.standings),
    )


def _before(bench: Bench) -> tuple[str, Setup | None]:
    """Give what an evening is held against, and that in words: the revision saved last; of a
    helicopter never saved, what was entered first; in practice, or where so much was changed that
    this is kept no longer, what stood when the log began."""
    if bench.simulated is None:
        revision = bench.helicopter.revisions.select_related("document").last()
        if revision is not None:
            return f"since revision {revision.number}", setup_of(revision.document)
        entered = DraftState.objects.select_related("document").filter(
            draft__helicopter=bench.helicopter, draft__practice=False, position=0
        )
        if (state := entered.first()) is not None:
            return "since this helicopter was entered", setup_of(state.document)
    entries = log_of(bench, bench.simulated).entries
    return "since this log began", taken_on(entries[0].digest) if entries else None
