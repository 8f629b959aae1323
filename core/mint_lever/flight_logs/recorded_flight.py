"""A recorded flight: columns of any CSV that the pilot maps to what they are."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal, get_args

import numpy as np

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.flight_logs.table_text import DAY_S, number_in, table_text

Channel = Literal[
    "time", "head_rpm", "motor_rpm", "throttle", "volt", "amp", "temperature", "yaw_rate",
    "tail_servo",
]  # fmt: skip
CHANNELS: tuple[Channel, ...] = get_args(Channel)
"""Seconds, rpm, rpm, percent, V, A, °C, °/s, µs."""
MOST_BYTES = 40 * 1024 * 1024
MOST_ROWS = 1_000_000
_LEAST_ROWS = 20


@dataclass(frozen=True)
class RecordedFlight:
    """A log on an even grid of time. ``time_s`` (samples,), each channel the same length."""

    time_s: Array
    channels: Mapping[Channel, Array]
    taken: tuple[str, ...] = ()
    """What of the file was found to be so, in words."""

    @cached_property
    def rate_hz(self) -> float:
        """Samples a second."""
        return (len(self.time_s) - 1) / float(self.time_s[-1] - self.time_s[0])

    @property
    def speed(self) -> Array | None:
        """The head's speed or, where only that was recorded, the motor's; in its own rpm."""
        found = self.channels.get("head_rpm")
        return self.channels.get("motor_rpm") if found is None else found

    def samples(self, seconds: float) -> int:
        """How many samples a time is, at least one."""
        return max(round(seconds * self.rate_hz), 1)


def read_log(
    raw: bytes,
    names: Mapping[str, str],
    scales: Mapping[Channel, tuple[float, float]] | None = None,
) -> RecordedFlight:
    """Read a table with a header; ``names`` maps our channels to its columns. Cells may be empty:
    the value before stands. ``scales`` (zero, factor) make a column's figures ours:
    (figure − zero) · factor. Semicolons, tabs, decimal commas and clock times are read as they are.

    Raises InvalidRequest naming the channel, column or line that is not as it should be.
    """
    columns = _columns(names)
    if len(raw) > MOST_BYTES:
        allowed = f"a log of at most {MOST_BYTES // 1024 // 1024} MB"
        raise InvalidRequest([Fault("log", f"{len(raw) / 1024 / 1024:.0f} MB", allowed)])
    text = table_text(raw)
    if not text.rest.strip():
        raise InvalidRequest([Fault("log", "no rows", "a header and rows under it")])
    header = text.header
    places = _places(columns, header)
    table = _table(text.rest, places, header)
    for i, channel in enumerate(columns):
        zero, factor = (scales or {}).get(channel, (0.0, 1.0))
        if (zero, factor) != (0.0, 1.0):
            table[i] = (table[i] - zero) * factor
    return _evenly(dict(zip(columns, table, strict=True)), text.taken)


def _columns(names: Mapping[str, str]) -> dict[Channel, str]:
    known: dict[Channel, str] = {name: names[name] for name in CHANNELS if name in names}
    faults = [
        Fault(f"map.{name}", name, "one of " + ", ".join(CHANNELS))
        for name in names
        if name not in CHANNELS
    ]
    if "time" not in known:
        faults.append(Fault("map.time", "nothing", "the column of the time in seconds"))
    if faults:
        raise InvalidRequest(faults)
    return known


def _places(columns: Mapping[Channel, str], header: Sequence[str]) -> list[int]:
    faults = [
        Fault(f"map.{channel}", column, "one of " + ", ".join(header[:40]))
        for channel, column in columns.items()
        if column not in header
    ]
    if faults:
        raise InvalidRequest(faults)
    return [header.index(column) for column in columns.values()]


def _table(rest: str, places: list[int], header: Sequence[str]) -> Array:
    try:
        # By far the quickest where every cell is a number.
        table = np.loadtxt(
            io.StringIO(rest), delimiter=",", usecols=places, ndmin=2, comments=None, dtype=float
        ).T
    except ValueError:
        table = _cell_by_cell(rest, places, header)
    if table.shape[-1] > MOST_ROWS:
        allowed = f"at most {MOST_ROWS} rows"
        raise InvalidRequest([Fault("log", f"{table.shape[-1]} rows", allowed)])
    if table.shape[-1] < _LEAST_ROWS:
        raise InvalidRequest(
            [Fault("log", f"{table.shape[-1]} rows", f"at least {_LEAST_ROWS} rows")]
        )
    if not np.isfinite(table).all():
        channel, row = (int(part[0]) for part in np.nonzero(~np.isfinite(table)))
        at = f"log.line {row + 2}.{header[places[channel]]}"
        raise InvalidRequest([Fault(at, str(table[channel, row]), "a finite number")])
    return np.asarray(table)


def _cell_by_cell(rest: str, places: list[int], header: Sequence[str]) -> Array:
    last: list[float | None] = [None] * len(places)
    rows: list[list[float]] = []
    for line, cells in enumerate(csv.reader(rest.splitlines()), start=2):
        for i, place in enumerate(places):
            cell = cells[place].strip() if place < len(cells) else ""
            if cell:
                try:
                    last[i] = number_in(cell)
                except ValueError as error:
                    fault = Fault(f"log.line {line}.{header[place]}", repr(cell), "a number")
                    raise InvalidRequest([fault]) from error
        # Rows before every channel spoke once say nothing of it.
        known = [value for value in last if value is not None]
        if len(known) == len(last):
            rows.append(known)
    return np.array(rows, dtype=float).reshape(-1, len(places)).T


def _over_midnight(time: Array) -> Array:
    """A clock that went past midnight goes on."""
    falls = np.concatenate([[0.0], np.where(np.diff(time) < -DAY_S / 2, DAY_S, 0.0)])
    return np.asarray(time + np.cumsum(falls))


def _evenly(columns: dict[Channel, Array], taken: tuple[str, ...]) -> RecordedFlight:
    time = _over_midnight(columns.pop("time"))
    back = np.flatnonzero(np.diff(time) < 0)
    if back.size:
        at = int(back[0])
        found = f"{time[at + 1]:g} after {time[at]:g}"
        raise InvalidRequest([Fault(f"log.line {at + 3}.time", found, "a time that goes on")])
    # Rows of one moment count as its last.
    fresh = np.append(np.diff(time) > 0, True)
    time, kept = time[fresh], {name: values[fresh] for name, values in columns.items()}
    if len(time) < _LEAST_ROWS:
        found = f"{len(time)} moments"
        raise InvalidRequest([Fault("log", found, f"at least {_LEAST_ROWS} moments")])
    step = float(np.median(np.diff(time)))
    count = min(int((time[-1] - time[0]) / step) + 1, MOST_ROWS)
    grid = np.linspace(float(time[0]), float(time[-1]), max(count, _LEAST_ROWS))
    channels = {name: np.interp(grid, time, values) for name, values in kept.items()}
    return RecordedFlight(grid, channels, taken)
