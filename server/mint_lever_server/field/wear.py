"""Packs over their life, parts since they were new, and what to look at after a crash."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from datetime import date, datetime
from typing import Literal

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import BaseModel

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.field import AFTER_A_CRASH, PARTS, PackMeasurement, count_flights, judge_pack_life
from mint_lever_server.accounts.quotas import full
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.field.crash_checks import crashed
from mint_lever_server.field.models import Flight, PackMeasure, PartNew
from mint_lever_server.field.packs import own_pack
from mint_lever_server.hangar.services import taken_once

_MOST_MEASURES = 500
By = Literal["log", "meter"]


class MeasureOut(BaseModel):
    """One measurement of a pack."""

    id: int
    day: date
    mohm: float
    by: By


class PackLifeOut(BaseModel):
    """What a pack's measurements come to."""

    word: Literal["fresh", "tired", "worn", "not known"]
    new_mohm: float | None
    now_mohm: float | None
    times: float | None
    text: str
    measures: list[MeasureOut]


class PartOut(BaseModel):
    """A part that wears; ``flights`` it had since it was new, null where nobody said when."""

    name: str
    shows: str
    flights: int | None


class InspectOut(BaseModel):
    """What to look at after a crash, how, and whether it was since."""

    what: str
    how: str
    looked: bool


class WearOut(BaseModel):
    """The parts of a helicopter, how often it really flew, and what a crash asks for;
    ``crashed_at`` is when it crashed last, null where it never did."""

    flown: int
    parts: list[PartOut]
    crashed_at: datetime | None
    after_a_crash: list[InspectOut]


def pack_life(pilot: User, pack_id: uuid.UUID) -> PackLifeOut:
    """Judge a pack by what was measured of it."""
    rows: Sequence[PackMeasure] = list(own_pack(pilot, pack_id).measures.all())
    life = judge_pack_life(
        [PackMeasurement(row.day, row.mohm, "log" if row.by == "log" else "meter") for row in rows]
    )
    return PackLifeOut(
        word=life.word,
        new_mohm=life.new_mohm,
        now_mohm=life.now_mohm,
        times=life.times,
        text=life.text,
        measures=[MeasureOut(id=r.pk, day=r.day, mohm=r.mohm, by=r.by) for r in rows],
    )


@transaction.atomic
def measure_pack(pilot: User, pack_id: uuid.UUID, day: date, mohm: float, by: By) -> None:
    """Write a pack's resistance down; a second time for a day, by the same means, in its place."""
    pack = own_pack(pilot, pack_id)
    if pack.measures.count() >= _MOST_MEASURES:
        raise full("measurements of a pack", _MOST_MEASURES, "Take old ones away first.")
    PackMeasure.objects.update_or_create(pack=pack, day=day, by=by, defaults={"mohm": mohm})


@transaction.atomic
def drop_measure(pilot: User, pack_id: uuid.UUID, measure: int) -> None:
    """Take a mistyped measurement away."""
    own_pack(pilot, pack_id).measures.filter(pk=measure).delete()


def wear_of(bench: Bench) -> WearOut:
    """Say how many flights each part of the real helicopter has had."""
    flown = _flown(bench)
    known = dict(PartNew.objects.filter(helicopter=bench.helicopter).values_list("part", "flown"))
    new_at = {each.name: known[each.name] for each in PARTS if each.name in known}
    since = count_flights(new_at, flown)
    crashed_at, looked = crashed(bench)
    return WearOut(
        flown=flown,
        parts=[
            PartOut(name=each.name, shows=each.shows, flights=since[each.name]) for each in PARTS
        ],
        crashed_at=crashed_at,
        after_a_crash=[
            InspectOut(what=each.what, how=each.how, looked=each.what in looked)
            for each in AFTER_A_CRASH
        ],
    )


@transaction.atomic
def part_is_new(pilot: User, helicopter_id: uuid.UUID, part: str, sender: Sender) -> Bench:
    """Note that a part is new now."""
    bench = bench_of(pilot, helicopter_id)
    names = [each.name for each in PARTS]
    if part not in names:
        raise InvalidRequest([Fault("part", part, "one of " + ", ".join(names))])
    if taken_once(bench.helicopter, sender.id):
        PartNew.objects.update_or_create(
            helicopter=bench.helicopter, part=part, defaults={"flown": _flown(bench)}
        )
    return bench


def _flown(bench: Bench) -> int:
    flown = Flight.objects.filter(helicopter=bench.helicopter_id, simulated=None, struck=False)
    return flown.filter(stage=Flight.Stage.LANDED).count()
