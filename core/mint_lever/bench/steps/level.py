"""Step 8: level the swash at mid stick by links, at both ends by trims or servo travel."""

from __future__ import annotations

from typing import Literal

import numpy as np

from mint_lever.axes import Array, Function
from mint_lever.bench.advice import Action, Advice, Ask, Ruler, Work
from mint_lever.bench.run import BenchRun
from mint_lever.bench.steps.level_by_travel import level_by_travel
from mint_lever.bench.words import degrees, turns, word_for, worst
from mint_lever.measure.level import level_turns
from mint_lever.measure.verdict import Band
from mint_lever.setup.edit import Change

LEVEL = Band.around(0.0, 0.3, 0.5)
_PLACES: tuple[tuple[Literal["mid", "low", "high"], float], ...] = (
    ("mid", 0.0),
    ("low", -100.0),
    ("high", 100.0),
)
_AXES: tuple[Function, Function] = ("aileron", "elevator")
_WORTH_DEG = 0.1
"""Links are turned only for more than this: a leveller reads no finer (from memory)."""


def level(run: BenchRun) -> Advice:
    """Advise on leveller readings: link turns at mid first, trims at the ends after."""
    asks: list[Ask] = []
    rulers: list[Ruler] = []
    actions: list[Action] = []
    summary = "Mid stick first: what is left there no trim may hide."
    middle_done = False
    for place, stick in _PLACES:
        if place != "mid" and not middle_done:
            break
        tilt, own, predicted = _read(run, place, stick)
        asks += own
        if tilt is not None:
            action, lands = (
                _turn_links(run, tilt) if place == "mid" else _trim(run, place, stick, tilt)
            )
            if action is not None:
                actions.append(action)
                predicted = lands
        rulers += _rulers(run, place, predicted)
        if place == "mid":
            words = [ask.word for ask in own]
            middle_done = worst(words) in ("good", "workable") and not actions
            # A swash half a turn cannot make any squarer is as level as its links allow.
            middle_done = middle_done or (tilt is not None and not actions)
    words = [ask.word for ask in asks]
    outcome = None if all(ask.answer is None for ask in asks) else worst(words)
    if outcome in ("good", "workable") and not middle_done:
        outcome = "begun"
    if middle_done:
        summary = "Level at mid stick; now the ends."
    if outcome in ("good", "workable") and len(asks) == 6:
        summary = "Level over the whole collective."
    elif outcome in ("good", "workable"):
        outcome = "begun"
    needed = [action for action in actions if action.needed]
    if outcome == "out" and not needed:
        summary = "No link turn or trim makes this squarer: look for a bent or wrong link."
    return Advice(
        step="level",
        do=(
            "Fit the leveller on the main shaft.",
            "If the unit only holds the servos while one is selected, leave it selected.",
            "Read the tilt: right side down is +, front down is +.",
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _read(
    run: BenchRun, place: str, stick: float
) -> tuple[tuple[float, float] | None, list[Ask], tuple[float, float] | None]:
    values = []
    asks = []
    for axis, side in (("right", "to the right"), ("forward", "forward")):
        key = f"{place}.{axis}"
        value = run.mean("level", key)
        values.append(value)
        asks.append(
            Ask(
                key=key,
                label=f"Collective {place}: tilt {side}",
                kind="number",
                unit="°",
                low=-20.0,
                high=20.0,
                sticks=(stick, 0.0, 0.0),
                answer=run.answer("level", key),
                word=None if value is None else word_for(value, LEVEL, len(run.held("level", key))),
            )
        )
    if values[0] is None or values[1] is None:
        return None, asks, None
    return (values[0], values[1]), asks, None


def _rulers(run: BenchRun, place: str, predicted: tuple[float, float] | None) -> list[Ruler]:
    found = []
    for index, axis in enumerate(("right", "forward")):
        marks = run.marks("level", f"{place}.{axis}")
        if marks:
            found.append(
                Ruler(
                    label=f"{place}, tilt {axis}",
                    unit="°",
                    band=LEVEL,
                    marks=marks,
                    predicted=None if predicted is None else predicted[index],
                )
            )
    return found


def _turn_links(
    run: BenchRun, tilt: tuple[float, float]
) -> tuple[Action | None, tuple[float, float] | None]:
    balls = run.setup.airframe.swash.balls
    thread = run.setup.airframe.head.link_thread_mm
    advice = level_turns(balls, tilt[0], tilt[1], thread)
    left = (advice.left_right_deg, advice.left_forward_deg)
    if not advice.turns.any() or np.hypot(*left) > np.hypot(*tilt) - _WORTH_DEG:
        return None, None
    parts = [
        f"servo {i + 1} {turns(count)} {'longer' if count > 0 else 'shorter'}"
        for i, count in enumerate(advice.turns)
        if count
    ]
    action = Action(
        key="links",
        text="Turn the swash links: " + ", ".join(parts) + ".",
        expect=f"Expect {degrees(left[0])} to the right, {degrees(left[1])} forward.",
        device="helicopter",
        work=tuple(Work("turn_swash_link", i, float(n)) for i, n in enumerate(advice.turns) if n),
        aspects=("swash_link",),
    )
    return action, left


def _trim(
    run: BenchRun, place: Literal["low", "high"] | str, stick: float, tilt: tuple[float, float]
) -> tuple[Action | None, tuple[float, float] | None]:
    """What takes a tilt out at one end: the unit's trims of that side, or the servos' travel."""
    unit = run.setup.mixing_unit
    if max(map(abs, tilt)) <= LEVEL.high:
        return None, None
    if unit is None:
        return level_by_travel(run, place, stick, tilt)
    above = run.unit_side(stick)
    name = "high" if above > 0 else "low"
    side = getattr(unit.level_trim, name)
    slope = _tilt_per_trim(run, above)
    more = np.linalg.solve(slope, -np.asarray(tilt))
    old = np.array([side.aileron_pct, side.elevator_pct])
    new = np.clip(np.round(old + more), -100, 100) + 0.0
    left = np.asarray(tilt) + slope @ (new - old)
    if (new == old).all():
        return None, None
    base = f"unit.level_trim.{name}"
    action = Action(
        key=f"trim.{place}",
        text=(
            f"Set the trims at the {place} end: collective to aileron {old[0]:+g} → {new[0]:+g} %, "
            f"collective to elevator {old[1]:+g} → {new[1]:+g} %."
        ),
        expect=f"Expect {degrees(float(left[0]))} to the right, {degrees(float(left[1]))} forward.",
        changes=(
            Change(f"{base}.aileron_pct", float(new[0])),
            Change(f"{base}.elevator_pct", float(new[1])),
        ),
        keys=(f"{place}.right", f"{place}.forward"),
    )
    return action, (float(left[0]), float(left[1]))


def _tilt_per_trim(run: BenchRun, side: int) -> Array:
    """Degrees of tilt (right, forward) for a percent of each trim at one end, (2, 2)."""
    collective = np.full(5, float(side))
    demand = run.chain.demand(collective, np.zeros(5), np.zeros(5))
    nudge = 0.01
    demand[1:] += nudge * np.array([[0, 1, -1, 0, 0], [0, 0, 0, 1, -1]])
    pose = run.chain.answer(demand).swash.pose
    tilt = np.stack([pose.tilt_right_deg, pose.tilt_forward_deg])
    slope = np.stack([tilt[:, 1] - tilt[:, 2], tilt[:, 3] - tilt[:, 4]], axis=1) / 2
    # Stick right was seen to tilt right, and forward forward. Where the model has what arrives do
    # otherwise (leads exchanged and a function turned round look the same), the model gives way.
    for i, function in enumerate(_AXES):
        if run.unit_way(function) * slope[i, i] < 0:
            slope[:, i] = -slope[:, i]
    return np.asarray(slope)
