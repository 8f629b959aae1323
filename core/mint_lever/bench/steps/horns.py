"""Step 5: square the horns: the best arm and tooth first, sub-trim for the rest (F8)."""

from __future__ import annotations

from mint_lever.bench.advice import Action, Advice, Ask, Option, Ruler, Work
from mint_lever.bench.run import BenchRun
from mint_lever.bench.words import degrees, worst
from mint_lever.faults import InvalidRequest
from mint_lever.measure.next_value import Control, next_value
from mint_lever.measure.spline import best_horn_places, spline_step_deg
from mint_lever.measure.verdict import SUB_TRIM_US, Band, Word, judge
from mint_lever.setup.edit import Change

SQUARE = Band.around(0.0, 1.0, 2.0)
_TRIM = Control(-200.0, 200.0, 1.0)
_ARMS, _TEETH = 4.0, 25.0
_DEAF_SHARE = 0.35
_WORTH_DEG = 1.0
"""A horn is pressed on anew only where that gains more than this."""


def horns(run: BenchRun) -> Advice:
    """Advise for every swash servo's horn, from its angle with the sticks centred."""
    arms = run.answer("horns", "arms") or _ARMS
    teeth = run.answer("horns", "teeth") or _TEETH
    asks = [_wheel("arms", "Arms on the horn's wheel", 1, 12, run.answer("horns", "arms"), _ARMS)]
    asks.append(
        _wheel("teeth", "Teeth on the servo's spline", 10, 60, run.answer("horns", "teeth"), _TEETH)
    )
    actions: list[Action] = []
    rulers: list[Ruler] = []
    trims: list[str] = []
    for index, ball in enumerate(run.setup.airframe.swash.balls):
        key = f"horn.{index}"
        error = run.mean("horns", key)
        word = None if error is None else _word(run, index, error)
        asks.append(
            Ask(
                key=key,
                label=f"Servo {index + 1} ({ball.role}): horn off square",
                kind="number",
                hint="Degrees from 90° to its link; + when its ball stands too high.",
                unit="°",
                low=-60.0,
                high=60.0,
                nudge=0.5,
                sticks=(0.0, 0.0, 0.0),
                answer=run.answer("horns", key),
                word=word,
            )
        )
        predicted = None
        deaf = error is not None and word != "in" and _deaf(run, index)
        lead = run.answer("horns", f"lead.{index}")
        if deaf or lead is not None:
            asks.append(_lead(index, len(run.setup.airframe.servos), lead))
        if lead is not None and int(lead) != index:
            actions.append(_exchange(run, index, int(lead)))
        elif error is not None and word != "in" and not (deaf and lead is None):
            action, predicted = _mend(run, index, error, int(arms), int(teeth))
            if action is not None:
                actions.append(action)
        if run.marks("horns", key):
            rulers.append(
                Ruler(
                    label=f"servo {index + 1}, off square",
                    unit="°",
                    band=SQUARE,
                    marks=run.marks("horns", key),
                    predicted=predicted,
                )
            )
        trims += _trim_verdict(run, index)
    read = [ask for ask in asks if not ask.optional]
    nothing = all(ask.answer is None for ask in read)
    step = spline_step_deg(int(arms), int(teeth))
    summary = " ".join(trims) or (
        f"Trying every arm, this wheel can be set every {step:.1f}°: its best place leaves at most "
        f"{step / 2:.1f}°."
    )
    return Advice(
        step="horns",
        do=(
            "Centre all sticks and power the servos.",
            "Press each horn on at the place nearest to 90° from its link; try every arm.",
            "Tail servo: never sub-trim it; square it by its mounting.",
        ),
        asks=tuple(asks),
        summary=summary,
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=None if nothing else worst(ask.word for ask in read),
    )


def _wheel(key: str, label: str, low: int, high: int, answer: float | None, usual: float) -> Ask:
    return Ask(
        key=key,
        label=label,
        kind="number",
        hint=f"Taken as {usual:g} until you count them.",
        low=float(low),
        high=float(high),
        nudge=1.0,
        optional=True,
        answer=answer,
        word=None if answer is None else "in",
    )


def _word(run: BenchRun, index: int, error: float) -> Word:
    """The horn's own verdict, or that of its sub-trim where that is the worse."""
    word = judge(error, SQUARE, 0.0)
    if run.setup.unit is not None and word == "in":
        trim = judge(run.setup.unit.servos[index].subtrim_us, SUB_TRIM_US, 0.0)
        # Beyond the usual size it still works; the words beside it say what that costs.
        return "workable" if trim != "in" else word
    return word


def _mend(
    run: BenchRun, index: int, error: float, arms: int, teeth: int
) -> tuple[Action | None, float | None]:
    servo = run.setup.airframe.servos[index]
    trim = run.setup.unit.servos[index].subtrim_us if run.setup.unit else 0.0
    past = run.comparable("horns", f"horn.{index}", f"unit.servos.{index}.subtrim_us")
    if len({entry.setup.unit.servos[index].subtrim_us for entry in past if entry.setup.unit}) < 2:
        # The horn's own place, without the sub-trim that is in.
        own = error - servo.mounted * trim / servo.us_per_deg
        best = best_horn_places(own, arms, teeth, 1)[0]
        if abs(best.left_deg) < abs(own) - _WORTH_DEG:
            return _press(index, trim, best.arm, best.teeth, best.left_deg), best.left_deg
    value, expected = _next_trim(run, index, error, past_values(past, index))
    if value == trim or run.setup.unit is None:
        return None, None
    path = f"unit.servos.{index}.subtrim_us"
    action = Action(
        key=f"trim.{index}",
        text=f"Set servo {index + 1}'s sub-trim from {trim:+.0f} to {value:+.0f} µs.",
        expect=f"Expect the horn at {degrees(expected)} off square.",
        changes=(Change(path, value),),
        keys=(f"horn.{index}",),
        needed=judge(error, SQUARE, 0.0) != "in",
    )
    return (action if action.needed else None), expected


def _deaf(run: BenchRun, index: int) -> bool:
    """Whether a sub-trim hardly moved this horn: then it goes to another servo."""
    path = f"unit.servos.{index}.subtrim_us"
    past = past_values(run.comparable("horns", f"horn.{index}", path), index)
    if len({trim for trim, _ in past}) < 2:
        return False
    (trim, horn), (before, stood) = past[-1], next(p for p in past[::-1] if p[0] != past[-1][0])
    usual = abs(trim - before) / run.setup.airframe.servos[index].us_per_deg
    return abs(horn - stood) < _DEAF_SHARE * usual


def _lead(index: int, count: int, answer: str | None) -> Ask:
    return Ask(
        key=f"lead.{index}",
        label=f"Sub-trim hardly moves horn {index + 1}. Output {index + 1} drives",
        kind="choice",
        hint="Follow its lead, or change its sub-trim and watch every horn.",
        options=tuple(Option(str(i), f"servo {i + 1}") for i in range(count)),
        answer=answer,
        word=None if answer is None else "in" if int(answer) == index else "out",
    )


def _exchange(run: BenchRun, index: int, other: int) -> Action:
    unit = run.setup.unit
    trims = [i for i in (index, other) if unit is not None and unit.servos[i].subtrim_us]
    return Action(
        key=f"leads.{index}",
        text=f"Exchange the leads of servos {index + 1} and {other + 1}"
        + (", and take their sub-trims out." if trims else "."),
        expect="Then read both horns again.",
        device="helicopter",
        changes=tuple(Change(f"unit.servos.{i}.subtrim_us", 0.0) for i in trims),
        work=(Work("exchange_plugs", index, float(other)),),
        aspects=("servo_direction",),
        keys=tuple(f"{kind}.{i}" for kind in ("horn", "lead") for i in (index, other)),
    )


def past_values(past: list, index: int) -> list[tuple[float, float]]:  # type: ignore[type-arg]
    """Pairs of (sub-trim µs, horn degrees) of comparable readings."""
    return [(e.setup.unit.servos[index].subtrim_us, e.value) for e in past if e.setup.unit]


def _next_trim(
    run: BenchRun, index: int, error: float, pairs: list[tuple[float, float]]
) -> tuple[float, float]:
    servo = run.setup.airframe.servos[index]
    if len({value for value, _ in pairs}) > 1:
        try:
            found = next_value([v for v, _ in pairs], [g for _, g in pairs], 0.0, _TRIM)
            return found.value, found.expected
        except InvalidRequest:
            pass  # a sub-trim that moves nothing: fall back to the data sheet's own figure
    trim = run.setup.unit.servos[index].subtrim_us if run.setup.unit else 0.0
    value = trim - servo.mounted * error * servo.us_per_deg
    value = float(min(max(round(value), _TRIM.low), _TRIM.high))
    return value, error + servo.mounted * (value - trim) / servo.us_per_deg


def _press(index: int, trim: float, arm: int, teeth: int, left: float) -> Action:
    where = f"arm {arm + 1} of the wheel (arm 1 is the one on now)" if arm else "the same arm"
    turn = "" if not teeth else f", {abs(teeth)} teeth {'up' if teeth > 0 else 'down'}"
    changes = (Change(f"unit.servos.{index}.subtrim_us", 0.0),) if trim else ()
    also = " Take its sub-trim out." if trim else ""
    return Action(
        key=f"press.{index}",
        text=f"Servo {index + 1}: press the horn on with {where}{turn}.{also}",
        expect=f"Expect {degrees(left)} off square.",
        device="helicopter",
        changes=changes,
        work=(Work("press_horn", index, teeth, arm),),
        aspects=("servo",),
        keys=(f"horn.{index}",),
    )


def _trim_verdict(run: BenchRun, index: int) -> list[str]:
    if run.setup.unit is None:
        return []
    trim = run.setup.unit.servos[index].subtrim_us
    word = judge(trim, SUB_TRIM_US, 0.0)
    if word == "in":
        return []
    name = f"Servo {index + 1}'s sub-trim of {trim:+.0f} µs is"
    if word == "workable":
        return [f"{name} more than one would like."]
    return [f"{name} too much: a better place on the spline exists."]
