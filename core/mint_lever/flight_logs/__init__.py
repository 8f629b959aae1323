"""A flight's log: read from any CSV, and what it tells of head speed, tail and pack."""

from mint_lever.flight_logs.column_guess import HEAD_BYTES, guess_columns
from mint_lever.flight_logs.log_picture import MOST_STEPS, sample_stretch
from mint_lever.flight_logs.log_report import LogFinding, judge_log
from mint_lever.flight_logs.log_units import UNITS, find_unit
from mint_lever.flight_logs.measured_settings import make_log_change
from mint_lever.flight_logs.recorded_flight import (
    CHANNELS,
    MOST_BYTES,
    Channel,
    RecordedFlight,
    read_log,
)

__all__ = [
    "CHANNELS",
    "HEAD_BYTES",
    "MOST_BYTES",
    "MOST_STEPS",
    "UNITS",
    "Channel",
    "LogFinding",
    "RecordedFlight",
    "find_unit",
    "guess_columns",
    "judge_log",
    "make_log_change",
    "read_log",
    "sample_stretch",
]
