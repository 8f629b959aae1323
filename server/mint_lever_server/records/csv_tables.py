"""Readings, changes and flights as CSV, with units: row by row, however many there are."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Sequence
from itertools import pairwise
from typing import Any

from mint_lever.bench import list_differences, write_answer
from mint_lever.field import write_observation
from mint_lever.setup import MODE_WORDS
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of, run_of
from mint_lever_server.field.models import Flight
from mint_lever_server.field.next_thing_text import changed_words
from mint_lever_server.field.stored_flights import changed_of, seen_of
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.services import present_setup

READINGS = (
    "number",
    "time",
    "step",
    "question",
    "answer",
    "unit",
    "counts",
    "simulated model",
)
CHANGES = ("revision", "saved", "note", "device", "setting", "path", "from", "to", "unit")
FLIGHTS = (
    "flight",
    "began",
    "landed",
    "duration (min)",
    "pack",
    "place",
    "wind",
    "modes",
    "aileron trim (%)",
    "elevator trim (%)",
    "rudder trim (%)",
    "changed before it",
    "seen",
    "looked for and gone",
    "in the pilot's words",
    "verdict",
    "next idea",
    "revision",
    "fit",
    "withheld",
    "flight log",
    "counts",
    "simulated model",
)


def as_csv(head: Sequence[str], rows: Iterable[Sequence[Any]]) -> Iterator[str]:
    """Write a table as CSV (RFC 4180), a part at a time; None is an empty field.

    It begins with a byte order mark: without it a spreadsheet takes the signs in it for another
    alphabet's.
    """
    yield "\ufeff" + _line(head)
    for row in rows:
        yield _line(row)


def readings(bench: Bench) -> Iterator[Sequence[Any]]:
    """Every reading of the bench, real ones and those of simulated models, oldest first."""
    setup = present_setup(bench.helicopter.real_draft)
    models = LogEntry.objects.filter(helicopter=bench.helicopter_id).order_by()
    numbers = models.values_list("simulated", flat=True).distinct()
    for simulated in sorted(numbers, key=lambda number: -1 if number is None else number):
        log = log_of(bench, simulated)
        run = run_of(setup, log)
        here = {step.name: step for step in run.steps}
        asked: dict[str, dict[str, Any]] = {}
        for entry in log.entries:
            if entry.kind != LogEntry.Kind.READING:
                continue
            step = here.get(entry.step)
            if step is not None and entry.step not in asked:
                asked[entry.step] = {ask.key: ask for ask in run.questions(step.name)}
            ask = asked.get(entry.step, {}).get(entry.key)
            plain = isinstance(entry.value, int | float) and not isinstance(entry.value, bool)
            yield (
                entry.sequence,
                entry.sent_at.isoformat(),
                entry.step if step is None else step.title,
                entry.label,
                entry.value if plain else write_answer(ask, entry.value),
                getattr(ask, "unit", ""),
                "no, struck out" if entry.struck else "yes",
                simulated,
            )


def changes(bench: Bench) -> Iterator[Sequence[Any]]:
    """What each revision has otherwise than the one before it, a setting a row."""
    revisions = bench.helicopter.revisions.select_related("document").iterator(chunk_size=50)
    for before, after in pairwise(revisions):
        for each in list_differences(setup_of(before.document), setup_of(after.document)):
            yield (
                after.number,
                after.saved_at.isoformat(),
                after.note,
                each.device,
                each.name,
                each.path,
                each.before,
                each.after,
                each.unit,
            )


def flights(bench: Bench) -> Iterator[Sequence[Any]]:
    """Every flight that landed, real ones and practice, oldest first."""
    rows = Flight.objects.filter(helicopter=bench.helicopter_id, stage=Flight.Stage.LANDED)
    rows = rows.select_related("pack", "flight_log").order_by("simulated", "number")
    for row in rows.iterator(chunk_size=200):
        seen = None if row.seen is None else [write_observation(seen_of(each)) for each in row.seen]
        yield (
            row.number,
            row.began_at and row.began_at.isoformat(),
            row.landed_at and row.landed_at.isoformat(),
            row.minutes,
            row.pack and row.pack.name,
            row.place,
            row.wind,
            "; ".join(MODE_WORDS[name].lower() for name in row.modes),
            *(row.trims.get(name) for name in ("aileron", "elevator", "rudder")),
            "; ".join(changed_words(changed_of(each)) for each in row.changed),
            "not written down" if seen is None else "; ".join(seen) or "nothing was wrong",
            "; ".join(write_observation(seen_of(each)) for each in row.gone),
            row.words,
            row.verdict,
            row.next_idea,
            row.revision,
            "yes" if row.fit else "no",
            "; ".join(row.withheld),
            row.flight_log and row.flight_log.name,
            "no, struck out" if row.struck else "yes",
            row.simulated,
        )


def _line(row: Sequence[Any]) -> str:
    text = io.StringIO()
    csv.writer(text).writerow(["" if each is None else each for each in row])
    return text.getvalue()
