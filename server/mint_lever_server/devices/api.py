"""The pilot's devices over the API: described, carried in and out, fitted to helicopters."""

import json
import uuid
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema, Status
from pydantic import BaseModel

from mint_lever.devices import (
    DeviceKind,
    DeviceProfile,
    OnDevice,
    make_device_sheet,
    make_starting_profile,
    read_device_figure,
    read_profile,
)
from mint_lever.setup import read_document, walk_values
from mint_lever_server.accounts.signed_in_pilot import pilot_id, pilot_of
from mint_lever_server.config.request_fields import CountAsked, FigureAsked
from mint_lever_server.devices.models import Device
from mint_lever_server.devices.services import (
    add_device,
    change_device,
    device_of,
    devices_of,
    fit,
    list_fitted,
    profile_of,
)
from mint_lever_server.hangar.api import file_stem
from mint_lever_server.levers.chain_cache import chain_of

router = Router(tags=["devices"])
of_helicopter = Router(tags=["devices"])


class DeviceOut(BaseModel):
    """One device as of its ``version``; ``helicopters`` have it. ``ours`` are our names of its
    settings, by path."""

    id: uuid.UUID
    kind: DeviceKind
    name: str
    version: int
    profile: DeviceProfile
    ours: dict[str, str]
    helicopters: list[uuid.UUID]


class NewDevice(Schema):
    """A device to begin with, all in our own words."""

    kind: DeviceKind


class Fit(Schema):
    """Which device of a kind a helicopter has; null for none."""

    kind: DeviceKind
    device: uuid.UUID | None = None


class OnBoard(BaseModel):
    """A device the helicopter has: what of it is no setting, and every setting as it shows it, in
    the order of its own work."""

    id: uuid.UUID
    kind: DeviceKind
    name: str
    expo_softer: Literal["plus", "minus"] | None
    curve_points: list[int]
    settings: list[OnDevice]


class MeantOut(BaseModel):
    """What the setup keeps for a figure on a device's display."""

    value: float


@router.get("", response=list[DeviceOut])
def list_devices(request: HttpRequest) -> list[DeviceOut]:
    """List the pilot's devices by kind and name."""
    return [_out(device) for device in devices_of(pilot_of(request))]


@router.post("", response={201: DeviceOut})
def create_device(request: HttpRequest, new: NewDevice) -> Status[DeviceOut]:
    """Begin a device of a kind from the neutral profile."""
    return Status(201, _out(add_device(pilot_of(request), make_starting_profile(new.kind))))


@router.post(
    "/import",
    response={201: DeviceOut},
    openapi_extra={
        "requestBody": {"content": {"application/json": {"schema": {"type": "object"}}}}
    },
)
def import_device(request: HttpRequest) -> Status[DeviceOut]:
    """Take a profile from a file in."""
    profile = read_profile(read_document(request.body))
    return Status(201, _out(add_device(pilot_of(request), profile)))


@router.put("/{device_id}", response=DeviceOut)
def replace_device(
    request: HttpRequest,
    device_id: uuid.UUID,
    profile: DeviceProfile,
    version: CountAsked,
) -> DeviceOut:
    """Describe a device anew, on top of the version that was seen."""
    return _out(change_device(pilot_of(request), device_id, profile, version))


@router.delete("/{device_id}", response={204: None})
def remove_device(request: HttpRequest, device_id: uuid.UUID) -> Status[None]:
    """Take a device away; helicopters that had it have none of its kind."""
    device_of(pilot_of(request), device_id).delete()
    return Status(204, None)


@router.get("/{device_id}/file")
def export_device(request: HttpRequest, device_id: uuid.UUID) -> HttpResponse:
    """Give a device's profile as a file."""
    device = device_of(pilot_of(request), device_id)
    text = json.dumps(device.profile, indent=2, ensure_ascii=False) + "\n"
    answer = HttpResponse(text, content_type="application/json")
    stem = file_stem(device.name, "device")
    answer["Content-Disposition"] = f'attachment; filename="{stem}.json"'
    return answer


@of_helicopter.put("/{helicopter_id}/devices", response={204: None})
def fit_devices(request: HttpRequest, helicopter_id: uuid.UUID, given: Fit) -> Status[None]:
    """Say which device of a kind the helicopter has."""
    fit(pilot_of(request), helicopter_id, given.kind, given.device)
    return Status(204, None)


@of_helicopter.get("/{helicopter_id}/devices", response=list[OnBoard])
def get_fitted_devices(
    request: HttpRequest, helicopter_id: uuid.UUID, version: CountAsked
) -> list[OnBoard]:
    """Show every setting that the helicopter's devices have, as they have it."""
    devices = list_fitted(pilot_of(request), helicopter_id)
    if not devices:
        return []
    setup = chain_of(pilot_id(request), helicopter_id, version).setup
    return [
        OnBoard(
            id=device.pk,
            kind=(profile := profile_of(device)).kind,
            name=device.name,
            expo_softer=profile.expo_softer,
            curve_points=sorted(profile.curve_points),
            settings=list(make_device_sheet(profile, setup)),
        )
        for device in devices
    ]


@of_helicopter.get("/{helicopter_id}/devices/{device_id}/sheet", response=MeantOut)
def get_device_sheet(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    device_id: uuid.UUID,
    version: CountAsked,
    path: Annotated[str, Query(max_length=200)],
    figure: FigureAsked,
) -> MeantOut:
    """Give what the setup keeps for a figure as it stands on a device's display."""
    device = device_of(pilot_of(request), device_id)
    setup = chain_of(pilot_id(request), helicopter_id, version).setup
    now = dict(walk_values(setup.as_document())).get(path)
    there = float(now) if isinstance(now, int | float) else 0.0
    return MeantOut(value=read_device_figure(profile_of(device), path, figure, there))


def _out(device: Device) -> DeviceOut:
    profile = profile_of(device)
    return DeviceOut(
        id=device.pk,
        kind=profile.kind,
        name=device.name,
        version=device.version,
        profile=profile,
        ours={setting.path: setting.ours for setting in profile.settings},
        helicopters=[each.helicopter_id for each in device.fitted.all()],
    )
