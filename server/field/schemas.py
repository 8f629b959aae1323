"""What the API shows of the field: the flight at hand, those before, the one next thing."""

from __future__ import annotations

import uuid
from datetime import datetime
from typing import Annotated, Any, Literal

from ninja import Field, Schema
from pydantic import BaseModel

from bench.fitness import FitnessOut, fitness_at
from bench.models import Bench
from field.flights import changed_before, speaks_against
from field.models import Flight
from field.packs import packs_of
from field.stored import FieldNow, changed_of, field_at, flights_at, open_flight, seen_of
from hangar.services import state_of
from mint_lever.devices import OnDevice
from mint_lever.field import SYMPTOMS, Changed, advice_said, seen_said
from mint_lever.field.advise import Kind
from mint_lever.field.likely import likely_first
from mint_lever.field.move import row_at
from mint_lever.field.symptom import Axis, Part, Toward
from mint_lever.run import StepName
from mint_lever.run.differs import said
from mint_lever.run.run import State
from mint_lever.setup.about import Device
from mint_lever.setup.catalogue import name_of
from mint_lever.setup.held_by import held_by
from mint_lever.setup.modes import ModeName

_PAGE = 20
Stage = Literal["ready", "air", "landed"]
Verdict = Literal["better", "worse", "same"]


class SeenGiven(Schema):
    """Something that was seen: a symptom of the list, in which mode; ``toward`` or ``axis`` where
    the symptom asks for it; the manoeuvre in the pilot's words."""

    symptom: str = Field(max_length=40)
    mode: ModeName
    toward: Toward | None = None
    axis: Axis | None = None
    manoeuvre: str = Field("", max_length=80)


class Trims(Schema):
    """Trims as they were found in flight, percent of the channel; + is right and forward."""

    aileron: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)] | None = None
    elevator: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)] | None = None
    rudder: Annotated[float, Field(ge=-100, le=100, allow_inf_nan=False)] | None = None


class SymptomOut(BaseModel):
    """A line of the list. ``asks`` is what has to be said with it: which way, about which axis."""

    key: str
    seen: str
    part: Part
    asks: list[Literal["toward", "axis"]]
    toward: list[Toward]
    danger: bool
    taste: bool


class PackOut(BaseModel):
    """A pack, and how many real flights it had."""

    id: uuid.UUID
    name: str
    put_away: bool
    flown: int


class ChangedOut(BaseModel):
    """A setting that was moved before a flight, in words; ``against`` says what for."""

    path: str
    name: str
    device: Device
    before: str
    after: str
    unit: str
    against: str


class FlightOut(BaseModel):
    """One flight. ``seen_words`` says each of ``seen`` in words, in the same order."""

    number: int
    stage: Stage
    began_at: datetime | None
    landed_at: datetime | None
    minutes: float | None
    pack: uuid.UUID | None
    place: str
    wind: str
    modes: list[ModeName]
    trims: Trims
    seen: list[SeenGiven]
    seen_words: list[str]
    words: str
    changed: list[ChangedOut]
    verdict: Verdict | None
    next_idea: str
    revision: int | None
    fit: bool
    withheld: list[str]
    flight_log: uuid.UUID | None
    struck: bool


class FlightsOut(BaseModel):
    """A page of flights, the newest first; ``more`` when older ones are left."""

    flights: list[FlightOut]
    more: bool


class NextThing(BaseModel):
    """The one next thing: ``kind`` with its words. ``path`` and ``new_value`` are of the setting to
    move, ``step`` the step of the bench to go to, ``symptom`` what is to be looked at."""

    kind: Kind
    headline: str
    likely: str
    look: list[str]
    device: Device | None
    setting: str
    old: str
    new: str
    unit: str
    on_devices: list[OnDevice]
    first: str
    wrong_if: str
    opens: list[str]
    later: list[str]
    note: str
    path: str
    new_value: Any
    step: StepName | None
    symptom: str | None
    danger: bool


class FieldOut(BaseModel):
    """The field as it stands. ``version`` and ``digest`` are the draft's, ``sequence`` the log's.

    ``at_hand`` is the flight that is made ready or in the air; ``will_fly`` what it has otherwise
    than the one before, ``against`` what speaks against it. ``final`` is the final list's state.
    ``next`` is the one next thing, null while a change is made and not flown. ``likely`` are the
    symptoms by their keys, the likely ones first.
    """

    name: str
    version: int
    digest: str
    sequence: int
    simulated: bool
    modes: list[ModeName]
    fitness: FitnessOut
    final: State
    at_hand: FlightOut | None
    will_fly: list[ChangedOut]
    against: list[str]
    next: NextThing | None
    likely: list[str]
    packs: list[PackOut]
    flights: FlightsOut


def symptoms_out() -> list[SymptomOut]:
    """The whole list of symptoms."""
    return [
        SymptomOut(
            key=each.key,
            seen=each.seen,
            part=each.part,
            asks=list(each.asks),
            toward=list(each.toward) if "toward" in each.asks else [],
            danger=each.danger,
            taste=each.taste,
        )
        for each in SYMPTOMS.values()
    ]


def show(bench: Bench) -> FieldOut:
    """Show the field of the model on the table."""
    now, at_hand, draft = field_at(bench), open_flight(bench), bench.helicopter.draft
    run = now.run
    ready = at_hand is not None and at_hand.stage == Flight.Stage.READY
    will_fly = changed_before(bench, at_hand) if ready and at_hand is not None else ()
    return FieldOut(
        name=run.setup.name,
        version=draft.version,
        digest=state_of(draft).document.digest,
        sequence=bench.sequence,
        simulated=bench.simulated is not None,
        modes=list(run.setup.transmitter.modes.names()),
        fitness=fitness_at(run, bench.helicopter, bench.simulated is not None),
        final=next(each.state for each in run.standings if each.step.always_last),
        at_hand=None if at_hand is None else _flight(bench, now, at_hand),
        will_fly=[_changed(now, each) for each in will_fly],
        against=speaks_against(bench, at_hand) if ready and at_hand is not None else [],
        next=None if at_hand is not None and at_hand.noted else _next(now),
        likely=list(likely_first(now.flights, _against(at_hand, now))),
        packs=[
            PackOut(id=each.pk, name=each.name, put_away=each.put_away, flown=each.flown)  # type: ignore[attr-defined]
            for each in packs_of(bench.helicopter.owner)
        ],
        flights=flights_page(bench, now),
    )


def flights_page(
    bench: Bench, now: FieldNow | None = None, before: int | None = None
) -> FlightsOut:
    """Give a page of flights that landed or were struck out, the newest first."""
    now = now or field_at(bench)
    rows = flights_at(bench).filter(stage=Flight.Stage.LANDED)
    if before is not None:
        rows = rows.filter(number__lt=before)
    page = list(rows.order_by("-number")[: _PAGE + 1])
    return FlightsOut(
        flights=[_flight(bench, now, row) for row in page[:_PAGE]], more=len(page) > _PAGE
    )


def _against(at_hand: Flight | None, now: FieldNow) -> list[str]:
    """What the change at hand, or the newest, was made against."""
    kept = [] if at_hand is None else at_hand.changed or at_hand.noted
    changed = [changed_of(each) for each in kept]
    if not changed and now.flights:
        changed = list(now.flights[-1].changed)
    return [each.against.symptom for each in changed if each.against is not None]


def _flight(bench: Bench, now: FieldNow, row: Flight) -> FlightOut:
    return FlightOut(
        number=row.number,
        stage=row.stage,
        began_at=row.began_at,
        landed_at=row.landed_at,
        minutes=row.minutes,
        pack=row.pack_id,
        place=row.place,
        wind=row.wind,
        modes=row.modes,
        trims=Trims(**row.trims),
        seen=[SeenGiven(**each) for each in row.seen],
        seen_words=[seen_said(seen_of(each)) for each in row.seen],
        words=row.words,
        changed=[_changed(now, changed_of(each)) for each in row.changed or row.noted],
        verdict=row.verdict or None,
        next_idea=row.next_idea,
        revision=row.revision,
        fit=row.fit,
        withheld=row.withheld,
        flight_log=row.flight_log_id,
        struck=row.struck,
    )


def _changed(now: FieldNow, changed: Changed) -> ChangedOut:
    row = row_at(changed.path)
    return ChangedOut(
        path=changed.path,
        name=name_of(changed.path),
        device=held_by(changed.path, now.run.setup),
        before="" if row is None else said(row, changed.old),
        after="" if row is None else said(row, changed.new),
        unit="" if row is None else row.unit,
        against="" if changed.against is None else seen_said(changed.against),
    )


def _next(now: FieldNow) -> NextThing:
    advice = now.advice
    words = advice_said(now.run, advice)
    return NextThing(
        kind=advice.kind,
        headline=words.headline,
        likely=words.likely,
        look=list(words.look),
        device=words.device,
        setting=words.setting,
        old=words.old,
        new=words.new,
        unit=words.unit,
        on_devices=list(words.on_devices),
        first=words.first,
        wrong_if=words.wrong_if,
        opens=[title for _, title in words.opens],
        later=list(words.later),
        note=words.note,
        path="" if advice.move is None else advice.move.path,
        new_value=None if advice.move is None else advice.move.new,
        step=advice.bench,
        symptom=None if advice.seen is None else advice.seen.symptom,
        danger=advice.symptom is not None and advice.symptom.danger,
    )
