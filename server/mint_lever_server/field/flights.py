"""A flight from the ground to the ground: made ready, begun, landed, written down."""

from __future__ import annotations

import uuid
from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.field import SYMPTOMS, Observation, SettingChange, list_changes, write_advice
from mint_lever_server.accounts.quotas import full, quota_of
from mint_lever_server.bench.fitness import FitnessOut, fitness_at
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.bench.stored_run import setup_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.models import Flight, Pack
from mint_lever_server.field.stored_flights import (
    FieldNow,
    changed_of,
    field_at,
    flights_at,
    kept_change,
    last_flown,
    open_flight,
)
from mint_lever_server.hangar.documents import kept_today, setup_of
from mint_lever_server.hangar.services import state_of, taken_once

_LONGEST_MIN = 600.0
_NAMED = 2
"""Reasons named where several keep it from being fit."""


@transaction.atomic
def open_next(pilot: User, helicopter_id: uuid.UUID, sender: Sender) -> Bench:
    """Make the next flight ready; where one is, that one stays."""
    bench = bench_of(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id) and open_flight(bench) is None:
        make_ready(bench)
    return bench


def make_ready(bench: Bench) -> Flight:
    """Open the next flight of the model on the table; what stays the same is taken over."""
    helicopter = bench.helicopter
    most = quota_of(helicopter.owner).flights
    if Flight.objects.filter(helicopter=helicopter).count() >= most:
        raise full("flights", most, "Copy the helicopter, and go on with the copy.")
    before = flights_at(bench).last()
    return Flight.objects.create(
        helicopter=helicopter,
        simulated=bench.simulated,
        number=1 if before is None else before.number + 1,
        place="" if before is None else before.place,
        modes=["normal"] if before is None else before.modes,
        document=kept_today(helicopter, state_of(helicopter.draft).document),
        log_count=bench.sequence,
    )


@transaction.atomic
def begin(
    pilot: User, helicopter_id: uuid.UUID, number: int, knowing: bool, sender: Sender
) -> Bench:
    """Take off. What speaks against it is said first; ``knowing`` that, the pilot flies all the
    same, and the record says so."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    flight = _one(bench, number, Flight.Stage.READY)
    now = field_at(bench)
    fitness = fitness_at(now.run, bench.helicopter, bench.simulated is not None)
    changed = changed_before(bench, flight, last_flown(bench))
    against = speaks_against(now, fitness, changed)
    if against and not knowing:
        raise Refused(409, "Not yet", " ".join(f"{each}." for each in against))
    flight.fit, flight.withheld, flight.revision = fitness.fit, fitness.withheld, fitness.revision
    flight.changed = [kept_change(each) for each in changed]
    flight.document = kept_today(bench.helicopter, state_of(bench.helicopter.draft).document)
    flight.stage, flight.began_at = Flight.Stage.AIR, sender.at or timezone.now()
    flight.save()
    return bench


def speaks_against(
    now: FieldNow, fitness: FitnessOut, changed: Sequence[SettingChange]
) -> list[str]:
    """Why a flight that is ready should not begin, each in words; empty where nothing does.
    ``changed`` is what it has otherwise than the one before."""
    found = []
    advice = now.advice
    if advice.symptom is not None and advice.symptom.danger:
        found.append(write_advice(now.run, advice).headline)
    if not fitness.fit:
        first, more = fitness.withheld[:_NAMED], len(fitness.withheld) - _NAMED
        rest = f"; and {more} more" if more > 0 else ""
        found.append(f"It is not fit to fly: {'; '.join(first)}{rest}")
    # Both axes of one centre are moved together, after a trim flight: that is one change.
    settings = {each.path.split(".centre_trim.")[0] for each in changed}
    if len(settings) > 1:
        found.append(
            f"{len(settings)} settings are other than on the flight before: whatever comes of it, "
            "nobody will know which one did it"
        )
    return found


def changed_before(
    bench: Bench, flight: Flight, before: Flight | None
) -> tuple[SettingChange, ...]:
    """What is otherwise than on the flight ``before``, made here or anywhere else."""
    noted = tuple(changed_of(each) for each in flight.noted)
    if before is None:
        return noted
    return list_changes(setup_of(before.document), setup_at(bench), noted)


@transaction.atomic
def land(pilot: User, helicopter_id: uuid.UUID, number: int, sender: Sender) -> Bench:
    """Land: the clock stands."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    flight = _one(bench, number, Flight.Stage.AIR)
    flight.stage, flight.landed_at = Flight.Stage.LANDED, sender.at or timezone.now()
    flight.minutes = _minutes(flight.began_at, flight.landed_at)
    flight.log_count = bench.sequence
    flight.save()
    return bench


@transaction.atomic
def take_back(pilot: User, helicopter_id: uuid.UUID, number: int, sender: Sender) -> Bench:
    """Back to the ground: a flight begun by mistake is ready again; one that is only ready, with
    nothing changed for it, is gone."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    flight = _one(bench, number)
    if flight.stage == Flight.Stage.AIR:
        flight.stage, flight.began_at, flight.changed = Flight.Stage.READY, None, []
        flight.save()
    elif flight.stage == Flight.Stage.READY and not flight.noted:
        flight.delete()
    else:
        raise Refused(409, "This flight stays", "Strike it out, and it counts no more.")
    return bench


@transaction.atomic
def write(
    pilot: User, helicopter_id: uuid.UUID, number: int, what: Mapping[str, Any], sender: Sender
) -> Bench:
    """Write down what is known of a flight; only what is given is written."""
    bench = bench_of(pilot, helicopter_id)
    if not taken_once(bench.helicopter, sender.id):
        return bench
    flight = _one(bench, number)
    for name in ("seen", "gone"):
        if what.get(name):
            _check_seen(bench, name, what[name])
    if "modes" in what:
        _check_modes(bench, "modes", what["modes"])
    for name, value in what.items():
        if name == "pack":
            flight.pack = None if value is None else _pack(pilot, value)
        elif name == "flight_log":
            flight.flight_log = None if value is None else _log(bench, value)
        else:
            setattr(flight, name, value)
    flight.save()
    return bench


@transaction.atomic
def strike(
    pilot: User, helicopter_id: uuid.UUID, number: int, struck: bool, sender: Sender
) -> Bench:
    """Strike a flight out, or let it count again."""
    bench = bench_of(pilot, helicopter_id)
    if taken_once(bench.helicopter, sender.id):
        flight = _one(bench, number)
        if flight.stage != Flight.Stage.LANDED:
            raise Refused(409, "It has not landed", "Take it back instead.")
        flight.struck = struck
        flight.save()
    return bench


def _one(bench: Bench, number: int, stage: str = "") -> Flight:
    flight = flights_at(bench).filter(number=number).first()
    if flight is None:
        raise Http404
    if stage and (flight.stage != stage or flight.struck):
        is_now = "struck out" if flight.struck else _SAID[flight.stage]
        raise Refused(409, f"Flight {number} is {is_now}", "Look at it again.")
    return flight


_SAID: dict[str, str] = {
    Flight.Stage.READY: "on the ground",
    Flight.Stage.AIR: "in the air",
    Flight.Stage.LANDED: "down already",
}


def _minutes(began: datetime | None, landed: datetime) -> float | None:
    """How long it flew; a clock that was put back between says nothing."""
    if began is None:
        return None
    minutes = round((landed - began).total_seconds() / 60, 1)
    return minutes if 0 <= minutes <= _LONGEST_MIN else None


def _check_seen(bench: Bench, name: str, given: Sequence[Mapping[str, Any]]) -> None:
    faults = []
    for n, each in enumerate(given):
        symptom = SYMPTOMS.get(each["symptom"])
        if symptom is None:
            allowed = "one of the list of symptoms"
            faults.append(Fault(f"{name}.{n}.symptom", each["symptom"], allowed))
            continue
        for asked, of in (("toward", symptom.toward), ("axis", ("roll", "pitch"))):
            value = each[asked]
            if asked in symptom.asks and value not in of:
                faults.append(Fault(f"{name}.{n}.{asked}", value, "one of " + ", ".join(of)))
            if asked not in symptom.asks and value is not None:
                faults.append(Fault(f"{name}.{n}.{asked}", value, "nothing: it has none"))
    if faults:
        raise InvalidRequest(faults)
    if len({Observation(**each) for each in given}) < len(given):
        raise InvalidRequest([Fault(name, "the same twice", "each thing once")])
    _check_modes(bench, name, [each["mode"] for each in given])


def _check_modes(bench: Bench, field: str, names: Sequence[str]) -> None:
    there = setup_at(bench).transmitter.modes.names()
    for name in names:
        if name not in there:
            raise InvalidRequest([Fault(field, name, "one of " + ", ".join(there))])


def _pack(pilot: User, pack_id: uuid.UUID) -> Pack:
    pack = Pack.objects.filter(owner=pilot, pk=pack_id).first()
    if pack is None:
        raise InvalidRequest([Fault("pack", str(pack_id), "one of your packs")])
    return pack


def _log(bench: Bench, log_id: uuid.UUID) -> Any:
    log = bench.helicopter.logs.filter(pk=log_id).first()
    if log is None:
        raise InvalidRequest([Fault("flight_log", str(log_id), "a log of this helicopter")])
    return log
