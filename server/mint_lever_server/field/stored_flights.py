"""Flights as the core reads them, and what follows from them now."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from django.db.models import QuerySet

from mint_lever.bench import BenchRun
from mint_lever.faults import MintLeverError
from mint_lever.field import (
    SYMPTOMS,
    FieldAdvice,
    Flight,
    LogEvidence,
    MechanicalLook,
    Observation,
    SettingChange,
    advise,
    read_log_evidence,
)
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of, run_at
from mint_lever_server.field.models import Flight as Row
from mint_lever_server.field.models import Look
from mint_lever_server.flight_logs.services import report

_LOOKED_BACK = 300
"""Flights the advice goes by, from the newest back."""
_REBUILT = ("crash", "head, grip or feathering shaft rebuilt")
"""After this the helicopter is another one: what its flights taught before is no lesson now."""


def flights_at(bench: Bench) -> QuerySet[Row]:
    """All flights of the model on the table, struck out or not, oldest first."""
    return Row.objects.filter(helicopter=bench.helicopter_id, simulated=bench.simulated)


def open_flight(bench: Bench) -> Row | None:
    """The flight that is made ready or in the air, if any."""
    return flights_at(bench).filter(struck=False).exclude(stage=Row.Stage.LANDED).last()


def last_flown(bench: Bench) -> Row | None:
    """The flight that landed last."""
    return _flown(bench).select_related("document").last()


@dataclass(frozen=True)
class FieldNow:
    """What the field goes by: the run, the flights since the helicopter was rebuilt, the looks,
    what the newest flight's log says."""

    run: BenchRun
    flights: tuple[Flight, ...]
    looked: tuple[MechanicalLook, ...]
    log: LogEvidence | None

    @cached_property
    def advice(self) -> FieldAdvice:
        """The one next thing after the newest flight."""
        return advise(self.run, self.flights, self.looked, self.log)


def field_at(bench: Bench) -> FieldNow:
    """Read the flights of the model on the table of which it was said what was seen: one of which
    nobody said anything is not one on which nothing was wrong."""
    log = log_of(bench, bench.simulated)
    touched = [e for e in log.others if e.kind == LogEntry.Kind.TOUCHED and e.key in _REBUILT]
    since = touched[-1].sequence if touched else -1
    told = _flown(bench).filter(log_count__gte=since, seen__isnull=False)
    rows = list(told.order_by("-number")[:_LOOKED_BACK])
    rows.reverse()
    run = run_at(bench)
    flights = tuple(flight_of(row) for row in rows)
    looks = Look.objects.filter(flight__in=[row.pk for row in rows])
    looked = [
        MechanicalLook(symptom, number, found)
        for symptom, number, found in looks.values_list("symptom", "flight__number", "found")
    ]
    if rows:
        looked += _measured_anew(bench, run, rows[-1])
    return FieldNow(run, flights, tuple(looked), _logged(bench))


def _logged(bench: Bench) -> LogEvidence | None:
    """What the log of the flight that landed last says, where it has one that can be read. A
    simulated log says nothing of a real helicopter."""
    row = _flown(bench).select_related("flight_log").last()
    log = None if row is None else row.flight_log
    if log is None or (log.simulated and bench.simulated is None):
        return None
    try:
        return read_log_evidence(report(log), log.mapping)
    except (MintLeverError, OSError):
        return None


def flight_of(row: Row) -> Flight:
    """A kept flight as the core's."""
    return Flight(
        number=row.number,
        seen=tuple(seen_of(each) for each in row.seen),
        changed=tuple(changed_of(each) for each in row.changed),
        verdict=row.verdict or None,  # type: ignore[arg-type]
        gone=tuple(seen_of(each) for each in row.gone),
    )


def seen_of(kept: Mapping[str, Any]) -> Observation:
    """Something seen, from what is kept of it."""
    return Observation(**kept)


def changed_of(kept: Mapping[str, Any]) -> SettingChange:
    """A change, from what is kept of it."""
    against = kept["against"]
    return SettingChange(kept["path"], kept["old"], kept["new"], against and seen_of(against))


def kept_change(changed: SettingChange) -> dict[str, Any]:
    """What is kept of a change."""
    against = changed.against
    return {
        "path": changed.path,
        "old": changed.old,
        "new": changed.new,
        "against": None if against is None else dict(vars(against)),
    }


def _flown(bench: Bench) -> QuerySet[Row]:
    return flights_at(bench).filter(stage=Row.Stage.LANDED, struck=False)


def _measured_anew(bench: Bench, run: BenchRun, last: Row) -> Iterator[MechanicalLook]:
    """Symptoms of the last flight whose step of the bench was measured anew since, and is done."""
    by_step = log_of(bench, bench.simulated).by_step
    for symptom in {each["symptom"] for each in last.seen}:
        for step in SYMPTOMS[symptom].bench:
            entries = by_step.get(step, ())
            since = any(not e.struck and e.sequence > last.log_count for e in entries)
            if since and run.done(step):
                yield MechanicalLook(symptom, last.number, found=True)
                break
