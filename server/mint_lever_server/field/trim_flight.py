"""The trim flight: what it needs, what its trims come to, and that moved into the unit."""

from __future__ import annotations

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import BaseModel

from mint_lever.bench import read_setting
from mint_lever.field import Observation, SettingChange, list_obstacles, move_trim_into_centre
from mint_lever.setup import Change, ModeName
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of, claim_version, edit_draft_on_table
from mint_lever_server.bench.stored_run import setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.flights import make_ready
from mint_lever_server.field.keyed_settings import say_held
from mint_lever_server.field.models import Flight
from mint_lever_server.field.stored_flights import kept_change, last_flown, open_flight, seen_of
from mint_lever_server.hangar.services import taken_once

_OF = {"unit.centre_trim.aileron_pct": "aileron", "unit.centre_trim.elevator_pct": "elevator"}


class NotReadyOut(BaseModel):
    """What hides a lean in this mode; ``wanted`` is what makes it show, null where the pilot has to
    say first what it is."""

    text: str
    path: str
    wanted: str | float | None


class TrimOut(BaseModel):
    """A trim flight in a mode. ``possible``: a unit mixes, so there is a centre to move a trim to.
    ``old`` and ``new`` are that centre, aileron and elevator, percent of full servo throw."""

    possible: bool
    mode: ModeName
    not_ready: list[NotReadyOut]
    old: list[float]
    new: list[float]
    suspect: str


def trim_at(bench: Bench, mode: ModeName, aileron_pct: float, elevator_pct: float) -> TrimOut:
    """Say what a trim flight needs, and what its trims come to."""
    setup = setup_at(bench)
    waits = [NotReadyOut(**vars(each)) for each in list_obstacles(setup, mode)]
    if setup.mixing_unit is None:
        return TrimOut(possible=False, mode=mode, not_ready=waits, old=[], new=[], suspect="")
    found = move_trim_into_centre(setup, aileron_pct, elevator_pct, mode)
    return TrimOut(
        possible=True,
        mode=mode,
        not_ready=waits,
        old=list(found.old),
        new=list(found.new),
        suspect=found.suspect,
    )


@transaction.atomic
def move_trims(
    pilot: User,
    helicopter_id: uuid.UUID,
    version: int,
    mode: ModeName,
    aileron_pct: float,
    elevator_pct: float,
    sender: Sender,
) -> Bench:
    """Note that the trims found in flight were moved into the unit's centre, and that those of the
    transmitter stand at zero; the next flight is ready with it."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    claim_version(bench, version)
    flight = open_flight(bench)
    if flight is not None and flight.stage != Flight.Stage.READY:
        raise Refused(409, "It is in the air", "Land first, propulsion disabled.")
    setup = setup_at(bench)
    moved = move_trim_into_centre(setup, aileron_pct, elevator_pct, mode).changes
    if not moved:
        raise Refused(409, "There is nothing to move", "The centre is where the trims put it.")
    before = setup.as_document()
    seen = _leans(bench)
    zeroed = [Change(f"transmitter.channels.{name}.trim_pct", 0.0) for name in _OF.values()]
    edit_draft_on_table(pilot, bench, version, [*moved, *zeroed])
    say_held(pilot, bench, [each.path for each in (*moved, *zeroed)])
    flight = flight or make_ready(bench)
    noted = [
        SettingChange(
            each.path, read_setting(before, each.path), each.value, seen.get(_OF[each.path])
        )
        for each in moved
    ]
    flight.noted = [*flight.noted, *(kept_change(each) for each in noted)]
    flight.save()
    return bench


def _leans(bench: Bench) -> dict[str, Observation]:
    """What was seen to lean on the newest flight, by the stick it is of."""
    last = last_flown(bench)
    kept: list[dict[str, Any]] = [] if last is None else last.seen or []
    return {seen.function: seen for seen in map(seen_of, kept) if seen.function}
