"""Bench sheet and field card of the real helicopter: practice is never on paper."""

from __future__ import annotations

import uuid
from datetime import date
from typing import Literal

from django.contrib.auth.models import User
from django.http import Http404
from django.utils import timezone
from pydantic import BaseModel

from mint_lever.bench import BenchRun, judge_fitness
from mint_lever.field import sort_symptoms
from mint_lever.records import Paper, SavedState, Section, make_bench_sheet, make_field_card
from mint_lever_server.bench.fitness import fitness_at
from mint_lever_server.bench.keying import open_lines
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import log_of, run_at, run_of
from mint_lever_server.devices.services import fitted_texts, profile_of_text
from mint_lever_server.field.next_thing_text import next_words
from mint_lever_server.field.stored_flights import field_at
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import Revision
from mint_lever_server.hangar.services import is_same_setup, state_of

Which = Literal["bench", "field"]
_OFFERED = 200
"""Revisions offered on the page, the newest; an older one is had by its number."""


class PaperOut(BaseModel):
    """A bench sheet or a field card. ``head`` are its lines of heading; a ``draft`` is no saved
    revision. ``revisions`` are the numbers a bench sheet can be had of, the newest first.
    ``practising``: a simulated model is on the table, of which nothing is here."""

    title: str
    name: str
    draft: bool
    fit: bool
    fitness: str
    head: list[str]
    sections: list[Section]
    revisions: list[int]
    practising: bool


def paper_out(
    pilot: User, helicopter_id: uuid.UUID, which: Which, revision: int | None
) -> PaperOut:
    """Show a paper on the page."""
    bench = bench_of(pilot, helicopter_id)
    helicopter, practising = bench.helicopter, bench.helicopter.practising
    paper = _paper(bench, which, revision)
    numbers = helicopter.revisions.order_by("-number").values_list("number", flat=True)
    return PaperOut(
        title=paper.title,
        name=paper.name,
        draft=paper.draft,
        fit=paper.fit,
        fitness=paper.fitness,
        head=list(paper.head),
        sections=list(paper.sections),
        revisions=list(numbers[:_OFFERED]),
        practising=practising,
    )


def paper_of(pilot: User, helicopter_id: uuid.UUID, which: Which, revision: int | None) -> Paper:
    """Put a paper together, of the real draft or of a saved revision; a field card is of what is
    flown now."""
    return _paper(bench_of(pilot, helicopter_id), which, revision)


def _paper(bench: Bench, which: Which, revision: int | None) -> Paper:
    _with_the_real_model(bench)
    if which == "field":
        return _card(bench)
    log = log_of(bench, None)
    days = {entry.stands_at: _day(entry.sent_at) for entry in log.newest_answers}
    if revision is None:
        run = run_at(bench)
        return make_bench_sheet(run, _saved(run, bench), run.holds, days)
    kept = bench.helicopter.revisions.select_related("document").filter(number=revision).first()
    if kept is None:
        raise Http404
    setup = setup_of(kept.document)
    devices = [profile_of_text(each) for each in fitted_texts(bench.helicopter_id)]
    run = run_of(setup, log, devices)
    fitness = judge_fitness(run, [setup], lambda: [line.name for line in open_lines(run)])
    saved = SavedState(kept.number, _day(kept.saved_at), fitness.fit, fitness.withheld, _today())
    return make_bench_sheet(run, saved, run.holds, days)


def _card(bench: Bench) -> Paper:
    now = field_at(bench)
    return make_field_card(
        now.run,
        _saved(now.run, bench),
        len(open_lines(now.run)),
        next_words(bench, now),
        sort_symptoms(now.flights),
    )


def _with_the_real_model(bench: Bench) -> None:
    """Put the real model on the table, in memory; nothing of it is kept."""
    bench.simulated = None
    bench.helicopter.practising = False


def _saved(run: BenchRun, bench: Bench) -> SavedState:
    fitness = fitness_at(run, bench.helicopter, practice=False)
    document = state_of(bench.helicopter.draft).document
    last: Revision | None = bench.helicopter.revisions.select_related("document").last()
    if last is None or not (
        last.document_id == document.pk or is_same_setup(last.document.text, document.text)
    ):
        return SavedState(None, None, fitness.fit, tuple(fitness.withheld), _today())
    day = _day(last.saved_at)
    return SavedState(last.number, day, fitness.fit, tuple(fitness.withheld), _today())


def _today() -> str:
    return _day(timezone.now())


def _day(at: date) -> str:
    return f"{at.day} {at:%B %Y}"
