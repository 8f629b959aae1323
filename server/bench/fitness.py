"""Fitness to fly of every helicopter, for the Hangar: kept until something changes."""

import uuid

from ninja import Schema

from bench.models import Bench
from bench.stored_run import entries_of, run_at, run_of
from hangar.documents import setup_of
from hangar.models import DraftState

MADE_BY = 1
"""Counted up when a standing comes out otherwise than before."""


class Standing(Schema):
    """Fit to fly or why not; ``done`` of ``steps``; ``stale`` and ``next`` by their titles.

    Only the real helicopter's readings count. ``practised`` says that a simulated one was on its
    table, ``practice_done`` how many steps are done on the one that is there now.
    """

    id: uuid.UUID
    fit: bool
    withheld: list[str]
    steps: int
    done: int
    stale: list[str]
    next: str | None
    practised: bool
    practice_done: int


def standing_of(state: DraftState, bench: Bench | None) -> Standing:
    """Judge one helicopter by its real readings on its own draft's present state.

    ``state`` comes with its draft, helicopter and document.
    """
    helicopter = state.draft.helicopter
    at = bench or Bench(helicopter=helicopter)
    at.helicopter = helicopter
    made_for = f"{MADE_BY}:{state.document_id}:{helicopter.counter}:{at.sequence}:{at.simulated}"
    if at.standing_of == made_for:
        return Standing.model_validate(at.standing)
    standing = _judged(state, at)
    if bench is None:
        bench, _ = Bench.objects.get_or_create(helicopter=helicopter)
    Bench.objects.filter(pk=bench.pk).update(
        standing=standing.model_dump(mode="json"), standing_of=made_for
    )
    return standing


def _judged(state: DraftState, bench: Bench) -> Standing:
    run = run_of(setup_of(state.document), entries_of(bench, None))
    standings, fitness, following = run.standings, run.fitness(), run.next_step()
    title = {step.name: step.title for step in run.steps}
    return Standing(
        id=bench.helicopter_id,
        fit=fitness.fit,
        withheld=list(fitness.withheld),
        steps=len(standings),
        done=sum(standing.state in ("good", "workable") for standing in standings),
        stale=[standing.step.title for standing in standings if standing.state == "stale"],
        next=title[following] if following else None,
        practised=bench.practised > 0,
        practice_done=_practice_done(bench),
    )


def _practice_done(bench: Bench) -> int:
    """Steps done on the simulated model that is on the table."""
    if bench.simulated is None:
        return 0
    run = run_at(bench)
    return sum(run.done(step.name) for step in run.steps)
