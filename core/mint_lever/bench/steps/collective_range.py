"""Step 11: collective range, each side by itself (F11)."""

from __future__ import annotations

from mint_lever.bench.advice import Action, Advice, Ask, Ruler
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import degrees, word_for, worst
from mint_lever.faults import InvalidRequest
from mint_lever.measure.next_value import Control, next_value
from mint_lever.measure.verdict import SIDES_EQUAL, Band, judge
from mint_lever.setup.edit import Change

FIGURE = Control(1.0, 150.0)
_STICKS = (("up", 100.0), ("down", -100.0))
_FIGURES = {1: ("unit.collective_pct", "above"), -1: ("unit.collective_low_pct", "below")}


def collective_range(run: BenchRun) -> Advice:
    """Advise on the unit's collective figure for each side of centre."""
    if run.setup.unit is None:
        return Advice(step="collective_range", do=("Set it with the swash mix.",), asks=())
    asks: list[Ask] = []
    actions: list[Action] = []
    rulers: list[Ruler] = []
    gauges: list[float] = []
    for key, stick in _STICKS:
        path, side = _FIGURES[run.unit_side(stick)]
        target = _target(run, key)
        band = Band.around(target, 0.3, 0.5)
        raw = run.mean("collective_range", key)
        gauge = None if raw is None else raw if key == "up" else -raw
        held = len(run.held("collective_range", key))
        word = None if gauge is None else word_for(gauge, band, held)
        sign = "+" if key == "up" else "−"
        asks.append(
            Ask(
                key=key,
                label=f"Blade A, stick full {key}",
                kind="number",
                hint=f"Wanted: {sign}{target:g}°.",
                unit="°",
                low=-30.0,
                high=30.0,
                sticks=(stick, 0.0, 0.0),
                azimuth=180.0,
                blade=0,
                answer=run.answer("collective_range", key),
                word=word,
            )
        )
        predicted = None
        if gauge is not None:
            gauges.append(gauge)
            if word in ("out", "workable"):
                action, predicted = _next(run, key, path, side, gauge, target, word == "out")
                actions += [action] if action else []
        marks = run.marks("collective_range", key)
        if marks:
            turn = 1.0 if key == "up" else -1.0
            lands = None if predicted is None else turn * predicted
            own = Band.around(turn * target, 0.3, 0.5)
            rulers.append(
                Ruler(label=f"collective {key}", unit="°", band=own, marks=marks, predicted=lands)
            )
    outcome = None if not gauges else worst(ask.word for ask in asks)
    summary = "Full up, then full down; equal both ways unless you choose otherwise."
    if len(gauges) == 2:
        gap = gauges[0] - gauges[1]
        wanted = _target(run, "up") - _target(run, "down")
        summary = f"{degrees(gauges[0])} up, {degrees(-gauges[1])} down."
        if wanted:
            summary += " The two sides are meant to differ."
        elif judge(gap, SIDES_EQUAL, 0.0) != "in" and outcome == "good":
            outcome = "workable"
            summary += f" The sides differ by {abs(gap):.1f}°."
    return Advice(
        step="collective_range",
        do=(
            "Blade A over the boom, cyclic centred.",
            "Collective full up, read; full down, read.",
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _target(run: BenchRun, key: str) -> float:
    targets = run.setup.targets
    return targets.collective_high_deg if key == "up" else targets.collective_low_deg


def _next(
    run: BenchRun, key: str, path: str, side: str, gauge: float, target: float, needed: bool
) -> tuple[Action | None, float | None]:
    name = path.split(".")[1]
    old = float(getattr(run.setup.unit, name))
    past = run.comparable("collective_range", key, path)
    turn = 1.0 if key == "up" else -1.0
    values = [float(getattr(entry.setup.unit, name)) for entry in past]
    gauges = [turn * entry.value for entry in past]
    try:
        found = next_value(values or [old], gauges or [gauge], target, FIGURE)
    except InvalidRequest:
        return None, None
    if found.value == old:
        return None, None
    action = Action(
        key=f"figure.{key}",
        text=f"Set the unit's collective {side} centre from {old:g} to {found.value:g} %.",
        expect=f"Expect {degrees(turn * found.expected)}.",
        changes=(Change(path, found.value),),
        keys=(key,),
        needed=needed,
    )
    return action, found.expected
