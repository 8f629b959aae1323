"""A helicopter goes out: everything of it into an archive of open files."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from tempfile import SpooledTemporaryFile
from typing import IO, Any
from zipfile import ZIP_DEFLATED, ZipFile

from django.db.models import F, QuerySet

from mint_lever_server.bench.models import Bench, LogEntry, Photo
from mint_lever_server.devices.models import Fitted
from mint_lever_server.field.models import Flight, Look, Pack, PartNew
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import Document, Helicopter
from mint_lever_server.hangar.services import present_setup
from mint_lever_server.transfer.file_parts import FORMAT, VERSION

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
)
_FLIGHT = (
    "number",
    "simulated",
    "stage",
    "opened_at",
    "began_at",
    "landed_at",
    "minutes",
    "place",
    "wind",
    "modes",
    "trims",
    "seen",
    "gone",
    "words",
    "noted",
    "changed",
    "verdict",
    "next_idea",
    "revision",
    "fit",
    "withheld",
    "log_count",
    "struck",
)


def one_file(helicopter: Helicopter) -> IO[bytes]:
    """Give a helicopter as one file, on the disk once it is large, to be sent as it is read."""
    file = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 (closed once it is sent)
    with ZipFile(file, "w", ZIP_DEFLATED) as archive:
        put_into(archive, helicopter)
    file.seek(0)
    return file


def put_into(archive: ZipFile, helicopter: Helicopter, at: str = "") -> None:
    """Put a helicopter into an archive, all names beginning with ``at``. Lines are written as they
    are read from the database, however many there are."""
    setup = present_setup(helicopter.real_draft)
    bench = Bench.objects.filter(helicopter=helicopter).first() or Bench()
    write_json(
        archive,
        f"{at}helicopter.json",
        {
            "format": FORMAT,
            "version": VERSION,
            "name": setup.name,
            "counted": bench.sequence,
            "practised": bench.practised,
        },
    )
    write_json(archive, f"{at}setup.json", setup.as_document())
    for revision in helicopter.revisions.select_related("document").iterator(chunk_size=50):
        kept = {
            "number": revision.number,
            "note": revision.note,
            "saved_at": revision.saved_at,
            "setup": setup_of(revision.document).as_document(),
        }
        write_json(archive, f"{at}revisions/{revision.number}.json", kept)
    _setups(archive, helicopter, at)
    logs = _flight_logs(archive, helicopter, at)
    _lines(archive, f"{at}log.jsonl", _log_lines(helicopter))
    _lines(archive, f"{at}flights.jsonl", _flight_lines(helicopter, logs))
    looks = Look.objects.filter(flight__helicopter=helicopter).order_by("pk")
    looked = looks.annotate(of=F("flight__number"), model=F("flight__simulated"))
    parts = PartNew.objects.filter(helicopter=helicopter).order_by("pk")
    write_json(
        archive,
        f"{at}field.json",
        {
            "looks": [
                {
                    "flight": each.of,
                    "simulated": each.model,
                    "symptom": each.symptom,
                    "found": each.found,
                    "at": each.at,
                }
                for each in looked.iterator()
            ],
            "parts_new": list(parts.values("part", "flown", "at")),
        },
    )
    flown = Flight.objects.filter(helicopter=helicopter).values("pack")
    write_json(archive, f"{at}packs.json", packs_said(Pack.objects.filter(pk__in=flown)))
    fitted = Fitted.objects.filter(helicopter=helicopter).order_by("kind")
    devices = [
        {"kind": each.kind, "profile": each.device.profile}
        for each in fitted.select_related("device")
    ]
    write_json(archive, f"{at}devices.json", devices)
    _photos(archive, helicopter, at)


def _setups(archive: ZipFile, helicopter: Helicopter, at: str) -> None:
    used = Document.objects.filter(helicopter=helicopter).filter(
        pk__in=LogEntry.objects.filter(helicopter=helicopter).values("document")
    ) | Document.objects.filter(helicopter=helicopter).filter(
        pk__in=Flight.objects.filter(helicopter=helicopter).values("document")
    )
    for document in used.order_by("digest").iterator(chunk_size=50):
        write_json(archive, f"{at}setups/{document.digest}.json", setup_of(document).as_document())


def _log_lines(helicopter: Helicopter) -> Iterator[dict[str, Any]]:
    rows = LogEntry.objects.filter(helicopter=helicopter).order_by("sequence")
    named = rows.annotate(setup=F("document__digest"), instead_of=F("replaces__sequence"))
    for row in named.values_list(*_LOG, "instead_of", "setup").iterator(chunk_size=500):
        yield dict(zip((*_LOG, "replaces", "setup"), row, strict=True))


def _flight_lines(helicopter: Helicopter, logs: dict[Any, str]) -> Iterator[dict[str, Any]]:
    rows = Flight.objects.filter(helicopter=helicopter).order_by("pk")
    named = rows.annotate(setup=F("document__digest"), flown=F("pack__name"))
    columns = (*_FLIGHT, "flown", "flight_log", "setup")
    for row in named.values_list(*columns).iterator(chunk_size=200):
        line = dict(zip((*_FLIGHT, "pack", "flight_log", "setup"), row, strict=True))
        yield {**line, "flight_log": logs.get(line["flight_log"])}


def packs_said(packs: QuerySet[Pack]) -> list[dict[str, Any]]:
    """Give packs with their resistances, as a file has them."""
    return [
        {
            "name": pack.name,
            "put_away": pack.put_away,
            "made_at": pack.made_at,
            "measured": [
                {"day": each.day, "mohm": each.mohm, "by": each.by} for each in pack.measures.all()
            ],
        }
        for pack in packs.prefetch_related("measures")
    ]


def _photos(archive: ZipFile, helicopter: Helicopter, at: str) -> None:
    listed: list[dict[str, Any]] = []
    for photo in Photo.objects.filter(bench__helicopter=helicopter).order_by("pk").iterator():
        name = f"{len(listed) + 1}.jpg"
        archive.writestr(f"{at}photos/{name}", bytes(photo.image))
        listed.append({"file": name, "at": photo.at})
    write_json(archive, f"{at}photos.json", listed)


def _flight_logs(archive: ZipFile, helicopter: Helicopter, at: str) -> dict[Any, str]:
    """Write the flight logs that are there; give their names by their ids."""
    names: dict[Any, str] = {}
    listed: list[dict[str, Any]] = []
    for log in FlightLog.objects.filter(helicopter=helicopter).order_by("at"):
        if not log.path.exists():
            continue
        names[log.pk] = name = f"{len(listed) + 1}.csv"
        archive.write(log.path, f"{at}flight-logs/{name}")
        listed.append(
            {
                "file": name,
                "name": log.name,
                "mapping": log.mapping,
                "simulated": log.simulated,
                "at": log.at,
            }
        )
    write_json(archive, f"{at}flight-logs.json", listed)
    return names


def _lines(archive: ZipFile, name: str, lines: Iterable[dict[str, Any]]) -> None:
    with archive.open(name, "w", force_zip64=True) as file:
        for line in lines:
            file.write(_json(line).encode() + b"\n")


def write_json(archive: ZipFile, name: str, what: Any) -> None:
    """Put a JSON file into an archive."""
    archive.writestr(name, _json(what, indent=1) + "\n")


def _json(what: Any, indent: int | None = None) -> str:
    return json.dumps(what, indent=indent, ensure_ascii=False, default=lambda at: at.isoformat())
