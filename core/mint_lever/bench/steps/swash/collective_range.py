"""Step 11: collective range, each side by itself (F11)."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

import numpy as np

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Choice, Number, Ruler
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_figure import (
    DIRECTIONS_FIRST,
    confirm_figure,
    unusual,
    waits_for_directions,
)
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import gauge, not_simulated
from mint_lever.bench.simulate.trial_change import goes, raising
from mint_lever.bench.steps.shared.first_figures import start_from_geometry
from mint_lever.bench.steps.shared.prediction_check import (
    LOOK,
    Doubt,
    Lever,
    doubt,
    predicted,
    predicting,
)
from mint_lever.bench.wording.gauge_instructions import GAUGE_DISCIPLINE, pitch_of_blade
from mint_lever.bench.wording.number_text import blade_name, degrees, word_for, worst
from mint_lever.bench.wording.predicted_pitch import UNLIKE_DEG, pitch_by_the_lengths, unlike
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.devices.dials import Dial, collective
from mint_lever.faults import InvalidRequest
from mint_lever.measure.next_value import next_figure
from mint_lever.measure.verdict import GAUGE_REPEATS_DEG, SIDES_EQUAL, Band, judge
from mint_lever.modes.bench_mode import bench_mode, plain
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.sources import MEMORY

NAME = "collective_range"
_WANTED_DEG, _WORKABLE_DEG = 0.3, 0.4
"""Half a degree is workable; of that, what the gauge can be off by is kept back, here and at zero
pitch, for only one blade is read here. From memory."""
_LEAST_DEG = 0.1
_TWICE_DEG = 0.2
"""Blades so far apart leave so little that one reading, good to 0.1°, does not tell."""
_EVERY_DEG: Annotated[float, MEMORY] = 0.3
"""Blades further than this from their middle, at the best place of their links, leave no room for
what a linkage does to each of them on the way: the outermost are read at both ends too. From
memory."""
_BEYOND_DEG = 0.6
"""No blade may be further off than the workable half degree, with what a gauge repeats on it."""
_ASIDE_DEG: Annotated[float, MEMORY] = 4.0
"""Sides further apart than this are a blade off at zero, not a figure. From memory: links a turn or
two off make two to four degrees between the sides."""
_STEP_DEG = 0.25
"""One percent of a usual figure moves full collective by about this: nearer than half of it no step
brings a blade, and with what a gauge repeats one that is read this far off may be the nearest."""
_SIGN_DEG = 1.0
"""A pitch further on the wrong side than this has the wrong sign; less may be a dead collective."""
_PROBE_PCT = 3.0
_REPEATS_DEG: Annotated[float, MEMORY] = 0.3
"""Two readings of the gauge, with a hand's play in the links."""
_STICKS = (("up", 100.0), ("down", -100.0))
_KEYS = tuple(key for key, _ in _STICKS)
_SIDE_OF_FIGURE = {"unit.collective_pct": 1, "unit.collective_low_pct": -1}


def _advise(run: Readings) -> Advice:
    """Advise on the collective's figure for each side of centre.

    A transmitter that mixes has one figure for both sides: it is set by the mean of the two.
    """
    both = run.setup.mixing_unit is None
    asks: list[Ask] = []
    actions: list[Action] = []
    rulers: list[Ruler] = []
    gauges: list[float] = []
    doubts: list[Doubt] = []
    if all(run.answer(NAME, key) is None for key in _KEYS):
        dial = collective(run.setup, above_centre=True)
        mean = (_target(run, "up") + _target(run, "down")) / 2
        actions += start_from_geometry(run, [("collective", dial)], mean)
    for key, stick in _STICKS:
        dial = collective(run.setup, run.unit_side(stick) > 0)
        target = _target(run, key)
        band = _band(run, key, target)
        raw = run.mean(NAME, key)
        pitch = None if raw is None else raw if key == "up" else -raw
        counted = len(run.counted(NAME, key))
        word = None if pitch is None else word_for(pitch, band, counted, run.gauge.repeats_deg)
        single = counted == 1 and _workable(run, key) < _TWICE_DEG
        if word in ("in", "workable") and single:
            word = "read again"
        sign = "+" if key == "up" else "−"
        ask = pitch_of_blade(
            run,
            key,
            f"Blade A, stick full {key}",
            hint=(
                f"Wanted: {sign}{round(target, 1):g}°{_for_all(run, key)}. Enter the sign also "
                "where the gauge shows none."
            ),
            sticks=(stick, 0.0, 0.0),
            answer=run.answer(NAME, key),
            word=word,
        )
        asks.append(ask)
        lands_on = None
        # The directions are proven here: up is +, down is −.
        unsure = confirm_figure(run, NAME, ask) if (pitch or 0.0) <= -_SIGN_DEG else None
        if unsure is not None:
            asks.append(unsure)
        elif pitch is not None:
            gauges.append(pitch)
            doubtful = doubt(run, NAME, _lever(dial, ask, stick))
            if doubtful is not None:
                doubts.append(doubtful)
                again = doubtful.verdict != "look"
                asks[-1:] = [replace(ask, word="read again") if again else ask, doubtful.look]
            if doubtful is None and word in ("out", "workable") and not both:
                action, lands_on = _next(run, dial, (key,), target, word == "out")
                if action is None and abs(pitch - target) <= _STEP_DEG:
                    asks[-1] = replace(ask, word="read again" if single else "workable")
                if action is not None and unusual(action):
                    unsure = confirm_figure(run, NAME, ask, contrary=False)
                    asks += [unsure] if unsure else []
                actions += [action] if action and unsure is None else []
        if asks[-1].key == key and asks[-1].word in ("in", "workable"):
            asks += [
                each for blade in _outermost_blades(run) for each in _sure(run, key, stick, blade)
            ]
        marks = run.marks(NAME, key)
        if marks:
            turn = 1.0 if key == "up" else -1.0
            lands = None if lands_on is None else turn * lands_on
            own = _band(run, key, turn * target)
            rulers.append(
                Ruler(label=f"collective {key}", unit="°", band=own, marks=marks, predicted=lands)
            )
    nothing = all(ask.answer is None for ask in asks)
    outcome = None if nothing else worst(ask.word for ask in asks if not ask.key.startswith(LOOK))
    if both and not doubts and len(gauges) == 2 and outcome in ("out", "workable"):
        actions = _one_figure(run, dial, dict(zip(_KEYS, gauges, strict=True)))
        if any(map(unusual, actions)):
            read = [ask for ask in asks if isinstance(ask, Number)]
            unsure_of = [
                confirm_figure(run, NAME, ask, contrary=False) for ask in read if ask.word == "out"
            ]
            unsettled = [each for each in unsure_of if each is not None]
            asks += unsettled
            actions = [] if unsettled else actions
        misses = [abs(pitch - _target(run, key)) for key, pitch in zip(_KEYS, gauges, strict=True)]
        helps = any(action.needed for action in actions)
        if not helps and outcome == "out" and max(misses) <= _STEP_DEG:
            outcome = "workable"
    summary = "Full up, then full down; equal both ways unless you choose otherwise."
    if len(gauges) == 2:
        gap = gauges[0] - gauges[1]
        wanted = run.setup.targets.collective_high_deg - run.setup.targets.collective_low_deg
        gap -= sum(_blade_a_apart(run, key) for key in _KEYS)
        summary = f"{degrees(gauges[0])} up, {degrees(-gauges[1])} down."
        if wanted:
            summary += " The two sides are meant to differ."
        elif judge(gap, SIDES_EQUAL, 0.0) != "in" and outcome == "good":
            outcome = "workable"
            summary += f" The sides differ by {abs(gap):.1f}°."
        aside = abs(gap - wanted) > _ASIDE_DEG
        if aside and not run.done("zero_pitch"):
            actions = []
            summary += " No figure makes them so: zero pitch comes first."
        elif aside and not doubts and (once := _older_read_once(run)):
            asks = [replace(ask, word="read again") if ask.key == once else ask for ask in asks]
            actions, outcome = [], "begun"
            summary += f" No figure makes them so: read full {once} again."
    if any(waits_for_directions(run, action) for action in actions):
        actions = []
        summary += f" {DIRECTIONS_FIRST}"
    beyond = [key for key in _KEYS if _beyond(run, key)]
    if beyond and outcome in ("good", "workable") and not any(each.needed for each in actions):
        outcome = "out"
        summary += (
            f" At full {beyond[0]} no step brings every blade within half a degree: their links "
            "leave them too far apart. Links that turn by less, or other ones, would."
        )
    others = [ask for ask in asks if isinstance(ask, Number) and ask.key not in _KEYS]
    against = [ask.blade for ask in others if ask.word == "out" and ask.blade is not None]
    if against:
        summary += (
            f" Blade {blade_name(against[0])} goes the other way than blade A: look at its "
            "grip and its link."
        )
    if outcome in ("good", "workable") and (said := _unlike_the_lengths(run)):
        summary += f" {said}"
    if doubts:
        summary = _doubted(doubts[0])
        if doubts[0].verdict == "look":
            outcome = "begun"
    return Advice(
        step=NAME,
        do=(
            *kept_still(run, sticks_move=True),
            "Blade A over the boom, cyclic centred.",
            "Collective full up, read; full down, read.",
            *GAUGE_DISCIPLINE,
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _unlike_the_lengths(run: Readings) -> str:
    """What is said where the lengths in the setup make other ends than the gauge reads."""
    read = [run.mean(NAME, key) for key in _KEYS]
    computed = [pitch_by_the_lengths(run, (stick, 0.0, 0.0), 180.0) for _, stick in _STICKS]
    pairs = [(r, c) for r, c in zip(read, computed, strict=True) if r is not None and c is not None]
    if len(pairs) < 2 or max(abs(r - c) for r, c in pairs) <= UNLIKE_DEG:
        return ""
    return unlike(*(" and ".join(degrees(v) for v in each) for each in zip(*pairs, strict=True)))


def _older_read_once(run: Readings) -> str | None:
    """Of the ends that were read once only the one read earlier: it may be of another day, with a
    servo turned round that is right now."""
    held = {key: run.counted(NAME, key) for key in _KEYS}
    once = [key for key in _KEYS if len(held[key]) == 1]
    return min(once, key=lambda key: held[key][-1].sequence, default=None)


def _for_all(run: Readings, key: str) -> str:
    """Why blade A alone is not to read what is wanted of all."""
    apart = round(_blade_a_apart(run, key), 1)
    return " on this blade: the middle of all is what counts" if apart else ""


def _sure(run: Readings, key: str, stick: float, blade: int) -> list[Ask]:
    """Ask for another blade at one end; one that goes the other way than A was typed without its
    sign, or is linked wrongly."""
    ask = _outermost(run, key, stick, blade)
    if not _contrary(key, run.mean(NAME, ask.key)):
        return [ask]
    unsure = confirm_figure(run, NAME, ask)
    return [replace(ask, word="out")] if unsure is None else [ask, unsure]


def _contrary(key: str, pitch: float | None) -> bool:
    return pitch is not None and (pitch if key == "up" else -pitch) <= -_SIGN_DEG


def _outermost(run: Readings, key: str, stick: float, blade: int) -> Number:
    """Ask for one of the blades that stand furthest out, at one end: twice, like blade A."""
    of = _key_of(key, blade)
    read = run.mean(NAME, of)
    once = len(run.counted(NAME, of)) == 1
    return pitch_of_blade(
        run,
        of,
        f"Blade {blade_name(blade)}, stick full {key}",
        hint="Its links leave it far from the others: the middle of all is what counts.",
        sticks=(stick, 0.0, 0.0),
        blade=blade,
        answer=run.answer(NAME, of),
        word=None if read is None else "read again" if once else "in",
    )


def _key_of(key: str, blade: int) -> str:
    return f"{key}.blade.{blade}"


def _outermost_blades(run: Readings) -> list[int]:
    """The blades beside A that are furthest up and down at zero pitch, where that is far. Where A
    is furthest, with one whose reading does not tell it from A."""
    read = _at_zero(run)
    if not read or (max(read) - min(read)) / 2 <= _EVERY_DEG:
        return []
    told, others = 2 * run.gauge.repeats_deg, range(1, len(read))
    up, down = max(others, key=read.__getitem__), min(others, key=read.__getitem__)
    far = {up: read[up] >= max(read) - told, down: read[down] <= min(read) + told}
    return sorted(blade for blade, is_far in far.items() if is_far)


def _lever(dial: Dial, ask: Number, stick: float) -> Lever:
    """A larger figure takes the blade further the way the stick goes."""
    more = min(dial.value + _PROBE_PCT, dial.control.high)
    return Lever(
        raised=f"Raise {dial.name}",
        reads=ask,
        rises=1 if stick > 0 else -1,
        change=dial.set(more),
    )


def _doubted(doubtful: Doubt) -> str:
    """What a reading that did not follow comes to, once it was looked at."""
    if doubtful.verdict == "dead":
        return (
            f"{doubtful.look.label.split(':')[0]} moves nothing: a servo's stop, a channel's limit "
            "or a curve holds it there. Find that first."
        )
    if doubtful.verdict == "turned":
        return "A larger figure takes it the other way: look at the directions again, step 6."
    return doubtful.words


def _one_figure(run: Readings, dial: Dial, gauges: dict[str, float]) -> list[Action]:
    """One swash mix serves both sides: by their mean, or where they are too far apart for that by
    the shorter one, and the longer one shortened with the pitch curve."""
    over = {key: pitch - _target(run, key) for key, pitch in gauges.items()}
    short, long = sorted(over, key=lambda key: over[key])
    # So far apart they are both workable round their mean, with the gauge's own 0.1° on each.
    workable = min(_workable(run, key) for key in _KEYS)
    if over[long] - over[short] <= 2 * (workable - GAUGE_REPEATS_DEG):
        target = (_target(run, "up") + _target(run, "down")) / 2
        needed = max(abs(miss) for miss in over.values()) > workable
        action, _ = _next(run, dial, ("up", "down"), target, needed)
        if action is not None or not needed:
            return [action] if action else []
    # No step of the figure brings both in, or they are too far apart for it.
    action = None
    if abs(over[short]) > workable:
        action, _ = _next(run, dial, (short,), _target(run, short), needed=True)
        if action is not None and over[short] > 0 and _was_read_at(run, dial, action):
            # The figure's next step down was too short: from here the curve goes on.
            action = None
    if action is None and over[long] > 0:
        action = replace(_reshape(run, long, gauges[long]), needed=over[long] > workable)
    elif action is None and -over[short] > workable and _was_shortened(run, short):
        # Both are short, and no step of the figure is fine enough: this side has way left.
        action = _reshape(run, short, gauges[short])
    return [action] if action else []


def _was_read_at(run: Readings, dial: Dial, action: Action) -> bool:
    """Whether both ends were read at the figure an action goes to, on this metal."""
    figures, _ = _pairs(run, dial, _KEYS)
    return action.changes[0].value in figures


def _was_shortened(run: Readings, key: str) -> bool:
    """Whether a side of the pitch curve of the bench ends before the stick's end."""
    end = _end_of_curve(run.setup, key)
    return end < 100 if key == "up" else end > 0


def _end_of_curve(setup: Setup, key: str) -> float:
    """What the bench's mode sends with the collective stick at one end (%)."""
    curve = getattr(setup.transmitter.modes, bench_mode(setup)).pitch_curve
    return float(curve[-1 if key == "up" else 0])


def _reshape(run: Readings, key: str, pitch: float) -> Action:
    """Shorten one side of the pitch curve, or give back of it what was shortened too far; the same
    in every mode: they all share the swash mix."""
    target = _target(run, key)
    share = target / pitch
    modes = run.setup.transmitter.modes
    changes = [
        Change(f"transmitter.modes.{name}.pitch_curve", _shortened(run, name, key, share))
        for name in modes.names()
    ]
    at = -1 if key == "up" else 0
    end = changes[modes.names().index(run.mode)].value[at]
    return Action(
        key=f"curve.{key}",
        text=(
            f"{'Shorten' if share < 1 else 'Lengthen'} the {'upper' if key == 'up' else 'lower'} "
            "side of the pitch curve in every "
            f"mode: what was {_end_of_curve(run.setup, key):g} becomes {end:g} %."
        ),
        expect=f"Expect {degrees(target if key == 'up' else -target)}.",
        device="transmitter",
        changes=tuple(changes),
        keys=_with_outermost(run, (key,)),
    )


def _shortened(run: Readings, name: ModeName, key: str, share: float) -> list[float]:
    """A mode's curve with one side made shorter or longer, no longer than the stick. A straight
    side is drawn anew from its end: rounded point by point, and that again and again, it would not
    stay straight."""
    mode: Mode = getattr(run.setup.transmitter.modes, name)
    curve, up = mode.pitch_curve, key == "up"
    reach = round(min(max((curve[-1 if up else 0] - 50) * share, -50.0), 50.0), 1)
    places = mode.pitch_curve_at or np.linspace(0.0, 100.0, len(curve)).tolist()
    straight = plain(run.setup, name)
    made = []
    for value, place in zip(curve, places, strict=True):
        if straight and place != 50 and (place > 50) == up:
            value = round(50 + reach * abs(place - 50) / 50, 1)
        elif not straight and value != 50 and (value > 50) == up:
            value = round(min(max(50 + (value - 50) * share, 0.0), 100.0), 1)
        made.append(value)
    return made


def _target(run: Readings, key: str) -> float:
    """What blade A should read, sign apart, so that the blades together have what is wanted: at
    zero pitch it may stand a little to one side of the others, and does so here too."""
    targets = run.setup.targets
    wanted = targets.collective_high_deg if key == "up" else targets.collective_low_deg
    apart = _blade_a_apart(run, key)
    return wanted + (apart if key == "up" else -apart)


def _blade_a_apart(run: Readings, key: str) -> float:
    """How far (deg) blade A stands from the middle of all blades at an end."""
    read = _all_blades(run, key)
    return read[0] - (max(read) + min(read)) / 2 if read else 0.0


def _band(run: Readings, key: str, target: float) -> Band:
    workable = _workable(run, key)
    return Band.around(target, min(_WANTED_DEG, workable), workable)


def _workable(run: Readings, key: str) -> float:
    """How far the middle of all blades may be off, so that no blade is beyond what is workable."""
    read = _all_blades(run, key)
    half = (max(read) - min(read)) / 2 if read else 0.0
    # Read at the end itself, the middle is known better.
    least = _LEAST_DEG / 2 if _at_end(run, key) else _LEAST_DEG
    return max(_WORKABLE_DEG - half, least)


def _all_blades(run: Readings, key: str) -> list[float]:
    """Blade A's pitch with that of the outermost blades at an end: as it is set, else as it was set
    before, for how far apart they stand there hardly changes with the figure. While they are not
    read there, every blade's at zero collective; empty until all of them are read."""
    return _at_end(run, key) or _at_another_figure(run, key) or _at_zero(run)


def _at_end(run: Readings, key: str) -> list[float]:
    """Blade A's pitch and that of the outermost blades at an end; empty until all are sure."""
    keys = [key, *(_key_of(key, blade) for blade in _outermost_blades(run))]
    if len(keys) == 1 or any(len(run.counted(NAME, each)) < 2 for each in keys):
        return []
    read = [pitch for each in keys if (pitch := run.mean(NAME, each)) is not None]
    return [] if any(_contrary(key, pitch) for pitch in read) else read


def _at_another_figure(run: Readings, key: str) -> list[float]:
    """Blade A's pitch and that of the outermost blades at an end as they were read last, all at one
    setting of the figure; empty where that was never so on this metal."""
    above = run.unit_side(dict(_STICKS)[key]) > 0
    path = collective(run.setup, above).path
    keys = [key, *(_key_of(key, blade) for blade in _outermost_blades(run))]
    at: dict[float, dict[str, list[Entry]]] = {}
    for each in keys if len(keys) > 1 else ():
        for entry in run.comparable(NAME, each, path):
            if _contrary(key, figure(entry)):
                continue  # typed without its sign, and not asked about yet
            here = at.setdefault(collective(entry.setup, above).value, {})
            here.setdefault(each, []).append(entry)
    whole = [read for read in at.values() if len(read) == len(keys)]
    if not whole:
        return []
    newest = max(whole, key=lambda read: max(e.sequence for held in read.values() for e in held))
    return [float(np.mean([figure(entry) for entry in newest[each]])) for each in keys]


def _beyond(run: Readings, key: str) -> bool:
    """Whether, read at this end, a blade is beyond what is workable."""
    targets = run.setup.targets
    wanted = targets.collective_high_deg if key == "up" else -targets.collective_low_deg
    return any(abs(pitch - wanted) > _BEYOND_DEG for pitch in _at_end(run, key))


def _with_outermost(run: Readings, keys: tuple[str, ...]) -> tuple[str, ...]:
    """Every question about some ends."""
    return (*keys, *(_key_of(key, blade) for key in keys for blade in _outermost_blades(run)))


def _at_zero(run: Readings) -> list[float]:
    """Every blade's pitch at zero collective; empty until all of them are read."""
    read = [run.mean("zero_pitch", f"blade.{i}") for i in range(run.setup.airframe.head.blades)]
    known = [pitch for pitch in read if pitch is not None]
    return known if len(known) == len(read) else []


def _next(
    run: Readings, dial: Dial, keys: tuple[str, ...], target: float, needed: bool
) -> tuple[Action | None, float | None]:
    values, gauges = _pairs(run, dial, keys)
    try:
        step = next_figure(values, gauges, target, dial.control)
    except InvalidRequest:
        return None, None
    if step.value == dial.value or (not needed and _gain(run, keys, target, step.expected) <= 0):
        return None, None
    turn = -1.0 if keys == ("down",) else 1.0
    action = Action(
        key="figure" if len(keys) > 1 else f"figure.{keys[0]}",
        text=dial.to_do(step.value, degrees(turn * step.expected)),
        expect=f"Expect {degrees(turn * step.expected)}" + (" each way." if keys[1:] else "."),
        device=dial.device,
        changes=(dial.set(step.value),),
        keys=_with_outermost(run, keys),
        needed=needed,
        together="both sides",
        nudged=not dial.shows,
    )
    share = step.value / dial.value if dial.value else 1.0
    expects = [
        predicted(key, before, before * share, max(_REPEATS_DEG, 2 * run.gauge.repeats_deg))
        for key in keys
        if (before := run.mean(NAME, key)) is not None
    ]
    return predicting(action, *expects), step.expected


def _gain(run: Readings, keys: tuple[str, ...], target: float, expected: float) -> float:
    """How much nearer (deg) a step brings the collective, beyond what a gauge can tell."""
    read = [abs(run.mean(NAME, key) or 0.0) for key in keys]
    return abs(float(np.mean(read)) - target) - abs(expected - target) - GAUGE_REPEATS_DEG


def _pairs(run: Readings, dial: Dial, keys: tuple[str, ...]) -> tuple[list[float], list[float]]:
    """Comparable (figure, gauge) pairs; of several sides, the mean of figures read on each. A side
    that was read with another end of the pitch curve says nothing of the figure."""
    read: dict[float, dict[str, list[float]]] = {}
    for key in keys:
        turn = 1.0 if key == "up" else -1.0
        for entry in run.comparable(NAME, key, dial.path):
            if _end_of_curve(entry.setup, key) != _end_of_curve(run.setup, key):
                continue
            above = dial.path != "unit.collective_low_pct"
            set_to = collective(entry.setup, above).value
            pitch = turn * figure(entry)
            read.setdefault(set_to, {}).setdefault(key, []).append(pitch)
    whole = {set_to: sides for set_to, sides in read.items() if len(sides) == len(keys)}
    values = [set_to for set_to, sides in whole.items() for _ in _repeats(sides)]
    gauges = [pitch for sides in whole.values() for pitch in _repeats(sides)]
    return values, gauges


def _repeats(sides: dict[str, list[float]]) -> list[float]:
    """Single readings of one side, each by itself; the mean where there are two sides."""
    if len(sides) == 1:
        return next(iter(sides.values()))
    return [float(np.mean([np.mean(values) for values in sides.values()]))]


def _spares(run: Readings, key: str, path: str) -> bool:
    """Each end of the collective rests on its own figure."""
    side = _SIDE_OF_FIGURE.get(path)
    return side is not None and side != run.unit_side(100.0 if key.startswith("up") else -100.0)


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if isinstance(ask, Choice) and ask.probe is not None and ask.probe.change is not None:
        reads = ask.probe.read

        def read(other: SimulatedHelicopter) -> float:
            return gauge(other, reads.sticks, reads.azimuth, reads.blade)

        return goes(bench, read, raising(ask.probe.change))
    if ask.key.partition(".")[0] not in _KEYS:
        raise not_simulated(ask.key)
    return gauge(bench, ask.sticks, ask.azimuth, ask.blade)


STEP = Step(
    name=NAME,
    number=11,
    title="Collective range",
    why="Equal both ways, and no more than pilot and head can use.",
    rests_on=("zero_pitch",),
    by_gauge=True,
    spares=_spares,
    teaches=True,
    advise=_advise,
    simulate=_simulate,
)
