"""Flight logs over the API."""

import uuid
from collections.abc import Iterator
from typing import Annotated, Any

import numpy as np
from django.conf import settings
from django.http import HttpRequest
from ninja import Field, Router, Schema, Status
from pydantic import BaseModel

from mint_lever.bench import flown_log
from mint_lever.faults import InvalidRequest
from mint_lever.flight_logs import (
    CHANNELS,
    MOST_STEPS,
    UNITS,
    Channel,
    LogFinding,
    make_log_change,
    sample_stretch,
)
from mint_lever.setup import ModeName, check_name
from mint_lever_server.accounts.signed_in_pilot import pilot_id, pilot_of
from mint_lever_server.config.request_fields import Count, SecondsAsked, bytes_of
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.flight_logs.services import keep_log, log_of, logs_of, map_log, read, report
from mint_lever_server.levers.chain_cache import chain_of

router = Router(tags=["logs"])
_PART = 64 * 1024

LogName = Annotated[str, Field(max_length=200)]
Steps = Annotated[int, Field(ge=10, le=MOST_STEPS)]


class LogColumnOut(BaseModel):
    """A column as it was found, with what it may be."""

    name: str
    channel: Channel | None
    unit: str | None
    sample: list[float]


class LogMappedOut(BaseModel):
    column: str
    unit: str


class FlightLogOut(BaseModel):
    """A log that is kept. ``units`` are what each channel may be written in."""

    id: uuid.UUID
    name: str
    at: str
    simulated: bool
    columns: list[LogColumnOut]
    mapping: dict[Channel, LogMappedOut]
    units: dict[Channel, list[str]]


class KeptOut(BaseModel):
    """A setting, and what the log measured of it."""

    path: str
    value: float


class LogFindingOut(BaseModel):
    """``keeps`` is what the setup has a place for; null in a simulated log, it is no real one's."""

    kind: str
    at_s: float | None
    value: float | None
    unit: str
    text: str
    keeps: KeptOut | None


class LogLineOut(BaseModel):
    """A channel's least and most in each step."""

    channel: Channel
    low: list[float]
    high: list[float]


class LogShownOut(BaseModel):
    """A stretch of a log, and what all of it says; ``fault`` where it cannot be read so."""

    log: FlightLogOut
    fault: str
    findings: list[LogFindingOut]
    first_s: float
    last_s: float
    start_s: float
    end_s: float
    time_s: list[float]
    lines: list[LogLineOut]
    rate_hz: float


class ColumnMapping(Schema):
    """What a column is."""

    column: str = Field(max_length=200)
    unit: str = Field(max_length=60)


class LogMapping(Schema):
    channels: dict[str, ColumnMapping] = Field(max_length=20)


class Fly(Schema):
    """A flight to simulate; nothing of it counts for the real model."""

    version: Count
    mode: ModeName
    seed: Count = 1


@router.get("/{helicopter_id}/logs", response=list[FlightLogOut])
def list_flight_logs(request: HttpRequest, helicopter_id: uuid.UUID) -> list[FlightLogOut]:
    """List a helicopter's logs, the newest first."""
    return [_out(log) for log in logs_of(pilot_of(request), helicopter_id)]


@router.post(
    "/{helicopter_id}/logs",
    response={201: FlightLogOut},
    openapi_extra=bytes_of(settings.LOG_LIMIT),
)
def add_flight_log(
    request: HttpRequest, helicopter_id: uuid.UUID, name: LogName = "log"
) -> Status[FlightLogOut]:
    """Keep a log (CSV, at most 40 MB), read as it comes; its columns are guessed."""
    check_name(name)
    log = keep_log(pilot_of(request), helicopter_id, name, _parts(request), simulated=False)
    return Status(201, _out(log))


@router.post("/{helicopter_id}/logs/simulation", response={201: FlightLogOut})
def simulate_flight_log(
    request: HttpRequest, helicopter_id: uuid.UUID, given: Fly
) -> Status[FlightLogOut]:
    """Fly a simulated log of the described drive, as practice."""
    chain = chain_of(pilot_id(request), helicopter_id, given.version)
    rng = np.random.default_rng(given.seed)
    gain = 6.0 if chain.setup.drive is None else chain.setup.drive.governor.gain
    wag_hz = float(rng.uniform(7, 12)) if rng.random() < 0.5 else None
    weak = float(rng.choice([1.0, 2.5]))
    flown = flown_log(chain, given.mode, rng, gain=gain, weak_pack=weak, wag_hz=wag_hz)
    pilot = pilot_of(request)
    name = f"simulated flight {given.seed}"
    return Status(201, _out(keep_log(pilot, helicopter_id, name, [flown.csv.encode()], True)))


@router.put("/{helicopter_id}/logs/{log_id}/mapping", response=FlightLogOut)
def set_log_columns(
    request: HttpRequest, helicopter_id: uuid.UUID, log_id: uuid.UUID, given: LogMapping
) -> FlightLogOut:
    """Say what the columns are; logs with the same header are read so from then on."""
    return _out(map_log(pilot_of(request), helicopter_id, log_id, given.channels))


@router.get("/{helicopter_id}/logs/{log_id}", response=LogShownOut)
def get_flight_log(
    request: HttpRequest,
    helicopter_id: uuid.UUID,
    log_id: uuid.UUID,
    start: SecondsAsked | None = None,
    end: SecondsAsked | None = None,
    steps: Steps = 600,
) -> LogShownOut:
    """Show a stretch of a log and what all of it says."""
    log = log_of(pilot_of(request), helicopter_id, log_id)
    empty = {"findings": [], "first_s": 0, "last_s": 0, "start_s": 0, "end_s": 0}
    try:
        recorded, found = read(log), report(log)
    except InvalidRequest as refused:
        said = "; ".join(f"{f.path}: found {f.found}, allowed: {f.allowed}" for f in refused.faults)
        more = {"time_s": [], "lines": [], "rate_hz": 0}
        return LogShownOut(log=_out(log), fault=said, **empty, **more)
    first, last = float(recorded.time_s[0]), float(recorded.time_s[-1])
    drawn = sample_stretch(
        recorded,
        first if start is None else start,
        last if end is None else end,
        steps,
    )
    return LogShownOut(
        log=_out(log),
        fault="",
        findings=[_finding(finding, log.simulated) for finding in found["findings"]],
        first_s=first,
        last_s=last,
        start_s=drawn.start_s,
        end_s=drawn.end_s,
        time_s=drawn.time_s.round(3).tolist(),
        lines=[
            LogLineOut(channel=name, low=low.round(3).tolist(), high=high.round(3).tolist())
            for name, (low, high) in drawn.channels.items()
        ],
        rate_hz=recorded.rate_hz,
    )


@router.delete("/{helicopter_id}/logs/{log_id}", response={204: None})
def remove_flight_log(
    request: HttpRequest, helicopter_id: uuid.UUID, log_id: uuid.UUID
) -> Status[None]:
    """Take a log away, file and all."""
    log_of(pilot_of(request), helicopter_id, log_id).delete()
    return Status(204, None)


def _parts(request: HttpRequest) -> Iterator[bytes]:
    while part := request.read(_PART):
        yield part


def _finding(finding: dict[str, Any], simulated: bool) -> LogFindingOut:
    change = None if simulated else make_log_change(LogFinding(**finding))
    keeps = None if change is None else KeptOut(path=change.path, value=change.value)
    return LogFindingOut(**finding, keeps=keeps)


def _out(log: FlightLog) -> FlightLogOut:
    return FlightLogOut(
        id=log.pk,
        name=log.name,
        at=log.at.isoformat(),
        simulated=log.simulated,
        columns=[LogColumnOut(**column) for column in log.columns],
        mapping={key: LogMappedOut(**said) for key, said in log.mapping.items()},
        units={name: [unit.name for unit in UNITS[name]] for name in CHANNELS},
    )
