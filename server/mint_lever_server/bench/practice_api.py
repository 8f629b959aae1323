"""The simulated model over the API: put on the table, made anew, read."""

import uuid

from django.http import HttpRequest
from ninja import Field, Router, Schema

from mint_lever.bench import Answer
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.change_stamp import Stamp
from mint_lever_server.bench.practice import make_fresh_model, put_on_table, read_simulated
from mint_lever_server.bench.request_types import AtVersion
from mint_lever_server.bench.schemas import BenchOut, show
from mint_lever_server.config.request_fields import Yes

router = Router(tags=["bench"])


class Table(AtVersion, Stamp):
    """Which model is on the table."""

    simulated: Yes


class Question(Schema):
    """One question of a step."""

    step: str = Field(max_length=24)
    key: str = Field(max_length=60)


class SimulatedReading(Schema):
    """What the simulated bench's instrument shows; null where a unit shows nothing yet."""

    value: Answer = None


@router.post("/{helicopter_id}/bench/table", response=BenchOut)
def choose_model(request: HttpRequest, helicopter_id: uuid.UUID, given: Table) -> BenchOut:
    """Put the simulated model on the table, or the real one back."""
    pilot = pilot_of(request)
    done = put_on_table(pilot, helicopter_id, given.version, given.simulated, given.sender())
    return show(done)


@router.post("/{helicopter_id}/bench/simulated-model", response=BenchOut)
def make_simulated_model(request: HttpRequest, helicopter_id: uuid.UUID, given: Stamp) -> BenchOut:
    """Put another simulated model on the table."""
    return show(make_fresh_model(pilot_of(request), helicopter_id, sender=given.sender()))


@router.post("/{helicopter_id}/bench/simulated-reading", response=SimulatedReading)
def take_simulated_reading(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Question
) -> SimulatedReading:
    """Take a reading on the simulated bench."""
    value = read_simulated(pilot_of(request), helicopter_id, given.step, given.key)
    return SimulatedReading(value=value)
