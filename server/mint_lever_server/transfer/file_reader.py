"""Everything a helicopter's file says, read and held against its bounds before anything is kept."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from mint_lever.faults import InvalidRequest, InvalidSetup
from mint_lever.setup import Setup
from mint_lever_server.accounts.quotas import Quota, full
from mint_lever_server.bench.photos import KEPT
from mint_lever_server.flight_logs.services import MOST_LOGS
from mint_lever_server.hangar.services import checked
from mint_lever_server.transfer.archive_reader import OpenedFile, place_faults, refused
from mint_lever_server.transfer.file_parts import (
    DevicePart,
    FieldPart,
    FlightLogPart,
    FlightPart,
    Head,
    LogPart,
    PackPart,
    PhotoPart,
    RevisionPart,
)

_DEVICES = 10


@dataclass(frozen=True)
class HelicopterFile:
    """A helicopter as its file has it; ``setups`` by the digest they have in the file, ``logs`` and
    ``photos`` are the lists of files that are still to be read."""

    head: Head
    setup: Setup
    revisions: list[tuple[RevisionPart, Setup]]
    setups: dict[str, Setup]
    log: list[LogPart]
    flights: list[FlightPart]
    field: FieldPart
    packs: list[PackPart]
    devices: list[DevicePart]
    logs: list[FlightLogPart]
    photos: list[PhotoPart]


def read_whole(opened: OpenedFile, quota: Quota) -> HelicopterFile:
    """Read a file; raises InvalidRequest with the place in it, Refused for more than is kept."""
    head: Head = opened.part("helicopter.json", Head)
    log = list(_log(opened, head, quota))
    packs: list[PackPart] = opened.part("packs.json", list[PackPart])
    logs: list[FlightLogPart] = opened.part("flight-logs.json", list[FlightLogPart])
    flights = list(_flights(opened, quota, packs, logs))
    digests = dict.fromkeys([*(line.setup for line in log), *(each.setup for each in flights)])
    whole = HelicopterFile(
        head=head,
        setup=_setup(opened, "setup.json"),
        revisions=_revisions(opened, quota),
        setups={digest: _setup(opened, f"setups/{digest}.json") for digest in digests},
        log=log,
        flights=flights,
        field=_field(opened, flights),
        packs=packs,
        devices=opened.part("devices.json", list[DevicePart]),
        logs=logs,
        photos=opened.part("photos.json", list[PhotoPart]),
    )
    for name, found, most in (
        ("flight-logs.json", len(logs), MOST_LOGS),
        ("photos.json", len(whole.photos), KEPT),
        ("devices.json", len(whole.devices), _DEVICES),
    ):
        if found > most:
            raise refused(name, f"{found} of them", f"at most {most}")
    return whole


def _setup(opened: OpenedFile, name: str) -> Setup:
    return _checked(name, opened.document(name))


def _checked(where: str, document: object) -> Setup:
    try:
        return checked(document)
    except (InvalidSetup, InvalidRequest) as error:
        raise InvalidRequest(place_faults(where, error.faults)) from error


def _revisions(opened: OpenedFile, quota: Quota) -> list[tuple[RevisionPart, Setup]]:
    names = opened.names("revisions")
    if len(names) > quota.revisions:
        raise full("revisions", quota.revisions, "Nothing was taken in.")
    found: dict[int, tuple[RevisionPart, Setup]] = {}
    for name in names:
        part: RevisionPart = opened.part(name, RevisionPart)
        if part.number in found:
            raise refused(f"{name}.number", f"{part.number} twice", "each number once")
        found[part.number] = part, _checked(f"{name}.setup", part.setup)
    return [found[number] for number in sorted(found)]


def _log(opened: OpenedFile, head: Head, quota: Quota) -> Iterator[LogPart]:
    last, there = 0, set[int]()
    lines = opened.lines("log.jsonl", LogPart, quota.log_lines)
    for n, part in enumerate(lines, start=1):
        where = f"log.jsonl.{n}"
        if not last < part.sequence <= head.counted:
            allowed = f"a place after {last}, up to {head.counted}"
            raise refused(f"{where}.sequence", str(part.sequence), allowed)
        if part.stands_at > part.sequence:
            raise refused(f"{where}.stands_at", str(part.stands_at), "a place before its own")
        if part.replaces is not None and part.replaces not in there:
            raise refused(f"{where}.replaces", str(part.replaces), "an earlier line")
        last = part.sequence
        there.add(last)
        yield part


def _flights(
    opened: OpenedFile, quota: Quota, packs: list[PackPart], logs: list[FlightLogPart]
) -> Iterator[FlightPart]:
    named, files = {each.name for each in packs}, {each.file for each in logs}
    there = set[tuple[int | None, int]]()
    for n, part in enumerate(opened.lines("flights.jsonl", FlightPart, quota.flights), start=1):
        where = f"flights.jsonl.{n}"
        if (part.simulated, part.number) in there:
            raise refused(f"{where}.number", f"{part.number} twice", "each number once")
        there.add((part.simulated, part.number))
        for field, found, known in (
            ("pack", part.pack, named),
            ("flight_log", part.flight_log, files),
        ):
            if found is not None and found not in known:
                raise refused(f"{where}.{field}", found, "one that is in the file")
        yield part


def _field(opened: OpenedFile, flights: list[FlightPart]) -> FieldPart:
    found: FieldPart = opened.part("field.json", FieldPart)
    flown = {(each.simulated, each.number) for each in flights}
    for n, look in enumerate(found.looks):
        if (look.simulated, look.flight) not in flown:
            allowed = "a flight that is in the file"
            raise refused(f"field.json.looks.{n}.flight", str(look.flight), allowed)
    if len({each.part for each in found.parts_new}) < len(found.parts_new):
        raise refused("field.json.parts_new", "a part twice", "each part once")
    return found
