"""What the columns of a log may be: by their names, their units in brackets, and their size.

A guess is shown and can be put right; it is never taken unseen. From memory.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from mint_lever.axes import Array
from mint_lever.flight_logs.log_units import UNITS, Unit
from mint_lever.flight_logs.recorded_flight import Channel
from mint_lever.flight_logs.table_text import is_clock, number_in, table_text

HEAD_BYTES = 256 * 1024
"""How much of a file is looked at."""
_ROWS = 400
_LEAST_A, _MOSTLY = 0.5, 0.9
"""A current counted negative is so in almost all of what flows. From memory."""
Scale = tuple[float, float]
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
    figures: tuple[float, ...] = field(default=(), repr=False)
    clock: bool = False


def guess_columns(head: bytes) -> list[Column]:
    """Guess what each column of a CSV's first part is; each channel is given once at most."""
    text = table_text(head, whole=False)
    names, rows = text.header, text.rows()[:_ROWS]
    figures = [_figures(rows, place) for place in range(len(names))]
    given: set[Channel] = set()
    columns = []
    for place, (name, values) in enumerate(zip(names, figures, strict=True)):
        channel = _channel(name, given) if values.size else None
        if channel is not None:
            given.add(channel)
        clock = any(is_clock(row[place]) for row in rows[:3] if place < len(row))
        unit = None if channel is None else _unit(channel, name, values, clock).name
        listed = tuple(values.tolist())
        columns.append(Column(name, channel, unit, listed[:3], listed, clock))
    return columns


def _counts_down(values: Array) -> bool:
    """Whether a current is counted negative: what flows is written with a minus."""
    flows = values[np.abs(values) > _LEAST_A]
    return bool(flows.size) and float(np.mean(flows < 0)) > _MOSTLY


def _figures(rows: list[list[str]], place: int) -> Array:
    found = []
    for row in rows:
        try:
            found.append(number_in(row[place]))
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


def scales_of(columns: Sequence[Column], names: Mapping[str, str]) -> dict[Channel, Scale]:
    """Give the zero and factor of each mapped column, by the unit its name or figures tell."""
    found: dict[Channel, Scale] = {}
    by_name = {column.name: column for column in columns}
    for channel in UNITS:
        column = by_name.get(names.get(channel, ""))
        if column is not None and column.figures:
            values: Array = np.array(column.figures, dtype=np.float64)
            unit = _unit(channel, column.name, values, column.clock)
            found[channel] = (unit.zero, unit.factor)
    return found


def _unit(channel: Channel, name: str, values: Array, clock: bool = False) -> Unit:
    """By the unit in the name, else by the size of the figures."""
    if clock and channel == "time":
        return UNITS["time"][0]
    if channel == "amp" and values.size and _counts_down(values):
        return next(unit for unit in UNITS["amp"] if unit.factor < 0)
    told = _BRACKETS.search(name)
    words = "" if told is None else (told.group(1) or told.group(2) or "").lower()
    by_name = next((unit for unit in UNITS[channel] if words and words in unit.written), None)
    if by_name is not None:
        return by_name
    told_by = np.diff(values) if channel == "time" else values
    size = float(np.median(np.abs(told_by))) if told_by.size else 0.0
    return next(
        (unit for unit in UNITS[channel] if unit.least <= size < unit.most), UNITS[channel][0]
    )
