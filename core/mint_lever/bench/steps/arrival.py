"""Step 3: link and arrival. Direction first, then the ends, until the unit shows ±100 %.

F26 (common practice, no source): new travel = old travel × 100 / seen, a straight line.
"""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS, Function
from mint_lever.bench.advice import Action, Advice, Ask, Ruler
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import worst
from mint_lever.measure.verdict import Band, Word, judge
from mint_lever.procedure.steps import StepName
from mint_lever.setup.edit import Change
from mint_lever.transmitter.shaping import shape

_ENDS = (("low", -100.0), ("centre", 0.0), ("high", 100.0))
_WAY = {
    "collective": ("stick low", "stick middle", "stick high"),
    "aileron": ("stick left", "stick centred", "stick right"),
    "elevator": ("stick back", "stick centred", "stick forward"),
    "rudder": ("stick left", "stick centred", "stick right"),
}
# The step that proves a function's direction at the swash, whatever the unit shows.
_PROVEN_BY: dict[Function, StepName] = {
    "collective": "together",
    "aileron": "tilts",
    "elevator": "tilts",
}


def arrival(run: BenchRun) -> Advice:
    """Advise on what the unit shows for every function at both ends and the centre."""
    asks: list[Ask] = []
    actions: list[Action] = []
    rulers: list[Ruler] = []
    turned = [f for f in FUNCTIONS if _against(run, f)]
    for function in FUNCTIONS:
        shown = {end: run.mean("arrival", f"{function}.{end}") for end, _ in _ENDS}
        for (end, percent), place in zip(_ENDS, _WAY[function], strict=True):
            key = f"{function}.{end}"
            sticks = tuple(percent if f == function else 0.0 for f in FUNCTIONS[:3])
            value, wanted = shown[end], _wanted(run, function, percent)
            band = _band(end, wanted)
            word = _word(value, end, band, function in turned)
            asks.append(
                Ask(
                    key=key,
                    label=f"{function.capitalize()}, {place}",
                    kind="number",
                    hint=f"What the unit shows for this function; {abs(wanted):.0f} % is right.",
                    unit="%",
                    low=-150.0,
                    high=150.0,
                    nudge=1.0,
                    sticks=(sticks[0], sticks[1], sticks[2]),
                    answer=run.answer("arrival", key),
                    word=word,
                )
            )
            if value is not None and function not in turned and word != "in":
                actions.append(_set_end(run, function, end, value, wanted, word == "out"))
            marks = run.marks("arrival", key)
            if marks and word != "in":
                side = abs if end != "centre" else float
                marks = tuple(type(m)(side(m.value), m.moment, m.holds) for m in marks)
                rulers.append(Ruler(label=f"{function}, {place}", unit="%", band=band, marks=marks))
    if turned:
        actions = [_turn(run, function) for function in turned]
    words = [ask.word for ask in asks]
    nothing = all(ask.answer is None for ask in asks)
    outcome = None if nothing else worst(words)
    return Advice(
        step="arrival",
        do=(
            "Bind the receiver. With a serial link, choose its protocol and port at both ends.",
            "Open the unit's own display of what arrives.",
            "Move one stick at a time to its ends and its middle.",
        ),
        asks=tuple(asks),
        summary=_summary(turned, actions, outcome),
        actions=tuple(action for action in actions if action.changes),
        rulers=tuple(rulers),
        outcome=outcome,
    )


def _summary(turned: list[Function], actions: list[Action], outcome: str | None) -> str:
    if turned:
        return "A direction is wrong. Direction first: left and right swap with it."
    stuck = [a for a in actions if not a.changes]
    if stuck:
        return stuck[0].text
    if outcome in ("good", "workable"):
        return "Every function arrives in full."
    return "Full stick must arrive in full: 100 % with straight curves and full rates."


def _wanted(run: BenchRun, function: Function, stick_pct: float) -> float:
    """What should arrive (percent, sign apart): full stick as curve and rates shape it."""
    mode = run.chain.mode(run.mode)
    return float(shape(function, np.array([stick_pct]), mode)[0])


def _band(end: str, wanted: float) -> Band:
    if end == "centre":
        return Band.around(wanted, 0.5, 1.0)
    return Band.around(abs(wanted), 0.5, 1.5)


def _word(value: float | None, end: str, band: Band, turned: bool) -> Word | None:
    if value is None:
        return None
    if turned:
        return "out"
    return judge(value if end == "centre" else abs(value), band, 0.0)


def _against(run: BenchRun, function: Function) -> bool:
    """Whether a function arrives the other way and the swash has not proven that right."""
    low = run.mean("arrival", f"{function}.low")
    high = run.mean("arrival", f"{function}.high")
    wrong = (high is not None and high < 0) or (low is not None and low > 0)
    if not wrong:
        return False
    proof = _PROVEN_BY.get(function)
    return not ((proof is not None and run.done(proof)) or _turned_for_the_swash(run, function))


def _turned_for_the_swash(run: BenchRun, function: Function) -> bool:
    """Whether the channel was last turned round because the swash went the wrong way: what the
    blades do has the last word over what the unit's display says."""
    path = f"transmitter.channels.{function}.reversed"
    turning = [event for event in run.events if path in event.changed]
    return bool(turning) and turning[-1].step in ("together", "tilts")


def _turn(run: BenchRun, function: Function) -> Action:
    channel = getattr(run.setup.transmitter.channels, function)
    keys = tuple(f"{function}.{end}" for end, _ in _ENDS)
    return Action(
        key=f"turn.{function}",
        text=f"Reverse the {function} channel.",
        expect="The unit then shows the stick's own direction; read its ends again.",
        device="transmitter",
        changes=(Change(f"transmitter.channels.{function}.reversed", not channel.reversed),),
        keys=keys,
    )


def _set_end(
    run: BenchRun, function: Function, end: str, seen: float, wanted: float, needed: bool
) -> Action:
    channel = getattr(run.setup.transmitter.channels, function)
    base = f"transmitter.channels.{function}"
    if end == "centre":
        trims = {
            "sub-trim": (f"{base}.subtrim_pct", channel.subtrim_pct),
            "trim": (f"{base}.trim_pct", channel.trim_pct),
        }
        set_ = {name: path for name, (path, value) in trims.items() if value}
        if set_:
            text = f"Take the {function} channel's {' and '.join(set_)} out."
            change = tuple(Change(path, 0.0) for path in set_.values())
            keys = tuple(f"{function}.{each}" for each, _ in _ENDS)
            return Action(
                key=f"centre.{function}", text=text, device="transmitter", changes=change, keys=keys
            )
        text = (
            f"The {function} rests at {seen:+.0f} %, not {wanted:+.0f}: take its trim out at the "
            "transmitter, then read it again. The unit reads a trim as a held stick."
        )
        return Action(key=f"centre.{function}", text=text, device="transmitter")
    # Travel works after reversing, by the sign of what is sent.
    side = "high" if seen >= 0 else "low"
    old = getattr(channel, f"travel_{side}_pct")
    step = run.setup.transmitter.travel_step_pct
    exact = old * abs(wanted) / max(abs(seen), 1.0)
    new = float(min(max(round(round(exact / step) * step, 3), 0), 150))
    after = abs(seen) * new / max(old, 1.0)
    label = "above" if side == "high" else "below"
    if new == old:
        text = (
            f"{function.capitalize()}: {abs(seen):g} % is as near as this radio's steps of "
            f"{step:g} % come."
        )
        return Action(key=f"end.{function}.{end}", text=text, device="transmitter")
    return Action(
        key=f"end.{function}.{end}",
        text=f"Set the {function} channel's travel {label} centre from {old:g} to {new:g} %.",
        expect=f"The unit should then show {after:.1f} %, {after - abs(wanted):+.1f} % off.",
        device="transmitter",
        changes=(Change(f"{base}.travel_{side}_pct", new),),
        keys=(f"{function}.{end}",),
        needed=needed,
    )
