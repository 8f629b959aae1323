"""Step 12: clearance: the computed ring first, then the sweep by eye and ear."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Annotated, Literal, cast

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Choice,
    Number,
    Option,
    Outcome,
    Ray,
)
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter, Sweep
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.rates_off import full_rates
from mint_lever.bench.steps.shared.reference_tilt import RANGE, full_throw, range_question
from mint_lever.bench.wording.number_text import toward, worst
from mint_lever.bench.wording.predicted_pitch import pitch_by_the_lengths
from mint_lever.devices.dials import Dial, ring
from mint_lever.measure.ring_clearance import Clearance, Limits, clearance, cyclic_left
from mint_lever.measure.verdict import VerdictWord
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.parts.transmitter import NO_RING_PCT
from mint_lever.sources import MEMORY

_SWEEPS: tuple[tuple[Literal["low", "mid", "high"], float], ...] = (
    ("low", -100.0),
    ("mid", 0.0),
    ("high", 100.0),
)
_HEARD = (
    Option("clear", "Clear all round, corners too"),
    Option("corners", "Touches slightly, in the extreme corners alone"),
    Option("touches", "A link or the swash touches", False),
    Option("stalls", "A servo stalls or groans", False),
)
# (key, what the maker says of it, where it is kept)
_LIMITS = (
    ("tilt_limit", "The swash ball's largest tilt", "airframe.swash.tilt_limit_deg"),
    ("link_limit", "A ball link's largest lean", "airframe.swash.link_limit_deg"),
)
_SIGN = "What the unit says of its range, as the limit stands", "One step before it complains."
_OPEN_BY_SIGN = (
    "Open the unit's cyclic limit step by step until it calls its range poorly used, then go one "
    "step back."
)
_BY_SIGN = "The unit shows no figure for its limit: its own sign and the sweep decide."
# One search serves every question asked about the same chain.
_clearance = lru_cache(maxsize=16)(clearance)
_SCHOOL = "targets.clearance"
_TOUCH_STEP_PCT = 5.0
_CORNERS_PCT = 100.0
"""The sticks' own circle."""
_FINE_PCT = 2.0
_TYPICAL_DEG, _MOST_DEG = 10.0, 12.0
"""F12, common practice, no source: 10–12° of cyclic is typical."""


def _advise(run: Readings) -> Advice:
    """Advise on the cyclic ring from the exact geometry, then from what the pilot heard."""
    brief, dial = _brief(run), ring(run.setup)
    if not dial.shows:
        return replace(
            brief, summary=_BY_SIGN, actions=_a_step_back(dial, brief) if brief.outcome else ()
        )
    clear = _clearance(run.chain, Limits(*(_limit(run, key) for key, *_ in _LIMITS)))
    left = cyclic_left(run.chain, min(dial.value, clear.ring_pct)) * throw_by_the_gauge(run)
    touched = any(ask.word == "out" for ask in brief.asks)
    return replace(
        brief,
        summary=_summary(clear, dial.value, left, touched),
        actions=_actions(clear, dial, touched) or _opened(run, clear, dial, brief.outcome),
        rays=_rays(clear),
    )


def _brief(run: Readings) -> Advice:
    """The step's questions and outcome alone, without the search for the ring: what the slip asks
    for again and again."""
    asks: list[Ask] = [
        Number(
            key=key,
            label=label,
            hint="From the maker, if you know it. Kept with the helicopter.",
            unit="°",
            low=1.0,
            high=89.0,
            nudge=1.0,
            optional=True,
            answer=(answer := _limit(run, key)),
            word=None if answer is None else "in",
            writes=(path,),
        )
        for key, label, path in _LIMITS
    ]
    sweeps: list[Ask] = []
    for place, stick in _SWEEPS:
        heard = run.answer("clearance", f"sweep.{place}")
        sweeps.append(
            Choice(
                key=f"sweep.{place}",
                label=f"Collective {place}, cyclic swept all round",
                options=_HEARD,
                sticks=(stick, 0.0, 0.0),
                answer=heard,
                word=_word(run, heard),
            )
        )
    by_sign = _goes_by_sign(run)
    if by_sign:
        sweeps.append(range_question(run, "clearance", _SIGN))
    nothing = all(ask.answer is None for ask in sweeps)
    asks.append(_school(run))
    return Advice(
        step="clearance",
        do=(
            *((_OPEN_BY_SIGN,) if by_sign else ()),
            *full_rates(run),
            "Collective full low, in the middle, full high: at each, sweep the cyclic all round.",
            "Listen for a servo that stalls; watch every link. Let go at the first touch.",
        ),
        asks=(*asks, *sweeps),
        outcome=None if nothing else _judged(run, sweeps),
    )


def _word(run: Readings, heard: str | None) -> VerdictWord | None:
    """A slight touch in the corners is let be by one school alone; it is never good."""
    if heard is None or heard == "clear":
        return None if heard is None else "in"
    let_be = heard == "corners" and run.setup.targets.clearance == "corners_let_be"
    return "workable" if let_be else "out"


def _goes_by_sign(run: Readings) -> bool:
    """Whether the unit's own sign says how far the limit may be opened."""
    if run.setup.mixing_unit is None:
        return False
    return not ring(run.setup).shows or run.setup.targets.clearance == "by_the_unit"


def _school(run: Readings) -> Choice:
    row = find_row(_SCHOOL)
    assert row is not None
    return Choice(
        key="school",
        label="Clearance goes by",
        hint="Your school; kept with the helicopter.",
        options=tuple(Option(value, words, kept=value) for value, words in row.words),
        optional=True,
        answer=run.setup.targets.clearance,
        word="in",
        writes=(_SCHOOL,),
    )


def _judged(run: Readings, sweeps: list[Ask]) -> Outcome:
    """What touches is out; a ring that leaves little cyclic will do, and is said."""
    outcome = worst(ask.word for ask in sweeps)
    if not ring(run.setup).shows:
        return outcome
    return "workable" if outcome == "good" and _left(run) < _TYPICAL_DEG else outcome


def _left(run: Readings) -> float:
    """The least cyclic (deg) that the ring in force leaves, by the throw that step 10 read."""
    return run.memo(
        "cyclic left",
        lambda: cyclic_left(run.chain, ring(run.setup).value) * throw_by_the_gauge(run),
    )


def _limit(run: Readings, key: str) -> float | None:
    """A limit of the maker's; a log from before it was kept has it as an answer, 0 for unknown."""
    swash = run.setup.airframe.swash
    kept = swash.tilt_limit_deg if key == "tilt_limit" else swash.link_limit_deg
    return kept or run.answer("clearance", key) or None


def _actions(clear: Clearance, dial: Dial, touched: bool) -> tuple[Action, ...]:
    keys = (*(f"sweep.{place}" for place, _ in _SWEEPS), RANGE)
    now = dial.value
    if 0 < clear.ring_pct < now:
        text = f"Reduce the cyclic ring from {now:g} to {clear.ring_pct:g} %."
        expect = "By the geometry it then just clears all round."
        new = clear.ring_pct
    elif touched:
        new = _narrower(now)
        text = f"Reduce the cyclic ring from {now:g} to {new:g} %, then sweep again."
        expect = "No further than it takes to clear."
    else:
        return ()
    change = (dial.set(new),)
    return (
        Action(key="ring", text=text, expect=expect, device=dial.device, changes=change, keys=keys),
    )


def _opened(
    run: Readings, clear: Clearance, dial: Dial, outcome: Outcome | None
) -> tuple[Action, ...]:
    """A ring that leaves less than is typical, where the geometry has room for more."""
    if outcome != "workable" or clear.ring_pct <= dial.value:
        return ()
    touching = [
        ring(entry.setup).value
        for place, _ in _SWEEPS
        for entry in run.all("clearance", f"sweep.{place}")
        if entry.value != "clear"
    ]
    # No further than is typical, and never again as wide as something was heard to touch.
    typical = dial.value * _MOST_DEG / max(_left(run), 1.0)
    wide = [clear.ring_pct, typical, *(touched - _FINE_PCT for touched in touching)]
    new = float(int(min(wide)))
    if new <= dial.value:
        return ()
    return (
        Action(
            key="open",
            text=f"Open the cyclic ring from {dial.value:g} to {new:g} %, then sweep again.",
            expect="By the geometry it still clears; more cyclic is head-room.",
            device=dial.device,
            changes=(dial.set(new),),
            keys=tuple(f"sweep.{place}" for place, _ in _SWEEPS),
            needed=False,
        ),
    )


def _a_step_back(dial: Dial, brief: Advice) -> tuple[Action, ...]:
    """A limit without a figure goes back a step where something touches, or the unit says so."""
    wrong = [ask.key for ask in brief.asks if ask.word == "out"]
    if not wrong:
        return ()
    action = Action(
        key="ring",
        text="Take the unit's cyclic limit one step back, then sweep again.",
        expect="No further than it takes.",
        device=dial.device,
        changes=(dial.set(_narrower(dial.value)),),
        keys=(*(f"sweep.{place}" for place, _ in _SWEEPS), RANGE),
        nudged=True,
    )
    return (action,)


def _narrower(now: float) -> float:
    """The ring to try after a touch: beyond 100 % only the sticks' corners are left to touch, so
    half of what is left of them goes; else a little less all round."""
    if now > _CORNERS_PCT + _FINE_PCT:
        return float(round((min(now, NO_RING_PCT) + _CORNERS_PCT) / 2))
    if now > _CORNERS_PCT:
        return _CORNERS_PCT
    return max(now - _TOUCH_STEP_PCT, 5.0)


def _summary(clear: Clearance, ring: float, cyclic: float, touched: bool) -> str:
    """What geometry and ears say together; the model has the last word."""
    # F12, common practice, no source.
    typical = "at mid collective; 10–12° is typical."
    if cyclic < _TYPICAL_DEG:
        typical += " Less is workable: the stabiliser has less to correct with."
    left = f"The limit as it is set, {ring:g} %, leaves {cyclic:.1f}° of cyclic {typical}"
    if touched and clear.ring_pct >= ring:
        return f"The model touches where the geometry would clear: go by the model. {left}"
    if clear.first is None:
        return f"By the geometry nothing touches anywhere the sticks reach. {left}"
    first = clear.first
    if clear.ring_pct <= 0:
        return f"Collective alone is too much: {first.what} at {first.collective}. See step 11."
    if clear.ring_pct < ring:
        left = f"That leaves {cyclic:.1f}° of cyclic {typical}"
    return (
        f"By the geometry a ring of {clear.ring_pct:g} % clears. {left} First to touch: "
        f"{first.what}, collective {first.collective}, tilted toward "
        f"{toward(first.azimuth_deg)}."
    )


def _rays(clear: Clearance) -> tuple[Ray, ...]:
    azimuth = tuple(float(a) for a in clear.azimuth_deg)
    return tuple(
        Ray(
            place,
            azimuth,
            tuple(float(v) for v in clear.clear_pct[i]),
            clear.rings_pct[i],
        )
        for i, (place, _) in enumerate(_SWEEPS)
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == RANGE:
        return "well" if bench.limit_is_used() else "poorly"
    kind, _, place = ask.key.partition(".")
    if kind != "sweep":
        raise not_simulated(ask.key)
    return "clear" if bench.sweep(cast(Sweep, place)) else "touches"


STEP = Step(
    name="clearance",
    number=12,
    title="Clearance",
    why="Nothing may stall or touch anywhere the sticks can reach together.",
    rests_on=("cyclic_throw", "collective_range"),
    full_cyclic=True,
    advise=_advise,
    brief=_brief,
    simulate=_simulate,
)


_ENDS = (("right", (0.0, 100.0, 0.0)), ("left", (0.0, -100.0, 0.0)))
_BOOM_DEG = 180.0
_BELIEVED: Annotated[tuple[float, float], MEMORY] = (0.7, 1.4)
"""Further off, it is no length that differs."""


def throw_by_the_gauge(run: Readings) -> float:
    """Give the share (1 where the lengths are right) of the aileron's throw at full stick; 1 where
    it was not read both ways. It was read with the ring as it was then."""
    read, made = [], []
    if not full_throw(run):
        return 1.0  # what the unit shows as its reference tilt is no full stick
    for key, sticks in _ENDS:
        counted = run.counted("cyclic_throw", key)
        mean = run.mean("cyclic_throw", key)
        if not counted or mean is None:
            return 1.0
        pitch = pitch_by_the_lengths(run, sticks, _BOOM_DEG, chain=chain_of(counted[-1].setup))
        if pitch is None:
            return 1.0
        read.append(mean)
        made.append(pitch)
    half, computed = abs(read[0] - read[1]) / 2, abs(made[0] - made[1]) / 2
    share = half / computed if computed > 1.0 else 1.0
    return share if _BELIEVED[0] <= share <= _BELIEVED[1] else 1.0
