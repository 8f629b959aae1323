"""Keying over the API: what is to be keyed in, ticked off, a tick taken back."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Field, Router

from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.device_holds import hold_on_devices
from mint_lever_server.bench.keying import KeyingOut, keying_at, tick_there
from mint_lever_server.bench.readings import strike_entry
from mint_lever_server.bench.request_types import AtVersion
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.config.request_fields import CountAsked

router = Router(tags=["bench"])


class DeviceHolds(AtVersion, Stamp):
    """Settings of the draft that their devices hold now."""

    paths: list[Annotated[str, Field(max_length=200)]] = Field(min_length=1, max_length=600)


@router.get("/{helicopter_id}/keying", response=KeyingOut)
def get_keying_list(request: HttpRequest, helicopter_id: uuid.UUID) -> KeyingOut:
    """Show what still has to be keyed into each device."""
    return keying_at(bench_of(pilot_of(request), helicopter_id))


@router.post("/{helicopter_id}/keying/ticks", response=KeyingOut)
def tick_keyed(request: HttpRequest, helicopter_id: uuid.UUID, given: DeviceHolds) -> KeyingOut:
    """Note that devices hold the draft's values now: these lines are ticked off."""
    pilot = pilot_of(request)
    done = hold_on_devices(pilot, helicopter_id, given.version, given.paths, given.sender())
    return keying_at(done)


@router.post("/{helicopter_id}/keying/ticks/{sequence}/remove", response=KeyingOut)
def take_back_tick(
    request: HttpRequest, helicopter_id: uuid.UUID, sequence: CountAsked, given: Stamp
) -> KeyingOut:
    """Take a tick back that was made by mistake."""
    pilot = pilot_of(request)
    tick_there(bench_of(pilot, helicopter_id), sequence)
    return keying_at(strike_entry(pilot, helicopter_id, sequence, True, given.sender()))
