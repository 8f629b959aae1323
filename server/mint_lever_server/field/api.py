"""The field over the API: flights, what was seen, the next thing, packs."""

from __future__ import annotations

import uuid
from datetime import date
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Field, Router, Schema
from pydantic import Strict

from mint_lever.setup import ModeName
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.models import LogEntry
from mint_lever_server.bench.run_log import Sender, bench_of
from mint_lever_server.config.request_fields import Count, CountAsked, LeverAsked, Yes
from mint_lever_server.field.crash_checks import look_over
from mint_lever_server.field.flights import begin, land, open_next, strike, take_back, write
from mint_lever_server.field.mechanical_looks import look
from mint_lever_server.field.packs import add_pack, change_pack, drop_pack
from mint_lever_server.field.schemas import (
    FieldOut,
    FlownPack,
    SeenGiven,
    SymptomOut,
    Trims,
    Verdict,
    packs_out,
    show,
    symptoms_out,
)
from mint_lever_server.field.setting_changes import made_it
from mint_lever_server.field.simulated_flying import fly_simulated
from mint_lever_server.field.timeline import TimelineOut, timeline
from mint_lever_server.field.trim_flight import TrimOut, move_trims, trim_at
from mint_lever_server.field.wear import (
    By,
    PackLifeOut,
    WearOut,
    drop_measure,
    measure_pack,
    pack_life,
    part_is_new,
    wear_of,
)

router = Router(tags=["field"])
everywhere = Router(tags=["field"])
"""What is asked of no single helicopter."""

TrimGiven = Annotated[float, Strict(), Field(ge=-100, le=100, allow_inf_nan=False)]
_Figure = Annotated[float, Strict(), Field(ge=-1e6, le=1e6, allow_inf_nan=False)]


class AtField(Stamp):
    """What a browser sends from the field."""

    def sender(self) -> Sender:
        """Who sent it, and that it was at the field."""
        return Sender(self.id, self.at, self.saw, LogEntry.Place.FIELD)


class Begin(AtField):
    """``knowing`` what speaks against it."""

    knowing: Yes = False


class FlightWritten(AtField):
    """What is known of a flight; what is left out stays as it was."""

    minutes: Annotated[float, Strict(), Field(ge=0, le=600, allow_inf_nan=False)] | None = None
    pack: uuid.UUID | None = None
    place: str = Field("", max_length=80)
    wind: str = Field("", max_length=80)
    modes: list[ModeName] = Field([], max_length=8)
    trims: Trims = Trims()
    seen: Annotated[list[SeenGiven], Field(max_length=20)] | None = None
    gone: Annotated[list[SeenGiven], Field(max_length=60)] = []
    words: str = Field("", max_length=2000)
    verdict: Verdict | None = None
    next_idea: str = Field("", max_length=500)
    flight_log: uuid.UUID | None = None

    def given(self) -> dict[str, Any]:
        """What was given, as it is kept."""
        what = self.model_dump(include=self.model_fields_set - set(Stamp.model_fields))
        if "verdict" in what:
            what["verdict"] = what["verdict"] or ""
        return what


class FlightStruck(AtField):
    """Whether a flight is struck out or counts again."""

    struck: Yes = True


class LookedOver(AtField):
    """A piece of the list after a crash, and whether it was looked at."""

    what: str = Field(max_length=80)
    looked: Yes = True


class LookedAt(AtField):
    """What was looked at by hand, and whether something was found and put right."""

    symptom: str = Field(max_length=40)
    found: Yes


class AdvisedChange(AtField):
    """The advised change, as the page shows it: ``new`` is one figure, or that of each point of a
    curve; ``knowing`` that another was made already."""

    version: Count
    path: str = Field(max_length=200)
    new: Annotated[list[_Figure], Field(min_length=1, max_length=20)]
    knowing: Yes = False


class FoundTrims(AtField):
    """Trims as they were found in flight (percent of the channel, + right and forward)."""

    version: Count
    mode: ModeName
    aileron_pct: TrimGiven
    elevator_pct: TrimGiven


class PartGiven(AtField):
    """A part that is new."""

    part: str = Field(max_length=24)


class PackResistance(Schema):
    """A pack's resistance, milliohm, all of it."""

    day: date
    mohm: Annotated[float, Strict(), Field(gt=0, le=10_000, allow_inf_nan=False)]
    by: By = "meter"


class PackNamed(Schema):
    """A pack under an id its sender gave it."""

    id: uuid.UUID
    name: str = Field(min_length=1, max_length=60)


class PackChanged(Schema):
    """What is changed of a pack."""

    name: str = Field(default_factory=str, min_length=1, max_length=60)
    put_away: Yes = False


@everywhere.get("/symptoms", response=list[SymptomOut])
def list_symptoms(request: HttpRequest) -> list[SymptomOut]:
    """List everything that may be seen in the air."""
    return symptoms_out()


@everywhere.get("/packs", response=list[FlownPack])
def list_packs(request: HttpRequest) -> list[FlownPack]:
    """List the pilot's packs."""
    return packs_out(pilot_of(request))


@everywhere.post("/packs", response=list[FlownPack])
def create_pack(request: HttpRequest, given: PackNamed) -> list[FlownPack]:
    """Name a pack."""
    add_pack(pilot_of(request), given.id, given.name)
    return packs_out(pilot_of(request))


@everywhere.patch("/packs/{pack_id}", response=list[FlownPack])
def update_pack(request: HttpRequest, pack_id: uuid.UUID, given: PackChanged) -> list[FlownPack]:
    """Give a pack another name, put it away or take it up again."""
    change_pack(pilot_of(request), pack_id, given.model_dump(exclude_unset=True))
    return packs_out(pilot_of(request))


@everywhere.delete("/packs/{pack_id}", response=list[FlownPack])
def remove_pack(request: HttpRequest, pack_id: uuid.UUID) -> list[FlownPack]:
    """Take a pack away that never flew."""
    drop_pack(pilot_of(request), pack_id)
    return packs_out(pilot_of(request))


@everywhere.get("/packs/{pack_id}/life", response=PackLifeOut)
def get_pack_life(request: HttpRequest, pack_id: uuid.UUID) -> PackLifeOut:
    """Say what a pack's measurements come to."""
    return pack_life(pilot_of(request), pack_id)


@everywhere.post("/packs/{pack_id}/measures", response=PackLifeOut)
def add_pack_measure(
    request: HttpRequest, pack_id: uuid.UUID, given: PackResistance
) -> PackLifeOut:
    """Write a pack's resistance down."""
    measure_pack(pilot_of(request), pack_id, given.day, given.mohm, given.by)
    return pack_life(pilot_of(request), pack_id)


@everywhere.delete("/packs/{pack_id}/measures/{measure}", response=PackLifeOut)
def remove_pack_measure(
    request: HttpRequest, pack_id: uuid.UUID, measure: CountAsked
) -> PackLifeOut:
    """Take a mistyped measurement away."""
    drop_measure(pilot_of(request), pack_id, measure)
    return pack_life(pilot_of(request), pack_id)


@router.get("/{helicopter_id}/field", response=FieldOut)
def get_field(request: HttpRequest, helicopter_id: uuid.UUID) -> FieldOut:
    """Show the field."""
    return show(bench_of(pilot_of(request), helicopter_id))


@router.get("/{helicopter_id}/field/timeline", response=TimelineOut)
def list_field_events(
    request: HttpRequest, helicopter_id: uuid.UUID, skip: CountAsked = 0
) -> TimelineOut:
    """Give a page of what happened, the newest first, after so many newer things."""
    return timeline(bench_of(pilot_of(request), helicopter_id), skip)


@router.post("/{helicopter_id}/field/flights", response=FieldOut)
def prepare_flight(request: HttpRequest, helicopter_id: uuid.UUID, given: AtField) -> FieldOut:
    """Make the next flight ready."""
    return show(open_next(pilot_of(request), helicopter_id, given.sender()))


@router.post("/{helicopter_id}/field/flights/{number}/begin", response=FieldOut)
def begin_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: Begin
) -> FieldOut:
    """Take off."""
    sender = given.sender()
    return show(begin(pilot_of(request), helicopter_id, number, given.knowing, sender))


@router.post("/{helicopter_id}/field/flights/{number}/land", response=FieldOut)
def land_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: AtField
) -> FieldOut:
    """Land."""
    return show(land(pilot_of(request), helicopter_id, number, given.sender()))


@router.post("/{helicopter_id}/field/flights/{number}/cancel", response=FieldOut)
def take_back_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: AtField
) -> FieldOut:
    """Take back a flight begun or made ready by mistake."""
    return show(take_back(pilot_of(request), helicopter_id, number, given.sender()))


@router.patch("/{helicopter_id}/field/flights/{number}", response=FieldOut)
def change_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: FlightWritten
) -> FieldOut:
    """Write down what is known of a flight."""
    sender = given.sender()
    return show(write(pilot_of(request), helicopter_id, number, given.given(), sender))


@router.post("/{helicopter_id}/field/flights/{number}/strike", response=FieldOut)
def strike_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: FlightStruck
) -> FieldOut:
    """Strike a flight out, or let it count again."""
    return show(strike(pilot_of(request), helicopter_id, number, given.struck, given.sender()))


@router.post("/{helicopter_id}/field/looks", response=FieldOut)
def add_look(request: HttpRequest, helicopter_id: uuid.UUID, given: LookedAt) -> FieldOut:
    """Note a look by hand."""
    sender = given.sender()
    return show(look(pilot_of(request), helicopter_id, given.symptom, given.found, sender))


@router.post("/{helicopter_id}/field/changes", response=FieldOut)
def make_field_changes(
    request: HttpRequest, helicopter_id: uuid.UUID, given: AdvisedChange
) -> FieldOut:
    """Note that the advised change was made on its device."""
    done = made_it(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.path,
        given.new,
        given.knowing,
        given.sender(),
    )
    return show(done)


@router.post("/{helicopter_id}/field/flights/{number}/simulation", response=FieldOut)
def fly_simulated_flight(
    request: HttpRequest, helicopter_id: uuid.UUID, number: CountAsked, given: AtField
) -> FieldOut:
    """Fly the simulated model, and write down what is seen of it."""
    return show(fly_simulated(pilot_of(request), helicopter_id, number, given.sender()))


@router.get("/{helicopter_id}/field/trim", response=TrimOut)
def get_trim(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    mode: ModeName,
    aileron_pct: LeverAsked = 0.0,
    elevator_pct: LeverAsked = 0.0,
) -> TrimOut:
    """Say what a trim flight in a mode needs, and what its trims come to."""
    return trim_at(bench_of(pilot_of(request), helicopter_id), mode, aileron_pct, elevator_pct)


@router.post("/{helicopter_id}/field/trim", response=FieldOut)
def apply_trim(request: HttpRequest, helicopter_id: uuid.UUID, given: FoundTrims) -> FieldOut:
    """Note that trims were moved into the unit's centre."""
    done = move_trims(
        pilot_of(request),
        helicopter_id,
        given.version,
        given.mode,
        given.aileron_pct,
        given.elevator_pct,
        given.sender(),
    )
    return show(done)


@router.get("/{helicopter_id}/field/wear", response=WearOut)
def get_wear(request: HttpRequest, helicopter_id: uuid.UUID) -> WearOut:
    """Say how many flights each part has had, and what a crash asks for."""
    return wear_of(bench_of(pilot_of(request), helicopter_id))


@router.post("/{helicopter_id}/field/crash-checks", response=WearOut)
def tick_looked_over(request: HttpRequest, helicopter_id: uuid.UUID, given: LookedOver) -> WearOut:
    """Note that a piece was looked at after a crash, or was not."""
    sender = given.sender()
    return wear_of(look_over(pilot_of(request), helicopter_id, given.what, given.looked, sender))


@router.post("/{helicopter_id}/field/parts", response=WearOut)
def renew_part(request: HttpRequest, helicopter_id: uuid.UUID, given: PartGiven) -> WearOut:
    """Note that a part is new."""
    return wear_of(part_is_new(pilot_of(request), helicopter_id, given.part, given.sender()))
