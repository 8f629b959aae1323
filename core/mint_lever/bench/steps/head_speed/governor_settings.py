"""Step 16, part 2: the governor's own figures: poles and ratio, band, on-point, limits, delays.

Common practice, no source, unless said otherwise.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.governor_figures import MENU, mends, menu_figures
from mint_lever.bench.steps.shared.head_speed_part import (
    CANNOT_DRIVE,
    GOVERNOR,
    LOCK,
    MOVES_THE_THROTTLE,
    NO_GOVERNOR,
)
from mint_lever.bench.wording.number_text import find_outcome
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.drive.governor_device import governed_modes, meant
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

NAME = "governor_settings"
_ON_POINT = (20.0, 45.0)
_ON_POINT_USUAL = 30.0
_GAIN = (5.0, 9.0)
_ROOM: Annotated[float, MEMORY] = 0.05
"""A target so near an edge of the band (as a share) is workable only."""
_BAND_ROOM: Annotated[float, MEMORY] = 0.15
"""What the advised band leaves on both sides of the targets."""
_STEP_RPM = 50.0


@dataclass(frozen=True)
class _Figure:
    """One of the governor's figures: where it is kept and how it is judged."""

    key: str
    path: str
    judge: Callable[[Readings, float], VerdictWord]
    optional: bool = False


def _advise(run: Readings) -> Advice:
    figures = [figure for figure in _FIGURES if _asked(run, figure)]
    told = menu_figures(run, NAME)
    numbers = tuple(_ask(run, figure) for figure in figures)
    asks: tuple[Ask, ...] = (*told, *numbers)
    actions = [
        action
        for figure, ask in zip(figures, numbers, strict=True)
        if ask.answer is not None and ask.word in ("out", "workable")
        for action in (_mend(run, figure, ask),)
        if action is not None
    ]
    outcome = find_outcome([ask for ask in asks if not ask.optional])
    return Advice(
        step=NAME,
        do=(
            "Read poles and gear ratio off its own menu first: told wrong, it holds a wrong speed "
            "and shows the right one.",
            "Then in this order: ends, on-point, limits, delays.",
            "Better no separate switch for the governor: one that is on at power-up locks it.",
            "Ramp up longer where the tail kicks as the mode changes.",
        ),
        asks=asks,
        summary=_summary(outcome, {figure.key for figure in figures}),
        actions=(*mends(run, told), *actions),
        outcome=outcome,
    )


def _summary(outcome: Outcome | None, asked: set[str]) -> str:
    if outcome not in ("good", "workable"):
        return ""
    if "band_low" in asked:
        return "It is told what this model has, and every target lies inside its band."
    return "It is told what this model has."


def _asked(run: Readings, figure: _Figure) -> bool:
    """A controller's governor has no band and no on-point of this kind."""
    return meant(run.setup) == "unit" or figure.key == "gain"


def _ask(run: Readings, figure: _Figure) -> Number:
    row = find_row(figure.path)
    assert row is not None
    answer = run.answer(NAME, figure.key)
    return Number(
        key=figure.key,
        label=f"The governor's menu: {row.about.label[0].lower()}{row.about.label[1:]}",
        hint=f"{row.about.help} As the device has it now.",
        unit=row.unit,
        low=row.least or 0.0,
        high=row.most or 0.0,
        nudge=row.nudge,
        answer=answer,
        word=None if answer is None else figure.judge(run, answer),
        writes=(figure.path,),
        optional=figure.optional,
    )


def _targets(run: Readings) -> list[float]:
    modes = run.setup.transmitter.modes
    return [getattr(modes, name).head_speed_rpm for name in governed_modes(run.setup)]


def _band_low(run: Readings, rpm: float) -> VerdictWord:
    lowest = min(_targets(run), default=rpm)
    return _inside(lowest - rpm, lowest)


def _band_high(run: Readings, rpm: float) -> VerdictWord:
    highest = max(_targets(run), default=rpm)
    return _inside(rpm - highest, highest)


def _inside(room: float, target: float) -> VerdictWord:
    if room < 0:
        return "out"
    return "in" if room >= _ROOM * target else "workable"


def _on_point(run: Readings, pct: float) -> VerdictWord:
    return "in" if _ON_POINT[0] <= pct <= _ON_POINT[1] else "out"


def _gain(run: Readings, gain: float) -> VerdictWord:
    return "in" if _GAIN[0] <= gain <= _GAIN[1] else "workable"


def _left_alone(run: Readings, value: float) -> VerdictWord:
    """Limits and delays stay as delivered until something is seen (F32)."""
    return "in"


_FIGURES = (
    _Figure("on_above", "drive.governor.on_above_pct", _on_point),
    _Figure("band_low", "drive.governor.band_low_rpm", _band_low),
    _Figure("band_high", "drive.governor.band_high_rpm", _band_high),
    _Figure("gain", "drive.governor.gain", _gain),
    _Figure("limit_hover", "drive.governor.low_limit_hover_pct", _left_alone, True),
    _Figure("limit_idle_up", "drive.governor.low_limit_idle_up_pct", _left_alone, True),
    _Figure("start_delay", "drive.governor.start_delay_s", _left_alone, True),
    _Figure("ramp_up", "drive.governor.ramp_up_s", _left_alone, True),
    _Figure("ramp_down", "drive.governor.ramp_down_s", _left_alone, True),
)
_PATHS = {figure.key: figure.path for figure in _FIGURES}


def _mend(run: Readings, figure: _Figure, ask: Number) -> Action | None:
    """Give the figure that does; nothing for a gain, which flying finds."""
    targets = _targets(run)
    to: float | None = None
    if figure.key == "on_above":
        to = _ON_POINT_USUAL
    elif figure.key == "band_low" and targets:
        to = _STEP_RPM * (min(targets) * (1 - _BAND_ROOM) // _STEP_RPM)
    elif figure.key == "band_high" and targets:
        to = -_STEP_RPM * (-max(targets) * (1 + _BAND_ROOM) // _STEP_RPM)
    if to is None or ask.answer is None:
        return None
    return Action(
        key=f"set.{figure.key}",
        text=f"{ask.label}: from {ask.answer:g} to {to:g} {ask.unit}.",
        expect="Then read it off the menu again.",
        device="unit",
        changes=(Change(figure.path, to),),
        keys=(figure.key,),
        needed=ask.word == "out",
        together="figures",
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A figure goes stale by its own setting alone, or by which device holds the speed; what it
    was told is held against the drive as it is now."""
    return path in _PATHS.values() and _PATHS.get(key) != path


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == MENU:
        return "asks"
    if ask.key.startswith("told."):
        told = bench.drive.told(ask.key.removeprefix("told."))
        return told if isinstance(ask, Number) else "right"
    if ask.key not in _PATHS:
        raise not_simulated(ask.key)
    return bench.drive.governor_figure(ask.key)


def _not_needed(setup: Setup) -> str:
    return NO_GOVERNOR if meant(setup) == "none" else ""


STEP = Step(
    name=NAME,
    number=GOVERNOR,
    part=2,
    title="Settings of the governor",
    why="Told wrong poles or gear, it holds a wrong head speed and shows the right one.",
    repeats=0.0,
    spares=_spares,
    opens_after=MOVES_THE_THROTTLE,
    not_needed=_not_needed,
    cautions=(CANNOT_DRIVE, LOCK),
    advise=_advise,
    simulate=_simulate,
)
