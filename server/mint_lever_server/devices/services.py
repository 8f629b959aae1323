"""Keeping devices, and which of them a helicopter has."""

import json
import uuid
from functools import lru_cache
from typing import Any, Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from mint_lever.devices import DeviceKind, DeviceProfile, read_profile
from mint_lever.setup import check_name
from mint_lever_server.config.problems import Refused
from mint_lever_server.devices.models import Device, Fitted
from mint_lever_server.hangar.free_names import free_name
from mint_lever_server.hangar.services import owned

MOST_DEVICES = 40
_LONGEST_NAME = 60


def devices_of(pilot: User) -> list[Device]:
    """Give a pilot's devices, by kind and name."""
    return list(Device.objects.filter(owner=pilot).prefetch_related("fitted"))


def device_of(pilot: User, device_id: uuid.UUID) -> Device:
    """Give one device; another pilot's is not found."""
    device = Device.objects.filter(owner=pilot, pk=device_id).first()
    if device is None:
        raise Http404
    return device


@transaction.atomic
def add_device(pilot: User, profile: DeviceProfile) -> Device:
    """Keep a new device; a name that is taken gets a number."""
    check_name(profile.name)
    names = set(Device.objects.filter(owner=pilot).values_list("name", flat=True))
    if len(names) >= MOST_DEVICES:
        raise Refused(
            409,
            "No room for another device",
            f"{MOST_DEVICES} devices are kept. Take one away first.",
        )
    free = free_name(profile.name, names, _LONGEST_NAME)
    named = profile.model_copy(update={"name": free})
    return Device.objects.create(owner=pilot, kind=named.kind, name=free, profile=_kept(named))


@transaction.atomic
def change_device(
    pilot: User, device_id: uuid.UUID, profile: DeviceProfile, version: int
) -> Device:
    """Describe a device anew, on top of the ``version`` that was seen. Its kind stays: helicopters
    have it as what it is."""
    device = device_of(pilot, device_id)
    if device.version != version:
        raise Refused(
            409,
            "This device was described elsewhere meanwhile",
            "Look at it again; nothing was overwritten.",
            version=device.version,
        )
    if profile.kind != device.kind:
        raise Refused(409, "A device stays what it is", f"This one is a {device.kind}.")
    if profile.name != device.name:
        check_name(profile.name)
    device.name, device.profile = profile.name, _kept(profile)
    device.version += 1
    device.save()
    return device


@transaction.atomic
def fit(
    pilot: User, helicopter_id: uuid.UUID, kind: DeviceKind, device_id: uuid.UUID | None
) -> None:
    """Say which device of a kind a helicopter has; None: none that is described."""
    helicopter = owned(pilot, helicopter_id)
    if device_id is None:
        Fitted.objects.filter(helicopter=helicopter, kind=kind).delete()
        return
    device = device_of(pilot, device_id)
    if device.kind != kind:
        raise Refused(409, "That is another kind of device", f"{device.name} is a {device.kind}.")
    Fitted.objects.update_or_create(helicopter=helicopter, kind=kind, defaults={"device": device})


def list_fitted(pilot: User, helicopter_id: uuid.UUID) -> list[Device]:
    """Give the devices a helicopter has."""
    helicopter = owned(pilot, helicopter_id)
    return list(Device.objects.filter(fitted__helicopter=helicopter))


def fitted_texts(helicopter_id: uuid.UUID) -> tuple[str, ...]:
    """Give the profiles of a helicopter's devices, each as a text that is read once."""
    devices = Device.objects.filter(fitted__helicopter=helicopter_id)
    return tuple(_text(device) for device in devices)


def expo_softer(helicopter_id: uuid.UUID) -> Literal["plus", "minus"] | None:
    """Give the sign of expo that softens on a helicopter's transmitter, where its pilot said it."""
    profiles = (profile_of_text(text) for text in fitted_texts(helicopter_id))
    return next((each.expo_softer for each in profiles if each.kind == "transmitter"), None)


def profile_of(device: Device) -> DeviceProfile:
    """Read a kept device's profile."""
    return profile_of_text(_text(device))


@lru_cache(maxsize=256)
def profile_of_text(text: str) -> DeviceProfile:
    """Read a profile that was kept."""
    return read_profile(text)


def _text(device: Device) -> str:
    return json.dumps(device.profile, sort_keys=True)


def _kept(profile: DeviceProfile) -> dict[str, Any]:
    kept: dict[str, Any] = profile.model_dump(mode="json", exclude_none=True)
    return kept
