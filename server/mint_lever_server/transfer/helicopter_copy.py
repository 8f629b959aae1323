"""A copy of a helicopter in the same hangar."""

from __future__ import annotations

import uuid

from django.contrib.auth.models import User
from django.db import transaction

from mint_lever.records import copy_for_same_radio
from mint_lever_server.devices.models import Device
from mint_lever_server.devices.services import fit, list_fitted
from mint_lever_server.hangar.models import Helicopter
from mint_lever_server.hangar.services import add_beside, owned, present_setup


@transaction.atomic
def add_copy(pilot: User, helicopter_id: uuid.UUID, shared: bool) -> Helicopter:
    """Add a copy of a helicopter's setup; ``shared``: of another one on the same radio, which comes
    along as its transmitter."""
    setup = present_setup(owned(pilot, helicopter_id).real_draft)
    if not shared:
        return add_beside(pilot, setup, "copied")
    made = add_beside(pilot, copy_for_same_radio(setup), "same radio, another receiver")
    radio = radio_of(pilot, helicopter_id)
    if radio is not None:
        fit(pilot, made.pk, "transmitter", radio.pk)
    return made


def radio_of(pilot: User, helicopter_id: uuid.UUID) -> Device | None:
    """The transmitter a helicopter has on board, where it is described."""
    there = list_fitted(pilot, helicopter_id)
    return next((each for each in there if each.kind == "transmitter"), None)
