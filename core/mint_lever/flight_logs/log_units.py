"""Units that logs are written in, and how they become ours."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import inf

from mint_lever.flight_logs.recorded_flight import Channel


@dataclass(frozen=True)
class Unit:
    """ours = (figure − ``zero``) · ``factor``. ``written`` are ways in which a column names it;
    figures of this unit are mostly ``least`` to ``most`` (of a time: its steps). From memory."""

    name: str
    factor: float = 1.0
    zero: float = 0.0
    written: tuple[str, ...] = ()
    least: float = 0.0
    most: float = inf


UNITS: Mapping[Channel, tuple[Unit, ...]] = {
    "time": (
        Unit("s", written=("s", "sec", "seconds"), most=0.9),
        Unit("ms", 1e-3, written=("ms", "msec", "millis"), least=0.9, most=2e3),
        Unit("µs", 1e-6, written=("us", "µs"), least=2e3),
    ),
    "head_rpm": (
        Unit("rpm", written=("rpm", "1/min"), least=500.0),
        Unit("hundreds of rpm", 100.0, most=100.0),
    ),
    "motor_rpm": (Unit("rpm", written=("rpm", "1/min")),),
    "throttle": (
        Unit("%", written=("%", "pct"), least=1.5, most=150.0),
        Unit("share of 1", 100.0, most=1.5),
        Unit("µs, 1000 to 2000", 0.1, 1000.0, written=("us", "µs"), least=800.0),
    ),
    "volt": (
        Unit("V", written=("v", "volt", "volts"), most=100.0),
        Unit("mV", 1e-3, written=("mv",), least=2000.0),
        Unit("hundredths of a volt", 1e-2, least=100.0, most=2000.0),
    ),
    "amp": (
        Unit("A", written=("a", "amp", "amps"), most=400.0),
        Unit("mA", 1e-3, written=("ma",), least=400.0),
        Unit("A, counted negative", -1.0, least=inf),
    ),
    "temperature": (Unit("°C", written=("c", "°c")),),
    "yaw_rate": (
        Unit("°/s", written=("deg/s", "°/s", "dps")),
        Unit("rad/s", 57.29577951308232, written=("rad/s",)),
    ),
    "tail_servo": (Unit("µs", written=("us", "µs")), Unit("%", 4.0, written=("%",), most=150.0)),
}


def find_unit(channel: Channel, name: str) -> Unit | None:
    """Give a channel's unit by its name; None for another one."""
    return next((unit for unit in UNITS[channel] if unit.name == name), None)
