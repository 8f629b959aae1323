"""A hangar of their own for every visitor of the demo, made from a prepared copy.

Two hundred at once; the one idle longest goes first; all are cleared after a day of rest.
"""

import secrets
import uuid
from collections.abc import Iterable, Mapping
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import models, transaction
from django.utils import timezone

from mint_lever_server.backup.log_files import bring
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.demo.models import DemoPilot, prepared_pilot
from mint_lever_server.field.models import Flight, Hidden, Look, Pack, PackMeasure, PartNew
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.hangar.models import (
    Document,
    Draft,
    DraftState,
    DraftVersion,
    Helicopter,
    Revision,
)

# Reserved (accounts.names): no pilot's own name is ever in the way.
NAME = "demo visitor"
MOST = 200
REST = timedelta(days=1)


@transaction.atomic
def welcome() -> User | None:
    """Make a visitor with a hangar of their own; None where there is no demo data."""
    prepared = prepared_pilot()
    if prepared is None:
        return None
    _make_room()
    visitor = User(username=f"{NAME} {secrets.token_hex(4)}")
    visitor.set_unusable_password()
    visitor.save()
    DemoPilot.objects.create(user=visitor, visitor=True)
    packs = {
        pack.pk: _again(pack, id=uuid.uuid4(), owner=visitor)
        for pack in Pack.objects.filter(owner=prepared)
    }
    Pack.objects.bulk_create(packs.values())
    PackMeasure.objects.bulk_create(
        _again(each, pack=packs[each.pack_id])
        for each in PackMeasure.objects.filter(pack__owner=prepared)
    )
    made = {
        helicopter.pk: _copy(helicopter, visitor, packs)
        for helicopter in Helicopter.objects.filter(owner=prepared).select_related("bench")
    }
    for kind in (Hidden, PartNew):
        kind._default_manager.bulk_create(
            _again(each, helicopter=made[each.helicopter_id])
            for each in kind._default_manager.filter(helicopter__owner=prepared)
        )
    return visitor


def note_visit(user_id: int) -> None:
    """Note that a visitor is there."""
    DemoPilot.objects.filter(user_id=user_id).update(seen_at=timezone.now())


def _make_room() -> None:
    """Clear who has rested for a day, and of too many those who are idle longest."""
    visitors = DemoPilot.objects.filter(visitor=True)
    gone = list(visitors.filter(seen_at__lt=timezone.now() - REST).values_list("user", flat=True))
    gone += list(visitors.order_by("-seen_at").values_list("user", flat=True)[MOST - 1 :])
    # A visitor's helicopters go with the account, whole.
    User.objects.filter(pk__in=gone).delete()


def _copy(helicopter: Helicopter, owner: User, packs: Mapping[uuid.UUID, Pack]) -> Helicopter:
    """Copy a helicopter but for its photos, its parts and what is hidden in it: a few statements,
    however long its log. ``packs`` are the owner's, by those they are copies of."""
    old_id = helicopter.pk
    made: Helicopter = _again(helicopter, id=uuid.uuid4(), owner=owner)
    made.save(force_insert=True)
    documents = _copies(Document.objects.filter(helicopter=old_id), helicopter=made)
    drafts = _copies(Draft.objects.filter(helicopter=old_id), helicopter=made)
    states = DraftState.objects.filter(draft__helicopter=old_id)
    DraftState.objects.bulk_create(
        _again(s, draft=drafts[s.draft_id], document=documents[s.document_id]) for s in states
    )
    DraftVersion.objects.bulk_create(
        _again(v, helicopter=made, document=documents[v.document_id])
        for v in DraftVersion.objects.filter(helicopter=old_id)
    )
    Revision.objects.bulk_create(
        _again(r, helicopter=made, document=documents[r.document_id])
        for r in Revision.objects.filter(helicopter=old_id)
    )
    bench: Bench | None = getattr(helicopter, "bench", None)
    if bench is not None:
        _again(bench, helicopter=made, standing=None, standing_of="").save(force_insert=True)
    entries = list(LogEntry.objects.filter(helicopter=old_id))
    copied = LogEntry.objects.bulk_create(
        _again(e, helicopter=made, document=documents[e.document_id], replaces=None)
        for e in entries
    )
    new = {old.pk: copy for old, copy in zip(entries, copied, strict=True)}
    replacing = [copy for old, copy in zip(entries, copied, strict=True) if old.replaces_id]
    for old in entries:
        if old.replaces_id:
            new[old.pk].replaces = new[old.replaces_id]
    LogEntry.objects.bulk_update(replacing, ["replaces"])
    _copy_flights(old_id, made, documents, packs, _copy_logs(old_id, made))
    return made


def _copy_logs(old_id: uuid.UUID, made: Helicopter) -> dict[uuid.UUID, FlightLog]:
    """Copy the flight logs that are there; their files are shared, not written again."""
    logs = {}
    for log in FlightLog.objects.filter(helicopter=old_id):
        if log.path.exists():
            logs[log.pk] = copy = _again(log, id=uuid.uuid4(), helicopter=made)
            bring(log.path, copy.path)
    FlightLog.objects.bulk_create(logs.values())
    return logs


def _copy_flights(
    old_id: uuid.UUID,
    made: Helicopter,
    documents: Mapping[int, Document],
    packs: Mapping[uuid.UUID, Pack],
    logs: Mapping[uuid.UUID, FlightLog],
) -> None:
    flights = list(Flight.objects.filter(helicopter=old_id))
    copied = Flight.objects.bulk_create(
        _again(
            flight,
            helicopter=made,
            document=documents[flight.document_id],
            pack=packs[flight.pack_id] if flight.pack_id else None,
            flight_log=logs.get(flight.flight_log_id) if flight.flight_log_id else None,
        )
        for flight in flights
    )
    if not flights:
        return
    new = {old.pk: copy for old, copy in zip(flights, copied, strict=True)}
    Look.objects.bulk_create(
        _again(look, flight=new[look.flight_id])
        for look in Look.objects.filter(flight__helicopter=old_id)
    )


def _copies(rows: Iterable[Any], **other: Any) -> dict[int, Any]:
    """Copy rows with other values; give the copies by the number of what they are copies of."""
    old = list(rows)
    if not old:
        return {}
    made = type(old[0])._default_manager.bulk_create([_again(row, **other) for row in old])
    return {row.pk: copy for row, copy in zip(old, made, strict=True)}


def _again(row: models.Model, **other: Any) -> Any:
    """The same row, not saved yet, with other values."""
    values = {
        field.attname: getattr(row, field.attname)
        for field in row._meta.concrete_fields
        if not field.primary_key
    }
    copy = type(row)(**values)
    for name, value in other.items():
        setattr(copy, name, value)
    return copy
