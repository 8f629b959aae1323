"""Step 10: cyclic throw, by reference tilt or by full throw (F10a–F10d)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Annotated

import numpy as np

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    Number,
    Numbers,
    Option,
    Outcome,
    Ruler,
)
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_figure import (
    DIRECTIONS_FIRST,
    confirm_figure,
    unusual,
    waits_for_directions,
)
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import gauge as read_gauge
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.simulate.trial_change import goes, raising
from mint_lever.bench.steps.shared.first_figures import start_from_geometry
from mint_lever.bench.steps.shared.prediction_check import (
    Doubt,
    Lever,
    doubt,
    predicted,
    predicting,
)
from mint_lever.bench.steps.shared.rates_off import full_rates
from mint_lever.bench.steps.shared.reference_tilt import (
    POORLY,
    RANGE,
    enough,
    full_throw,
    range_question,
    reference_band,
    write_wanted,
)
from mint_lever.bench.wording.gauge_instructions import GAUGE_DISCIPLINE, pitch_of_blade
from mint_lever.bench.wording.number_text import degrees, word_for, worst
from mint_lever.bench.wording.predicted_pitch import UNLIKE_DEG, pitch_by_the_lengths, unlike
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.devices.dials import Dial, SwashFunction, cyclic
from mint_lever.faults import InvalidRequest
from mint_lever.measure.axis_difference import (
    ALIKE_SHARE,
    FAR_SHARE,
    apart,
    elevator_over_aileron,
    explanations,
)
from mint_lever.measure.next_value import next_figure
from mint_lever.measure.throw_figures import (
    FULL_OF_REFERENCE,
    UNIT_WINDOW,
    Holes,
    Remedy,
    remedies,
    throw_for,
)
from mint_lever.measure.verdict import (
    GAUGE_REPEATS_DEG,
    GOOD_CYCLIC_DEG,
    MOST_CYCLIC_DEG,
    Band,
    VerdictWord,
    judge,
)
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.airframe import LAYOUT_WORDS
from mint_lever.setup.parts.targets import Targets
from mint_lever.setup.parts.unit import Unit
from mint_lever.sources import fact

_GAUGE_REPEATS_DEG = 0.2
_SIGN_DEG = 1.0
"""Two ends both further than this on one side: one of them has the wrong sign."""
_REPEATS_DEG: Annotated[float, fact("F23")] = 0.07
"""Of half the difference of two readings: a gauge's own 0.1° (F23) over the root of two."""
_AtTheGauge = tuple[str, str, float, float, float]
"""A reading's key, what to do, aileron, elevator (percent) and the blade's azimuth (degrees)."""
_READS: tuple[_AtTheGauge, ...] = (
    ("right", "right, blade over the boom", 100.0, 0.0, 180.0),
    ("left", "left, blade over the boom", -100.0, 0.0, 180.0),
    ("forward", "forward, blade on the right", 0.0, 100.0, 90.0),
    ("back", "back, blade on the right", 0.0, -100.0, 90.0),
)
_OVER_ELEVATOR: tuple[_AtTheGauge, ...] = (
    ("forward_left", "forward, blade on the left", 0.0, 100.0, 270.0),
    ("back_left", "back, blade on the left", 0.0, -100.0, 270.0),
)
"""Where one figure serves both axes the blade hangs, across the boom, on the plate's tail side:
over the servo that elevator hangs on most. With a counter-clockwise head that is on the left."""
_KEPT = "Asked once and kept with the helicopter."
# (key, what to say, how, where it is kept)
_HOLES = (
    ("horn_mm", "Holes your horns have", f"mm from the shaft, with spaces between. {_KEPT}"),
    ("outer_mm", "Radii your outer swash balls can take", _KEPT),
    ("inner_mm", "Radii your inner ring's balls can take", _KEPT),
)
_SHOWN = "What the unit says of its range at this tilt", "Look while the tilt is shown."
_PROBE_PCT = 5.0
_AFTER = {
    "look": "",
    "read again": "The way is right: read it once more.",
    "turned": "It goes the other way: look at the tilts again, then read once more.",
    "dead": "The figure moves nothing: is this the model, and was it saved in the unit?",
}


def _advise(run: Readings) -> Advice:
    """Advise on the cyclic figure, and on moving a ball when that leaves the unit's window.

    A unit has one figure for both axes, read on aileron; a transmitter that mixes has one for each.
    """
    unit, targets = run.setup.mixing_unit, run.setup.targets
    full = full_throw(run)
    band = throw_band(targets) if full else reference_band(run)
    target = targets.cyclic_deg if full else targets.reference_tilt_deg
    axes = [_axis(run, "aileron", band)]
    elevator = _axis(run, "elevator", band)
    if unit is None or unit.cyclic_elevator_pct is not None:
        axes.append(elevator)
    one_figure = elevator not in axes
    # With one figure for both, elevator is read once aileron has what it should.
    compared = one_figure and axes[0].word in ("in", "workable")
    reads = _reads(run)
    asks: list[Ask] = [_read(run, read, axes, band, elevator, compared) for read in reads]
    if elevator.unsure is not None and one_figure:
        asks.append(replace(elevator.unsure, optional=not compared))
    uses = None if full else run.answer("cyclic_throw", RANGE)
    if not full:
        asks.append(range_question(run, "cyclic_throw", _SHOWN))
    if full and unit is not None:
        asks.append(_own_elevator(run, unit))
    asks += [_holes(run, *each) for each in _HOLES]
    actions: list[Action] = []
    rulers: list[Ruler] = []
    doubts: list[Doubt] = []
    nothing = all(run.answer("cyclic_throw", key) is None for axis in axes for key in axis.keys)
    outcome = None if nothing else worst(axis.word for axis in axes)
    waits = False
    for axis in axes:
        predicted_deg = None
        doubtful = _doubt(run, axis)
        if doubtful is not None:
            doubts.append(doubtful)
            asks.append(doubtful.look)
            if doubtful.verdict != "look":
                asks = [_again(ask) if ask.key == axis.keys[0] else ask for ask in asks]
        elif axis.unsure is not None:
            asks.append(axis.unsure)
        elif axis.contrary:
            actions.append(_look_at_directions(run, axis))
        elif axis.gauge is not None and axis.word in ("out", "workable"):
            action, predicted_deg = _next_figure(run, axis, target)
            if action is not None and waits_for_directions(run, action):
                action, predicted_deg, waits = None, None, True
            if action is not None and unusual(action):
                last = _at_the_gauge(run, axis.keys[1])
                doubtful_sign = confirm_figure(run, "cyclic_throw", last, contrary=False)
                asks += [doubtful_sign] if doubtful_sign else []
                action = None if doubtful_sign else action
            actions += [action] if action else []
        rulers += _rulers(run, axis, band, predicted_deg, full)
    off = _apart(run, axes[0], elevator) if compared else None
    if compared and outcome in ("good", "workable"):
        outcome = "begun" if elevator.gauge is None else _of_both(outcome, off)
        if outcome == "out" and off is not None:
            actions = [_look_at_axes(run, axes[0], elevator)]
    figure = _needed(actions, axes[0].dial)
    window = judge(figure, UNIT_WINDOW, 0.0) if full and unit is not None else "in"
    if outcome in ("good", "workable") and window != "in":
        actions += _move_ball(run, target, figure)
        outcome = "workable"
    if not full and uses is None and outcome in ("good", "workable"):
        outcome = "begun"
    if uses == "poorly" and outcome in ("good", "workable"):
        # Poorly used: the swash moves much for little servo, as with a figure below the window.
        actions += _move_ball(run, target * FULL_OF_REFERENCE, None)
        outcome = "workable"
    if nothing:
        actions += start_from_geometry(run, [(axis.function, axis.dial) for axis in axes], target)
    summary = _summary(run, axes, elevator.gauge, target, (window, figure))
    if off is not None and abs(off) > ALIKE_SHARE:
        summary += f" {_said_apart(run, axes[0], elevator)}"
    if full and axes[0].word == "workable" and (axes[0].gauge or 0.0) > GOOD_CYCLIC_DEG:
        summary += " So much is workable where nothing touches: clearance, step 12, shows it."
    if uses == "poorly":
        summary += f" {POORLY}"
    if outcome in ("good", "workable"):
        summary = f"{summary} {_unlike_the_lengths(run, axes)}".rstrip()
    if waits:
        summary += f" {DIRECTIONS_FIRST}"
    if doubts:
        outcome, summary = "begun", f"{doubts[0].words} {_AFTER[doubts[0].verdict]}"
    return Advice(
        step="cyclic_throw",
        do=(
            *kept_still(run, sticks_move=True),
            *(full_rates(run) if full else ()),
            "Collective at centre, blade A parallel to the tail boom.",
            "Full aileron, each way."
            if full
            else "Let the unit show its reference tilt, each way; it shows no figure for it.",
            "Read the gauge at both ends.",
            *GAUGE_DISCIPLINE,
            *(("Blade A across the boom: the same with elevator.",) if len(axes) > 1 else ()),
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _of_both(outcome: Outcome, off: float | None) -> Outcome:
    """The outcome with both axes in it, so far (share) apart."""
    if off is None or abs(off) <= ALIKE_SHARE:
        return outcome
    return "out" if abs(off) > FAR_SHARE else "workable"


def _apart(run: Readings, aileron: _Axis, elevator: _Axis) -> float | None:
    """How far elevator is from what aileron's reading makes one expect of it (share, signed)."""
    if not aileron.gauge or elevator.gauge is None:
        return None
    expected = run.memo("elevator over aileron", lambda: _expected_ratio(run)) or 1.0
    return apart(aileron.gauge, elevator.gauge, expected)


def _expected_ratio(run: Readings) -> float | None:
    return elevator_over_aileron(run.chain, run.mode)


def _explained(run: Readings, aileron: _Axis, elevator: _Axis) -> list[str]:
    ratio = (elevator.gauge or 0.0) / (aileron.gauge or 1.0)
    name = f"axes apart {ratio:.3f}"
    return run.memo(name, lambda: explanations(run.setup, run.mode, ratio))


def _said_apart(run: Readings, aileron: _Axis, elevator: _Axis) -> str:
    by = _explained(run, aileron, elevator)
    why = f" It would be so where {', or where '.join(by)}." if by else ""
    return (
        f"One figure moves both, and elevator gives {elevator.gauge:.1f}° for aileron's "
        f"{aileron.gauge:.1f}°.{why}"
    )


def _look_at_axes(run: Readings, aileron: _Axis, elevator: _Axis) -> Action:
    layout = LAYOUT_WORDS[run.setup.airframe.swash.layout]
    return Action(
        key="axes",
        text=f"Look at plate and servos before anything is set. The plate is described as "
        f"{layout}: is it, and is the unit told so? Are the servos alike, their balls in the same "
        "hole and at the same radius?",
        expect="Put right what is not so, then read aileron and elevator again.",
        device="helicopter",
        keys=tuple(key for key, *_ in _reads(run)),
    )


def _unlike_the_lengths(run: Readings, axes: list[_Axis]) -> str:
    """What is said where the lengths in the setup make another throw than the gauge reads."""
    for axis in axes:
        ends = [_at_the_gauge(run, key) for key in axis.keys]
        computed = [
            pitch_by_the_lengths(run, end.sticks or (0.0, 0.0, 0.0), end.azimuth or 0.0)
            for end in ends
        ]
        half = _half(*computed)
        if axis.gauge is None or half is None or abs(axis.gauge - half) <= UNLIKE_DEG:
            continue
        return unlike(f"{axis.gauge:.1f}°", f"{half:.1f}° of {axis.function}")
    return ""


def _needed(actions: list[Action], dial: Dial) -> float:
    """The figure that the target will need: the one advised, else the one that is set."""
    advised = [
        change.value for act in actions for change in act.changes if change.path == dial.path
    ]
    return abs(float(advised[0])) if advised else dial.value


@dataclass(frozen=True)
class _Axis:
    """One cyclic axis as read: its two ends' keys, its dial, the mean of both ends."""

    function: SwashFunction
    keys: tuple[str, str]
    dial: Dial
    gauge: float | None
    times: int
    word: VerdictWord | None
    means: tuple[float | None, ...] = (None, None)
    """Each end as read; one that is no pair with the other is missing."""
    unsure: Choice | None = None
    """Asked where the signs of both ends cannot be so."""
    contrary: bool = False
    """Both ends read the other way round, and the pilot said that it is what is shown."""


def _mean_repeats(run: Readings) -> float:
    """How well half of the difference of two readings repeats (deg)."""
    return max(_REPEATS_DEG, round(run.gauge.repeats_deg / 2**0.5, 2))


def _axis(run: Readings, function: SwashFunction, band: Band) -> _Axis:
    reads = _reads(run)[:2] if function == "aileron" else _reads(run)[2:]
    keys = (reads[0][0], reads[1][0])
    means = _of_one_head(run, keys)
    unsure = _unsure(run, keys, means)
    gauge = None if unsure else _half(*means)
    times = min(len(run.counted("cyclic_throw", key)) for key in keys)
    word = None if gauge is None else word_for(gauge, band, times, _mean_repeats(run))
    # Before the directions were seen, it may well be so: then only nothing is blessed on it.
    proven = all(run.done(step) for step in ("together", "tilts"))
    contrary = unsure is None and _is_contrary(run, keys, means)
    if contrary and (proven or word in ("in", "workable")):
        unsure = _unsure_of_both(run, keys)
        gauge, word = (None, None) if unsure else (gauge, word)
    contrary &= proven and unsure is None
    if contrary:
        word = "out"
    if word == "workable" and gauge is not None and enough(run, gauge):
        word = "in"
    dial = cyclic(run.setup, function)
    return _Axis(function, keys, dial, gauge, times, word, tuple(means), unsure, contrary)


def _reads(run: Readings) -> tuple[_AtTheGauge, ...]:
    """What is read at the gauge: aileron's two ends, elevator's two."""
    unit = run.setup.mixing_unit
    one_figure = unit is not None and unit.cyclic_elevator_pct is None
    if one_figure and run.setup.airframe.head.turn_sign < 0:
        return (*_READS[:2], *_OVER_ELEVATOR)
    return _READS


def _of_one_head(run: Readings, keys: tuple[str, str]) -> list[float | None]:
    """Both ends as read. A blade's own offset cancels only between readings of one offset: where a
    pitch link was turned between them, the older end is missing."""
    counted = [run.counted("cyclic_throw", key) for key in keys]
    if all(counted):
        turned = [run.works_before("zero_pitch", entries[-1]) for entries in counted]
        counted = [
            each if n == max(turned) else [] for each, n in zip(counted, turned, strict=True)
        ]
    return [float(np.mean([figure(e) for e in each])) if each else None for each in counted]


def _unsure(run: Readings, keys: tuple[str, str], means: Sequence[float | None]) -> Choice | None:
    """Ask about the end whose sign is not the one that proven directions give it."""
    one, other = means
    if one is None or other is None or min(abs(one), abs(other)) < _SIGN_DEG:
        return None
    if one * other > 0:
        wrong = keys[1 if one * _expected_sign(run, keys) > 0 else 0]
        return confirm_figure(run, "cyclic_throw", _at_the_gauge(run, wrong))
    return None


def _unsure_of_both(run: Readings, keys: tuple[str, str]) -> Choice | None:
    """Ask about each of two ends that read the other way round."""
    asked = (confirm_figure(run, "cyclic_throw", _at_the_gauge(run, key)) for key in keys)
    return next((each for each in asked if each is not None), None)


def _expected_sign(run: Readings, keys: tuple[str, str]) -> int:
    """The sign of an axis' first end. Right, and forward, lift the blade of a clockwise head where
    it is read (formulas 6); forward lifts the one that hangs on the plate's tail side."""
    return 1 if keys[0] == _OVER_ELEVATOR[0][0] else run.setup.airframe.head.turn_sign


def _is_contrary(run: Readings, keys: tuple[str, str], means: Sequence[float | None]) -> bool:
    """Whether both ends read the other way round than right directions have it."""
    one, other = (mean or 0.0 for mean in means)
    sign = _expected_sign(run, keys)
    return one * sign <= -_SIGN_DEG and other * sign >= _SIGN_DEG


def _look_at_directions(run: Readings, axis: _Axis) -> Action:
    turns = run.setup.airframe.head.rotation.replace("_", "-")
    return Action(
        key=f"contrary.{axis.function}",
        text=f"The {axis.function} reads the other way round than the tilts were seen. Look at the "
        f"tilts again; is the head's rotation, {turns}, right, does the gauge hang the right way "
        "round, and is it this blade?",
        expect="Put right what is not so, then read both ends again.",
        device="helicopter",
        keys=axis.keys,
    )


def _read(
    run: Readings,
    read: _AtTheGauge,
    axes: list[_Axis],
    band: Band,
    elevator: _Axis,
    compared: bool,
) -> Ask:
    asked = _at_the_gauge(run, read[0])
    axis = next((axis for axis in axes if asked.key in axis.keys), None)
    if axis is None and compared:
        missing = elevator.means[elevator.keys.index(asked.key)] is None
        return replace(
            asked,
            hint="One figure serves both axes: a wrong plate or one unlike servo shows only here.",
            answer=None if missing else run.answer("cyclic_throw", asked.key),
        )
    missing = axis is not None and axis.means[axis.keys.index(asked.key)] is None
    return replace(
        asked,
        hint="Enter the sign also where the gauge shows none; a blade's own offset cancels.",
        optional=axis is None,
        answer=None if missing else run.answer("cyclic_throw", asked.key),
        word=None if axis is None else _end_word(run, asked.key, axis.gauge, band, axis.times),
    )


def _at_the_gauge(run: Readings, of: str) -> Number:
    key, where, aileron, elevator, azimuth = next(
        read for read in (*_READS, *_OVER_ELEVATOR) if read[0] == of
    )
    what = "stick full" if full_throw(run) else "the unit's tilt shown"
    return pitch_of_blade(
        run,
        key,
        f"Pitch, {what} {where}",
        hint="",
        sticks=(0.0, aileron, elevator),
        azimuth=azimuth,
    )


def throw_band(targets: Targets) -> Band:
    """The band of the full-throw school: from the least that will do; more than is wished for is
    welcome (F10b), up to where too much throw begins (F12)."""
    least = min(targets.cyclic_least_deg, targets.cyclic_deg)
    good = max(GOOD_CYCLIC_DEG, targets.cyclic_deg)
    return Band(least, good, least, max(MOST_CYCLIC_DEG, good))


def _end_word(
    run: Readings, key: str, gauge: float | None, band: Band, times: int
) -> VerdictWord | None:
    """Both ends share a verdict; the one read less often is the one to read again."""
    if gauge is None:
        return None
    word = word_for(gauge, band, times, _mean_repeats(run))
    more = len(run.counted("cyclic_throw", key)) > times
    return judge(gauge, band, 0.0) if more and word == "read again" else word


def _again(ask: Ask) -> Ask:
    return replace(ask, word="read again")


def _half(one: float | None, other: float | None) -> float | None:
    return None if one is None or other is None else abs(one - other) / 2


def _next_figure(run: Readings, axis: _Axis, target: float) -> tuple[Action | None, float | None]:
    values, gauges = _pairs(run, axis)
    dial = axis.dial
    try:
        step = next_figure(
            values or [dial.value], gauges or [axis.gauge or 0.0], target, dial.control
        )
    except InvalidRequest:
        return None, None
    if step.value == dial.value:
        return None, None
    gain = abs((axis.gauge or 0.0) - target) - abs(step.expected - target)
    if axis.word == "workable" and gain <= GAUGE_REPEATS_DEG:
        return None, None
    single = len(axis.keys) == 2 and dial.path == "unit.cyclic_pct"
    action = Action(
        key="figure" if axis.function == "aileron" else f"figure.{axis.function}",
        text=dial.to_do(step.value, _until(axis, step.expected)),
        expect=f"Expect {step.expected:.1f}° at full stick; the gauge decides."
        if dial.shows
        else "The unit shows no figure for it: what it is set to is taken from the gauge.",
        device=dial.device,
        changes=(dial.set(step.value),),
        keys=(*(key for key, *_ in _reads(run)), RANGE) if single else axis.keys,
        needed=axis.word == "out",
        together="figures",
        nudged=not dial.shows,
    )
    # What the mean of both ends is to change by, each end does.
    first = axis.keys[0]
    read = run.mean("cyclic_throw", first) or 0.0
    more = (step.expected - (axis.gauge or 0.0)) * (1.0 if read >= 0 else -1.0)
    return predicting(
        action,
        predicted(first, read, read + more, max(_GAUGE_REPEATS_DEG, 2 * run.gauge.repeats_deg)),
    ), step.expected


def _until(axis: _Axis, expected: float) -> str:
    """What the gauge is to read at both ends: a blade that rests off zero reads one end so much
    less and the other so much more."""
    first, last = (mean or 0.0 for mean in axis.means)
    rest, way = (first + last) / 2, 1.0 if first >= last else -1.0
    ends = (degrees(rest + way * expected), degrees(rest - way * expected))
    return f"{ends[0]} {axis.keys[0]} and {ends[1]} {axis.keys[1]}"


def _pairs(run: Readings, axis: _Axis) -> tuple[list[float], list[float]]:
    """Comparable (figure, gauge) pairs: both ends read at the same figure and blade offset."""
    ends: dict[tuple[float, int], dict[str, list[float]]] = {}
    for key in axis.keys:
        for entry in run.comparable("cyclic_throw", key, axis.dial.path):
            set_to = cyclic(entry.setup, axis.function).value
            at = ends.setdefault((set_to, run.works_before("zero_pitch", entry)), {})
            at.setdefault(key, []).append(figure(entry))
    one, other = axis.keys
    whole = {at: read for at, read in ends.items() if len(read) == 2}
    gauges = [abs(np.mean(read[one]) - np.mean(read[other])) / 2 for read in whole.values()]
    return [set_to for set_to, _ in whole], [float(value) for value in gauges]


def _own_elevator(run: Readings, unit: Unit) -> Choice:
    """Some units have a figure each for aileron and elevator: asked once, kept with the setup."""
    own = unit.cyclic_elevator_pct
    return Choice(
        key="own_elevator",
        label="The unit's figures for cyclic",
        hint=_KEPT,
        options=(
            Option("one", "One for aileron and elevator"),
            Option("each", "One for each", kept=unit.cyclic_pct if own is None else own),
        ),
        optional=True,
        answer="one" if own is None else "each",
        word="in",
        writes=("unit.cyclic_elevator_pct",),
    )


def _holes(run: Readings, key: str, label: str, hint: str) -> Numbers:
    kept = _kept_holes(run, key)
    return Numbers(
        key=key,
        label=label,
        hint=hint,
        unit="mm",
        low=1.0,
        high=60.0,
        optional=True,
        answer=kept or None,
        writes=_where_kept(run, key),
    )


def _where_kept(run: Readings, key: str) -> tuple[str, ...]:
    if key == "horn_mm":
        return tuple(f"airframe.servos.{i}.holes_mm" for i in range(len(run.setup.airframe.servos)))
    if key == "outer_mm":
        return ("airframe.swash.outer_radii_mm",)
    return ("airframe.head.inner_radii_mm",)


def _kept_holes(run: Readings, key: str) -> list[float]:
    """The places for a ball as the pilot named them; a log from before they were kept has them as
    answers."""
    airframe = run.setup.airframe
    kept = {
        "horn_mm": airframe.servos[0].holes_mm,
        "outer_mm": airframe.swash.outer_radii_mm,
        "inner_mm": airframe.head.inner_radii_mm,
    }[key]
    return list(kept) or list(run.answer("cyclic_throw", key) or [])


def _doubt(run: Readings, axis: _Axis) -> Doubt | None:
    """Whether the gauge follows the figure that was set; watched on the axis' first end."""
    if axis.gauge is None:
        return None
    reads = _at_the_gauge(run, axis.keys[0])
    read = run.mean("cyclic_throw", reads.key) or 0.0
    raised = min(axis.dial.value + _PROBE_PCT, axis.dial.control.high)
    lever = Lever(
        raised=f"Raise {axis.dial.name}",
        reads=reads,
        rises=1 if read >= 0 else -1,
        change=axis.dial.set(raised),
    )
    return doubt(run, "cyclic_throw", lever, shifted_with=("zero_pitch",))


def _move_ball(run: Readings, target: float, needed: float | None) -> list[Action]:
    """Give the balls to move. ``needed`` is the figure that the gauge says the target needs; None
    where a unit without figures calls its range poorly used: it would be too low.

    The lengths tell only how much more or less a place makes than the present one: a length that
    is a default turns no advice round.
    """
    holes = Holes(*(_kept_holes(run, key) for key, *_ in _HOLES))
    now = throw_for(run.chain, target).figure_pct
    if now is None:
        return []
    too_high = needed is not None and needed > UNIT_WINDOW.high
    by_gauge = now if needed is None else needed
    able = []
    for remedy in remedies(run.setup, target, holes):
        if remedy.throw.figure_pct is None:
            continue
        figure = by_gauge * remedy.throw.figure_pct / now
        if (figure < by_gauge) == too_high:
            able.append((remedy, figure))
    middle = UNIT_WINDOW.target
    able.sort(key=lambda pair: abs(pair[1] - middle))
    inside = [pair for pair in able if judge(pair[1], UNIT_WINDOW, 0.0) == "in"]
    return [_moving(run, *pair) for pair in (inside or able)[:2]]


def _moving(run: Readings, remedy: Remedy, figure: float) -> Action:
    innermost = remedy.ball == "horn" and remedy.to_mm <= min(_kept_holes(run, "horn_mm"))
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
            f"Move the {remedy.ball} balls from {remedy.from_mm:g} to {remedy.to_mm:g} mm"
            + (f"; the target then needs about {figure:.0f} %." if full_throw(run) else ".")
        ),
        expect=f"One µs of servo pulse then moves {remedy.throw.deg_per_us:.4f}° of cyclic."
        + (
            " The innermost hole may bring the link against the frame at full collective: look."
            if innermost
            else ""
        ),
        device="helicopter",
        changes=tuple(Change(path, remedy.to_mm) for path in paths),
        needed=False,
    )


def _summary(
    run: Readings,
    axes: list[_Axis],
    elevator: float | None,
    target: float,
    needed: tuple[str, float],
) -> str:
    """``needed``: what is said of the figure that the target will need, and that figure."""
    gauge, figure, full = axes[0].gauge, axes[0].dial.value, full_throw(run)
    if gauge is None:
        what = f"{target:g}° at full stick" if full else f"a reference tilt of {write_wanted(run)}"
        return f"Wanted: {what}."
    text = f"{gauge:.1f}° where {write_wanted(run)} is wanted."
    if full:
        text = f"{gauge:.1f}° where {target:g}° is wanted, at {figure:g} %."
    elif axes[0].word == "workable" and gauge < target:
        text += " It is a start: more of it only if the unit asks for more of its range."
    if elevator is not None and len(axes) > 1:
        text += f" Elevator {elevator:.1f}° at {axes[1].dial.value:g} %."
    window, will_be = needed
    if window != "in":
        way = "outward on the horns" if will_be > UNIT_WINDOW.high else "inward on the horns"
        size = "above" if will_be > UNIT_WINDOW.high else "below"
        text += (
            f" {will_be:g} % is {size} the unit's comfortable {UNIT_WINDOW.low:g}–"
            f"{UNIT_WINDOW.high:g} %: move the balls {way}; say which holes you have."
        )
    return text


def _rulers(
    run: Readings, axis: _Axis, band: Band, predicted: float | None, full: bool
) -> list[Ruler]:
    marks = [
        replace(mark, value=abs(mark.value))
        for key in axis.keys
        for mark in run.marks("cyclic_throw", key)
    ]
    if not marks:
        return []
    marks.sort(key=lambda mark: mark.sequence)
    label = "cyclic, full stick" if full else "reference tilt"
    if axis.dial.device == "transmitter":
        label = f"{axis.function}, full stick"
    return [Ruler(label=label, unit="°", band=band, marks=tuple(marks), predicted=predicted)]


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if isinstance(ask, Choice) and ask.probe is not None and ask.probe.change is not None:
        reads = ask.probe.read
        return goes(bench, lambda other: _gauge(other, reads), raising(ask.probe.change))
    if ask.key == RANGE:
        return "well" if bench.uses_its_range() else "poorly"
    return _gauge(bench, ask)


def _gauge(bench: SimulatedHelicopter, ask: Ask) -> float:
    if ask.key not in {key for key, *_ in (*_READS, *_OVER_ELEVATOR)}:
        raise not_simulated(ask.key)
    return read_gauge(bench, ask.sticks, ask.azimuth, ask.blade)


STEP = Step(
    name="cyclic_throw",
    number=10,
    title="Cyclic throw",
    why="Enough for the stabiliser to work with, not so much that it turns nervous.",
    rests_on=("level",),
    by_gauge=True,
    full_cyclic=True,
    teaches=True,
    advise=_advise,
    simulate=_simulate,
)
