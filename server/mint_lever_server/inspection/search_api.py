"""One search over everything a pilot may look for, and the words of the trade."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Query, Router
from pydantic import BaseModel, Field

from mint_lever.bench import BenchRun, write_answer
from mint_lever.search import (
    WORDS,
    Item,
    ItemKind,
    list_findings,
    list_settings,
    list_steps,
    list_terms,
    search,
)
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import log_of, run_at
from mint_lever_server.hangar.services import names_of

router = Router(tags=["look up"])
of_helicopter = Router(tags=["look up"])

Text = Annotated[str, Query(max_length=80)]


class WordMeaning(BaseModel):
    """A word of the trade, what it means and what else it goes by."""

    name: str
    says: str
    also: list[str]


class FoundItem(BaseModel):
    """One thing found. ``leads_to`` is a word, a setting's path, a step's name or a helicopter's
    id; ``value`` in ``unit`` is what stands there."""

    kind: ItemKind
    title: str
    says: str
    leads_to: str
    value: str
    unit: str


class LookedUp(BaseModel):
    """What was found, the likeliest first; ``most`` of them at most."""

    found: list[FoundItem] = Field(max_length=40)


@router.get("/words", response=list[WordMeaning])
def list_words(request: HttpRequest) -> list[WordMeaning]:
    """Give every word of the trade, in the order of the alphabet."""
    return [
        WordMeaning(name=term.name, says=term.says, also=list(term.also))
        for term in sorted(WORDS, key=lambda term: term.name.casefold())
    ]


@router.get("/search", response=LookedUp)
def search_everywhere(request: HttpRequest, text: Text) -> LookedUp:
    """Look among the pilot's helicopters and the words of the trade."""
    fleet = [
        Item(kind="helicopter", title=name, says="", leads_to=str(helicopter))
        for helicopter, name in names_of(pilot_of(request)).items()
    ]
    return _found(text, [*fleet, *list_terms()])


@of_helicopter.get("/{helicopter_id}/search", response=LookedUp)
def search_helicopter(request: HttpRequest, helicopter_id: uuid.UUID, text: Text) -> LookedUp:
    """Look among a helicopter's steps, settings, findings and readings, and the words."""
    bench = bench_of(pilot_of(request), helicopter_id)
    run = run_at(bench)
    return _found(
        text,
        [
            *list_terms(),
            *list_steps(run),
            *list_settings(run.setup),
            *list_findings(run),
            *_readings(bench, run),
        ],
    )


def _found(text: str, items: list[Item]) -> LookedUp:
    kept = ("kind", "title", "says", "leads_to", "value", "unit")
    return LookedUp(
        found=[
            FoundItem(**{key: getattr(item, key) for key in kept}) for item in search(text, items)
        ]
    )


def _readings(bench: Bench, run: BenchRun) -> list[Item]:
    """The newest reading of each question that was not struck out, and whether it still holds."""
    newest = {
        question: answers[-1]
        for question, answers in log_of(bench, bench.simulated).answers.items()
    }
    titles = {standing.step.name: standing.step.title for standing in run.standings}
    asked = {
        (step, ask.key): ask
        for step in {step for step, _ in newest} & titles.keys()
        for ask in run.questions(step)
    }
    found = []
    for (step, key), entry in newest.items():
        if step not in titles:
            continue
        held = run.held(step, key)
        stands = bool(held) and held[-1].sequence == entry.stands_at
        ask = asked.get((step, key))
        found.append(
            Item(
                kind="reading",
                title=entry.label,
                says=titles[step] + ("" if stands else ". It no longer holds."),
                leads_to=step,
                value=write_answer(ask, entry.value),
                unit=getattr(ask, "unit", ""),
            )
        )
    return found
