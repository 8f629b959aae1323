"""What happened to a helicopter, the newest first: flights, revisions saved, work by hand."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from pydantic import BaseModel

from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of
from mint_lever_server.field.models import Flight
from mint_lever_server.field.schemas import FlightOut, flight_out
from mint_lever_server.field.stored_flights import FieldNow, field_at, flights_at

_PAGE = 30


class Happened(BaseModel):
    """One thing: a flight; a revision with its ``number`` and the note as ``words``; work by hand
    in ``words``."""

    at: datetime
    kind: Literal["flight", "revision", "work"]
    number: int | None = None
    words: str = ""
    flight: FlightOut | None = None


class TimelineOut(BaseModel):
    """A page of what happened; ``more`` when older things are left."""

    happened: list[Happened]
    more: bool


def timeline(bench: Bench, skip: int = 0, now: FieldNow | None = None) -> TimelineOut:
    """Give a page of what happened to the model on the table, after so many newer things."""
    now = now or field_at(bench)
    landed = flights_at(bench).filter(stage=Flight.Stage.LANDED)
    found: list[tuple[datetime, str, int, str]] = [
        (at, "flight", number, "")
        for at, number in landed.values_list("landed_at", "number")
        if at is not None
    ]
    if bench.simulated is None:
        revisions = bench.helicopter.revisions.values_list("saved_at", "number", "note")
        found += [(at, "revision", number, note) for at, number, note in revisions]
    found += [
        (entry.sent_at, "work", 0, entry.label)
        for entry in log_of(bench, bench.simulated).others
        if entry.kind == LogEntry.Kind.TOUCHED
    ]
    found.sort(reverse=True)
    page = found[skip : skip + _PAGE]
    flown = {
        row.number: row
        for row in landed.filter(number__in=[n for _, kind, n, _ in page if kind == "flight"])
    }
    return TimelineOut(
        happened=[
            Happened(
                at=at,
                kind=kind,
                number=number or None,
                words=words,
                flight=flight_out(now, flown[number]) if kind == "flight" else None,
            )
            for at, kind, number, words in page
        ],
        more=len(found) > skip + _PAGE,
    )
