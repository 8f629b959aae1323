"""A helicopter comes in: all of its file or nothing of it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Model

from accounts.quotas import full, quota_of
from bench.models import Bench, LogEntry, Photo
from bench.photos import KEPT
from bench.picture import MEDIA_TYPE, ours, rewritten
from carrying.opened import MOST_SETUP, OpenedFile, below, refused
from carrying.parts import (
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
from carrying.proof import proof
from config.problems import Refused
from demo.models import is_visitor
from devices.models import Device
from devices.services import add_device, fit
from field.models import Flight, Look, Pack, PackMeasure, PartNew
from hangar.documents import keep
from hangar.models import Document, Helicopter, Revision
from hangar.services import add_beside, checked
from logs.models import FlightLog
from logs.services import MOST_LOGS, keep_log, mapped_as_before
from mint_lever.devices import read_profile
from mint_lever.faults import InvalidRequest, InvalidSetup
from mint_lever.setup import Setup
from mint_lever.telemetry.recorded import MOST_BYTES

_BATCH = 500
_DEVICES, _PACKS = 10, 500


def take_in(pilot: User, file: IO[bytes]) -> Helicopter:
    """Put a helicopter from its file into the pilot's hangar, under a name that is free.

    Raises InvalidRequest with the place in the file for what is not as it has to be, Refused for
    more than is kept; then nothing of it is there.
    """
    opened = OpenedFile(file)
    opened.part("helicopter.json", Head)
    if is_visitor(pilot) and (opened.names("photos") or opened.names("flight-logs")):
        raise Refused(
            403,
            "The demo keeps no photos and no logs of its visitors",
            "Sign up to have a hangar of your own, or import the setup file.",
        )
    files: list[FlightLog] = []
    try:
        with transaction.atomic():
            return _TakenIn(pilot, opened, files).helicopter
    except BaseException:
        # Rows go back by themselves, files on the disk do not.
        for log in files:
            log.path.unlink(missing_ok=True)
        raise


class _TakenIn:
    """One helicopter coming in: part after part, each on what was kept before it."""

    def __init__(self, pilot: User, opened: OpenedFile, files: list[FlightLog]):
        self.pilot, self.opened, self.files = pilot, opened, files
        self.quota = quota_of(pilot)
        setup = self._setup("setup.json", opened.document("setup.json"))
        self.helicopter = add_beside(pilot, setup, "taken in")
        self.documents: dict[str, Document] = {}
        self._revisions()
        self._log()
        logs = self._flight_logs()
        self._flights(self._packs(), logs)
        self._devices()
        self._photos()
        proof(pilot, self.helicopter)

    def _setup(self, where: str, document: Any) -> Setup:
        try:
            return checked(document)
        except (InvalidSetup, InvalidRequest) as error:
            raise InvalidRequest(below(where, error.faults)) from error

    def _document(self, where: str, digest: str) -> Document:
        """The setup a line was on, kept when it is first asked for."""
        if digest not in self.documents:
            name = f"setups/{digest}.json"
            setup = self._setup(name, self.opened.document(name, MOST_SETUP))
            self.documents[digest] = keep(self.helicopter, setup)
        return self.documents[digest]

    def _revisions(self) -> None:
        names = self.opened.names("revisions")
        if len(names) > self.quota.revisions:
            raise full("revisions", self.quota.revisions, "Nothing was taken in.")
        parts = [(name, self.opened.part(name, RevisionPart)) for name in names]
        parts.sort(key=lambda each: each[1].number)
        for (name, part), (_, before) in zip(parts[1:], parts, strict=False):
            if part.number == before.number:
                raise refused(f"{name}.number", f"{part.number} twice", "each number once")
        Revision.objects.bulk_create(
            Revision(
                helicopter=self.helicopter,
                number=part.number,
                note=part.note,
                document=keep(self.helicopter, self._setup(f"{name}.setup", part.setup)),
                saved_at=part.saved_at,
            )
            for name, part in parts
        )

    def _log(self) -> None:
        head: Head = self.opened.part("helicopter.json", Head)
        Bench.objects.create(
            helicopter=self.helicopter, sequence=head.counted, practised=head.practised
        )
        made: dict[int, LogEntry] = {}
        replaces: dict[int, int] = {}
        last = 0
        for n, part in enumerate(
            self.opened.lines("log.jsonl", LogPart, self.quota.log_lines), start=1
        ):
            where = f"log.jsonl.{n}"
            if not last < part.sequence <= head.counted:
                allowed = f"a place after {last}, up to {head.counted}"
                raise refused(f"{where}.sequence", str(part.sequence), allowed)
            if part.stands_at > part.sequence:
                raise refused(f"{where}.stands_at", str(part.stands_at), "a place before its own")
            if part.replaces is not None:
                if part.replaces not in made:
                    raise refused(f"{where}.replaces", str(part.replaces), "an earlier line")
                replaces[part.sequence] = part.replaces
            last = part.sequence
            plain = part.model_dump(exclude={"replaces", "setup"})
            made[last] = LogEntry(
                **plain,
                helicopter=self.helicopter,
                changed_at=head.counted,
                document=self._document(f"{where}.setup", part.setup),
            )
        kept_at = [entry.at for entry in made.values()]
        LogEntry.objects.bulk_create(made.values(), batch_size=_BATCH)
        for sequence, old in replaces.items():
            made[sequence].replaces = made[old]
        put_back(LogEntry, list(made.values()), "at", kept_at, "replaces")

    def _packs(self) -> dict[str, Pack]:
        parts: list[PackPart] = self.opened.part("packs.json", list[PackPart])
        there = {pack.name: pack for pack in Pack.objects.filter(owner=self.pilot)}
        most = min(self.quota.packs, _PACKS)
        for part in parts:
            if part.name not in there:
                if len(there) >= most:
                    raise full("packs", most, "Put some away for good first.")
                made = Pack.objects.create(owner=self.pilot, name=part.name, put_away=part.put_away)
                put_back(Pack, [made], "made_at", [part.made_at])
                there[part.name] = made
            known = set(there[part.name].measures.values_list("day", "mohm", "by"))
            PackMeasure.objects.bulk_create(
                PackMeasure(pack=there[part.name], **each.model_dump())
                for each in part.measured
                if (each.day, each.mohm, each.by) not in known
            )
        return there

    def _flight_logs(self) -> dict[str, FlightLog]:
        parts: list[FlightLogPart] = self.opened.part("flight-logs.json", list[FlightLogPart])
        if len(parts) > MOST_LOGS:
            raise full("flight logs", MOST_LOGS, "Nothing was taken in.")
        made: dict[str, FlightLog] = {}
        for part in parts:
            pieces = self.opened.pieces(f"flight-logs/{part.file}", MOST_BYTES)
            log = keep_log(self.pilot, self.helicopter.pk, part.name, pieces, part.simulated)
            self.files.append(log)
            mapped_as_before(log, part.mapping)
            made[part.file] = log
        put_back(FlightLog, list(made.values()), "at", [part.at for part in parts])
        return made

    def _flights(self, packs: dict[str, Pack], logs: dict[str, FlightLog]) -> None:
        numbers: dict[tuple[int | None, int], Flight] = {}
        opened_at = []
        lines = self.opened.lines("flights.jsonl", FlightPart, self.quota.flights)
        for n, part in enumerate(lines, start=1):
            where = f"flights.jsonl.{n}"
            if (part.simulated, part.number) in numbers:
                raise refused(f"{where}.number", f"{part.number} twice", "each number once")
            for field, found, there in (
                ("pack", part.pack, packs),
                ("flight_log", part.flight_log, logs),
            ):
                if found is not None and found not in there:
                    raise refused(f"{where}.{field}", found, "one that is in the file")
            apart = {"pack", "flight_log", "setup", "opened_at", "trims"}
            opened_at.append(part.opened_at)
            numbers[part.simulated, part.number] = Flight(
                **part.model_dump(exclude=apart),
                trims=part.trims.model_dump(exclude_unset=True),
                helicopter=self.helicopter,
                pack=None if part.pack is None else packs[part.pack],
                flight_log=None if part.flight_log is None else logs[part.flight_log],
                document=self._document(f"{where}.setup", part.setup),
            )
        Flight.objects.bulk_create(numbers.values(), batch_size=_BATCH)
        put_back(Flight, list(numbers.values()), "opened_at", opened_at)
        more: FieldPart = self.opened.part("field.json", FieldPart)
        looks = []
        for n, look in enumerate(more.looks):
            flight = numbers.get((look.simulated, look.flight))
            if flight is None:
                allowed = "a flight that is in the file"
                raise refused(f"field.json.looks.{n}.flight", str(look.flight), allowed)
            looks.append(Look(flight=flight, symptom=look.symptom, found=look.found))
        Look.objects.bulk_create(looks, batch_size=_BATCH)
        put_back(Look, looks, "at", [each.at for each in more.looks])
        if len({each.part for each in more.parts_new}) < len(more.parts_new):
            raise refused("field.json.parts_new", "a part twice", "each part once")
        parts = [
            PartNew(helicopter=self.helicopter, part=each.part, flown=each.flown)
            for each in more.parts_new
        ]
        PartNew.objects.bulk_create(parts)
        put_back(PartNew, parts, "at", [each.at for each in more.parts_new])

    def _devices(self) -> None:
        parts: list[DevicePart] = self.opened.part("devices.json", list[DevicePart])
        if len(parts) > _DEVICES:
            raise refused("devices.json", f"{len(parts)} devices", f"at most {_DEVICES}")
        for n, part in enumerate(parts):
            device = Device.objects.filter(
                owner=self.pilot, kind=part.kind, profile=part.profile
            ).first()
            if device is None:
                device = add_device(self.pilot, read_profile(part.profile))
            if device.kind != part.kind:
                raise refused(f"devices.json.{n}.kind", part.kind, f"a {device.kind}")
            fit(self.pilot, self.helicopter.pk, part.kind, device.pk)  # type: ignore[arg-type]

    def _photos(self) -> None:
        parts: list[PhotoPart] = self.opened.part("photos.json", list[PhotoPart])
        if len(parts) > KEPT:
            raise refused("photos.json", f"{len(parts)} photos", f"at most {KEPT}")
        bench = Bench.objects.get(helicopter=self.helicopter)
        made = []
        for part in parts:
            image = b"".join(self.opened.pieces(f"photos/{part.file}", 4 * MOST_SETUP))
            kept = image if ours(image) else rewritten(image)
            made.append(Photo.objects.create(bench=bench, image=kept, media_type=MEDIA_TYPE))
        put_back(Photo, made, "at", [part.at for part in parts])


def put_back(
    of: type[Model], rows: Sequence[Any], field: str, moments: Sequence[Any], *also: str
) -> None:
    """Give rows the moment they were made at; the database put today's there."""
    for row, moment in zip(rows, moments, strict=True):
        setattr(row, field, moment)
    of._default_manager.bulk_update(rows, [field, *also], batch_size=_BATCH)
