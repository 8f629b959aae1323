"""What still has to be keyed into each device: shown, counted, ticked off."""

from __future__ import annotations

from django.http import Http404
from pydantic import BaseModel

from mint_lever.bench import BenchRun
from mint_lever.records import KeyingLine, list_to_key_in
from mint_lever.setup import Device
from mint_lever_server.bench.models import Bench, LogEntry
from mint_lever_server.bench.stored_run import log_of, run_at


class KeyingLineOut(BaseModel):
    """One setting to key in: ``paths`` are its places in the setup, several for a curve. ``before``
    is what its device was last said to hold, ``after`` what the setup has; the ``shown_`` ones are
    the same on the device's own scale, where that is known and another."""

    device: Device
    paths: list[str]
    name: str
    before: str
    after: str
    unit: str
    called: str
    menu: str
    shown_before: str
    shown_after: str
    shown_unit: str


class KeyingOut(BaseModel):
    """The lines that are open, in the order of each device's own work. In practice there are none:
    nothing is keyed in. ``ticked`` is the place in the log of the newest tick, which can be taken
    back; null without one."""

    version: int
    sequence: int
    practice: bool
    lines: list[KeyingLineOut]
    ticked: int | None


def open_lines(run: BenchRun) -> tuple[KeyingLine, ...]:
    """What a run's devices were not said to hold as it is."""
    return run.memo("keying list", lambda: list_to_key_in(run.setup, run.holds, run.devices))


def names_to_key_in(run: BenchRun) -> list[str]:
    """The names of what is open."""
    return [line.name for line in open_lines(run)]


def keying_at(bench: Bench) -> KeyingOut:
    """Show what is to be keyed in for the model on the table."""
    practice = bench.simulated is not None
    ticked = newest_tick(bench)
    return KeyingOut(
        version=bench.helicopter.draft.version,
        sequence=bench.sequence,
        practice=practice,
        lines=[] if practice else [_line(each) for each in open_lines(run_at(bench))],
        ticked=ticked,
    )


def newest_tick(bench: Bench) -> int | None:
    """The place in the log of the newest tick that counts."""
    ticks = [e.sequence for e in log_of(bench, bench.simulated).others if _is_tick(e.kind)]
    return ticks[-1] if ticks else None


def tick_there(bench: Bench, sequence: int) -> int:
    """The place of a tick in the log, if one is there."""
    for entry in log_of(bench, bench.simulated).entries:
        if entry.sequence == sequence and _is_tick(entry.kind):
            return sequence
    raise Http404


def _is_tick(kind: str) -> bool:
    return kind == LogEntry.Kind.HOLDS


def _line(line: KeyingLine) -> KeyingLineOut:
    return KeyingLineOut(
        device=line.device,
        paths=list(line.paths),
        name=line.name,
        before=line.before,
        after=line.after,
        unit=line.unit,
        called=line.called,
        menu=line.menu,
        shown_before=line.shown_before,
        shown_after=line.shown_after,
        shown_unit=line.shown_unit,
    )
