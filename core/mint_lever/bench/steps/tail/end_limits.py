"""Step 14, part 8: the tail's end limits, each side by itself."""

from __future__ import annotations

from dataclasses import dataclass
from math import floor
from typing import Literal

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Slide
from mint_lever.bench.engine.change_effects import Aspect
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.tail_part import NUMBER, PROPULSION, UNDESCRIBED, tail_of
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.tail_bands import GAP_MM, UNEQUAL
from mint_lever.measure.verdict import VerdictWord, judge
from mint_lever.model.chain.control_chain import Signals
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.chain.tail_path import tail_path
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.slider_limits import just_clear
from mint_lever.model.tail.tail_linkage import TailLinkage
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.number_kinds import USUAL_LIMIT
from mint_lever.setup.parts.tail import Tail

NAME = "tail_limits"
Side = Literal["left", "right"]
_FIRST = ("tail_square", "tail_stick", "tail_offset")
"""What moves the slider's middle or turns it round: no limit is set before."""
_FULL = 0.98
"""A stick that sends less than this of the rudder stops short of where the gyro goes."""
_SIDES: tuple[Side, Side] = ("left", "right")
_ROD: Aspect = "tail_rod"
_LOWER_PCT, _RAISE_PCT, _LEAST_PCT = 10.0, 10.0, 10.0
_SURE_PCT = 3.0
"""Less than this below the limit that touches, the figure written down is not believed."""


@dataclass(frozen=True)
class _End:
    """Full stick to one side on the tail as it is described: where its slider goes."""

    slider_mm: float
    rest_mm: float
    at_full_mm: float
    """Where the gyro itself can take it, whatever the stick sends."""

    @property
    def way(self) -> int:
        return 1 if self.slider_mm > self.rest_mm else -1


def _advise(run: Readings) -> Advice:
    ends = run.memo("tail ends", lambda: {side: _end(run, side) for side in _SIDES})
    gaps = {side: run.mean(NAME, _key(run, side)) for side in _SIDES}
    asks, actions, kept = [], [], []
    for side in _SIDES:
        gap, word = gaps[side], None
        if gap is not None:
            word = _word(_at_full(gap, ends[side]))
            action, why = _set_limit(run, side, gap, ends[side], word)
            if action is not None and word == "in":
                word = "out"
            if action is None and word == "out" and gap > 0:
                # No limit helps: it is as far as this horn goes.
                word = "workable"
            actions += [action] if action is not None else []
            kept += [why] if why else []
        asks.append(_ask(run, side, word))
    waits = [run.rules_of[name].title for name in _FIRST if not run.done(name)]
    if not _arrived(run):
        waits.insert(0, run.rules_of["arrival"].title)
    if _binds_and_short(gaps) and not waits and not _rod_looked_at(run):
        actions = [_look_at_rod()]
    if waits:
        actions = []
    outcome = worst(ask.word for ask in asks) if any(g is not None for g in gaps.values()) else None
    if tail_of(run) is None and outcome != "good":
        kept.append(f"{UNDESCRIBED}, one reading of each side gives its figure.")
    return Advice(
        step=NAME,
        do=_BY_GYRO if any(_by_gyro(run, side) for side in _SIDES) else _BY_STICK,
        asks=tuple(asks),
        summary=f"First: {', '.join(waits)}. A limit set before that is set twice."
        if waits and outcome not in ("good", None)
        else _summary(gaps, ends, kept, outcome, _rod_looked_at(run)),
        actions=tuple(actions),
        outcome=outcome,
        slide=_slide(run, ends, gaps),
    )


_BY_STICK = (
    "Gyro in rate mode, throttle hold on or motor unplugged: limits shown in heading hold "
    "are wrong, for the servo was driven to an end.",
    "Stick slowly one way until the slider almost touches; stop, hold it still for a "
    "second. Then the other way.",
    "Full stick both ways afterwards: no groan, no binding.",
)
_BY_GYRO = (
    "Full stick sends less than all of the rudder: the stick stops before the gyro does.",
    "Heading hold, for this look alone: turn the nose by hand, one way and on, until the slider "
    "stands still at its end. Set no limit meanwhile.",
    "Read the gap there. Then back to rate mode, and the other way.",
)


def _by_gyro(run: Readings, side: Side) -> bool:
    """Whether the end is looked at as the gyro drives it: the stick stops short of it, and nothing
    that is described says how far the gyro goes."""
    return tail_of(run) is None and _sent_share(run, side) < _FULL


def _sent_share(run: Readings, side: Side) -> float:
    """How much of the rudder full stick to a side commands (0…1): as it was seen to arrive or,
    where nothing shows it, as it is sent."""
    seen = _seen_to_arrive(run, "high" if side == "right" else "low")
    if seen is not None and run.setup.arranged.shows_functions:
        return seen
    sent = _sent(run, [100.0 if side == "right" else -100.0])
    pct = float(sent.channel.limited_pct[FUNCTIONS.index("rudder"), 0])
    return min(abs(pct) / 100.0, 1.0)


def _arrived(run: Readings) -> bool:
    """Whether it was seen how much of the rudder arrives, where a unit shows it: a stick that is
    short there stops short of the limit."""
    if not run.setup.arranged.shows_functions or run.done("arrival"):
        return True
    return None not in (_seen_to_arrive(run, "low"), _seen_to_arrive(run, "high"))


def _seen_to_arrive(run: Readings, end: str) -> float | None:
    """The share of the rudder (0…1) that was seen to arrive at an end of its stick; None where that
    was not read, or its channel is another since. Turning it round changes no share."""
    now = run.setup.transmitter.channels.rudder
    for entry in reversed(run.all("arrival", f"rudder.{end}")):
        then = entry.setup.transmitter.channels.rudder
        if then.model_copy(update={"reversed": now.reversed}) == now:
            return min(abs(figure(entry)) / 100.0, 1.0)
    return None


def _binds_and_short(gaps: dict[Side, float | None]) -> bool:
    read = [gap for gap in gaps.values() if gap is not None]
    return len(read) == 2 and min(read) <= 0 and max(read) > GAP_MM.workable_high


def _rod_looked_at(run: Readings) -> bool:
    """Whether the push rod was looked at for it, since anybody else worked on it."""
    looks = [
        event.sequence for event in run.by_hand if event.step == NAME and _ROD in event.aspects
    ]
    return bool(looks) and not run.work_undoing({"tail_offset"}, looks[-1], but_of="tail_offset")


def _look_at_rod() -> Action:
    return Action(
        key="rod.first",
        text="Look at the push rod first: read the pitch at centre again, and turn the rod until "
        "it is right.",
        expect="Then both limits anew; they are set only when that is right.",
        device="helicopter",
        aspects=(_ROD,),
    )


def _key(run: Readings, side: Side) -> str:
    return f"gyro_{side}" if _by_gyro(run, side) else f"gap_{side}"


def _ask(run: Readings, side: Side, word: VerdictWord | None) -> Number:
    key, hint = _key(run, side), "The gap in millimetres; 0 where it touches, hums or binds."
    label = f"Full {side} stick: slider to its contact"
    if _by_gyro(run, side):
        label = f"Driven by the gyro as for {side} stick: slider to its contact"
    return Number(
        key=key,
        label=label,
        hint=hint,
        unit="mm",
        low=0.0,
        high=40.0,
        answer=run.answer(NAME, key),
        word=word,
    )


def _word(gap_mm: float) -> VerdictWord:
    return "out" if gap_mm <= 0 else judge(gap_mm, GAP_MM, 0.0)


def _at_full(gap_mm: float, end: _End | None) -> float:
    """The gap that is left where the gyro goes all its way, further than this stick."""
    if end is None or gap_mm <= 0:
        return gap_mm
    more = end.way * (end.at_full_mm - end.slider_mm)
    return gap_mm - max(more, 0.0) if more > 0.05 else gap_mm


def _end(run: Readings, side: Side) -> _End | None:
    """None while no tail is described, or where its rod does not reach."""
    tail = tail_of(run)
    if tail is None:
        return None
    full = 100.0 if side == "right" else -100.0
    sent = _sent(run, [full, 0.0])
    found = tail_path(run.chain, sent)
    if found is None or not bool(found.pose.rod_reaches.all()):
        return None
    output = TailOutput(run.setup.tail_box, tail.servo)
    at_full = TailLinkage(tail).pose(output.horn_for(_u(run, side)))
    slider, rest = found.pose.slider_mm
    return _End(float(slider), float(rest), float(at_full.slider_mm))


def _sent(run: Readings, rudder_pct: list[float]) -> Signals:
    return run.chain.signals(run.chain.shaped(Sticks.at(rudder=rudder_pct), run.mode), run.mode)


def _u(run: Readings, side: Side) -> int:
    """The sign of what the unit or gyro reads at full stick to a side."""
    return run.memo(f"tail command {side}", lambda: _command(run, side))


def _command(run: Readings, side: Side) -> int:
    full = 100.0 if side == "right" else -100.0
    sent = _sent(run, [full])
    u = float(sent.channel.limited_pct[FUNCTIONS.index("rudder"), 0])
    seen = run.unit_way("rudder") * (1 if side == "right" else -1)
    return int(np.sign(u)) if u and run.mean("arrival", "rudder.high") is None else seen


def _limit(run: Readings, side: Side) -> str:
    """The limit that full stick to a side runs into: left and right are the command's sides."""
    return "limit_right_pct" if _u(run, side) > 0 else "limit_left_pct"


def _limit_then(run: Readings, side: Side) -> str:
    """The limit a side's stick ran into when its gap was read: the channel may be turned since."""
    read = run.all(NAME, _key(run, side))
    turned = [
        setup.transmitter.channels.rudder.reversed
        for setup in (run.setup, *(entry.setup for entry in read[-1:]))
    ]
    now = _limit(run, side)
    if turned[0] == turned[-1]:
        return now
    return "limit_left_pct" if now == "limit_right_pct" else "limit_right_pct"


def _set_limit(
    run: Readings, side: Side, gap: float, end: _End | None, word: VerdictWord
) -> tuple[Action | None, str]:
    """The next figure for one side; nothing, and why, where none would help."""
    name = _limit(run, side)
    old, tail = getattr(run.setup.tail_box, name), tail_of(run)
    changes, why = [], ""
    if end is None or tail is None:
        new = old - _LOWER_PCT if gap <= 0 else old + (_RAISE_PCT if word == "out" else 3.0)
    else:
        found = tail
        if gap > 0:
            found, contact = _contact_found(tail, end, gap)
            changes.append(contact)
        clear = just_clear(found, run.setup.tail_box, "right" if _u(run, side) > 0 else "left")
        why = f"Full {side}: {clear.why_none}." if clear.percent is None else ""
        if gap > 0:
            new = old if clear.percent is None else float(floor(clear.percent))
        else:
            sure = clear.percent is not None and clear.percent <= old - _SURE_PCT
            new = float(floor(clear.percent or 0.0)) if sure else old - _LOWER_PCT
            # A computed figure below any usual one rests on contacts nobody has met yet.
            new = max(new, USUAL_LIMIT[0]) if old > USUAL_LIMIT[0] else new
    most = max(old, USUAL_LIMIT[1])
    if new > most:
        why = (
            f"Full {side}: {most:g} % is as far as a limit usually goes; a longer horn, or a hole "
            "further out, uses the rest of the way."
        )
    new = min(max(new, 0.0), most)
    # Less than any sound tail asks for is not kept where there is room for more.
    cramped = old < USUAL_LIMIT[0] <= new
    if (word == "in" and not cramped) or new == old or (gap > 0 and abs(new - old) < 1):
        return None, why
    if new < _LEAST_PCT:
        return _recentre(side), why
    action = Action(
        key=f"limit.{side}",
        text=f"Set the tail limit for {side} stick from {old:g} to {new:g} %.",
        expect="Expect the slider just short of its contact, about 0.3 mm."
        if end is not None
        else "Then full stick that way again.",
        changes=(Change(f"unit.tail.{name}", new), *changes),
        keys=(_key(run, side),),
        needed=cramped or word == "out",
        together="limits",
    )
    return action, why


def _contact_found(tail: Tail, end: _End, gap: float) -> tuple[Tail, Change]:
    """The tail with the contact where the gap shows it to be, and that as a change."""
    at = max(end.way * end.slider_mm + gap, 0.0)
    name = "plus_mm" if end.way > 0 else "minus_mm"
    slider = tail.slider.model_copy(update={name: at})
    return tail.model_copy(update={"slider": slider}), Change(
        f"airframe.tail.slider.{name}", round(at, 2)
    )


def _recentre(side: Side) -> Action:
    return Action(
        key=f"rod.{side}",
        text=f"No limit helps for {side} stick: recentre the push rod, or take another horn hole.",
        expect="Then the pitch at centre, and both limits, anew.",
        device="helicopter",
        aspects=(_ROD,),
    )


def _summary(
    gaps: dict[Side, float | None],
    ends: dict[Side, _End | None],
    kept: list[str],
    outcome: str | None,
    looked: bool,
) -> str:
    said = []
    if _binds_and_short(gaps) and looked:
        said.append("The push rod is right: each side gets the limit that its contact asks for.")
    elif _binds_and_short(gaps):
        said.append(
            "One side binds while the other is short: look at the push rod first. Never trade one "
            "side for the other."
        )
    elif outcome in ("good", "workable"):
        said.append("Both sides stop just short of their contacts.")
    ways = [abs(end.at_full_mm - end.rest_mm) for end in ends.values() if end is not None]
    if len(ways) == 2 and min(ways) < (1 - UNEQUAL) * max(ways):
        left, right = ways
        said.append(
            f"The slider goes {left:.1f} mm for left and {right:.1f} mm for right. They "
            "are unequal: look at push rod and horn."
        )
    if any(_short(end) for end in ends.values()):
        said.append(
            "Full stick sends less than all of the rudder here, and the gyro goes further than the "
            "stick: the gap is judged where the gyro stops."
        )
    return " ".join([*said, *kept])


def _short(end: _End | None) -> bool:
    return end is not None and abs(end.at_full_mm - end.slider_mm) > 0.05


def _slide(
    run: Readings, ends: dict[Side, _End | None], gaps: dict[Side, float | None]
) -> Slide | None:
    tail, left, right = tail_of(run), ends["left"], ends["right"]
    if tail is None or left is None or right is None:
        return None
    stops = left.at_full_mm, right.at_full_mm
    return Slide(
        minus_mm=tail.slider.minus_mm,
        plus_mm=tail.slider.plus_mm,
        rest_mm=left.rest_mm,
        left_mm=left.slider_mm,
        right_mm=right.slider_mm,
        gap_left_mm=gaps["left"],
        gap_right_mm=gaps["right"],
        gyro_mm=(min(stops), max(stops)) if _short(left) or _short(right) else None,
        used_mm=abs(right.slider_mm - left.slider_mm),
        way_mm=tail.slider.minus_mm + tail.slider.plus_mm,
    )


def _spares(run: Readings, key: str, path: str) -> bool:
    """A side's gap rests on its own limit and contact. Which way round the channel works decides
    which stick it is, not where the slider stops."""
    side: Side = "left" if key.endswith("left") else "right"
    if path.startswith("unit.tail.limit_"):
        return path != f"unit.tail.{_limit_then(run, side)}"
    if path.startswith("airframe.tail.slider."):
        end = run.memo(f"tail end {side}", lambda: _end(run, side))
        return end is not None and path.endswith("minus_mm" if end.way > 0 else "plus_mm")
    if key.startswith("gyro_") and path.startswith("transmitter."):
        # The gyro goes as far, whatever the stick sends.
        return True
    return path == "transmitter.channels.rudder.reversed"


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key in ("gap_left", "gap_right"):
        return bench.tail.read_gap(ask.key.removeprefix("gap_"))
    if ask.key in ("gyro_left", "gyro_right"):
        return bench.tail.read_gap(ask.key.removeprefix("gyro_"), by_gyro=True)
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=8,
    title="Tail end limits",
    why="A slider that binds burns the servo; one that stops short makes the tail weak that way.",
    rests_on=("tail_offset",),
    spares=_spares,
    repeats=0.1,
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
