"""Head speeds as they were measured at a spool-up, beside what is asked; and the percent to ask
for, where a governor takes one (F20, common practice, no source)."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Annotated

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.drive.drive_description import own_figures
from mint_lever.model.drive.governor_device import governed_modes
from mint_lever.model.drive.governor_scale import PercentLine, percent_line
from mint_lever.model.drive.speed_multiples import explain_multiple
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_findings import INDEPENDENT, FlownSpeed, MeasuredBy
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName
from mint_lever.sources import MEMORY

_AGREED: Annotated[float, MEMORY] = 0.03
"""How far (as a share) a measured speed may lie from the one asked for: a pole pair or a tooth of a
pinion is 6 % or more."""


@dataclass(frozen=True, kw_only=True)
class MeasuredSpeed:
    """One mode: asked (None without a target), measured and by what, and the percent that would ask
    for the target; None is what is not known. ``word`` judges what something independent measured;
    ``says`` is what follows from it."""

    mode: ModeName
    asked_rpm: float | None
    rpm: float | None
    percent: float | None
    date: str
    by: str | None
    word: VerdictWord | None
    says: str
    wanted_percent: float | None


def list_measured_speeds(chain: Chain) -> tuple[list[MeasuredSpeed], PercentLine | None]:
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
                by=None if found is None else found.by,
                word=_word(found, asked),
                says=_says(setup, found, asked),
                wanted_percent=None if line is None or asked is None else line.percent(asked),
            )
        )
    return rows, line


def make_measured_change(
    setup: Setup,
    mode: ModeName,
    rpm: float | None,
    percent: float | None,
    by: MeasuredBy | None,
    day: date,
) -> tuple[Change, ...]:
    """Make the change that keeps a mode's measured speed in place of the one before; without a
    speed, that takes it away. ``by`` None: nobody said what measured it."""
    kept = [] if setup.flown is None else [s for s in setup.flown.speeds if s.mode != mode]
    speeds = [each.model_dump(mode="json", exclude_none=True) for each in kept]
    if rpm is not None:
        if not 0 < rpm <= 20_000:
            raise InvalidRequest([Fault("rpm", f"{rpm:g}", "a head speed up to 20000 rpm")])
        one: dict[str, object] = {"mode": mode, "rpm": float(rpm), "date": day.isoformat()}
        more = {"percent": percent, "by": by}
        speeds.append({**one, **{key: each for key, each in more.items() if each is not None}})
    return (Change("flown.speeds", speeds),)


def _line(setup: Setup) -> PercentLine | None:
    kept = [] if setup.flown is None else setup.flown.speeds
    points = [(each.percent, each.rpm) for each in kept if each.percent]
    try:
        return percent_line(points) if points else None
    except InvalidRequest:
        return None


def _word(found: FlownSpeed | None, asked: float | None) -> VerdictWord | None:
    if found is None or asked is None or found.by not in INDEPENDENT:
        return None
    return "in" if abs(found.rpm / asked - 1) <= _AGREED else "out"


def _says(setup: Setup, found: FlownSpeed | None, asked: float | None) -> str:
    if found is None or asked is None:
        return ""
    if found.by is None:
        return "Say what measured it: the governor's own figure shows nothing."
    if found.by not in INDEPENDENT:
        return "It shows what it was told to hold. It does not count."
    if _word(found, asked) == "in":
        return "Agreed."
    by = explain_multiple(found.rpm / asked, own_figures(setup))
    told = f" {by[0].upper()}{by[1:]} told to the governor would make that." if by else ""
    return f"It turns at {found.rpm / asked:.2f} of what is asked for.{told} Read its menu again."


def unagreed_modes(setup: Setup) -> tuple[ModeName, ...]:
    """The governed modes whose head speed nothing independent has found to be as asked for."""
    kept = {} if setup.flown is None else {each.mode: each for each in setup.flown.speeds}
    return tuple(
        name
        for name in governed_modes(setup)
        if _word(kept.get(name), getattr(setup.transmitter.modes, name).head_speed_rpm) != "in"
    )


def write_unmeasured_speeds(setup: Setup) -> str:
    """Say which head speeds nothing independent has measured as asked for; "" where all are."""
    names = [MODE_WORDS[name].lower() for name in unagreed_modes(setup)]
    return f"Head speed not measured yet: {', '.join(names)}" if names else ""
