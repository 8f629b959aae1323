"""What a log says, as findings with their place in it (the contract of ``mint-lever log``)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict, dataclass
from typing import Any

import numpy as np

from mint_lever.axes import Array
from mint_lever.flight_logs.punch_report import Punched, punches
from mint_lever.flight_logs.recorded_flight import RecordedFlight
from mint_lever.flight_logs.spectral_peaks import SHARE_OF_RATE, Line, line_in

HUNTS_HZ, WAGS_HZ = (0.5, 5.0), (5.0, 20.0)
_GOOD_DROOP, WORKABLE_DROOP = 3.0, 5.0
"""Full collective held within 3 % is good, 5 % workable; from memory."""
_RISES_S, _SETTLES_S = 0.5, 4.0
"""A punch lasts from so long before it was found to so long after. From memory."""
LITTLE_THROTTLE_PCT = 10.0
_RUNS = 0.5
_HELD_SHARE, _HELD_MIN = 0.03, 0.2
KINDS = {
    "droop": "head speed lost in a punch: governor gain, motor and pack",
    "overshoot": "head speed beyond the target after a punch: governor gain",
    "slow_back": "a punch after which the head speed was not back in three seconds",
    "hunting": "head speed that swings at one frequency, 0.5 to 5 Hz: governor gain too high",
    "wag": "a tail that swings at one frequency, 5 to 20 Hz: tail gain too high",
    "pack_resistance": "resistance of the whole pack, from volts and amps",
    "sag": "the lowest voltage of the pack",
    "throttle_left": "throttle left over at the worst moment: target against pinion and pack",
    "speed_held": "minutes at a head speed, one for each mode flown",
    "taken": "how the file is written, as it was taken to be",
    "not_recorded": "a column that is missing, and what it would have told",
    "too_slow": "a log too slow to tell what it was asked",
}
"""Every kind of finding, and the setting or part it speaks of."""
_WOULD_TELL = {
    ("head_rpm", "motor_rpm"): "how far a punch pulls the head speed down, and hunting",
    ("throttle",): "how much throttle was left",
    ("volt", "amp"): "the pack's resistance",
    ("yaw_rate", "tail_servo"): "whether the tail wags",
}


@dataclass(frozen=True)
class LogFinding:
    """One finding: where in the log (s; None for all of it), a figure with its unit, in words."""

    kind: str
    at_s: float | None
    value: float | None
    unit: str
    text: str


def judge_log(log: RecordedFlight) -> dict[str, Any]:
    """Judge a log: the findings, oldest first, and the figures by themselves."""
    found = punches(log, _hunting(log, []))
    hunting = _hunting(log, found)
    wag = _wag(log)
    mohm = resistance_mohm(log)
    made: list[LogFinding] = []
    for part in (_of_punches(found), _of_lines(hunting, wag), _of_pack(log, mohm)):
        made += part
    for say in (_throttle_left, _speeds_held, _missing, _taken):
        made += say(log)
    made.sort(key=lambda finding: -1.0 if finding.at_s is None else finding.at_s)
    return {
        "findings": [asdict(finding) for finding in made],
        "pack_resistance_mohm": mohm,
        "hunting_hz": None if hunting is None else hunting.hz,
        "droop_pct": float(np.median([p.droop_pct for p in found])) if found else None,
        "wag_hz": None if wag is None else wag.hz,
        "punches": len(found),
        "rate_hz": log.rate_hz,
        "duration_s": float(log.time_s[-1] - log.time_s[0]),
    }


def _hunting(log: RecordedFlight, found: list[Punched]) -> Line | None:
    """A swing of the head speed, outside the punches: what follows one is no hunting yet."""
    speed = log.speed
    if speed is None or speed.max() <= 0:
        return None
    counts = speed > _RUNS * speed.max()
    for each in found:
        since = log.time_s - each.at_s
        counts &= (since < -_RISES_S) | (since > _SETTLES_S)
    return line_in(log.time_s, speed, HUNTS_HZ, counts)


def _wag(log: RecordedFlight) -> Line | None:
    for channel in ("yaw_rate", "tail_servo"):
        signal = log.channels.get(channel)
        line = None if signal is None else line_in(log.time_s, signal, WAGS_HZ)
        if line is not None:
            return line
    return None


def _of_punches(found: list[Punched]) -> Iterator[LogFinding]:
    for each in found:
        how = (
            "good"
            if each.droop_pct <= _GOOD_DROOP
            else "workable"
            if each.droop_pct <= WORKABLE_DROOP
            else "too much: more governor gain, or a lower target, a larger pinion, a fresher pack"
        )
        text = f"A punch pulls the head speed down by {each.droop_pct:.1f} %: {how}."
        if each.hunts_pct:
            text += f" Besides, it hunts by ±{each.hunts_pct:.1f} %."
        yield LogFinding("droop", each.at_s, each.droop_pct, "%", text)
        if each.overshoot_pct > _GOOD_DROOP:
            text = f"Then it overshoots by {each.overshoot_pct:.1f} %: less governor gain."
            yield LogFinding("overshoot", each.at_s, each.overshoot_pct, "%", text)
        if each.back_s is None:
            text = "Three seconds later the head speed is not back within 2 %."
            yield LogFinding("slow_back", each.at_s, None, "s", text)


def _of_lines(hunting: Line | None, wag: Line | None) -> Iterator[LogFinding]:
    if hunting is not None:
        text = (
            f"The head speed swings by ±{hunting.amplitude:.0f} rpm at {hunting.hz:.1f} Hz: the "
            "governor hunts, take its gain down."
        )
        yield LogFinding("hunting", hunting.at_s, hunting.hz, "Hz", text)
    if wag is not None:
        text = f"The tail swings at {wag.hz:.1f} Hz: it wags, take the tail gain down."
        yield LogFinding("wag", wag.at_s, wag.hz, "Hz", text)


def _of_pack(log: RecordedFlight, mohm: float | None) -> Iterator[LogFinding]:
    if mohm is not None:
        text = f"The pack has {mohm:.0f} mΩ in all; write it down, it grows with age."
        yield LogFinding("pack_resistance", None, mohm, "mohm", text)
    volts = log.channels.get("volt")
    if volts is not None:
        at = int(np.argmin(volts))
        low = float(volts[at])
        text = f"The pack sags to {low:.1f} V at most."
        yield LogFinding("sag", float(log.time_s[at]), low, "V", text)


def _throttle_left(log: RecordedFlight) -> Iterator[LogFinding]:
    throttle = log.channels.get("throttle")
    if throttle is None:
        return
    at = int(np.argmax(throttle))
    left = 100.0 - float(throttle[at])
    how = (
        "too little, the head speed cannot be held: a lower target or a larger pinion"
        if left < LITTLE_THROTTLE_PCT
        else "enough"
    )
    text = f"At the worst moment {left:.0f} % of the throttle is left: {how}."
    yield LogFinding("throttle_left", float(log.time_s[at]), left, "%", text)


def _speeds_held(log: RecordedFlight) -> Iterator[LogFinding]:
    """Head speeds far enough apart to be modes of their own, and how long each was flown."""
    speed = log.speed
    if speed is None or speed.max() <= 0:
        return
    left = np.sort(speed[speed > _RUNS * speed.max()])
    gaps = np.flatnonzero(np.diff(left) > _HELD_SHARE * left[1:])
    for part in _dense(np.split(left, gaps + 1)):
        minutes = len(part) / log.rate_hz / 60
        if minutes >= _HELD_MIN:
            rpm = float(np.median(part))
            text = f"{minutes:.1f} minutes at about {rpm:.0f} rpm."
            yield LogFinding("speed_held", None, minutes, "min", text)


def _dense(parts: list[Array]) -> list[Array]:
    """Split speeds once more where hardly anything lies between two that were flown: a mode change
    sweeps through all in between."""
    split: list[Array] = []
    for part in parts:
        width = max(float(part[-1] - part[0]), 1e-9)
        if width < 2 * _HELD_SHARE * float(part[-1]):
            split.append(part)
            continue
        edges = np.arange(part[0], part[-1] + 1e-9, _HELD_SHARE * float(part[-1]) / 3)
        count = np.histogram(part, np.append(edges, part[-1] + 1.0))[0]
        busy = count > 0.02 * len(part)
        starts = np.flatnonzero(busy & ~np.concatenate([[False], busy[:-1]]))
        ends = np.flatnonzero(busy & ~np.concatenate([busy[1:], [False]]))
        for first, last in zip(starts, ends, strict=True):
            top = edges[last + 1] if last + 1 < len(edges) else np.inf
            split.append(part[(part >= edges[first]) & (part < top)])
    return split


def _taken(log: RecordedFlight) -> Iterator[LogFinding]:
    """What of the file was taken to be so; it can be put right where its columns are said."""
    amps, volts = log.channels.get("amp"), log.channels.get("volt")
    said = [*log.taken]
    if said:
        yield LogFinding("taken", None, None, "", f"Taken from the file: {', '.join(said)}.")
    if amps is not None and volts is not None and float(np.median(amps)) < 0:
        text = "The current is counted negative: say so where its column is named."
        yield LogFinding("taken", None, None, "", text)


def _missing(log: RecordedFlight) -> Iterator[LogFinding]:
    for names, told in _WOULD_TELL.items():
        there = [name for name in names if name in log.channels]
        both = names == ("volt", "amp")
        if not there or (both and len(there) < 2):
            wanted = (" and " if both else " or ").join(names)
            text = f"Without {wanted} the log does not tell {told}."
            yield LogFinding("not_recorded", None, None, "", text)
    if "yaw_rate" in log.channels or "tail_servo" in log.channels:
        yield from _slow(log, WAGS_HZ, "wag")
    if log.speed is not None:
        yield from _slow(log, HUNTS_HZ, "hunting")


def _slow(log: RecordedFlight, band_hz: tuple[float, float], what: str) -> Iterator[LogFinding]:
    reach = SHARE_OF_RATE * log.rate_hz
    if reach < band_hz[1]:
        text = (
            f"At {log.rate_hz:.0f} samples a second {what} is seen up to {reach:.1f} Hz only, of "
            f"{band_hz[0]:g} to {band_hz[1]:g}: too slow to tell the rest."
        )
        yield LogFinding("too_slow", None, log.rate_hz, "Hz", text)


_MEAN_S = 20.0
_LEAST_A = 1.0
"""Less current than this, or hardly any change of it, tells nothing of a resistance."""


def resistance_mohm(log: RecordedFlight) -> float | None:
    """Give the whole pack's resistance: minus the slope of volts on amps, after a running mean of
    twenty seconds is taken out of both; None without both, without changing current, or where volts
    rise as amps do."""
    volts, amps = log.channels.get("volt"), log.channels.get("amp")
    if volts is None or amps is None:
        return None
    count = log.samples(_MEAN_S)
    v, a = (values - _running_mean(values, count) for values in (volts, amps))
    spread = float(a @ a)
    if float(np.sqrt(spread / len(a))) < _LEAST_A:
        return None
    found = -1000.0 * float(a @ v) / spread
    # Volts that rise as amps do are no resistance: a sign, or a column, is another than was said.
    return found if found > 0 else None


def _running_mean(values: Array, count: int) -> Array:
    """The mean of ``count`` samples round each, fewer at the ends."""
    total = np.concatenate([[0.0], np.cumsum(values)])
    here = np.arange(len(values))
    low = np.maximum(here - count // 2, 0)
    high = np.minimum(here + count // 2 + 1, len(values))
    return np.asarray((total[high] - total[low]) / (high - low))
