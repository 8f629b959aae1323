"""A pilot's packs: named once, flown in whichever helicopter."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.http import Http404

from mint_lever.setup import check_name
from mint_lever_server.accounts.quotas import full, quota_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.models import Flight, Pack


def packs_of(pilot: User) -> QuerySet[Pack]:
    """A pilot's packs by name, each with how often it flew (``flown``), in practice never."""
    flown = Q(flights__simulated=None, flights__struck=False, flights__stage=Flight.Stage.LANDED)
    return Pack.objects.filter(owner=pilot).annotate(flown=Count("flights", filter=flown))


@transaction.atomic
def add_pack(pilot: User, pack_id: uuid.UUID, name: str) -> None:
    """Name a pack; sent twice under one id it is there once."""
    if Pack.objects.filter(owner=pilot, pk=pack_id).exists():
        return
    most = quota_of(pilot).packs
    if Pack.objects.filter(owner=pilot).count() >= most:
        raise full("packs", most, "Take away one that never flew.")
    _free(pilot, name)
    Pack.objects.create(id=pack_id, owner=pilot, name=name)


@transaction.atomic
def change_pack(pilot: User, pack_id: uuid.UUID, what: Mapping[str, Any]) -> None:
    """Give a pack another name, put it away or take it up again; only what is given is changed."""
    pack = own_pack(pilot, pack_id)
    if "name" in what and what["name"] != pack.name:
        _free(pilot, what["name"])
    for name, value in what.items():
        setattr(pack, name, value)
    pack.save()


@transaction.atomic
def drop_pack(pilot: User, pack_id: uuid.UUID) -> None:
    """Take away a pack that never flew; one that did stays in its flights and is put away."""
    pack = own_pack(pilot, pack_id)
    if pack.flights.exists():
        raise Refused(409, "This pack has flown", "Its flights name it. Put it away instead.")
    pack.delete()


def own_pack(pilot: User, pack_id: uuid.UUID) -> Pack:
    """A pilot's own pack; another pilot's is not found."""
    pack = Pack.objects.filter(owner=pilot, pk=pack_id).first()
    if pack is None:
        raise Http404
    return pack


def _free(pilot: User, name: str) -> None:
    check_name(name)
    if Pack.objects.filter(owner=pilot, name=name).exists():
        raise Refused(409, f"There is a pack “{name}” already", "Write its number on it too.")
