"""A core evening's log in the database, as if a pilot had entered it on the real model."""

from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.hangar.documents import keep
from mint_lever_server.hangar.models import Helicopter


def put_down(helicopter_id, bench, evening):
    """Write an evening on ``bench`` down as the log of a helicopter whose draft is its setup."""
    helicopter = Helicopter.objects.get(pk=helicopter_id)
    ended = keep(helicopter, bench.setup)
    lines = [
        LogEntry(
            kind=LogEntry.Kind.READING,
            sequence=entry.sequence,
            step=entry.step,
            key=entry.key,
            value=entry.value,
            joins=entry.joins,
            document=keep(helicopter, entry.setup),
        )
        for entry in evening.entries
    ]
    lines += [
        LogEntry(
            kind=LogEntry.Kind.ACT,
            sequence=event.sequence,
            step=event.step or "",
            value={
                "aspects": event.aspects,
                "keys": event.keys,
                "changed": event.changed,
                "learned": event.learned,
                "predicts": [[each.key, each.value, each.within] for each in event.predicts],
                "work": [[w.kind, w.index, w.amount, w.arm] for w in event.work],
            },
            document=ended,
        )
        for event in evening.events
    ]
    for line in lines:
        line.helicopter = helicopter
        # The first entry of a log is the first, not the noughth.
        line.sequence += 1
        line.stands_at = line.changed_at = line.sequence
    LogEntry.objects.bulk_create(lines)
    at, _ = Bench.objects.get_or_create(helicopter=helicopter)
    at.sequence = max(line.sequence for line in lines)
    at.save()
