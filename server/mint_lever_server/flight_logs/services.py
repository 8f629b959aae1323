"""Keeping logs: taken as a stream, bounded, mapped once, read and judged when looked at."""

import hashlib
import os
import uuid
from collections.abc import Iterable, Mapping
from functools import lru_cache
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.flight_logs import (
    CHANNELS,
    HEAD_BYTES,
    MOST_BYTES,
    UNITS,
    Channel,
    RecordedFlight,
    find_unit,
    guess_columns,
    judge_log,
    read_log,
)
from mint_lever_server.config.data_folder import on_disk
from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.models import is_visitor
from mint_lever_server.flight_logs.models import FlightLog, LogSource
from mint_lever_server.hangar.services import owned

MOST_LOGS = 8
_OPEN = 2
"""Logs kept read in memory at a time: zooming reads none of them again."""
Mapped = dict[str, dict[str, str]]


def logs_of(pilot: User, helicopter_id: uuid.UUID) -> list[FlightLog]:
    """Give a helicopter's logs, the newest first."""
    return list(FlightLog.objects.filter(helicopter=owned(pilot, helicopter_id)))


def log_of(pilot: User, helicopter_id: uuid.UUID, log_id: uuid.UUID) -> FlightLog:
    """Give one log; another pilot's is not found."""
    log = FlightLog.objects.filter(helicopter=owned(pilot, helicopter_id), pk=log_id).first()
    if log is None:
        raise Http404
    return log


def keep_log(
    pilot: User, helicopter_id: uuid.UUID, name: str, parts: Iterable[bytes], simulated: bool
) -> FlightLog:
    """Keep a log that comes in parts; nothing of one that is too large stays."""
    helicopter = owned(pilot, helicopter_id)
    if is_visitor(pilot) and not simulated:
        raise Refused(403, "The demo keeps no logs of its visitors", "Fly a simulated one instead.")
    if FlightLog.objects.filter(helicopter=helicopter).count() >= MOST_LOGS:
        found = f"{MOST_LOGS} logs of a helicopter are kept"
        raise Refused(409, "No room for another log", f"{found}. Take one away first.")
    log = FlightLog(helicopter=helicopter, name=name[:120] or "log", simulated=simulated)
    log.path.parent.mkdir(parents=True, exist_ok=True)
    try:
        _write(log.path, parts)
        with log.path.open("rb") as file:
            head = file.read(HEAD_BYTES)
        log.columns = [
            {"name": each.name, "channel": each.channel, "unit": each.unit, "sample": each.sample}
            for each in guess_columns(head)
        ]
        log.mapping = _remembered(pilot, log.columns) or _guessed(log.columns)
        log.save()
    except BaseException:
        log.path.unlink(missing_ok=True)
        raise
    return log


def _write(path: Path, parts: Iterable[bytes]) -> None:
    size = 0
    with path.open("wb") as file:
        for part in parts:
            size += len(part)
            if size > MOST_BYTES:
                allowed = f"a log of at most {MOST_BYTES // 1024 // 1024} MB"
                raise InvalidRequest([Fault("log", "more than that", allowed)])
            file.write(part)
        file.flush()
        os.fsync(file.fileno())
    on_disk(path.parent)
    if size == 0:
        raise InvalidRequest([Fault("log", "an empty file", "a CSV with a header")])


def _guessed(columns: list[dict[str, Any]]) -> Mapped:
    return {
        column["channel"]: {"column": column["name"], "unit": column["unit"]}
        for column in columns
        if column["channel"] is not None
    }


def _header(columns: list[dict[str, Any]]) -> str:
    names = "\n".join(column["name"] for column in columns)
    return hashlib.sha256(names.encode()).hexdigest()


def _remembered(pilot: User, columns: list[dict[str, Any]]) -> Mapped | None:
    source = LogSource.objects.filter(pilot=pilot, header=_header(columns)).first()
    return None if source is None else source.mapping


@transaction.atomic
def map_log(
    pilot: User, helicopter_id: uuid.UUID, log_id: uuid.UUID, mapping: Mapping[str, Any]
) -> FlightLog:
    """Say what the columns are, and remember it for other logs with the same header."""
    log = log_of(pilot, helicopter_id, log_id)
    log.mapping = good = _good(log, mapping)
    read(log)  # refused before anything is kept
    log.save()
    LogSource.objects.update_or_create(
        pilot=pilot, header=_header(log.columns), defaults={"mapping": good}
    )
    return log


def mapped_as_before(log: FlightLog, mapping: Mapping[str, Any]) -> None:
    """Give a log that was kept elsewhere the mapping it had there, whether it could be read by it
    or not."""
    log.mapping = _good(log, mapping)
    log.save()


def _good(log: FlightLog, mapping: Mapping[str, Any]) -> Mapped:
    names = [column["name"] for column in log.columns]
    good: Mapped = {}
    for channel, said in mapping.items():
        if channel not in CHANNELS:
            raise InvalidRequest([Fault(channel, channel, "one of " + ", ".join(CHANNELS))])
        if said.column not in names:
            raise InvalidRequest([Fault(channel, said.column, "one of " + ", ".join(names[:40]))])
        if find_unit(channel, said.unit) is None:
            allowed = "one of " + ", ".join(unit.name for unit in UNITS[channel])
            raise InvalidRequest([Fault(channel, said.unit, allowed)])
        good[channel] = {"column": said.column, "unit": said.unit}
    return good


def read(log: FlightLog) -> RecordedFlight:
    """Read a log by its mapping."""
    mapping = tuple((key, said["column"], said["unit"]) for key, said in log.mapping.items())
    return _read(log.path, mapping)


def report(log: FlightLog) -> dict[str, Any]:
    """Judge a log by its mapping."""
    mapping = tuple((key, said["column"], said["unit"]) for key, said in log.mapping.items())
    return _report(log.path, mapping)


@lru_cache(maxsize=_OPEN)
def _read(path: Path, mapping: tuple[tuple[Channel, str, str], ...]) -> RecordedFlight:
    names: dict[str, str] = {channel: column for channel, column, _ in mapping}
    scales = {}
    for channel, _, name in mapping:
        unit = find_unit(channel, name)
        if unit is not None:
            scales[channel] = (unit.zero, unit.factor)
    return read_log(path.read_bytes(), names, scales)


@lru_cache(maxsize=16)
def _report(path: Path, mapping: tuple[tuple[Channel, str, str], ...]) -> dict[str, Any]:
    return judge_log(_read(path, mapping))
