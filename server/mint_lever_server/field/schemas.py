"""What the API shows of the field: the flight at hand, those before, the one next thing."""

from __future__ import annotations

import uuid
from datetime import datetime
from typing import Annotated, Any, Literal

from django.contrib.auth.models import User
from ninja import Field, Schema
from pydantic import BaseModel, Strict

from mint_lever.bench import State, StepName, write_setting
from mint_lever.devices import OnDevice
from mint_lever.field import (
    SYMPTOMS,
    AdviceKind,
    Axis,
    LogEvidence,
    Part,
    SettingChange,
    Toward,
    find_figure_row,
    list_awaited,
    list_changes,
    sort_symptoms,
    write_advice,
    write_observation,
)
from mint_lever.modes import write_unmeasured_speeds
from mint_lever.setup import Device, ModeName, find_device, name_path
from mint_lever_server.bench.fitness import FitnessOut, fitness_at
from mint_lever_server.bench.models import Bench
from mint_lever_server.bench.stored_run import log_of
from mint_lever_server.field.flights import changed_before, speaks_against
from mint_lever_server.field.models import Flight
from mint_lever_server.field.packs import packs_of
from mint_lever_server.field.stored_flights import (
    FieldNow,
    changed_of,
    field_at,
    flights_at,
    last_flown,
    open_flight,
    seen_of,
)
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.services import state_of

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

    aileron: Annotated[float, Strict(), Field(ge=-100, le=100, allow_inf_nan=False)] | None = None
    elevator: Annotated[float, Strict(), Field(ge=-100, le=100, allow_inf_nan=False)] | None = None
    rudder: Annotated[float, Strict(), Field(ge=-100, le=100, allow_inf_nan=False)] | None = None


class SymptomOut(BaseModel):
    """A line of the list. ``asks`` is what has to be said with it: which way, about which axis."""

    key: str
    seen: str
    part: Part
    asks: list[Literal["toward", "axis"]]
    toward: list[Toward]
    danger: bool
    taste: bool


class FlownPack(BaseModel):
    """A pack, and how many flights of real helicopters it had."""

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
    """One flight. ``seen`` is null until somebody said what was seen; ``seen_words`` says each in
    words, in the same order."""

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
    seen: list[SeenGiven] | None
    seen_words: list[str]
    gone: list[SeenGiven]
    words: str
    changed: list[ChangedOut]
    verdict: Verdict | None
    next_idea: str
    revision: int | None
    fit: bool
    withheld: list[str]
    flight_log: uuid.UUID | None
    struck: bool


class SinceGood(BaseModel):
    """What is otherwise than on flight ``number``, the last one on which nothing was wrong."""

    number: int
    changed: list[ChangedOut]


class NextThing(BaseModel):
    """The one next thing: ``kind`` with its words. ``path`` and ``new_value`` are of the setting to
    move, ``step`` the step of the bench to go to, ``symptom`` what is to be looked at;
    ``known`` what log, bench, drive and audit say of it beside, ``confirm`` what is to be looked
    for in the next flight, ``unproved`` what the bench has not proved: said before all else."""

    kind: AdviceKind
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
    known: list[str]
    confirm: list[str]
    unproved: str
    path: str
    new_value: Any
    step: StepName | None
    symptom: str | None
    danger: bool


class LookedFor(BaseModel):
    """Something that was seen before and is not gone for good: the newest flight is asked about
    it."""

    seen: SeenGiven
    words: str


class FieldOut(BaseModel):
    """The field as it stands. ``version`` and ``digest`` are the draft's, ``sequence`` the log's.

    ``at_hand`` is the flight that is made ready or in the air; ``will_fly`` what it has otherwise
    than the one before, ``against`` what speaks against it. ``final`` is the final list's state,
    ``final_at`` when anything of it was answered last.
    ``next`` is the one next thing; null while a change is made and not flown, and while nobody said
    what was seen on the newest flight. ``likely`` are the
    symptoms by their keys, the likely ones first. ``newest`` is the flight that landed last;
    ``log_says`` is what the newest flight's log shows that wants mending.
    ``since_good`` is null where nothing was changed since a good flight, or none was.
    ``looked_for`` is what the newest flight is asked about.
    """

    name: str
    version: int
    digest: str
    sequence: int
    simulated: bool
    modes: list[ModeName]
    fitness: FitnessOut
    final: State
    final_step: StepName
    final_at: datetime | None
    at_hand: FlightOut | None
    will_fly: list[ChangedOut]
    against: list[str]
    open_speeds: str
    next: NextThing | None
    likely: list[str]
    log_says: list[str]
    packs: list[FlownPack]
    newest: FlightOut | None
    since_good: SinceGood | None
    looked_for: list[LookedFor]


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


def packs_out(pilot: User) -> list[FlownPack]:
    """A pilot's packs."""
    return [
        FlownPack(id=each.pk, name=each.name, put_away=each.put_away, flown=each.flown)  # type: ignore[attr-defined]
        for each in packs_of(pilot)
    ]


def show(bench: Bench) -> FieldOut:
    """Show the field of the model on the table."""
    now, at_hand, draft = field_at(bench), open_flight(bench), bench.helicopter.draft
    run = now.run
    newest = last_flown(bench)
    logged = now.log or LogEvidence({}, frozenset(), None)
    untold = newest is not None and newest.seen is None
    ready = at_hand is not None and at_hand.stage == Flight.Stage.READY
    will_fly = changed_before(bench, at_hand, newest) if ready and at_hand is not None else ()
    fitness = fitness_at(run, bench.helicopter, bench.simulated is not None)
    final = next(each for each in run.standings if each.step.always_last)
    answers = log_of(bench, bench.simulated).by_step.get(final.step.name, ())
    return FieldOut(
        name=run.setup.name,
        version=draft.version,
        digest=state_of(draft).document.digest,
        sequence=bench.sequence,
        simulated=bench.simulated is not None,
        modes=list(run.setup.transmitter.modes.names()),
        fitness=fitness,
        final=final.state,
        final_step=final.step.name,
        final_at=max((each.sent_at for each in answers if not each.struck), default=None),
        at_hand=None if at_hand is None else flight_out(now, at_hand),
        will_fly=[_changed(now, each) for each in will_fly],
        against=speaks_against(now, fitness, will_fly) if ready else [],
        open_speeds=write_unmeasured_speeds(run.setup),
        next=None if (at_hand is not None and at_hand.noted) or untold else _next(now),
        likely=list(sort_symptoms(now.flights, _against(at_hand, now), logged.symptoms)),
        log_says=list(logged.shown.values()),
        packs=packs_out(bench.helicopter.owner),
        newest=None if newest is None else flight_out(now, newest),
        since_good=_since_good(bench, now),
        looked_for=_looked_for(now, newest),
    )


def _looked_for(now: FieldNow, newest: Flight | None) -> list[LookedFor]:
    """What the flights before the newest one leave open; what it was said of itself is not of
    them."""
    told = newest is not None and newest.seen is not None and not newest.struck
    before = now.flights[:-1] if told else now.flights
    return [
        LookedFor(seen=SeenGiven(**vars(each)), words=write_observation(each))
        for each in list_awaited(before)
    ]


def _since_good(bench: Bench, now: FieldNow) -> SinceGood | None:
    good = next((each.number for each in reversed(now.flights) if not each.seen), None)
    if good is None:
        return None
    row = flights_at(bench).select_related("document").get(number=good)
    changed = list_changes(setup_of(row.document), now.run.setup)
    if not changed:
        return None
    return SinceGood(number=good, changed=[_changed(now, each) for each in changed])


def _against(at_hand: Flight | None, now: FieldNow) -> list[str]:
    """What the change at hand, or the newest, was made against."""
    kept = [] if at_hand is None else at_hand.changed or at_hand.noted
    changed = [changed_of(each) for each in kept]
    if not changed and now.flights:
        changed = list(now.flights[-1].changed)
    return [each.against.symptom for each in changed if each.against is not None]


def flight_out(now: FieldNow, row: Flight) -> FlightOut:
    """A flight as it is shown."""
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
        seen=None if row.seen is None else [SeenGiven(**each) for each in row.seen],
        seen_words=[write_observation(seen_of(each)) for each in row.seen or ()],
        gone=[SeenGiven(**each) for each in row.gone],
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


def _changed(now: FieldNow, changed: SettingChange) -> ChangedOut:
    row = find_figure_row(changed.path)
    return ChangedOut(
        path=changed.path,
        name=name_path(changed.path),
        device=find_device(changed.path, now.run.setup),
        before="" if row is None else write_setting(row, changed.old),
        after="" if row is None else write_setting(row, changed.new),
        unit="" if row is None else row.unit,
        against="" if changed.against is None else write_observation(changed.against),
    )


def _next(now: FieldNow) -> NextThing:
    advice = now.advice
    words = write_advice(now.run, advice, now.log)
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
        known=list(words.known),
        confirm=list(words.confirm),
        unproved=words.unproved,
        path="" if advice.move is None else advice.move.path,
        new_value=None if advice.move is None else advice.move.new,
        step=advice.bench,
        symptom=None if advice.seen is None else advice.seen.symptom,
        danger=advice.symptom is not None and advice.symptom.danger,
    )
