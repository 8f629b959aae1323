"""Everything a pilot has here, as one archive of open files."""

from __future__ import annotations

from tempfile import SpooledTemporaryFile
from typing import IO
from zipfile import ZIP_DEFLATED, ZipFile

from django.contrib.auth.models import User

from mint_lever_server.devices.models import Device
from mint_lever_server.field.models import Pack
from mint_lever_server.hangar.api import file_stem
from mint_lever_server.hangar.models import Helicopter
from mint_lever_server.hangar.services import present_setup
from mint_lever_server.transfer.export import packs_said, put_into, write_json

_IN_MEMORY = 4_000_000


def pack(pilot: User) -> IO[bytes]:
    """Give an archive: a folder for each helicopter, with the same files as in its own file, and
    one for the devices. It is written to the disk, not held in memory."""
    file = SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 (closed once it is sent)
    with ZipFile(file, "w", ZIP_DEFLATED) as archive:
        names: set[str] = set()
        for helicopter in Helicopter.objects.filter(owner=pilot).order_by("created_at", "pk"):
            setup = present_setup(helicopter.real_draft)
            at = _free(file_stem(setup.name, "helicopter"), names)
            put_into(archive, helicopter, f"{at}/")
        for device in Device.objects.filter(owner=pilot):
            name = _free(f"devices/{file_stem(device.name, 'device')}", names)
            write_json(archive, f"{name}.json", device.profile)
        packs = Pack.objects.filter(owner=pilot)
        if packs.exists():
            write_json(archive, "packs.json", packs_said(packs))
        account = {"name": pilot.get_username(), "since": pilot.date_joined}
        write_json(archive, "account.json", account)
    file.seek(0)
    return file


def _free(name: str, names: set[str]) -> str:
    """The name, with a number where it is there already."""
    number, free = 1, name
    while free in names:
        number += 1
        free = f"{name}-{number}"
    names.add(free)
    return free
