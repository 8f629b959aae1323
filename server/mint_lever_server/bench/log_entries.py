"""A log as it stands at a count, read on from where it was read to."""

from __future__ import annotations

import threading
import uuid
from collections import OrderedDict
from dataclasses import fields

from django.db.models import F, QuerySet

from mint_lever_server.bench.log_cache import Log, LogRow
from mint_lever_server.bench.models import LogEntry

_MOST = 24
"""Logs kept in memory by a process; a long one has some megabytes."""
_NEAR = 1_000
"""Read anew further on than this: a restore of the database counts on by far more."""
_COLUMNS = [each.name for each in fields(LogRow)]

_known: OrderedDict[tuple[uuid.UUID, int | None], tuple[int, Log]] = OrderedDict()
_lock = threading.Lock()


def log_up_to(helicopter: uuid.UUID, simulated: int | None, count: int) -> Log:
    """Give everything that happened to a model up to a count of its bench.

    Whatever changes a log moves its count on and marks the entry with it, whichever process does
    it; so what was read at a count stays true of it, and only what changed since is read.
    """
    key = (helicopter, simulated)
    with _lock:
        reached, known = _known.get(key, (0, Log()))
    if reached == count and known.entries:
        return known
    rows = LogEntry.objects.filter(helicopter=helicopter, simulated=simulated, sequence__lte=count)
    if known.entries and 0 < count - reached <= _NEAR:
        log = _with(known, _read(rows.filter(changed_at__gt=reached)))
    else:
        log = Log().going_on(_read(rows))
    with _lock:
        if _known.get(key, (0, None))[0] <= count or count < reached - _NEAR:
            _known[key] = count, log
            _known.move_to_end(key)
        while len(_known) > _MOST:
            _known.popitem(last=False)
    return log


def _read(rows: QuerySet[LogEntry]) -> list[LogRow]:
    # Plain rows: a model's instance of each would take five times as much time and memory.
    rows = rows.annotate(digest=F("document__digest"))
    return [LogRow(*row) for row in rows.values_list(*_COLUMNS)]


def _with(log: Log, changed: list[LogRow]) -> Log:
    """The log with what changed of it put in its place and what is new at the end."""
    last = log.entries[-1].sequence
    if all(entry.sequence > last for entry in changed):
        return log.going_on(changed)
    new = {entry.pk: entry for entry in changed}
    put = tuple(new.pop(entry.pk, entry) for entry in log.entries)
    return Log().going_on(put + tuple(new.values()))
