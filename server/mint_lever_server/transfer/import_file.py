"""A helicopter comes in: all of its file or nothing of it."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.devices import read_profile
from mint_lever.flight_logs import MOST_BYTES
from mint_lever_server.accounts.quotas import full, quota_of
from mint_lever_server.bench.models import Bench, LogEntry, Photo
from mint_lever_server.bench.photo_decoding import MEDIA_TYPE, ours, rewritten
from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.models import is_visitor
from mint_lever_server.devices.models import Device
from mint_lever_server.devices.services import add_device, fit
from mint_lever_server.field.models import Flight, Look, Pack, PackMeasure, PartNew
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.flight_logs.services import keep_log, mapped_as_before
from mint_lever_server.hangar.documents import keep
from mint_lever_server.hangar.models import Document, Helicopter, Revision
from mint_lever_server.hangar.services import add_beside
from mint_lever_server.transfer.archive_reader import MOST_SETUP, OpenedFile, refused
from mint_lever_server.transfer.bulk_insert import (
    Prepared,
    insert_many,
    prepare,
    put_back,
    replaces_many,
)
from mint_lever_server.transfer.file_parts import LogPart
from mint_lever_server.transfer.file_reader import HelicopterFile, read_whole
from mint_lever_server.transfer.import_proof import proof

_BATCH = 500


def take_in(pilot: User, file: IO[bytes]) -> Helicopter:
    """Put a helicopter from its file into the pilot's hangar, under a name that is free.

    Raises InvalidRequest with the place in the file for what is not as it has to be, Refused for
    more than is kept; then nothing of it is there.
    """
    opened = OpenedFile(file)
    if is_visitor(pilot) and (opened.names("photos") or opened.names("flight-logs")):
        raise Refused(
            403,
            "The demo keeps no photos and no logs of its visitors",
            "Sign up to have a hangar of your own, or import the setup file.",
        )
    # Before anything is locked: a long file takes a while.
    whole = read_whole(opened, quota_of(pilot))
    lines = prepare(LogEntry, (_row(part, whole) for part in whole.log))
    files: list[FlightLog] = []
    try:
        with transaction.atomic():
            return _TakenIn(pilot, opened, whole, lines, files).helicopter
    except BaseException:
        # Rows go back by themselves, files on the disk do not.
        for log in files:
            log.path.unlink(missing_ok=True)
        raise


def _row(part: LogPart, whole: HelicopterFile) -> dict[str, Any]:
    plain = part.model_dump(exclude={"replaces", "setup"})
    return {**plain, "sent_id": uuid.uuid4(), "saw": "", "changed_at": whole.head.counted}


class _TakenIn:
    """One helicopter coming in: part after part, each on what was kept before it."""

    def __init__(
        self,
        pilot: User,
        opened: OpenedFile,
        whole: HelicopterFile,
        lines: Prepared,
        files: list[FlightLog],
    ):
        self.pilot, self.opened, self.whole = pilot, opened, whole
        self.lines, self.files = lines, files
        self.helicopter = add_beside(pilot, whole.setup, "taken in")
        self.documents: dict[str, Document] = {
            digest: keep(self.helicopter, setup) for digest, setup in whole.setups.items()
        }
        self._revisions()
        self._log()
        self._flights(self._packs(), self._flight_logs())
        self._devices()
        self._photos()
        proof(pilot, self.helicopter)

    def _revisions(self) -> None:
        Revision.objects.bulk_create(
            Revision(
                helicopter=self.helicopter,
                number=part.number,
                note=part.note,
                document=keep(self.helicopter, setup),
                saved_at=part.saved_at,
            )
            for part, setup in self.whole.revisions
        )

    def _log(self) -> None:
        head = self.whole.head
        Bench.objects.create(
            helicopter=self.helicopter, sequence=head.counted, practised=head.practised
        )
        log = self.whole.log
        made_in = [(self.helicopter.pk, self.documents[part.setup].pk) for part in log]
        insert_many(self.lines, ("helicopter_id", "document_id"), made_in)
        pairs = [(each.sequence, each.replaces) for each in log]
        replaces_many(self.helicopter, [(new, old) for new, old in pairs if old is not None])

    def _packs(self) -> dict[str, Pack]:
        there = {pack.name: pack for pack in Pack.objects.filter(owner=self.pilot)}
        most = quota_of(self.pilot).packs
        for part in self.whole.packs:
            if part.name not in there:
                if len(there) >= most:
                    raise full("packs", most, "Take some away first.")
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
        made: dict[str, FlightLog] = {}
        for part in self.whole.logs:
            pieces = self.opened.pieces(f"flight-logs/{part.file}", MOST_BYTES)
            log = keep_log(self.pilot, self.helicopter.pk, part.name, pieces, part.simulated)
            self.files.append(log)
            mapped_as_before(log, part.mapping)
            made[part.file] = log
        put_back(FlightLog, list(made.values()), "at", [part.at for part in self.whole.logs])
        return made

    def _flights(self, packs: dict[str, Pack], logs: dict[str, FlightLog]) -> None:
        apart = {"pack", "flight_log", "setup", "opened_at", "trims"}
        made = {
            (part.simulated, part.number): Flight(
                **part.model_dump(exclude=apart),
                trims=part.trims.model_dump(exclude_unset=True),
                helicopter=self.helicopter,
                pack=None if part.pack is None else packs[part.pack],
                flight_log=None if part.flight_log is None else logs[part.flight_log],
                document=self.documents[part.setup],
            )
            for part in self.whole.flights
        }
        self._keep(Flight, list(made.values()), "opened_at", self.whole.flights)
        looks = [
            Look(flight=made[each.simulated, each.flight], symptom=each.symptom, found=each.found)
            for each in self.whole.field.looks
        ]
        self._keep(Look, looks, "at", self.whole.field.looks)
        parts = [
            PartNew(helicopter=self.helicopter, part=each.part, flown=each.flown)
            for each in self.whole.field.parts_new
        ]
        self._keep(PartNew, parts, "at", self.whole.field.parts_new)

    def _keep(self, of: Any, rows: list[Any], moment: str, parts: Sequence[Any]) -> None:
        """Keep rows with the moment their parts of the file say."""
        of._default_manager.bulk_create(rows, batch_size=_BATCH)
        put_back(of, rows, moment, [getattr(each, moment) for each in parts])

    def _devices(self) -> None:
        for n, part in enumerate(self.whole.devices):
            device = Device.objects.filter(
                owner=self.pilot, kind=part.kind, profile=part.profile
            ).first()
            if device is None:
                device = add_device(self.pilot, read_profile(part.profile))
            if device.kind != part.kind:
                raise refused(f"devices.json.{n}.kind", part.kind, f"a {device.kind}")
            fit(self.pilot, self.helicopter.pk, part.kind, device.pk)  # type: ignore[arg-type]

    def _photos(self) -> None:
        bench = Bench.objects.get(helicopter=self.helicopter)
        made = []
        for part in self.whole.photos:
            image = b"".join(self.opened.pieces(f"photos/{part.file}", 4 * MOST_SETUP))
            kept = image if ours(image) else rewritten(image)
            made.append(Photo.objects.create(bench=bench, image=kept, media_type=MEDIA_TYPE))
        put_back(Photo, made, "at", [part.at for part in self.whole.photos])
