"""Step 12: clearance: the computed ring first, then the sweep by eye and ear."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Literal

import numpy as np

from mint_lever.bench.advice import Action, Advice, Ask, Option, Ray
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import worst
from mint_lever.dials import Dial, ring
from mint_lever.measure.clearance import Clearance, Limits, clearance, cyclic_left

_SWEEPS: tuple[tuple[Literal["low", "mid", "high"], float], ...] = (
    ("low", -100.0),
    ("mid", 0.0),
    ("high", 100.0),
)
_HEARD = (
    Option("clear", "Clear all round, corners too"),
    Option("touches", "A link or the swash touches", False),
    Option("stalls", "A servo stalls or groans", False),
)
_LIMITS = (
    ("tilt_limit", "The swash ball's largest tilt"),
    ("link_limit", "A ball link's largest lean"),
)
# One search serves every question asked about the same chain.
_clearance = lru_cache(maxsize=16)(clearance)
_TOUCH_STEP_PCT = 5.0


def clear_ring(run: BenchRun) -> Advice:
    """Advise on the cyclic ring from the exact geometry, then from what the pilot heard."""
    brief, dial = heard_so_far(run), ring(run.setup)
    given = [run.answer("clearance", key) for key, _ in _LIMITS]
    found = _clearance(run.chain, Limits(given[0] or None, given[1] or None))
    left = cyclic_left(run.chain, min(dial.value, found.ring_pct))
    touched = any(ask.word == "out" for ask in brief.asks)
    return replace(
        brief,
        summary=_summary(found, dial.value, left),
        actions=_actions(found, dial, touched),
        rays=_rays(found),
    )


def heard_so_far(run: BenchRun) -> Advice:
    """The step's questions and outcome alone, without the search for the ring: what the slip asks
    for again and again."""
    asks = [
        Ask(
            key=key,
            label=label,
            kind="number",
            hint="From the maker, if you know it; 0 when not.",
            unit="°",
            low=0.0,
            high=89.0,
            nudge=1.0,
            optional=True,
            answer=(answer := run.answer("clearance", key)),
            word=None if answer is None else "in",
        )
        for key, label in _LIMITS
    ]
    sweeps = []
    for place, stick in _SWEEPS:
        heard = run.answer("clearance", f"sweep.{place}")
        sweeps.append(
            Ask(
                key=f"sweep.{place}",
                label=f"Collective {place}, cyclic swept all round",
                kind="choice",
                options=_HEARD,
                sticks=(stick, 0.0, 0.0),
                answer=heard,
                word=None if heard is None else "in" if heard == "clear" else "out",
            )
        )
    nothing = all(ask.answer is None for ask in sweeps)
    return Advice(
        step="clearance",
        do=(
            "Collective full low, in the middle, full high: at each, sweep the cyclic all round.",
            "Listen for a servo that stalls; watch every link. Let go at the first touch.",
        ),
        asks=(*asks, *sweeps),
        outcome=None if nothing else worst(ask.word for ask in sweeps),
    )


def _actions(found: Clearance, dial: Dial, touched: bool) -> tuple[Action, ...]:
    keys = tuple(f"sweep.{place}" for place, _ in _SWEEPS)
    now = dial.value
    # A ring wider than the sticks' own circle asks for nothing more.
    if found.ring_pct < min(now, 100.0) and found.ring_pct > 0:
        text = f"Reduce the cyclic ring from {now:g} to {found.ring_pct:g} %."
        expect = "By the geometry it then just clears all round."
        new = found.ring_pct
    elif touched:
        new = max(min(now, 100.0) - _TOUCH_STEP_PCT, 5.0)
        text = f"Reduce the cyclic ring from {now:g} to {new:g} %, then sweep again."
        expect = "No further than it takes to clear."
    else:
        return ()
    change = (dial.set(new),)
    return (
        Action(key="ring", text=text, expect=expect, device=dial.device, changes=change, keys=keys),
    )


def _summary(found: Clearance, ring: float, cyclic: float) -> str:
    # F12, common practice, no source.
    typical = "at mid collective; 10–12° is typical."
    left = f"The ring in force, {ring:g} %, leaves {cyclic:.1f}° of cyclic {typical}"
    if found.first is None:
        return f"By the geometry nothing touches anywhere the sticks reach. {left}"
    first = found.first
    if found.ring_pct <= 0:
        return f"Collective alone is too much: {first.what} at {first.collective}. See step 11."
    if found.ring_pct < ring:
        left = f"That leaves {cyclic:.1f}° of cyclic {typical}"
    return (
        f"By the geometry a ring of {found.ring_pct:g} % clears. {left} First to touch: "
        f"{first.what}, collective {first.collective}, tilted toward {first.azimuth_deg:.0f}° from "
        "the nose."
    )


def _rays(found: Clearance) -> tuple[Ray, ...]:
    azimuth = tuple(float(a) for a in found.azimuth_deg)
    return tuple(
        Ray(
            place,
            azimuth,
            tuple(float(v) for v in found.clear_pct[i]),
            float(np.floor(found.clear_pct[i].min() + 1e-6)),
        )
        for i, (place, _) in enumerate(_SWEEPS)
    )
