"""Step 8: level the swash at mid stick by links, at both ends by trims or servo travel."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Annotated, Literal

import numpy as np

from mint_lever.axes import Array, Function
from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Cell,
    Choice,
    Number,
    Ruler,
    Work,
)
from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.simulate.trial_change import goes, raising
from mint_lever.bench.steps.shared.level_by_travel import (
    End,
    level_by_travel,
    side_is_known,
    travel_side,
)
from mint_lever.bench.steps.shared.level_in_range import back_into_range
from mint_lever.bench.steps.shared.link_kind import link_questions
from mint_lever.bench.steps.shared.prediction_check import (
    LOOK,
    Doubt,
    Lever,
    doubt,
    first_look,
    predicted,
    predicting,
    strays,
    way,
)
from mint_lever.bench.wording.number_text import degrees, turns, word_for, worst
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.devices.dials import collective
from mint_lever.measure.swash_level import level_turns, tilt_of_a_step
from mint_lever.measure.verdict import Band, VerdictWord
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

LEVEL = Band.around(0.0, 0.3, 0.5)
Place = Literal["mid", "low", "high"]
_PLACES: tuple[tuple[Place, float], ...] = (("mid", 0.0), ("low", -100.0), ("high", 100.0))
_AXES: tuple[tuple[Literal["right", "forward"], str, Function], ...] = (
    ("right", "to the right", "aileron"),
    ("forward", "forward", "elevator"),
)
_WHICH_SIDE = (
    "Which side of a servo's travel is used at this end depends on the transmitter: try a side, "
    "look which way the reading goes, then set it."
)
_WORTH_DEG: Annotated[float, MEMORY] = 0.1
"""Links are turned only for more than this: a leveller reads no finer (from memory)."""
_AT_ENDS_DEG: Annotated[float, MEMORY] = 0.15
"""Two readings of one tilt, at mid and at an end, lie no further apart (from memory)."""
_BEYOND_DEG: Annotated[float, MEMORY] = 0.2
"""How far beyond the workable band half a step of coarse links may leave a tilt."""
_MOST_DEG: Annotated[float, MEMORY] = 0.77
"""So far off level both ways together is still workable with coarse links."""
_TOGETHER_DEG: Annotated[float, MEMORY] = 0.55
"""So far off level both ways together at an end is trimmed out where it can be: it grows with the
throw, which is set later."""
_OTHER_THROW: Annotated[float, MEMORY] = 1.4
"""From so many times the throw on, a tilt that was just workable is not."""
_MOVES_DEG_PER_PCT: Annotated[float, MEMORY] = 0.01
"""Trims that tilt no more than this for a percent move nothing."""
_REPEATS_DEG = 0.2
_USUAL_SPREAD_DEG = 0.1
_USUAL_READINGS: Annotated[int, MEMORY] = 4
"""A leveller's usual spread, and how many readings that is worth."""
_MOST_READ = 4
"""So often a tilt is read at most before it is said that nothing makes it squarer."""
_AGAIN: VerdictWord = "read again"
_PROBE_TURNS = 1.0
_PROBE_PCT = 5.0
_STICK_OF_END = {"low": -100.0, "high": 100.0}
_SIDE_OF_TRIM = {"low": -1, "high": 1}
_SERVO_TRAVEL = re.compile(r"transmitter\.servo_channels\.(\d+)\.travel_(low|high)_pct$")


@dataclass(frozen=True)
class _Spot:
    """One place of the collective as read: its two questions, the tilt, and what it doubts."""

    place: Place
    stick: float
    asks: tuple[Number, Number]
    tilt: tuple[float, float] | None
    levers: tuple[Lever, Lever] | None = None
    doubts: tuple[Doubt, ...] = ()


def _advise(run: Readings) -> Advice:
    """Advise on leveller readings: link turns at mid first, trims at the ends after."""
    asks: list[Ask] = []
    rulers: list[Ruler] = []
    actions: list[Action] = []
    doubts: list[Doubt] = []
    summary = "Level at mid stick first, by the links. Trims for the ends come after."
    middle_done = coarse = first = False
    left = (0.0, 0.0)  # what the links left at mid
    middle: list[Number] = []
    for place, stick in _PLACES:
        if place != "mid" and not middle_done:
            break
        spot = _spot(run, place, stick)
        doubts += spot.doubts
        again = {d.look.key.removeprefix(LOOK) for d in spot.doubts if d.verdict == "read again"}
        own = [
            replace(each, word="read again") if each.key in again else each for each in spot.asks
        ]
        asks += [*own, *(each.look for each in spot.doubts)]
        lands = None
        waits = any(each.verdict in ("look", "read again") for each in spot.doubts)
        if spot.tilt is not None and not waits:
            action, lands = _turn_links(run, spot) if place == "mid" else _trim(run, spot)
            if action is not None and (look := _look_first(run, spot)) is not None:
                asks.append(look)
                rulers += _rulers(run, place, None)
                summary, first = _WHICH_SIDE, True
                continue
            actions += [action] if action is not None else []
            if place != "mid" and action is not None and np.hypot(*spot.tilt) > _TOGETHER_DEG:
                own = [_not_enough(each) for each in own]
            allowed = _left_by_links(run, left, place)
            if action is None and _as_level(run, spot, allowed):
                own, coarse = [replace(each, word="workable") for each in own], True
            elif action is None:
                # Both readings once more, before it is said that nothing makes it squarer.
                own = [_once_more(run, each) for each in own]
                if any(ask.word == "out" for ask in own):
                    asks[: len(middle)] = [_once_more(run, each, beside=True) for each in middle]
            asks[-len(own) - len(spot.doubts) :] = [*own, *(d.look for d in spot.doubts)]
        rulers += _rulers(run, place, lands)
        if place == "mid":
            left, middle = spot.tilt or left, own
        if place == "mid" and not waits:
            middle_done = worst([ask.word for ask in own]) in ("good", "workable") and not actions
            # A swash half a turn cannot make any squarer is as level as its links allow.
            middle_done = middle_done or (spot.tilt is not None and not actions)
    read = [ask for ask in asks if isinstance(ask, Number)]
    outcome = None if all(ask.answer is None for ask in read) else worst(a.word for a in read)
    if outcome in ("good", "workable") and (not middle_done or len(read) < 6):
        outcome = "begun"
    if first:
        outcome = "begun"
    elif outcome in ("good", "workable"):
        summary = "Level over the whole collective."
        if actions:
            summary = "Level enough over the whole collective; this makes it better."
        if coarse:
            summary = (
                f"One step of these links tilts it by {_step_tilt(run):.1f}°, so this is as level "
                "as they go: workable. A turnbuckle or a finer thread would better it."
            )
    elif middle_done:
        summary = "Level at mid stick; now the ends."
    unsettled = [each for each in doubts if each.verdict == "look"]
    if unsettled:
        summary = unsettled[0].words
    elif outcome == "out" and not any(action.needed for action in actions):
        summary = _nothing_helps(run)
    return Advice(
        step="level",
        do=(
            *kept_still(run),
            "Fit the leveller on the main shaft.",
            "If the unit only holds the servos while one is selected, leave it selected.",
            "Read the tilt: right side down is +, front down is +.",
        ),
        asks=(*asks, *link_questions(run, "swash")),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome="begun" if unsettled else outcome,
    )


def _spot(run: Readings, place: Place, stick: float) -> _Spot:
    asks, values = [], []
    for axis, side, _ in _AXES:
        key = f"{place}.{axis}"
        value = run.mean("level", key)
        values.append(value)
        counted = run.counted("level", key)
        word = None if value is None else word_for(value, LEVEL, len(counted))
        if counted and stick and _of_other_throw(run, counted[-1], stick):
            word, values[-1] = "read again", None
        asks.append(
            Number(
                key=key,
                label=f"Collective {place}: tilt {side}",
                unit="°",
                low=-20.0,
                high=20.0,
                sticks=(stick, 0.0, 0.0),
                answer=run.answer("level", key),
                word=word,
                cell=Cell("Tilt of the swash, °", f"Collective {place}", f"tilt {side}"),
                by_gaps=(f"{place}.right", f"{place}.forward"),
            )
        )
    both = (asks[0], asks[1])
    if values[0] is None or values[1] is None:
        return _Spot(place, stick, both, None)
    spot = _Spot(place, stick, both, (values[0], values[1]))
    if not any(strays(run, "level", ask.key) for ask in both):
        return spot  # what moves the tilts costs a search, and nothing of them is in doubt
    levers = _levers(run, spot)
    doubtful = [doubt(run, "level", lever) for lever in levers]
    return replace(spot, levers=levers, doubts=tuple(d for d in doubtful if d is not None))


def _of_other_throw(run: Readings, entry: Entry, stick: float) -> bool:
    """Whether an end was read at quite another collective figure: what tilts it there grows with
    the throw, what trims it does not."""
    above = run.unit_side(stick) > 0
    then, now = (collective(setup, above).value for setup in (entry.setup, run.setup))
    return max(then, now) > _OTHER_THROW * min(then, now)


def _levers(run: Readings, spot: _Spot) -> tuple[Lever, Lever]:
    """What moves the tilt each way, and the little change that would show it."""
    if spot.place == "mid":
        return _link_lever(run, spot, 0), _link_lever(run, spot, 1)
    if run.setup.mixing_unit is not None:
        return _trim_lever(run, spot, 0), _trim_lever(run, spot, 1)
    end = End(run, spot.stick)
    return _travel_lever(run, spot, end, 0), _travel_lever(run, spot, end, 1)


def _link_lever(run: Readings, spot: _Spot, axis: int) -> Lever:
    balls = run.setup.airframe.swash.balls
    thread = run.setup.airframe.swash_turn_mm
    # A longer link lifts its ball: the side it stands on rises, which is a tilt the other way.
    tilts = level_turns(balls, float(axis == 0), float(axis == 1), thread).turns
    servo = int(np.argmax(np.abs(tilts)))
    return Lever(
        raised=f"Turn servo {servo + 1}'s link one turn longer",
        reads=spot.asks[axis],
        rises=-1 if tilts[servo] > 0 else 1,
        work=Work("turn_swash_link", servo, _PROBE_TURNS),
    )


def _trim_lever(run: Readings, spot: _Spot, axis: int) -> Lever:
    above = run.unit_side(spot.stick)
    name = "high" if above > 0 else "low"
    function = _AXES[axis][2]
    unit = run.setup.mixing_unit
    assert unit is not None  # only where the unit mixes
    now = getattr(getattr(unit.level_trim, name), f"{function}_pct")
    slope = float(_tilt_per_trim(run, above)[axis, axis])
    return Lever(
        raised=f"Raise the unit's collective-to-{function} trim of that end",
        reads=spot.asks[axis],
        rises=1 if slope > 0 else -1,
        change=Change(f"unit.level_trim.{name}.{function}_pct", min(now + _PROBE_PCT, 100.0)),
    )


def _travel_lever(run: Readings, spot: _Spot, end: End, axis: int) -> Lever:
    servo = int(np.argmax(np.abs(end.slope[axis])))
    side = travel_side(run, servo, spot.stick)
    channels = run.setup.transmitter.servo_channels or []
    now = getattr(channels[servo], f"travel_{side}_pct")
    where = "above" if side == "high" else "below"
    return Lever(
        raised=f"Raise servo {servo + 1}'s travel {where} centre",
        reads=spot.asks[axis],
        rises=1 if end.slope[axis, servo] > 0 else -1,
        change=Change(
            f"transmitter.servo_channels.{servo}.travel_{side}_pct", min(now + _PROBE_PCT, 150.0)
        ),
    )


def _look_first(run: Readings, spot: _Spot) -> Choice | None:
    """The look that says which side of a servo's travel works at this end, where nobody knows."""
    if spot.place == "mid" or run.setup.mixing_unit is not None or side_is_known(run):
        return None
    tilt = spot.tilt or (0.0, 0.0)
    return first_look(_levers(run, spot)[int(abs(tilt[1]) > abs(tilt[0]))])


def _ways(run: Readings, spot: _Spot) -> Array:
    """How each tilt was seen to follow: 1 as the model has it, −1 the other way, 0 not at all."""
    if not any(run.held("level", f"{LOOK}{ask.key}") for ask in spot.asks):
        return np.ones(2)  # nobody looked: no lever need be made to say so
    levers = spot.levers or _levers(run, spot)
    return np.array([way(run, "level", lever) for lever in levers], dtype=float)


def _rulers(run: Readings, place: str, lands: tuple[float, float] | None) -> list[Ruler]:
    rulers = []
    for index, (axis, _, _) in enumerate(_AXES):
        marks = run.marks("level", f"{place}.{axis}")
        if marks:
            rulers.append(
                Ruler(
                    label=f"{place}, tilt {axis}",
                    unit="°",
                    band=LEVEL,
                    marks=marks,
                    predicted=None if lands is None else lands[index],
                )
            )
    return rulers


def _step_tilt(run: Readings) -> float:
    airframe = run.setup.airframe
    swash = airframe.swash
    return run.memo(
        "step tilt",
        lambda: tilt_of_a_step(swash.balls, airframe.swash_turn_mm, swash.step_turns),
    )


def _left_by_links(run: Readings, at_mid: tuple[float, float], place: Place) -> float:
    """How far off each way a tilt may be read that no link and no trim makes less, within reason:
    half a step of the links, or what they left at mid stick, as a leveller reads both."""
    half, mid = _step_tilt(run) / 2, max(map(abs, at_mid))
    both = 0.0 if place == "mid" else _noise_of_both(run, place)
    least = max(LEVEL.workable_high, half + _WORTH_DEG, mid + max(_AT_ENDS_DEG, both))
    # What the leveller's own noise adds to the furthest is known once it was read again.
    return min(least, LEVEL.workable_high + _BEYOND_DEG + max(both - _AT_ENDS_DEG, 0.0) / 2)


def _noise_of_both(run: Readings, place: Place) -> float:
    """How far apart (deg) noise alone puts the readings at mid and at an end: two standard
    deviations of their difference, as the leveller was seen to repeat."""
    spread = run.memo("leveller spread", lambda: _spread(run))
    counts = [
        max(1, min(len(run.counted("level", f"{each}.{axis}")) for axis, *_ in _AXES))
        for each in ("mid", place)
    ]
    return float(2.0 * spread * np.sqrt(sum(1.0 / count for count in counts)))


def _spread(run: Readings) -> float:
    """The standard deviation (deg) of one leveller reading: of those taken again with nothing
    changed between, with what is usual counting as some readings more."""
    squares, free = _USUAL_READINGS * _USUAL_SPREAD_DEG**2, float(_USUAL_READINGS)
    for place, _ in _PLACES:
        for axis, *_rest in _AXES:
            values = [figure(entry) for entry in run.held("level", f"{place}.{axis}")]
            squares += len(values) * float(np.var(values)) if values else 0.0
            free += max(len(values) - 1, 0)
    return float(np.sqrt(squares / free))


def _as_level(run: Readings, spot: _Spot, allowed: float) -> bool:
    """Whether a tilt beyond the workable band is within what is allowed of it.

    By every reading that holds: where a leveller scatters, the newest says least.
    """
    held = [[figure(e) for e in run.held("level", ask.key)] for ask in spot.asks]
    tilt = [float(np.mean(values)) for values in held if values]
    near = max(map(abs, tilt)) <= allowed + 1e-9 and np.hypot.reduce(tilt) <= _MOST_DEG
    return bool(near) and max(map(abs, spot.tilt or (0.0, 0.0))) > LEVEL.workable_high


def _nothing_helps(run: Readings) -> str:
    tilts = [run.mean("level", f"mid.{axis}") or 0.0 for axis, *_ in _AXES]
    step = _step_tilt(run)
    if max(map(abs, tilts)) <= step / 2 + _WORTH_DEG:
        return (
            f"One step of these links tilts it by {step:.1f}°: none makes this squarer. It takes a "
            "turnbuckle or a finer thread."
        )
    return "No link turn or trim makes this squarer: look for a bent or wrong link."


def _not_enough(ask: Number) -> Number:
    return replace(ask, word="out") if ask.word == "workable" else ask


def _once_more(run: Readings, ask: Number, beside: bool = False) -> Number:
    """Ask for a reading again; ``beside`` for one that is not out itself."""
    once = len(run.held("level", ask.key)) < _MOST_READ
    return replace(ask, word=_AGAIN) if once and (beside or ask.word == "out") else ask


def _turn_links(run: Readings, spot: _Spot) -> tuple[Action | None, tuple[float, float] | None]:
    tilt = spot.tilt or (0.0, 0.0)
    signs = _ways(run, spot)
    balls = run.setup.airframe.swash.balls
    asked = (tilt[0] * signs[0], tilt[1] * signs[1])
    airframe = run.setup.airframe
    advice = level_turns(balls, *asked, airframe.swash_turn_mm, airframe.swash.step_turns)
    left = (advice.left_right_deg * signs[0], advice.left_forward_deg * signs[1])
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
    return _expecting(action, spot, left), left


def _expecting(action: Action, spot: _Spot, left: tuple[float, float]) -> Action:
    tilt = spot.tilt or (0.0, 0.0)
    return predicting(
        action,
        *(
            predicted(ask.key, before, after, _REPEATS_DEG)
            for ask, before, after in zip(spot.asks, tilt, left, strict=True)
        ),
    )


def _trim(run: Readings, spot: _Spot) -> tuple[Action | None, tuple[float, float] | None]:
    """What takes a tilt out at one end: the unit's trims of that side, or the servos' travel."""
    tilt, unit = spot.tilt or (0.0, 0.0), run.setup.mixing_unit
    if max(map(abs, tilt)) <= LEVEL.high:
        return None, None
    signs = _ways(run, spot)
    if unit is None:
        action, lands = level_by_travel(End(run, spot.stick), spot.place, tilt, signs)
        return (None if action is None else _expecting(action, spot, lands or tilt)), lands
    above = run.unit_side(spot.stick)
    name = "high" if above > 0 else "low"
    side = getattr(unit.level_trim, name)
    slope = _tilt_per_trim(run, above) * signs[:, None]
    if not np.abs(slope).max() > _MOVES_DEG_PER_PCT:
        return back_into_range(run, spot.stick, spot.asks), None
    more, *_ = np.linalg.lstsq(slope, -np.asarray(tilt), rcond=None)
    old = np.array([side.aileron_pct, side.elevator_pct])
    new = np.clip(np.round(old + more), -100, 100) + 0.0
    left = np.asarray(tilt) + slope @ (new - old)
    if (new == old).all():
        return None, None
    base = f"unit.level_trim.{name}"
    action = Action(
        key=f"trim.{spot.place}",
        text=(
            f"Set the trims at the {spot.place} end: collective to aileron {old[0]:+g} → "
            f"{new[0]:+g} %, collective to elevator {old[1]:+g} → {new[1]:+g} %."
        ),
        expect=f"Expect {degrees(float(left[0]))} to the right, {degrees(float(left[1]))} forward.",
        changes=(
            Change(f"{base}.aileron_pct", float(new[0])),
            Change(f"{base}.elevator_pct", float(new[1])),
        ),
        keys=tuple(ask.key for ask in spot.asks),
    )
    lands = (float(left[0]), float(left[1]))
    return _expecting(action, spot, lands), lands


def _tilt_per_trim(run: Readings, side: int) -> Array:
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
    for i, (_, _, function) in enumerate(_AXES):
        if run.unit_way(function) * slope[i, i] < 0:
            slope[:, i] = -slope[:, i]
    return np.asarray(slope)


def _spares(run: Readings, key: str, path: str) -> bool:
    """The level at mid stick rests on no trim and no travel, each end on its own side's."""
    place = key.removeprefix(LOOK).split(".")[0]
    stick = _STICK_OF_END.get(place, 0.0)
    if path.startswith("unit.level_trim."):
        return stick == 0.0 or _SIDE_OF_TRIM[path.split(".")[2]] != run.unit_side(stick)
    if of := _SERVO_TRAVEL.match(path):
        if key.startswith(LOOK):
            return True  # how a radio takes its travel rests on no travel
        servo, side_of_channel = int(of[1]), of[2]
        return stick == 0.0 or travel_side(run, servo, stick) != side_of_channel
    return False


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if isinstance(ask, Choice) and ask.probe is not None:
        probe = ask.probe
        if probe.change is not None:
            change = raising(probe.change)
        else:
            servo = probe.work.index if probe.work else 0

            def change(other: SimulatedHelicopter) -> None:
                other.turn_swash_link(servo, _PROBE_TURNS)

        return goes(bench, lambda other: _leveller(other, probe.read), change)
    return _leveller(bench, ask)


def _leveller(bench: SimulatedHelicopter, ask: Ask) -> float:
    place, _, axis = ask.key.partition(".")
    if place not in ("mid", "low", "high") or axis not in ("right", "forward"):
        raise not_simulated(ask.key)
    bench.move_sticks(*(ask.sticks or (0.0, 0.0, 0.0)))
    return bench.read_leveller()[axis == "forward"]


STEP = Step(
    name="level",
    number=8,
    title="Level the swash",
    why="What is not level at centre is a held cyclic command on every flight.",
    rests_on=("horns",),
    spares=_spares,
    repeats=_REPEATS_DEG,
    acts_as_read=True,
    advise=_advise,
    simulate=_simulate,
)
