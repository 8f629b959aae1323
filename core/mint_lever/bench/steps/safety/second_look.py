"""Step 12, part 2: a second look, by another way than the first, before anything is called fit.

Four readings: the gauge turned end for end, blade A at the opposite place, blade A once more, the
swash once more. A gauge that is off, a bent shaft, a worn grip and a horn that slipped each read
well the first way. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from statistics import fmean
from typing import Annotated, NamedTuple

import numpy as np

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    Number,
    Option,
    Outcome,
    Work,
)
from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.gauge_sign import LEANS, side_question
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import gauge, not_simulated
from mint_lever.bench.steps.shared.eye_questions import ask_what_is_seen
from mint_lever.bench.wording.gauge_instructions import GAUGE_DISCIPLINE, pitch_of_blade
from mint_lever.bench.wording.number_text import degrees, worst
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.measure.verdict import Band, VerdictWord, judge
from mint_lever.sources import MEMORY

NAME = "second_look"
TURNED, OPPOSITE, AGAIN, SQUARE = "turned", "opposite", "again", "square"
_ZERO = "zero_pitch", "blade.0"
_LEVELLED = "mid.right", "mid.forward"
_GAUGE_OFF: Annotated[Band, MEMORY] = Band.around(0.0, 0.3, 0.4)
"""How far off a gauge's zero may be (deg): three spreads of half of two readings."""
_LEANS_DEG = 0.4
_OF_TILT: Annotated[float, MEMORY] = 0.75
"""What a place may differ by (deg): the gauge's own, and what the tilt read in step 8 makes of it
at a blade."""
_ONCE_DEG: Annotated[float, MEMORY] = 0.35
"""A reading that differs by more from what it should be is taken again."""
_AT_MOST = 4
"""So many readings of one question settle it."""
_SPREAD_DEG = 0.25
_UNSURE_DEG = 0.15
_TELLS: Annotated[int, MEMORY] = 2
"""Repeated readings that spread by more than the first (deg, one standard deviation) are of a blade
with play; by more than the second may be, and are taken again. Two squares tell."""
_PLAY_DEG: Annotated[float, MEMORY] = 1.5
"""No play of a grip that still flies is more (deg), from memory."""
_TOGETHER_DEG: Annotated[float, MEMORY] = 0.16
"""Four places that spread by more (deg), each well by itself, are a reason to read again. From
memory."""
_LEANS_LEAST_DEG = 1.0
_SEEN = (
    Option("square", "Square, as it was"),
    Option("leans", "It leans by a degree or more", False),
)


@dataclass(frozen=True)
class _Read:
    """Blade A's readings (deg) at mid collective: at zero pitch, and the three places here."""

    first: list[float]
    again: list[float]
    turned: list[float]
    opposite: list[float]

    @property
    def boom(self) -> float:
        """Over the boom, all of them (deg)."""
        return fmean([*self.first, *self.again])


class _Found(NamedTuple):
    """How far a question's readings are from what they should be (deg), their word, and what is to
    be done where they are out."""

    off_deg: float
    word: VerdictWord
    act: Action


def _advise(run: Readings) -> Advice:
    """Ask for four readings that fail otherwise than the first ones; name what they find."""
    square = _square(run)
    if square.word == "out":
        return _advice(run, (square,), _slipped(), "out")
    numbers = [
        _ask(run, AGAIN, "Blade A over the boom again, after a turn of the head", 180.0),
        _ask(run, TURNED, "Blade A over the boom, gauge turned end for end", 180.0),
        _ask(run, OPPOSITE, "Blade A over the nose", 0.0),
    ]
    sides = {ask.key: side_question(run, NAME, ask, *LEANS) for ask in numbers}
    found: Action | None = None
    if not any(sides.values()):
        numbers, found = _judged(run, numbers)
    asks: list[Ask] = [each for ask in numbers for each in (ask, sides[ask.key]) if each]
    outcome = None
    answers = [square.answer, *(ask.answer for ask in numbers)]
    if any(answer is not None for answer in answers):
        outcome = worst([square.word, *(ask.word for ask in numbers)])
    return _advice(run, (square, *asks), found, "out" if found else outcome)


def _square(run: Readings) -> Choice:
    """Ask for the leveller. A lean that was seen before the swash was levelled tells nothing."""
    seen = ask_what_is_seen(
        run,
        NAME,
        SQUARE,
        "The leveller at mid stick, once more",
        "A horn that slipped while the throws were set shows here.",
        _SEEN,
    )
    if seen.word != "out":
        return seen
    at = run.held(NAME, SQUARE)[-1].sequence
    levelled = [entry.sequence for key in _LEVELLED for entry in run.held("level", key)]
    if run.done("level") and max(levelled, default=-1) < at:
        return seen
    return replace(seen, word="read again")


def _advice(
    run: Readings, asks: tuple[Ask, ...], found: Action | None, outcome: Outcome | None
) -> Advice:
    summary = "A second way shows what the first one cannot."
    if outcome == "good":
        summary = "Gauge, shaft, grip and horns say the same a second way."
    elif found:
        summary = "The second way does not say the same."
    return Advice(
        step=NAME,
        do=(
            *kept_still(run),
            "Collective at centre. Four readings, each in another way than before.",
            *GAUGE_DISCIPLINE,
        ),
        asks=asks,
        summary=summary,
        actions=() if found is None else (found,),
        outcome=outcome,
    )


def _judged(run: Readings, asks: Sequence[Number]) -> tuple[list[Number], Action | None]:
    """Give each question its word, and what to put right as soon as that is sure."""
    first = run.counted(*_ZERO)
    here = (_of_one_blade([figure(e) for e in run.held(NAME, ask.key)]) for ask in asks)
    read = _Read([figure(entry) for entry in first], *here)
    if not read.first or not read.again or not run.done(_ZERO[0]):
        return list(asks), None
    spread, squares = _spread(read)
    if spread > _SPREAD_DEG and squares >= _TELLS:
        return [_out_if_read(ask) for ask in asks], _worn(spread)
    judged: list[Number] = []
    for ask, judge_it in zip(asks, (_moved, _gauge, _bent), strict=True):
        values: list[float] = getattr(read, ask.key)
        if not values:
            judged.append(ask)
            continue
        found = judge_it(run, read)
        unsure = 1 < len(values) < _AT_MOST and spread > _UNSURE_DEG
        if unsure or (len(values) == 1 and found.off_deg > _ONCE_DEG):
            return [*judged, replace(ask, word="read again"), *asks[len(judged) + 1 :]], None
        judged.append(replace(ask, word=found.word))
        if found.word == "out":
            return [*judged, *asks[len(judged) :]], found.act
    if _odd_together(run, read) and len(read.again) < _AT_MOST:
        judged[0] = replace(judged[0], word="read again")
    return judged, None


def _out_if_read(ask: Number) -> Number:
    return ask if ask.answer is None else replace(ask, word="out")


def _odd_together(run: Readings, read: _Read) -> bool:
    """Whether the places, each well by itself, differ by more than a gauge repeats."""
    if not (read.turned and read.opposite):
        return False
    places = [fmean(each) for each in (read.first, read.again, read.turned, read.opposite)]
    return float(np.std(places, ddof=1)) > _TOGETHER_DEG + _OF_TILT * _tilt(run)


def _of_one_blade(values: list[float]) -> list[float]:
    """The readings that play can tell apart from the newest one; another was typed wrongly."""
    return [value for value in values if abs(value - values[-1]) <= _PLAY_DEG]


def _spread(read: _Read) -> tuple[float, int]:
    """The standard deviation (deg) of readings of one kind, and of how many squares it is."""
    kinds = [
        np.array(each) for each in (read.first, read.again, read.turned, read.opposite) if each
    ]
    squares = sum(len(each) - 1 for each in kinds)
    total = sum(float(((each - each.mean()) ** 2).sum()) for each in kinds)
    return (float(np.sqrt(total / squares)) if squares else 0.0), squares


def _tilt(run: Readings) -> float:
    """How far (deg) the swash was read to lean sideways at mid stick: a blade over the boom or the
    nose has its link at that side."""
    return abs(run.mean("level", _LEVELLED[0]) or 0.0)


def _moved(_: Readings, read: _Read) -> _Found:
    was, now = fmean(read.first), fmean(read.again)
    off = abs(now - was)
    act = _put_right(
        "moved",
        f"Blade A read {degrees(was)} in step 9 and reads {degrees(now)} now: look for a horn, a "
        "link or a grip that moved.",
        ("servo", "head"),
    )
    return _Found(off, "in" if off <= _ONCE_DEG else "out", act)


def _gauge(_: Readings, read: _Read) -> _Found:
    apart = read.boom - fmean(read.turned)
    act = _put_right(
        "gauge",
        f"The gauge is off by {degrees(apart / 2)}: zero it until both ways round read alike.",
        ("gauge",),
        (Work("zero_gauge", 0),),
    )
    return _Found(abs(apart), judge(apart / 2, _GAUGE_OFF, 0.0), act)


def _bent(run: Readings, read: _Read) -> _Found:
    nose = fmean(read.opposite)
    apart = abs(read.boom - nose)
    fine = apart / 2 <= _LEANS_DEG + _OF_TILT * _tilt(run)
    act = _put_right(
        "bent",
        f"Blade A reads {degrees(read.boom)} over the boom and {degrees(nose)} over the nose: look "
        "for a bent main shaft or feathering shaft, then level the swash again.",
        ("head", "swash_link"),
    )
    # What the tilt makes of it is no reason to read again.
    return _Found(apart - 2 * _OF_TILT * _tilt(run), "in" if fine else "out", act)


def _worn(spread: float) -> Action:
    return _put_right(
        "worn",
        f"Blade A's readings spread by {spread:.1f}°: look for play in the grip, its bearing and "
        "its link.",
        ("head", "blade_link"),
    )


def _slipped() -> Action:
    return _put_right(
        "slipped", "The swash leans again: look for a horn that slipped, and square it.", ("servo",)
    )


def _put_right(
    key: str, text: str, aspects: tuple[Aspect, ...], work: tuple[Work, ...] = ()
) -> Action:
    return Action(
        key=key,
        text=text,
        expect="What rests on it is read again then.",
        device="helicopter",
        work=work,
        aspects=aspects,
    )


def _ask(run: Readings, key: str, label: str, azimuth: float) -> Number:
    return pitch_of_blade(run, key, label, azimuth=azimuth, answer=run.answer(NAME, key))


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == TURNED:
        read = gauge(bench, ask.sticks, ask.azimuth, ask.blade)
        return round(read - 2 * bench.truth.gauge_off_deg, 1)
    if ask.key in (OPPOSITE, AGAIN):
        return gauge(bench, ask.sticks, ask.azimuth, ask.blade)
    if ask.key == SQUARE:
        bench.move_sticks()
        return "leans" if float(np.hypot(*bench.read_leveller())) >= _LEANS_LEAST_DEG else "square"
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=12,
    part=2,
    title="A second look",
    why="One gauge, one place and one reading can all be wrong alike.",
    rests_on=("zero_pitch",),
    repeats=0.2,
    by_gauge=True,
    advise=_advise,
    simulate=_simulate,
)
