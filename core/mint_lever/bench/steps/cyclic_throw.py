"""Step 10: cyclic throw, by reference tilt or by full throw (F10a–F10d)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.bench.advice import Action, Advice, Ask, Ruler
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import word_for, worst
from mint_lever.dials import Dial, SwashFunction, cyclic
from mint_lever.faults import InvalidRequest
from mint_lever.measure.next_value import next_value
from mint_lever.measure.throw import UNIT_WINDOW, Holes, Remedy, remedies
from mint_lever.measure.verdict import REFERENCE_TILT, Band, Word, judge
from mint_lever.setup.edit import Change

_REPEATS_DEG = 0.07
"""Of half the difference of two readings: a gauge's own 0.1° (F23) over the root of two."""
# (key, what to do, aileron, elevator, azimuth)
_READS = (
    ("right", "stick full right, blade over the boom", 100.0, 0.0, 180.0),
    ("left", "stick full left, blade over the boom", -100.0, 0.0, 180.0),
    ("forward", "stick full forward, blade on the right", 0.0, 100.0, 90.0),
    ("back", "stick full back, blade on the right", 0.0, -100.0, 90.0),
)
_HOLES = (
    ("horn_mm", "Holes your horns have", "mm from the shaft, with spaces between"),
    ("outer_mm", "Radii your outer swash balls can take", ""),
    ("inner_mm", "Radii your inner ring's balls can take", ""),
)


def cyclic_throw(run: BenchRun) -> Advice:
    """Advise on the cyclic figure, and on moving a ball when that leaves the unit's window.

    A unit has one figure for both axes, read on aileron; a transmitter that mixes has one for each.
    """
    unit, targets = run.setup.mixing_unit, run.setup.targets
    full = unit is None or unit.cyclic_school == "full_throw"
    band = throw_band(targets.cyclic_deg) if full else REFERENCE_TILT
    target = targets.cyclic_deg if full else targets.reference_tilt_deg
    axes = [_axis(run, "aileron", band)]
    elevator = _axis(run, "elevator", band)
    if unit is None:
        axes.append(elevator)
    asks = [_read(run, read, axes, band) for read in _READS]
    asks += [_holes(run, *each) for each in _HOLES]
    actions: list[Action] = []
    rulers: list[Ruler] = []
    nothing = all(run.answer("cyclic_throw", key) is None for axis in axes for key in axis.keys)
    outcome = None if nothing else worst(axis.word for axis in axes)
    for axis in axes:
        predicted = None
        if axis.gauge is not None and axis.word in ("out", "workable"):
            action, predicted = _next_figure(run, axis, target)
            actions += [action] if action else []
        rulers += _rulers(run, axis, band, predicted, full)
    figure = axes[0].dial.value
    window = judge(figure, UNIT_WINDOW, 0.0) if full and unit is not None else "in"
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
            *(("Blade A across the boom: the same with elevator.",) if unit is None else ()),
        ),
        asks=tuple(asks),
        summary=_summary(axes, elevator.gauge, target, window, full),
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


@dataclass(frozen=True)
class _Axis:
    """One cyclic axis as read: its two ends' keys, its dial, the mean of both ends."""

    function: SwashFunction
    keys: tuple[str, str]
    dial: Dial
    gauge: float | None
    times: int
    word: Word | None


def _axis(run: BenchRun, function: SwashFunction, band: Band) -> _Axis:
    keys = ("right", "left") if function == "aileron" else ("forward", "back")
    gauge = _half(*(run.mean("cyclic_throw", key) for key in keys))
    times = min(len(run.held("cyclic_throw", key)) for key in keys)
    word = None if gauge is None else word_for(gauge, band, times, _REPEATS_DEG)
    return _Axis(function, keys, cyclic(run.setup, function), gauge, times, word)


def _read(
    run: BenchRun,
    read: tuple[str, str, float, float, float],
    axes: list[_Axis],
    band: Band,
) -> Ask:
    key, label, aileron, elevator, azimuth = read
    axis = next((axis for axis in axes if key in axis.keys), None)
    return Ask(
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
        optional=axis is None,
        answer=run.answer("cyclic_throw", key),
        word=None if axis is None else _end_word(run, key, axis.gauge, band, axis.times),
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


def _next_figure(run: BenchRun, axis: _Axis, target: float) -> tuple[Action | None, float | None]:
    values, gauges = _pairs(run, axis)
    dial = axis.dial
    try:
        found = next_value(
            values or [dial.value], gauges or [axis.gauge or 0.0], target, dial.control
        )
    except InvalidRequest:
        return None, None
    if found.value == dial.value:
        return None, None
    return Action(
        key="figure" if axis.function == "aileron" else f"figure.{axis.function}",
        text=f"Set {dial.name} from {dial.value:g} to {found.value:g} %.",
        expect=f"Expect {found.expected:.1f}° at full stick; the gauge decides.",
        device=dial.device,
        changes=(dial.set(found.value),),
        keys=tuple(key for key, *_ in _READS) if dial.device == "unit" else axis.keys,
        needed=axis.word == "out",
    ), found.expected


def _pairs(run: BenchRun, axis: _Axis) -> tuple[list[float], list[float]]:
    """Comparable (figure, gauge) pairs: both ends read at the same figure."""
    ends: dict[float, dict[str, list[float]]] = {}
    for key in axis.keys:
        for entry in run.comparable("cyclic_throw", key, axis.dial.path):
            at = ends.setdefault(cyclic(entry.setup, axis.function).value, {})
            at.setdefault(key, []).append(entry.value)
    one, other = axis.keys
    pairs = {
        figure: abs(np.mean(read[one]) - np.mean(read[other])) / 2
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
    axes: list[_Axis], elevator: float | None, target: float, window: str, full: bool
) -> str:
    gauge, figure = axes[0].gauge, axes[0].dial.value
    if gauge is None:
        what = f"{target:g}° at full stick" if full else f"the reference tilt of {target:g}°"
        return f"Wanted: {what}."
    text = f"{gauge:.1f}° where {target:g}° is wanted, at {figure:g} %."
    if elevator is not None and len(axes) > 1:
        text += f" Elevator {elevator:.1f}° at {axes[1].dial.value:g} %."
    elif elevator is not None and abs(elevator - gauge) > 0.5:
        text += f" Elevator gives {elevator:.1f}°: look at the balls' radii and the layout."
    if window != "in":
        way = "outward on the horns" if figure > UNIT_WINDOW.high else "inward on the horns"
        size = "above" if figure > UNIT_WINDOW.high else "below"
        text += (
            f" {figure:g} % is {size} the unit's comfortable {UNIT_WINDOW.low:g}–"
            f"{UNIT_WINDOW.high:g} %: move the balls {way}; say which holes you have."
        )
    return text


def _rulers(
    run: BenchRun, axis: _Axis, band: Band, predicted: float | None, full: bool
) -> list[Ruler]:
    marks = [
        type(mark)(abs(mark.value), mark.moment, mark.holds)
        for key in axis.keys
        for mark in run.marks("cyclic_throw", key)
    ]
    if not marks:
        return []
    marks.sort(key=lambda mark: mark.moment)
    label = "cyclic, full stick" if full else "reference tilt"
    if axis.dial.device == "transmitter":
        label = f"{axis.function}, full stick"
    return [Ruler(label=label, unit="°", band=band, marks=tuple(marks), predicted=predicted)]
