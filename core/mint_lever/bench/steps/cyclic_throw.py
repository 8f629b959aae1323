"""Step 10: cyclic throw, by reference tilt or by full throw (F10a–F10d)."""

from __future__ import annotations

import numpy as np

from mint_lever.bench.advice import Action, Advice, Ask, Ruler
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import word_for, worst
from mint_lever.faults import InvalidRequest
from mint_lever.measure.next_value import Control, next_value
from mint_lever.measure.throw import UNIT_WINDOW, Holes, Remedy, remedies
from mint_lever.measure.verdict import REFERENCE_TILT, Band, Word, judge
from mint_lever.setup.edit import Change

FIGURE = Control(1.0, 150.0)
_PATH = "unit.cyclic_pct"
_REPEATS_DEG = 0.07
"""Of half the difference of two readings: a gauge's own 0.1° (F23) over the root of two."""
# (key, what to do, aileron, elevator, azimuth, optional)
_READS = (
    ("right", "stick full right, blade over the boom", 100.0, 0.0, 180.0, False),
    ("left", "stick full left, blade over the boom", -100.0, 0.0, 180.0, False),
    ("forward", "stick full forward, blade on the right", 0.0, 100.0, 90.0, True),
    ("back", "stick full back, blade on the right", 0.0, -100.0, 90.0, True),
)
_HOLES = (
    ("horn_mm", "Holes your horns have", "mm from the shaft, with spaces between"),
    ("outer_mm", "Radii your outer swash balls can take", ""),
    ("inner_mm", "Radii your inner ring's balls can take", ""),
)


def cyclic_throw(run: BenchRun) -> Advice:
    """Advise on the unit's cyclic figure, and on moving a ball when that leaves its window."""
    unit, targets = run.setup.unit, run.setup.targets
    if unit is None:
        return Advice(step="cyclic_throw", do=("Set the throw with the swash mix.",), asks=())
    full = unit.cyclic_school == "full_throw"
    band = throw_band(targets.cyclic_deg) if full else REFERENCE_TILT
    target = targets.cyclic_deg if full else targets.reference_tilt_deg
    reads = {key: run.mean("cyclic_throw", key) for key, *_ in _READS}
    gauge = _half(reads["right"], reads["left"])
    times = min(len(run.held("cyclic_throw", key)) for key in ("right", "left"))
    word = None if gauge is None else word_for(gauge, band, times, _REPEATS_DEG)
    other = _half(reads["forward"], reads["back"])
    asks = [
        Ask(
            key=key,
            label=f"Pitch, {label}",
            kind="number",
            hint="With its sign; a blade's own offset cancels between the two.",
            unit="°",
            low=-30.0,
            high=30.0,
            sticks=(0.0, aileron, elevator),
            azimuth=azimuth,
            blade=0,
            optional=optional,
            answer=run.answer("cyclic_throw", key),
            word=None if optional else _end_word(run, key, gauge, band, times),
        )
        for key, label, aileron, elevator, azimuth, optional in _READS
    ]
    asks += [_holes(run, *each) for each in _HOLES]
    actions: list[Action] = []
    predicted = None
    outcome = None if all(reads[key] is None for key in ("right", "left")) else worst([word])
    if gauge is not None and word in ("out", "workable"):
        action, predicted = _next_figure(run, gauge, target, needed=word == "out")
        if action is not None:
            actions.append(action)
    window = judge(unit.cyclic_pct, UNIT_WINDOW, 0.0) if full else "in"
    if outcome in ("good", "workable") and window != "in":
        actions += _move_ball(run, target)
        outcome = "workable"
    return Advice(
        step="cyclic_throw",
        do=(
            "Collective at centre, blade A parallel to the tail boom.",
            "Full aileron, each way."
            if full
            else "Let the unit show its reference tilt, each way.",
            "Read the gauge at both ends.",
        ),
        asks=tuple(asks),
        summary=_summary(gauge, other, target, unit.cyclic_pct, window, full),
        actions=tuple(actions),
        rulers=_rulers(run, band, predicted, full),
        outcome=outcome,
    )


def throw_band(target: float) -> Band:
    """The band of the full-throw school round a pilot's own target; F10b's width is ±1°."""
    return Band(target - 0.5, target + 0.5, target - 1.0, target + 1.0)


def _end_word(run: BenchRun, key: str, gauge: float | None, band: Band, times: int) -> Word | None:
    """Both ends share a verdict; the one read less often is the one to read again."""
    if gauge is None:
        return None
    word = word_for(gauge, band, times, _REPEATS_DEG)
    more = len(run.held("cyclic_throw", key)) > times
    return judge(gauge, band, 0.0) if more and word == "read again" else word


def _half(one: float | None, other: float | None) -> float | None:
    return None if one is None or other is None else abs(one - other) / 2


def _next_figure(
    run: BenchRun, gauge: float, target: float, needed: bool
) -> tuple[Action | None, float | None]:
    values, gauges = _pairs(run)
    unit = run.setup.unit
    assert unit is not None
    try:
        found = next_value(values or [unit.cyclic_pct], gauges or [gauge], target, FIGURE)
    except InvalidRequest:
        return None, None
    if found.value == unit.cyclic_pct:
        return None, None
    return Action(
        key="figure",
        text=f"Set the unit's cyclic figure from {unit.cyclic_pct:g} to {found.value:g} %.",
        expect=f"Expect {found.expected:.1f}° at full stick; the gauge decides.",
        changes=(Change(_PATH, found.value),),
        keys=("right", "left", "forward", "back"),
        needed=needed,
    ), found.expected


def _pairs(run: BenchRun) -> tuple[list[float], list[float]]:
    """Comparable (figure, gauge) pairs: both ends read at the same figure."""
    ends: dict[float, dict[str, list[float]]] = {}
    for key in ("right", "left"):
        for entry in run.comparable("cyclic_throw", key, _PATH):
            if entry.setup.unit is not None:
                at = ends.setdefault(entry.setup.unit.cyclic_pct, {})
                at.setdefault(key, []).append(entry.value)
    pairs = {
        figure: abs(np.mean(read["right"]) - np.mean(read["left"])) / 2
        for figure, read in ends.items()
        if len(read) == 2
    }
    return list(pairs), [float(value) for value in pairs.values()]


def _holes(run: BenchRun, key: str, label: str, hint: str) -> Ask:
    answer = run.answer("cyclic_throw", key)
    return Ask(
        key=key,
        label=label,
        kind="numbers",
        hint=hint,
        unit="mm",
        low=1.0,
        high=60.0,
        optional=True,
        answer=answer,
        word=None,
    )


def _move_ball(run: BenchRun, target: float) -> list[Action]:
    holes = Holes(*(run.answer("cyclic_throw", key) or () for key, *_ in _HOLES))
    found = [r for r in remedies(run.setup, target, holes) if r.throw.figure_pct is not None]
    better = [r for r in found if judge(r.throw.figure_pct or 0, UNIT_WINDOW, 0.0) == "in"]
    return [_moving(run, remedy) for remedy in (better or found)[:2]]


def _moving(run: BenchRun, remedy: Remedy) -> Action:
    figure = remedy.throw.figure_pct or 0.0
    paths = {
        "horn": [f"airframe.servos.{i}.arm_mm" for i in range(len(run.setup.airframe.servos))],
        "outer ring": [
            f"airframe.swash.balls.{i}.radius_mm"
            for i, ball in enumerate(run.setup.airframe.swash.balls)
            if ball.radius_mm
        ],
        "inner ring": ["airframe.head.inner_ball_radius_mm"],
    }[remedy.ball]
    return Action(
        key=f"ball.{remedy.ball}.{remedy.to_mm:g}",
        text=(
            f"Move the {remedy.ball} balls from {remedy.from_mm:g} to {remedy.to_mm:g} mm; the "
            f"target then needs about {figure:.0f} %."
        ),
        expect=f"One µs of servo pulse then moves {remedy.throw.deg_per_us:.4f}° of cyclic.",
        device="helicopter",
        changes=tuple(Change(path, remedy.to_mm) for path in paths),
        needed=False,
    )


def _summary(
    gauge: float | None, other: float | None, target: float, figure: float, window: str, full: bool
) -> str:
    if gauge is None:
        what = f"{target:g}° at full stick" if full else f"the reference tilt of {target:g}°"
        return f"Wanted: {what}."
    text = f"{gauge:.1f}° where {target:g}° is wanted, at {figure:g} %."
    if other is not None and abs(other - gauge) > 0.5:
        text += f" Elevator gives {other:.1f}°: look at the balls' radii and the layout."
    if window != "in":
        way = "outward on the horns" if figure > UNIT_WINDOW.high else "inward on the horns"
        size = "above" if figure > UNIT_WINDOW.high else "below"
        text += (
            f" {figure:g} % is {size} the unit's comfortable {UNIT_WINDOW.low:g}–"
            f"{UNIT_WINDOW.high:g} %: move the balls {way}; say which holes you have."
        )
    return text


def _rulers(run: BenchRun, band: Band, predicted: float | None, full: bool) -> tuple[Ruler, ...]:
    marks = [
        type(mark)(abs(mark.value), mark.moment, mark.holds)
        for key in ("right", "left")
        for mark in run.marks("cyclic_throw", key)
    ]
    label = "cyclic, full stick" if full else "reference tilt"
    if not marks:
        return ()
    marks.sort(key=lambda mark: mark.moment)
    return (Ruler(label=label, unit="°", band=band, marks=tuple(marks), predicted=predicted),)
