"""The stored log as the core's run: which entries count, on which setups."""

import hashlib
import json
import uuid
from collections.abc import Iterable, Sequence
from datetime import datetime
from functools import lru_cache
from typing import Any

from bench.models import Bench, LogEntry, Snapshot
from hangar.services import present_state
from mint_lever.bench import BenchRun, Entry, Event
from mint_lever.procedure import WORKED_ON
from mint_lever.setup import Setup, read_setup

_CLOCK = ("start", "resume", "pause")


def written(document: dict[str, Any]) -> str:
    """One document, always the same text."""
    return json.dumps(document, sort_keys=True, separators=(",", ":"))


@lru_cache(maxsize=512)
def setup_from(text: str) -> Setup:
    """The setup of a document's text: the same object each time, so that the core's own memory of
    what it found about a setup serves from one request to the next."""
    return read_setup(json.loads(text))


@lru_cache(maxsize=2048)
def _taken_on(digest: str) -> Setup:
    """The setup of a digest, which says it all: whichever snapshot has it holds the same."""
    found = Snapshot.objects.filter(digest=digest).first()
    assert found is not None
    return setup_from(written(found.document))


def snapshot_of(bench: Bench, setup: Setup) -> Snapshot:
    """Keep a setup, or find it kept."""
    document = setup.as_document()
    digest = hashlib.sha256(written(document).encode()).hexdigest()
    found, _ = Snapshot.objects.get_or_create(
        bench=bench, digest=digest, defaults={"document": document}
    )
    return found


def present_setup(bench: Bench) -> Setup:
    """The draft's setup."""
    return setup_from(written(present_state(bench.helicopter.draft).document))


@lru_cache(maxsize=64)
def _read_once(
    helicopter: uuid.UUID, bench: int, simulated: int | None, moment: int
) -> tuple[LogEntry, ...]:
    return tuple(LogEntry.objects.filter(bench=bench, simulated=simulated))


def entries_of(bench: Bench, simulated: int | None) -> tuple[LogEntry, ...]:
    """Everything that happened to the real model (None) or to one simulated model.

    Whatever changes a log moves its moment on, so what was read at a moment stays true of it.
    """
    if bench.pk is None:
        return ()
    return _read_once(bench.helicopter_id, bench.pk, simulated, bench.moment)


@lru_cache(maxsize=32)
def _work_out(
    text: str, helicopter: uuid.UUID, bench: int, simulated: int | None, moment: int
) -> BenchRun:
    return run_of(setup_from(text), _read_once(helicopter, bench, simulated, moment))


def run_at(bench: Bench) -> BenchRun:
    """The run of the model on the table, as far as it was worked out already."""
    text = written(present_state(bench.helicopter.draft).document)
    return _work_out(text, bench.helicopter_id, bench.pk, bench.simulated, bench.moment)


def run_of(setup: Setup, entries: Sequence[LogEntry]) -> BenchRun:
    """The core's run of the entries that are not struck out."""
    counted = [entry for entry in entries if not entry.struck]
    of = {entry.snapshot_id for entry in counted}
    digests = dict(Snapshot.objects.filter(pk__in=of).values_list("pk", "digest"))
    readings = [
        Entry(
            entry.stands_at,
            entry.step,  # type: ignore[arg-type]
            entry.key,
            entry.value,
            _taken_on(digests[entry.snapshot_id]),
        )
        for entry in counted
        if entry.kind == LogEntry.Kind.READING
    ]
    return BenchRun(setup, readings, [event for e in counted if (event := _event(e))])


def elapsed_s(entries: Iterable[LogEntry], now: datetime) -> tuple[float, bool]:
    """How long the clock ran (seconds), and whether it runs now."""
    total, since = 0.0, None
    for entry in entries:
        if entry.kind not in _CLOCK or entry.struck:
            continue
        if since is not None:
            total += (entry.at - since).total_seconds()
        since = None if entry.kind == LogEntry.Kind.PAUSE else entry.at
    if since is not None:
        total += (now - since).total_seconds()
    return total, since is not None


def _event(entry: LogEntry) -> Event | None:
    if entry.kind == LogEntry.Kind.ACT:
        value: dict[str, Any] = entry.value or {}
        return Event(
            entry.stands_at,
            tuple(value["aspects"]),
            entry.step or None,  # type: ignore[arg-type]
            tuple(value["keys"]),
            tuple(value["changed"]),
            {path: (pair[0], pair[1]) for path, pair in value["learned"].items()},
        )
    if entry.kind == LogEntry.Kind.TOUCHED:
        return Event(entry.stands_at, WORKED_ON[entry.key])
    if entry.kind in (LogEntry.Kind.POWER, LogEntry.Kind.START):
        return Event(entry.stands_at, ("power",))
    return None
