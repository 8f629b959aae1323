"""The stored log as the core's run: which entries count, on which setups."""

import uuid
from collections.abc import Sequence
from functools import lru_cache
from typing import Any

from mint_lever.bench import (
    WORKED_ON,
    BenchRun,
    Entry,
    Event,
    HeldSetting,
    Prediction,
    Work,
    list_values,
    make_bench_run,
)
from mint_lever.devices import DeviceProfile
from mint_lever.setup import Device, Setup, find_device, find_row
from mint_lever_server.bench.log_cache import Log, LogRow
from mint_lever_server.bench.log_entries import log_up_to
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.devices.services import fitted_texts, profile_of_text
from mint_lever_server.hangar.documents import setup_of_text
from mint_lever_server.hangar.models import Document
from mint_lever_server.hangar.services import present_setup, state_of


@lru_cache(maxsize=1024)
def taken_on(digest: str) -> Setup:
    """The setup an entry was taken on, by its digest: every document that has it says the same."""
    kept = Document.objects.filter(digest=digest).first()
    assert kept is not None
    return setup_of_text(kept.text)


def setup_at(bench: Bench) -> Setup:
    """The setup of the draft on the table."""
    return present_setup(bench.helicopter.draft)


def log_of(bench: Bench, simulated: int | None) -> Log:
    """Everything that happened to the real model (None) or to one simulated model."""
    if bench.pk is None:
        return Log()
    return log_up_to(bench.helicopter_id, simulated, bench.sequence)


@lru_cache(maxsize=32)
def _work_out(
    text: str,
    helicopter: uuid.UUID,
    simulated: int | None,
    sequence: int,
    devices: tuple[str, ...],
) -> BenchRun:
    log, fitted = log_up_to(helicopter, simulated, sequence), map(profile_of_text, devices)
    newest = _newest(helicopter, simulated)
    run = run_of(setup_of_text(text), log, [*fitted], newest[0] if newest else None)
    newest[:] = [run]
    return run


@lru_cache(maxsize=32)
def _newest(helicopter: uuid.UUID, simulated: int | None) -> list[BenchRun]:
    """The run of a model that was worked out last, if any: what stands of it need not be worked
    out again."""
    return []


def run_at(bench: Bench) -> BenchRun:
    """The run of the model on the table, as far as it was worked out already."""
    text = state_of(bench.helicopter.draft).document.text
    devices = fitted_texts(bench.helicopter_id)
    return _work_out(text, bench.helicopter_id, bench.simulated, bench.sequence, devices)


def run_of(
    setup: Setup,
    log: Log,
    devices: Sequence[DeviceProfile] = (),
    before: BenchRun | None = None,
) -> BenchRun:
    """The core's run of the entries that are not struck out; ``devices`` say its advice in their
    words, ``before`` is a run of the same helicopter."""
    readings = [
        Entry(
            entry.stands_at,
            entry.step,
            entry.key,
            entry.value,
            taken_on(entry.digest),
            entry.joins,
        )
        for entry in log.newest_answers
    ]
    events = [event for entry in log.others if (event := _event(entry))]
    return make_bench_run(setup, readings, events, devices, held_by_devices(log), before)


def held_by_devices(log: Log) -> list[HeldSetting]:
    """What devices are said to hold, oldest first: what was ticked off, and what was set on them by
    a step's advice."""
    held: list[HeldSetting] = []
    for entry in log.others:
        if entry.kind == LogEntry.Kind.HOLDS and entry.value:
            held += [HeldSetting(entry.sequence, *each) for each in _ticked(entry)]
        elif entry.kind == LogEntry.Kind.ACT and entry.value and not entry.value["learned"]:
            held += _set_on_devices(entry)
    return held


def _ticked(entry: LogRow) -> list[tuple[Device, str, Any]]:
    value = entry.value
    # A log of an older version has one setting an entry.
    if "held" not in value:
        return [(value["device"], entry.key, value["value"])]
    return [(device, path, held) for device, path, held in value["held"]]


def _set_on_devices(entry: LogRow) -> list[HeldSetting]:
    setup = taken_on(entry.digest)
    every = list_values(setup)
    return [
        HeldSetting(entry.sequence, device, path, value)
        for changed in entry.value["changed"]
        for path, value in (
            [(changed, every[changed])]
            if changed in every
            else [(path, value) for path, value in every.items() if path.startswith(f"{changed}.")]
        )
        if find_row(path) is not None and (device := find_device(path, setup)) != "helicopter"
    ]


def _event(entry: LogRow) -> Event | None:
    if entry.kind == LogEntry.Kind.ACT:
        value: dict[str, Any] = entry.value or {}
        return Event(
            entry.stands_at,
            tuple(value["aspects"]),
            entry.step or None,
            tuple(value["keys"]),
            tuple(value["changed"]),
            {path: (pair[0], pair[1]) for path, pair in value["learned"].items()},
            # A log of an older version says nothing of what was to be expected.
            tuple(Prediction(*each) for each in value.get("predicts", [])),
            tuple(Work(*each) for each in value.get("work", [])),
        )
    if entry.kind == LogEntry.Kind.TOUCHED:
        return Event(entry.stands_at, WORKED_ON[entry.key])
    if entry.kind in (LogEntry.Kind.POWER, LogEntry.Kind.START):
        return Event(entry.stands_at, ("power",))
    return None
