"""Punches in a log: how far the head speed fell, how soon it was back, how far it overshot."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Annotated

import numpy as np

from mint_lever.axes import Array
from mint_lever.flight_logs.recorded_flight import RecordedFlight
from mint_lever.flight_logs.spectral_peaks import Line
from mint_lever.sources import MEMORY

_RISE_S, _BEFORE_S, _AFTER_S = 0.4, 1.0, 3.0
_THROTTLE_PCT, _AMP_SHARE, _FALL = 15.0, 0.25, 0.015
_STEADY, _BACK = 0.02, 0.02
_NOTCH_SHARE: Annotated[float, MEMORY] = 0.08
"""How wide, of its frequency, what hunts is taken out."""
_BEGUN: Annotated[float, MEMORY] = 0.1
"""A rise has begun once it has made this share of itself."""
_RUNS: Annotated[float, MEMORY] = 0.5
"""Below this share of its usual speed the head is not held by anything. All from memory."""


@dataclass(frozen=True)
class Punched:
    """One punch: percent of the mean speed in the second before it; ``back_s`` None where it was
    not back within 2 % in three seconds. All on the slow part of the speed: ``hunts_pct`` is how
    far it swings to either side besides, 0 where nothing hunts."""

    at_s: float
    droop_pct: float
    back_s: float | None
    overshoot_pct: float
    hunts_pct: float = 0.0


def punches(log: RecordedFlight, hunting: Line | None = None) -> list[Punched]:
    """Find the punches: throttle or current or, without these, the head speed itself tells.

    ``hunting`` is a line that the head speed swings at: it is taken out first, and hides none.
    """
    speed = log.speed
    if speed is None:
        return []
    swing = 0.0
    if hunting is not None:
        speed, swing = _without(speed, log.rate_hz, hunting.hz), hunting.amplitude
    before, after = log.samples(_BEFORE_S), log.samples(_AFTER_S)
    usual = float(np.median(speed[speed > _RUNS * speed.max()])) if speed.max() > 0 else 0.0
    found: list[Punched] = []
    free = 0
    for at in _starts(log, speed):
        if at < max(before, free) or at + after > len(speed):
            continue
        calm = speed[at - before : at]
        mean = float(calm.mean())
        if mean < _RUNS * usual or np.ptp(calm) > _STEADY * mean:
            continue
        punched = _punched(log, speed[at : at + after], mean, at)
        found.append(replace(punched, hunts_pct=100 * swing / mean))
        free = at + after
    return found


def _without(speed: Array, rate_hz: float, hz: float) -> Array:
    """The speed with what swings round one frequency taken out, mirrored at its ends."""
    level = np.concatenate([speed[::-1], speed, speed[::-1]])
    spectrum = np.fft.rfft(level)
    at = np.fft.rfftfreq(len(level), 1 / rate_hz)
    spectrum *= 1 - np.exp(-(((at - hz) / (_NOTCH_SHARE * hz)) ** 2))
    count = len(speed)
    slow: Array = np.asarray(np.fft.irfft(spectrum, len(level)))[count : 2 * count]
    return slow


def _starts(log: RecordedFlight, speed: Array) -> list[int]:
    """Samples at which something begins to rise sharply."""
    throttle, amps = log.channels.get("throttle"), log.channels.get("amp")
    told = []
    if throttle is not None:
        told.append((throttle, _THROTTLE_PCT))
    if amps is not None:
        told.append((amps, _AMP_SHARE * float(np.percentile(amps, 99))))
    told = told or [(-speed, _FALL * float(speed.max()))]
    span = log.samples(_RISE_S)
    return sorted({at for rises, least in told for at in _rises(rises, span, max(least, 1e-9))})


def _rises(signal: Array, span: int, least: float) -> Iterator[int]:
    """Where a signal begins to rise by more than ``least`` within ``span`` samples."""
    risen = signal[span:] - signal[:-span]
    sharp = risen > least
    first = np.flatnonzero(sharp & ~np.concatenate([[False], sharp[:-1]]))
    for at in first:
        # The window finds a rise while it is still ahead.
        begun = signal[at : at + span + 1] - signal[at] > _BEGUN * risen[at]
        yield int(at + np.argmax(begun))


def _punched(log: RecordedFlight, speed: Array, mean: float, at: int) -> Punched:
    lowest = int(np.argmin(speed))
    away = np.flatnonzero(np.abs(speed / mean - 1) > _BACK)
    back: float | None = 0.0
    if away.size:
        back = None if away[-1] == len(speed) - 1 else float(away[-1] + 1) / log.rate_hz
    return Punched(
        at_s=float(log.time_s[at]),
        droop_pct=100 * max(0.0, 1 - float(speed[lowest]) / mean),
        back_s=back,
        overshoot_pct=100 * max(0.0, float(speed[lowest:].max()) / mean - 1),
    )
