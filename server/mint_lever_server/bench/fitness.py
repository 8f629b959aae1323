"""Fitness to fly, said of a saved revision; of every helicopter, kept until something changes."""

import time
import uuid
from collections.abc import Iterable, Iterator

from ninja import Schema

from mint_lever.bench import BenchRun, judge_fitness
from mint_lever.setup import Setup
from mint_lever_server.bench.keying import names_to_key_in
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.stored_run import log_of, run_at, run_of
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import DraftState, Helicopter

MADE_BY = 4
"""Counted up when a standing comes out otherwise than before."""


_LOOKED_AT = 200
"""Revisions looked at, from the newest back, for one that is what is on the bench."""


class FitnessOut(Schema):
    """Fit to fly or every reason why not. ``revision`` is the one that is fit; ``to_save`` when
    saving one is all that is missing."""

    fit: bool
    withheld: list[str]
    revision: int | None
    to_save: bool


def fitness_at(run: BenchRun, helicopter: Helicopter, practice: bool) -> FitnessOut:
    """Judge the run of a helicopter; a practice model's asks for no revision."""
    numbers: list[int] = []

    def saved() -> Iterator[Setup]:
        revisions = helicopter.revisions.select_related("document").order_by("-number")
        for revision in revisions[:_LOOKED_AT]:
            numbers.append(revision.number)
            yield setup_of(revision.document)

    found = judge_fitness(run, None if practice else saved(), lambda: names_to_key_in(run))
    return FitnessOut(
        fit=found.fit,
        withheld=list(found.withheld),
        revision=None if found.saved is None else numbers[found.saved],
        to_save=found.to_save,
    )


class Standing(FitnessOut):
    """Fitness; ``done`` of ``steps``; ``stale`` and ``next`` by their titles; how many settings
    are ``to_key_in``.

    Only the real helicopter's readings count. ``practised`` says that a simulated one was on its
    table, ``practice_done`` how many steps are done on the one that is there now.
    """

    id: uuid.UUID
    steps: int
    done: int
    stale: list[str]
    next: str | None
    to_key_in: int
    practised: bool
    practice_done: int


class Standings(Schema):
    """Of each helicopter where it stands. Where the list is not ``complete``, the rest come with
    the next answers."""

    standings: list[Standing]
    complete: bool


def standings_of(states: Iterable[DraftState], within_s: float) -> Standings:
    """Judge helicopters by their real readings, each on its own draft's present state.

    What was judged before is kept. The others are judged as long as ``within_s`` allows, one at
    least. Each state comes with its draft, helicopter, bench and document, and ``revision``, the
    newest one's number.
    """
    until = time.monotonic() + within_s
    found, judged, complete = [], False, True
    for state in states:
        at = getattr(state.draft.helicopter, "bench", None) or Bench(
            helicopter=state.draft.helicopter
        )
        at.helicopter = state.draft.helicopter
        made_for = _made_for(state, at)
        if at.standing_of == made_for:
            found.append(Standing.model_validate(at.standing))
        elif not judged or time.monotonic() < until:
            found.append(_judged_anew(state, at, made_for))
            judged = True
        else:
            complete = False
    return Standings(standings=found, complete=complete)


def _made_for(state: DraftState, bench: Bench) -> str:
    """What a standing hangs on; another one is judged anew."""
    counted = (state.draft.helicopter.counter, bench.sequence, bench.simulated)
    parts = (MADE_BY, state.document_id, *counted, state.revision)  # type: ignore[attr-defined]
    return ":".join(str(part) for part in parts)


def _judged_anew(state: DraftState, bench: Bench, made_for: str) -> Standing:
    standing = _judged(state, bench)
    if bench.pk is None:
        bench, _ = Bench.objects.get_or_create(helicopter=bench.helicopter)
    Bench.objects.filter(pk=bench.pk).update(
        standing=standing.model_dump(mode="json"), standing_of=made_for
    )
    return standing


def _judged(state: DraftState, bench: Bench) -> Standing:
    run = run_of(setup_of(state.document), log_of(bench, None))
    standings, following = run.standings, run.next_step()
    title = {step.name: step.title for step in run.steps}
    return Standing(
        id=bench.helicopter_id,
        **fitness_at(run, bench.helicopter, practice=False).model_dump(),
        steps=len(standings),
        done=sum(standing.state in ("good", "workable") for standing in standings),
        stale=[standing.step.title for standing in standings if standing.state == "stale"],
        next=title[following] if following else None,
        to_key_in=len(names_to_key_in(run)),
        practised=bench.practised > 0,
        practice_done=_practice_done(bench),
    )


def _practice_done(bench: Bench) -> int:
    """Steps done on the simulated model that is on the table."""
    if bench.simulated is None:
        return 0
    run = run_at(bench)
    return sum(run.done(step.name) for step in run.steps)
