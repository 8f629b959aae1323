"""The pilot's devices over the API: described, carried in and out, fitted to helicopters."""

import json
import uuid

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema, Status
from pydantic import BaseModel

from accounts.pilot import pilot_id, pilot_of
from devices.models import Device
from devices.services import (
    add_device,
    change_device,
    device_of,
    devices_of,
    fit,
    fitted,
    profile_of,
)
from hangar.api import file_stem
from levers.chains import chain_of
from mint_lever.devices import DeviceProfile, Kind, every_shown, neutral_profile, read_profile
from mint_lever.setup import read_document

router = Router(tags=["devices"])
of_helicopter = Router(tags=["devices"])


class DeviceOut(BaseModel):
    """One device; ``helicopters`` have it. ``ours`` are our names of its settings, by path."""

    id: uuid.UUID
    kind: Kind
    name: str
    profile: DeviceProfile
    ours: dict[str, str]
    helicopters: list[uuid.UUID]


class NewDevice(Schema):
    """A device to begin with, all in our own words."""

    kind: Kind


class Fit(Schema):
    """Which device of a kind a helicopter has; null for none."""

    kind: Kind
    device: uuid.UUID | None = None


class ShownOut(BaseModel):
    """A setting as a device of the helicopter's shows it now. ``rounded``: it cannot hold what the
    setup wants; ``text`` is the nearest. ``own``: it has a word or a scale of its own here."""

    path: str
    device: str
    called: str
    menu: str
    text: str
    unit: str
    exact: float | None
    rounded: bool
    own: bool


@router.get("", response=list[DeviceOut])
def every(request: HttpRequest) -> list[DeviceOut]:
    """List the pilot's devices by kind and name."""
    return [_out(device) for device in devices_of(pilot_of(request))]


@router.post("", response={201: DeviceOut})
def add(request: HttpRequest, new: NewDevice) -> Status[DeviceOut]:
    """Begin a device of a kind from the neutral profile."""
    return Status(201, _out(add_device(pilot_of(request), neutral_profile(new.kind))))


@router.post(
    "/import",
    response={201: DeviceOut},
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}}
    },
)
def bring(request: HttpRequest) -> Status[DeviceOut]:
    """Take a profile from a file in."""
    profile = read_profile(read_document(request.body))
    return Status(201, _out(add_device(pilot_of(request), profile)))


@router.put("/{device_id}", response=DeviceOut)
def change(request: HttpRequest, device_id: uuid.UUID, profile: DeviceProfile) -> DeviceOut:
    """Describe a device anew."""
    return _out(change_device(pilot_of(request), device_id, profile))


@router.delete("/{device_id}", response={204: None})
def away(request: HttpRequest, device_id: uuid.UUID) -> Status[None]:
    """Take a device away; helicopters that had it have none of its kind."""
    device_of(pilot_of(request), device_id).delete()
    return Status(204, None)


@router.get("/{device_id}/file")
def file(request: HttpRequest, device_id: uuid.UUID) -> HttpResponse:
    """Give a device's profile as a file."""
    device = device_of(pilot_of(request), device_id)
    text = json.dumps(device.profile, indent=2, ensure_ascii=False) + "\n"
    answer = HttpResponse(text, content_type="application/json")
    stem = file_stem(device.name, "device")
    answer["Content-Disposition"] = f'attachment; filename="{stem}.json"'
    return answer


@of_helicopter.put("/{helicopter_id}/devices", response={204: None})
def have(request: HttpRequest, helicopter_id: uuid.UUID, given: Fit) -> Status[None]:
    """Say which device of a kind the helicopter has."""
    fit(pilot_of(request), helicopter_id, given.kind, given.device)
    return Status(204, None)


@of_helicopter.get("/{helicopter_id}/devices", response=list[ShownOut])
def shown(request: HttpRequest, helicopter_id: uuid.UUID, version: int) -> list[ShownOut]:
    """Show every setting that the helicopter's devices have, as they have it."""
    devices = fitted(pilot_of(request), helicopter_id)
    if not devices:
        return []
    setup = chain_of(pilot_id(request), helicopter_id, version).setup
    return [
        ShownOut(
            path=path,
            device=device.name,
            called=found.called,
            menu=found.menu,
            text=found.text,
            unit=found.unit,
            own=found.own,
            exact=found.exact,
            rounded=found.rounded,
        )
        for device in devices
        for path, found in every_shown(profile_of(device), setup)
    ]


def _out(device: Device) -> DeviceOut:
    profile = profile_of(device)
    return DeviceOut(
        id=device.pk,
        kind=profile.kind,
        name=device.name,
        profile=profile,
        ours={setting.path: setting.ours for setting in profile.settings},
        helicopters=[each.helicopter_id for each in device.fitted.all()],
    )
