"""Everything a pilot has here, as one archive of open files."""

from __future__ import annotations

import json
import uuid
from collections.abc import Iterable
from tempfile import SpooledTemporaryFile
from typing import IO, Any
from zipfile import ZIP_DEFLATED, ZipFile

from django.contrib.auth.models import User

from bench.models import LogEntry, Photo
from devices.models import Device, Fitted
from field.models import Flight, Look, Pack, PartNew
from hangar.api import file_stem
from hangar.documents import setup_of
from hangar.models import Helicopter
from hangar.services import present_setup
from logs.models import FlightLog

_IN_MEMORY = 4_000_000

_LOG = (
    "sequence",
    "stands_at",
    "at",
    "sent_at",
    "place",
    "kind",
    "step",
    "key",
    "label",
    "value",
    "simulated",
    "struck",
    "joins",
    "replaces__sequence",
    "document__digest",
)

_FLIGHT = (
    "number",
    "simulated",
    "stage",
    "opened_at",
    "began_at",
    "landed_at",
    "minutes",
    "pack__name",
    "place",
    "wind",
    "modes",
    "trims",
    "seen",
    "words",
    "noted",
    "changed",
    "verdict",
    "next_idea",
    "revision",
    "fit",
    "withheld",
    "log_count",
    "flight_log__name",
    "struck",
    "document__digest",
)
_LOOK = ("flight__number", "flight__simulated", "symptom", "found", "at")


def pack(pilot: User) -> IO[bytes]:
    """Give an archive: a folder for each helicopter (setup, revisions, log, photos, flight logs)
    and one for the devices. It is written to the disk, not held in memory."""
    file = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 (closed once it is sent)
    with ZipFile(file, "w", ZIP_DEFLATED) as archive:
        names: set[str] = set()
        for helicopter in Helicopter.objects.filter(owner=pilot).order_by("created_at", "pk"):
            _pack(archive, helicopter, names)
        for device in Device.objects.filter(owner=pilot):
            name = _free(f"devices/{file_stem(device.name, 'device')}", names)
            _write(archive, f"{name}.json", device.profile)
        packs = [
            {
                "name": each.name,
                "put_away": each.put_away,
                "made_at": each.made_at.isoformat(),
                "measured": list(each.measures.values("day", "mohm", "by")),
            }
            for each in Pack.objects.filter(owner=pilot)
        ]
        if packs:
            _write(archive, "packs.json", packs)
        account = {"name": pilot.get_username(), "since": pilot.date_joined.isoformat()}
        _write(archive, "account.json", account)
    file.seek(0)
    return file


def _pack(archive: ZipFile, helicopter: Helicopter, names: set[str]) -> None:
    setup = present_setup(helicopter.real_draft)
    at = _free(file_stem(setup.name, "helicopter"), names)
    _write(archive, f"{at}/setup.json", setup.as_document())
    documents = {}
    for revision in helicopter.revisions.select_related("document").iterator():
        kept = {
            "number": revision.number,
            "note": revision.note,
            "saved_at": revision.saved_at.isoformat(),
            "setup": setup_of(revision.document).as_document(),
        }
        _write(archive, f"{at}/revisions/{revision.number}.json", kept)
    log = LogEntry.objects.filter(helicopter=helicopter).order_by("sequence")
    lines = [dict(zip(_LOG, line, strict=True)) for line in log.values_list(*_LOG)]
    flights = list(Flight.objects.filter(helicopter=helicopter).values(*_FLIGHT))
    for document in helicopter.documents.filter(
        digest__in={line["document__digest"] for line in [*lines, *flights]}
    ).iterator():
        documents[document.digest] = setup_of(document).as_document()
    _write(archive, f"{at}/log.json", {"lines": lines, "setups": documents})
    looks = list(Look.objects.filter(flight__helicopter=helicopter).values(*_LOOK))
    parts = list(PartNew.objects.filter(helicopter=helicopter).values("part", "flown", "at"))
    _write(
        archive,
        f"{at}/flights.json",
        {"flights": flights, "looks": looks, "parts_new": parts},
    )
    fitted = Fitted.objects.filter(helicopter=helicopter).values_list("kind", "device__name")
    _write(archive, f"{at}/devices.json", dict(fitted))
    for photo in Photo.objects.filter(bench__helicopter=helicopter).iterator():
        archive.writestr(f"{at}/photos/{photo.pk}.jpg", bytes(photo.image))
    for flight in FlightLog.objects.filter(helicopter=helicopter):
        if flight.path.exists():
            name = _free(f"{at}/flight-logs/{file_stem(flight.name, 'log')}", names)
            archive.write(flight.path, f"{name}.csv")


def _free(name: str, names: set[str]) -> str:
    """The name, with a number where it is there already."""
    number, free = 1, name
    while free in names:
        number += 1
        free = f"{name}-{number}"
    names.add(free)
    return free


def _write(archive: ZipFile, name: str, what: Any) -> None:
    text = json.dumps(what, indent=1, ensure_ascii=False, default=_plain)
    archive.writestr(name, text + "\n")


def _plain(value: Any) -> str | list[Any]:
    if isinstance(value, uuid.UUID):
        return str(value)
    return list(value) if isinstance(value, Iterable) else value.isoformat()
