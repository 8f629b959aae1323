"""Fitness to fly of every helicopter, for the Hangar: kept until something changes."""

import uuid

from django.core.cache import cache
from ninja import Schema

from bench.log import entries_of, run_at, run_of
from bench.models import Bench
from hangar.models import Helicopter
from hangar.services import real_document
from mint_lever.setup import read_setup


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


def standing_of(helicopter: Helicopter) -> Standing:
    """Judge one helicopter by its real readings on its own draft."""
    bench = getattr(helicopter, "bench", None) or Bench(helicopter=helicopter)
    key = f"standing:{helicopter.id}:{helicopter.draft.version}:{bench.moment}:{bench.simulated}"
    known = cache.get(key)
    if isinstance(known, Standing):
        return known
    found = _judged(bench)
    cache.set(key, found, timeout=3600)
    return found


def _judged(bench: Bench) -> Standing:
    setup = read_setup(real_document(bench.helicopter.draft))
    run = run_of(setup, entries_of(bench, None))
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
