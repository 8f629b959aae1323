"""What the columns of a log may be: by their names, their units in brackets, and their size.

A guess is shown and can be put right; it is never taken unseen. From memory.
"""

from __future__ import annotations

import csv
import io
import re
from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array
from mint_lever.telemetry.recorded import Channel
from mint_lever.telemetry.units import UNITS, Unit

HEAD_BYTES = 256 * 1024
"""How much of a file is looked at."""
_ROWS = 400
_NAMES: tuple[tuple[Channel, str], ...] = (
    ("time", r"^(time|t|sec(onds?)?|millis|timestamp)\b|^t_|_t$"),
    ("tail_servo", r"(tail|rudder).*(servo|us|µs|pulse)|^rudder"),
    ("yaw_rate", r"yaw|gyro.?z|gyro$|rate.?z"),
    ("temperature", r"temp|°c|deg.?c"),
    ("throttle", r"throttle|thr\b|thr_|duty|pwm|^out$"),
    ("motor_rpm", r"motor.*(rpm|speed)|erpm"),
    ("head_rpm", r"rpm|head.?speed|rotor"),
    ("volt", r"volt|^u$|_v$|\[v\]|\(v\)|^v$"),
    ("amp", r"amp|curr|^i$|_a$|\[a\]|\(a\)"),
)
_BRACKETS = re.compile(r"[\[(]\s*([^\])]+?)\s*[\])]|_(ms|us|mv|ma|s)$", re.IGNORECASE)


@dataclass(frozen=True)
class Column:
    """One column: its name, what it may be (None: nobody can tell), in which unit, and a few of its
    figures."""

    name: str
    channel: Channel | None
    unit: str | None
    sample: tuple[float, ...]


def guess_columns(head: bytes) -> list[Column]:
    """Guess what each column of a CSV's first part is; each channel is given once at most."""
    text = head.decode("utf-8-sig", errors="replace")
    lines = text.splitlines()[: _ROWS + 1]
    names = [name.strip() for name in next(csv.reader(lines[:1]), [])]
    rows = list(csv.reader(io.StringIO("\n".join(lines[1:]))))
    figures = [_figures(rows, place) for place in range(len(names))]
    given: set[Channel] = set()
    columns = []
    for name, values in zip(names, figures, strict=True):
        channel = _channel(name, given) if values.size else None
        if channel is not None:
            given.add(channel)
        unit = None if channel is None else _unit(channel, name, values).name
        columns.append(Column(name, channel, unit, tuple(values[:3].tolist())))
    return columns


def _figures(rows: list[list[str]], place: int) -> Array:
    found = []
    for row in rows:
        try:
            found.append(float(row[place]))
        except (ValueError, IndexError):
            continue
    values: Array = np.array(found, dtype=np.float64)
    kept: Array = values[np.isfinite(values)]
    return kept


def _channel(name: str, given: set[Channel]) -> Channel | None:
    for channel, pattern in _NAMES:
        if channel not in given and re.search(pattern, name.strip().lower()):
            return channel
    return None


def _unit(channel: Channel, name: str, values: Array) -> Unit:
    """By the unit in the name, else by the size of the figures."""
    told = _BRACKETS.search(name)
    words = "" if told is None else (told.group(1) or told.group(2) or "").lower()
    by_name = next((unit for unit in UNITS[channel] if words and words in unit.written), None)
    if by_name is not None:
        return by_name
    size = float(np.median(np.abs(np.diff(values) if channel == "time" else values)))
    return next(
        (unit for unit in UNITS[channel] if unit.least <= size < unit.most), UNITS[channel][0]
    )
