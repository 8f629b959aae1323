"""The entries of a log as they stand at a count, read on from where they were read to."""

from __future__ import annotations

import threading
import uuid
from collections import OrderedDict

from django.db.models import F, QuerySet

from bench.models import LogEntry

Entries = tuple[LogEntry, ...]

_MOST = 24
"""Logs kept in memory by a process; a long one has some megabytes."""
_NEAR = 1_000
"""Read anew further on than this: a restore of the database counts on by far more."""

_known: OrderedDict[tuple[uuid.UUID, int | None], tuple[int, Entries]] = OrderedDict()
_lock = threading.Lock()


def entries_up_to(helicopter: uuid.UUID, simulated: int | None, count: int) -> Entries:
    """Give everything that happened to a model up to a count of its bench, oldest first, each with
    the ``digest`` of its document.

    Whatever changes a log moves its count on and marks the entry with it, whichever process does
    it; so what was read at a count stays true of it, and only what changed since is read.
    """
    key = (helicopter, simulated)
    with _lock:
        reached, entries = _known.get(key, (0, ()))
    if reached == count and entries:
        return entries
    log = LogEntry.objects.filter(helicopter=helicopter, simulated=simulated, sequence__lte=count)
    if entries and 0 < count - reached <= _NEAR:
        entries = _with(entries, _read(log.filter(changed_at__gt=reached)))
    else:
        entries = tuple(_read(log))
    with _lock:
        if _known.get(key, (0, ()))[0] <= count or count < reached - _NEAR:
            _known[key] = count, entries
            _known.move_to_end(key)
        while len(_known) > _MOST:
            _known.popitem(last=False)
    return entries


def _read(log: QuerySet[LogEntry]) -> QuerySet[LogEntry]:
    return log.annotate(digest=F("document__digest"))


def _with(entries: Entries, changed: QuerySet[LogEntry]) -> Entries:
    """The entries with what changed of them put in its place and what is new at the end."""
    new = {entry.pk: entry for entry in changed}
    if all(entry.sequence > entries[-1].sequence for entry in new.values()):
        return entries + tuple(new.values())
    put = tuple(new.pop(entry.pk, entry) for entry in entries)
    return put + tuple(new.values())
