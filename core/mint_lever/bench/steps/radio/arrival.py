"""Step 3: link and arrival. Direction first, then the ends, until the unit shows ±100 %.

F26 (common practice, no source): new travel = old travel × 100 / seen, a straight line.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Annotated

import numpy as np

from mint_lever.axes import FUNCTIONS, Function
from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Cell, Choice, Number, Ruler
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.questions.confirm_figure import confirm_figure, unusual
from mint_lever.bench.questions.confirm_points import points
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.simulate.trial_change import goes, raising
from mint_lever.bench.steps.shared.display_learning import STICK, note_display
from mint_lever.bench.steps.shared.prediction_check import (
    LOOK,
    Doubt,
    Lever,
    doubt,
    predicted,
    predicting,
    seen_dead,
)
from mint_lever.bench.steps.shared.propulsion_text import MOTOR_OFF
from mint_lever.bench.steps.shared.rates_off import full_rates
from mint_lever.bench.wording.number_text import signed, worst
from mint_lever.measure.verdict import Band, VerdictWord, judge
from mint_lever.model.transmitter.stick_shaping import shape
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.setting_description import DIRECTION_SHOWN_AT
from mint_lever.sources import MEMORY

_ENDS = tuple(STICK.items())
_COLUMN = {"low": "low, left, back", "centre": "middle", "high": "high, right, forward"}
_PLACE: dict[Function, tuple[str, str, str]] = {
    "collective": ("stick low", "stick middle", "stick high"),
    "aileron": ("stick left", "stick centred", "stick right"),
    "elevator": ("stick back", "stick centred", "stick forward"),
    "rudder": ("stick left", "stick centred", "stick right"),
}
_REPEATS_PCT = 1.0
_SIDED = re.compile(r"\.(?:travel|limit)_(low|high)_pct$")
_PROBE_PCT = 4.0
_JUDGED_PCT: Annotated[float, MEMORY] = 50.0
"""Less than this sent, and a reading to 1 % says too little of the travel."""
_ASIDE_PCT: Annotated[float, MEMORY] = 10.0
"""Beyond this an end is clearly on its side of centre."""


_OTHERS = (
    (
        "throttle",
        "The throttle arrives too: stick low, middle and high",
        "Where a curve is flat, the unit shows that figure all along.",
    ),
    (
        "gain_channel",
        "The gain channel shows the wanted mode at every position of its switch",
        "And every other switch that the unit listens to arrives.",
    ),
    ("port", "A port that can be both is set as an output", "Without such a port: yes."),
    (
        "unused",
        "Gyro and governor functions of the transmitter that are not used are off",
        "Mixed in unseen, they move what the unit thinks is a stick.",
    ),
)


@dataclass(frozen=True)
class _End:
    """One end of one function: its question, what should arrive there, what was seen."""

    function: Function
    end: str
    ask: Number
    wanted: float
    band: Band
    seen: float | None


def _advise(run: Readings) -> Advice:
    """Advise on what the unit shows for every function at both ends and the centre."""
    turned = [f for f in FUNCTIONS if _against(run, f)]
    one_sided = [f for f in FUNCTIONS if _one_sided(run, f)]
    ends = [_end(run, function, i, function in turned) for function in FUNCTIONS for i in range(3)]
    asks: list[Ask] = []
    actions: list[Action] = []
    doubts: list[Doubt] = []
    for each in ends:
        asks.append(each.ask)
        if each.function in one_sided:
            if _contrary(run, each) and (unsure := confirm_figure(run, "arrival", each.ask)):
                asks.append(unsure)
            continue
        doubtful = _doubt(run, each)
        if doubtful is not None:
            asks.append(doubtful.look)
            doubts += [doubtful] if doubtful.verdict == "look" else []
            if doubtful.verdict == "read again":
                asks[-2] = replace(each.ask, word="read again")
                continue
        waits = doubtful is not None and doubtful.verdict == "look"
        if each.seen is None or turned or each.ask.word in (None, "in") or waits:
            continue
        action = _set_end(run, each)
        unsure = (
            confirm_figure(run, "arrival", each.ask, contrary=_contrary(run, each))
            if unusual(action)
            else None
        )
        if unsure is None:
            actions.append(action)
        else:
            asks.append(unsure)
    # A trim shifts both ends: the middle comes first.
    shifted = {action.key.split(".")[1] for action in actions if action.key.startswith("centre.")}
    actions = [
        action
        for action in actions
        if not (action.key.startswith("end.") and action.key.split(".")[1] in shifted)
    ]
    asks += points(run, "arrival", _OTHERS)
    if turned:
        actions = [_turn(run, function) for function in turned]
    words = [ask.word for ask in asks if not isinstance(ask, Choice) or not ask.answer]
    nothing = all(ask.answer is None for ask in asks)
    outcome = None if nothing else worst(words)
    if outcome in ("good", "workable") and not doubts and (noted := note_display(run)):
        outcome, actions = "begun", [noted, *actions]
    return Advice(
        step="arrival",
        do=(
            *full_rates(run),
            "Bind the receiver. With a serial link, choose its protocol and port at both ends.",
            "Open the unit's own display of what arrives.",
            "Move one stick at a time to its ends and its middle.",
        ),
        asks=tuple(asks),
        summary=_summary(turned, one_sided, actions, outcome, doubts),
        actions=tuple(action for action in actions if action.changes),
        rulers=tuple(_rulers(run, ends)),
        outcome="begun" if doubts else outcome,
    )


def _end(run: Readings, function: Function, i: int, turned: bool) -> _End:
    end, percent = _ENDS[i]
    key, sticks = f"{function}.{end}", [percent if f == function else 0.0 for f in FUNCTIONS[:3]]
    seen, wanted = run.mean("arrival", key), _wanted(run, function, percent)
    band = Band.around(wanted, 0.5, 1.0) if end == "centre" else Band.around(abs(wanted), 0.5, 1.5)
    ask = Number(
        key=key,
        label=f"{function.capitalize()}, {_PLACE[function][i]}",
        hint=_hint(wanted * _sign(run, function)),
        unit="%",
        low=-150.0,
        high=150.0,
        nudge=1.0,
        sticks=(sticks[0], sticks[1], sticks[2]),
        answer=run.answer("arrival", key),
        word=_word(run, function, end, band, turned),
        cell=Cell("What the unit shows, %", function.capitalize(), _COLUMN[end]),
    )
    return _End(function, end, ask, wanted, band, seen)


def _rulers(run: Readings, ends: list[_End]) -> list[Ruler]:
    rulers = []
    for each in ends:
        marks = run.marks("arrival", each.ask.key)
        if marks and each.ask.word != "in":
            side = abs if each.end != "centre" else float
            marks = tuple(replace(m, value=side(m.value)) for m in marks)
            label = each.ask.label[:1].lower() + each.ask.label[1:]
            rulers.append(Ruler(label=label, unit="%", band=each.band, marks=marks))
    return rulers


def _summary(
    turned: list[Function],
    one_sided: list[Function],
    actions: list[Action],
    outcome: str | None,
    doubts: list[Doubt],
) -> str:
    if turned:
        return "A direction is wrong. Direction first: left and right swap with it."
    if doubts:
        return doubts[0].words
    if one_sided:
        return (
            f"Both ends of the {one_sided[0]} are read on one side of centre. If the unit shows so "
            "too, a mix, a trim or a curve holds it there: find that first."
        )
    stuck = [a for a in actions if not a.changes]
    if stuck:
        return stuck[0].text
    if outcome == "good":
        return "Every function arrives in full."
    if outcome == "workable":
        return "Every function arrives, if not quite in full: near enough to fly."
    return "Full stick must arrive in full: 100 % with straight curves and full rates."


def _wanted(run: Readings, function: Function, stick_pct: float) -> float:
    """What should arrive (percent, sign apart): full stick as curve and rates shape it."""
    return run.memo("arrival wanted", lambda: _all_wanted(run))[function][stick_pct]


def _all_wanted(run: Readings) -> dict[Function, dict[float, float]]:
    mode, sticks = run.chain.mode(run.mode), np.array([stick for _, stick in _ENDS])
    return {
        function: dict(zip(sticks.tolist(), shape(function, sticks, mode).tolist(), strict=True))
        for function in FUNCTIONS
    }


def _hint(wanted: float) -> str:
    if not wanted:
        return (
            "What the unit shows for this function; 0 % is right. "
            "+ means stick right, forward or up."
        )
    return (
        f"What the unit shows for this function; {signed(wanted, '%')} is right. Enter the sign "
        "also where the unit shows none."
    )


def _word(
    run: Readings, function: Function, end: str, band: Band, turned: bool
) -> VerdictWord | None:
    value = run.mean("arrival", f"{function}.{end}")
    if value is None:
        return None
    if turned or (end != "centre" and _one_sided(run, function)):
        return "out"
    if end == "centre":
        return judge(value, band, 0.0)
    contrary = value * STICK[end] * _sign(run, function) < 0
    if contrary and _ends_of(run, function) is None:
        return None  # turned round, or only typed without its sign: the other end tells
    return judge(abs(value), band, 0.0)


def _ends_of(run: Readings, function: Function) -> tuple[float, float] | None:
    low = run.mean("arrival", f"{function}.low")
    high = run.mean("arrival", f"{function}.high")
    return None if low is None or high is None else (low, high)


def _one_sided(run: Readings, function: Function) -> bool:
    """Whether both ends are clearly read on one side of centre, where both sides are sent."""
    ends = _ends_of(run, function)
    if ends is None or _wanted(run, function, -100.0) * _wanted(run, function, 100.0) >= 0:
        return False
    return min(ends) > _ASIDE_PCT or max(ends) < -_ASIDE_PCT


def _contrary(run: Readings, each: _End) -> bool:
    side = 1 if STICK[each.end] * _sign(run, each.function) > 0 else -1
    return each.seen is not None and each.seen * side < -_ASIDE_PCT


def _sign(run: Readings, function: Function) -> int:
    """Give 1 where the unit should show the stick's own direction, −1 where swash or tail asked for
    the other."""
    return -1 if _turned_on_the_model(run, function) else 1


def _against(run: Readings, function: Function) -> bool:
    """Whether a function arrives the other way and the model has not proven that right.

    Told by both ends: one figure alone may only have been typed without its sign.
    """
    ends = _ends_of(run, function)
    if ends is None or ends[0] * ends[1] > 0 or ends[0] <= ends[1]:
        return False
    return not (run.done(DIRECTION_SHOWN_AT[function]) or _turned_on_the_model(run, function))


def _turned_on_the_model(run: Readings, function: Function) -> bool:
    """Whether the channel was last turned round because the model went the wrong way: swash and
    tail have the last word over what the unit's display says."""
    path = f"transmitter.channels.{function}.reversed"
    turning = [event for event in run.events if path in event.changed]
    return bool(turning) and turning[-1].step in DIRECTION_SHOWN_AT.values()


def _turn(run: Readings, function: Function) -> Action:
    channel = getattr(run.setup.transmitter.channels, function)
    keys = tuple(f"{function}.{end}" for end, _ in _ENDS)
    return Action(
        key=f"turn.{function}",
        text=f"Reverse the {function} channel.",
        expect="The unit then shows the stick's own direction; read its ends again.",
        device="transmitter",
        changes=(Change(f"transmitter.channels.{function}.reversed", not channel.reversed),),
        keys=keys,
        together="directions",
    )


def _side(run: Readings, each: _End) -> str:
    """The side of the channel's travel that an end answers to: by the sign of what is sent, unless
    it was seen not to answer there."""
    own = "high" if (each.seen or 0.0) >= 0 else "low"
    if seen_dead(run, "arrival", each.ask.key):
        return "low" if own == "high" else "high"
    return own


def _doubt(run: Readings, each: _End) -> Doubt | None:
    if each.end == "centre" or each.seen is None:
        return None
    side = "high" if each.seen >= 0 else "low"
    path = f"transmitter.channels.{each.function}.travel_{side}_pct"
    travel = getattr(getattr(run.setup.transmitter.channels, each.function), f"travel_{side}_pct")
    where = "above" if side == "high" else "below"
    lever = Lever(
        raised=f"Raise the {each.function} channel's travel {where} centre",
        reads=each.ask,
        rises=1 if each.seen >= 0 else -1,
        change=Change(path, min(travel + _PROBE_PCT, 150.0)),
    )
    return doubt(run, "arrival", lever)


def _set_end(run: Readings, each: _End) -> Action:
    function, end, seen, wanted = each.function, each.end, each.seen or 0.0, each.wanted
    channel = getattr(run.setup.transmitter.channels, function)
    base = f"transmitter.channels.{function}"
    if end == "centre":
        return _centre(run, each)
    if end != "centre" and abs(wanted) < _JUDGED_PCT:
        text = (
            f"In this flight mode the {function} sends no more than {signed(wanted, '%')} there: "
            "too little to set its travel by. Make the mode plain first, as “Fresh model memory” "
            "says."
        )
        return Action(key=f"end.{function}.{end}", text=text, device="transmitter")
    # Travel works after reversing, by the sign of what is sent.
    side = _side(run, each)
    old = getattr(channel, f"travel_{side}_pct")
    step = run.setup.transmitter.travel_step_pct
    exact = old * abs(wanted) / max(abs(seen), 1.0)
    new = float(min(max(round(round(exact / step) * step, 3), 0), 150))
    after = abs(seen) * new / max(old, 1.0)
    label = "above" if side == "high" else "below"
    if new == old or (each.ask.word == "workable" and _tried(run, each, side, new)):
        text = (
            f"{function.capitalize()}: {abs(seen):g} % is as near as this radio's steps of "
            f"{step:g} % come."
        )
        return Action(key=f"end.{function}.{end}", text=text, device="transmitter")
    action = Action(
        key=f"end.{function}.{end}",
        text=f"Set the {function} channel's travel {label} centre from {old:g} to {new:g} %.",
        expect=f"The unit should then show {after:.1f} % of {abs(wanted):.0f} %.",
        device="transmitter",
        changes=(Change(f"{base}.travel_{side}_pct", new),),
        keys=(f"{function}.{end}",),
        needed=each.ask.word == "out",
        together="ends",
    )
    sign = 1.0 if seen >= 0 else -1.0
    return predicting(action, predicted(each.ask.key, seen, sign * after, _REPEATS_PCT))


def _tried(run: Readings, each: _End, side: str, travel_pct: float) -> bool:
    """Whether this travel was set before and read no nearer: between two steps of a radio the unit
    may show as much too little as too much."""
    off = abs(abs(each.seen or 0.0) - abs(each.wanted))
    return any(
        abs(abs(figure(entry)) - abs(each.wanted)) >= off
        for entry in run.all("arrival", each.ask.key)
        if getattr(getattr(entry.setup.transmitter.channels, each.function), f"travel_{side}_pct")
        == travel_pct
    )


def _centre(run: Readings, each: _End) -> Action:
    function, seen, wanted = each.function, each.seen or 0.0, each.wanted
    channel = getattr(run.setup.transmitter.channels, function)
    base = f"transmitter.channels.{function}"
    trims = {
        "sub-trim": (f"{base}.subtrim_pct", channel.subtrim_pct),
        "trim": (f"{base}.trim_pct", channel.trim_pct),
    }
    set_ = {name: path for name, (path, value) in trims.items() if value}
    if set_:
        return Action(
            key=f"centre.{function}",
            text=f"Take the {function} channel's {' and '.join(set_)} out.",
            device="transmitter",
            changes=tuple(Change(path, 0.0) for path in set_.values()),
            keys=tuple(f"{function}.{end}" for end, _ in _ENDS),
        )
    text = (
        f"The {function} rests at {seen:+.0f} %, not {wanted:+.0f}: take its trim out at the "
        "transmitter, then read it again. The unit reads a trim as a held stick."
    )
    return Action(key=f"centre.{function}", text=text, device="transmitter")


def _spares(run: Readings, key: str, path: str) -> bool:
    """A function's arrival rests on its own channel, each end on that side's travel and limit, by
    the sign of what arrives; the middle on neither."""
    if not path.startswith("transmitter.channels."):
        return False
    function, _, end = key.removeprefix(LOOK).partition(".")
    if key == "throttle":
        return path.split(".")[2] != "throttle"
    if path.split(".")[2] != function:
        return True
    side = _SIDED.search(path)
    if key.startswith(LOOK):
        # How a radio takes its travel rests on no travel; a limit may have been what held it.
        return side is not None and ".travel_" in path
    if side is None or seen_dead(run, "arrival", key):
        return False
    read = run.all("arrival", key)
    return end == "centre" or not read or side[1] != ("high" if read[-1].value >= 0 else "low")  # type: ignore[operator]


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if isinstance(ask, Choice) and ask.probe is not None and ask.probe.change is not None:
        reads = ask.probe.read
        return goes(bench, lambda other: _shown(other, reads), raising(ask.probe.change))
    if ask.key in {key for key, *_ in _OTHERS}:
        return True
    return _shown(bench, ask)


def _shown(bench: SimulatedHelicopter, ask: Ask) -> float:
    function, _, end = ask.key.partition(".")
    stick = STICK.get(end)
    if function not in FUNCTIONS or stick is None:
        raise not_simulated(ask.key)
    bench.move_sticks(**{function: stick})
    return bench.read_arrival(function)


STEP = Step(
    name="arrival",
    number=3,
    title="Link and arrival",
    why="Full stick must arrive at the unit as exactly 100 %; direction first, ends after.",
    rests_on=("model_memory",),
    here=lambda arrangement: arrangement.shows_functions,
    absent="The transmitter mixes: no unit shows what arrives of each function.",
    cautions=(MOTOR_OFF,),
    spares=_spares,
    repeats=_REPEATS_PCT,
    advise=_advise,
    simulate=_simulate,
)
