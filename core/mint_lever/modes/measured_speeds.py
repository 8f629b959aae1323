"""Head speeds as they were measured at a spool-up, beside what is asked; and the percent to ask
for, where a governor takes one (F20, common practice, no source)."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from mint_lever.chain.model import Chain
from mint_lever.drive.governed import PercentLine, percent_line
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure.verdict import Word
from mint_lever.setup.document import Setup
from mint_lever.setup.edit import Change
from mint_lever.setup.modes import ModeName

_GOOD, _WORKABLE = 0.01, 0.03
"""How far (as a share) a measured speed may lie from the one asked for. From memory."""


@dataclass(frozen=True, kw_only=True)
class MeasuredSpeed:
    """One mode: asked (None without a target), measured, and the percent that would ask for the
    target; None is what is not known."""

    mode: ModeName
    asked_rpm: float | None
    rpm: float | None
    percent: float | None
    date: str
    word: Word | None
    wanted_percent: float | None


def measured_speeds(chain: Chain) -> tuple[list[MeasuredSpeed], PercentLine | None]:
    """Give every mode but hold, and the percent line through what was measured; None without a
    percent, or where the points make no rising line."""
    setup = chain.setup
    kept = {} if setup.flown is None else {each.mode: each for each in setup.flown.speeds}
    line = _line(setup)
    rows = []
    for name in setup.transmitter.modes.names():
        if name == "hold":
            continue
        asked, found = chain.mode(name).head_speed_rpm, kept.get(name)
        rows.append(
            MeasuredSpeed(
                mode=name,
                asked_rpm=asked,
                rpm=None if found is None else found.rpm,
                percent=None if found is None else found.percent,
                date="" if found is None else found.date,
                word=None if found is None or asked is None else _word(found.rpm / asked - 1),
                wanted_percent=None if line is None or asked is None else line.percent(asked),
            )
        )
    return rows, line


def measured(
    setup: Setup, mode: ModeName, rpm: float | None, percent: float | None, day: date
) -> tuple[Change, ...]:
    """Make the change that keeps a mode's measured speed in place of the one before; without a
    speed, that takes it away."""
    kept = [] if setup.flown is None else [s for s in setup.flown.speeds if s.mode != mode]
    speeds = [each.model_dump(mode="json", exclude_none=True) for each in kept]
    if rpm is not None:
        if not 0 < rpm <= 20_000:
            raise InvalidRequest([Fault("rpm", f"{rpm:g}", "a head speed up to 20000 rpm")])
        one = {"mode": mode, "rpm": float(rpm), "date": day.isoformat()}
        speeds.append(one if percent is None else {**one, "percent": float(percent)})
    return (Change("flown.speeds", speeds),)


def _line(setup: Setup) -> PercentLine | None:
    kept = [] if setup.flown is None else setup.flown.speeds
    points = [(each.percent, each.rpm) for each in kept if each.percent]
    try:
        return percent_line(points) if points else None
    except InvalidRequest:
        return None


def _word(off: float) -> Word:
    return "in" if abs(off) <= _GOOD else "workable" if abs(off) <= _WORKABLE else "out"
