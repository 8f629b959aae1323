"""Step 5: square the horns: the best arm and tooth first, sub-trim for the rest (F8)."""

from __future__ import annotations

import re
from dataclasses import replace

from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Cell,
    Choice,
    Number,
    Option,
    Ruler,
    Wheel,
    Work,
)
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.horn_movement import share_followed, trim_degrees, trims_tried
from mint_lever.bench.wording.number_text import degrees, find_outcome
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.devices.dials import Dial, sub_trim, sub_trim_us
from mint_lever.faults import InvalidRequest
from mint_lever.measure.horn_spline import best_horn_places, spline_step_deg
from mint_lever.measure.next_value import next_value
from mint_lever.measure.verdict import SUB_TRIM_US, Band, VerdictWord, judge

SQUARE = Band.around(0.0, 1.0, 2.0)
_DEAF_SHARE = 0.35
_WORTH_DEG = 1.0
"""A horn is pressed on anew only where that gains more than this."""
# Whichever device has the servo: airframe, unit or the transmitter's servo channels.
_OF_SERVO = re.compile(r"\.servo(?:s|_channels)\.(\d+)\.")


def _advise(run: Readings) -> Advice:
    """Advise for every swash servo's horn, from its angle with the sticks centred."""
    arms, teeth = wheel_of(run)
    horns: list[Ask] = []
    actions: list[Action] = []
    rulers: list[Ruler] = []
    trims: list[str] = []
    waiting = False
    for index, ball in enumerate(run.setup.airframe.swash.balls):
        key = f"horn.{index}"
        error = run.mean("horns", key)
        word = None if error is None else _word(run, index, error)
        horns.append(
            Number(
                key=key,
                label=f"Servo {index + 1} ({ball.role}): horn off square",
                hint="Degrees from 90° to its link; + when its ball stands too high.",
                unit="°",
                low=-60.0,
                high=60.0,
                nudge=0.5,
                sticks=(0.0, 0.0, 0.0),
                answer=run.answer("horns", key),
                word=word,
                cell=Cell("Horn off square, °", f"Servo {index + 1} ({ball.role})", "off square"),
            )
        )
        predicted = None
        deaf = error is not None and word != "in" and _deaf(run, index)
        lead = run.answer("horns", f"lead.{index}")
        if deaf or lead is not None:
            horns.append(_lead(index, len(run.setup.airframe.servos), lead))
        if lead is not None and int(lead) != index:
            actions.append(_exchange(run, index, int(lead)))
        elif error is not None and word != "in" and not (deaf and lead is None):
            action, predicted = _mend(run, index, error, arms, teeth)
            if action is None and predicted is None and not (arms and teeth):
                waiting = True
            actions += [action] if action else []
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
    asks = [*_wheel(run, arms, teeth, waiting), *horns]
    read = [ask for ask in horns if not ask.optional]
    return Advice(
        step="horns",
        do=(
            *kept_still(run),
            "Centre all sticks and power the servos.",
            "Press each horn on at the place nearest to 90° from its link; try every arm.",
            "Tail servo: never sub-trim it; square it by its mounting.",
        ),
        asks=tuple(asks),
        summary=" ".join(trims) or _best_place(arms, teeth, waiting),
        actions=tuple(actions),
        rulers=tuple(rulers),
        outcome=find_outcome(read),
    )


def _best_place(arms: int | None, teeth: int | None, waiting: bool) -> str:
    if not (arms and teeth):
        if waiting:
            return "How many arms and teeth has this horn's wheel? They say what places it has."
        return "Read every horn with the sticks centred."
    step = spline_step_deg(arms, teeth)
    return (
        f"Trying every arm, this wheel can be set every {step:.1f}°: its best place leaves at most "
        f"{step / 2:.1f}°."
    )


def wheel_of(run: Readings) -> tuple[int | None, int | None]:
    """Give the arms of the horn's wheel and the teeth of its spline, as far as they were counted.

    They are kept with the helicopter; a log from before they were has them as answers.
    """
    servo = run.setup.airframe.servos[0]
    arms = servo.wheel_arms or run.answer("horns", "arms")
    teeth = servo.spline_teeth or run.answer("horns", "teeth")
    return (int(arms) if arms else None, int(teeth) if teeth else None)


def _wheel(
    run: Readings, arms: int | None, teeth: int | None, needed: bool
) -> tuple[Number, Number]:
    count = len(run.setup.airframe.servos)
    ask = Number(
        key="arms",
        label="Arms on the horn's wheel",
        hint="Count them, all round the part. Asked once and kept with the helicopter.",
        low=1.0,
        high=12.0,
        nudge=1.0,
        optional=not needed,
        answer=None if arms is None else float(arms),
        word=None if arms is None else "in",
        writes=tuple(f"airframe.servos.{i}.wheel_arms" for i in range(count)),
    )
    other = replace(
        ask,
        key="teeth",
        label="Teeth on the servo's spline",
        hint="The servo's data says it; or count them. Asked once and kept.",
        low=10.0,
        high=60.0,
        answer=None if teeth is None else float(teeth),
        word=None if teeth is None else "in",
        writes=tuple(f"airframe.servos.{i}.spline_teeth" for i in range(count)),
    )
    return ask, other


def _word(run: Readings, index: int, error: float) -> VerdictWord:
    """The horn's own verdict, or that of its sub-trim where that is the worse."""
    word = judge(error, SQUARE, 0.0)
    if word == "in":
        # Beyond the usual size it still works; the words beside it say what that costs.
        return "workable" if judge(_trim_us(run, index), SUB_TRIM_US, 0.0) != "in" else word
    return word


def _trim_us(run: Readings, index: int) -> float:
    return sub_trim(run.setup, index).value * sub_trim_us(run.setup)


def _mend(
    run: Readings, index: int, error: float, arms: int | None, teeth: int | None
) -> tuple[Action | None, float | None]:
    """The next thing for one horn. Nothing, and no prediction, while its wheel is not known."""
    dial = sub_trim(run.setup, index)
    pairs = trims_tried(run, index)
    if len({trim for trim, _ in pairs}) < 2:
        # The horn's own place, without the sub-trim that is in.
        own = error - trim_degrees(run, index, dial.value)
        if arms and teeth:
            best = best_horn_places(own, arms, teeth, 1)[0]
            if abs(best.left_deg) < abs(own) - _WORTH_DEG:
                press = _press(index, dial, best.arm, best.teeth, best.left_deg)
                # A horn that stands square by a large sub-trim works: a better place is better.
                press = replace(press, needed=judge(error, SQUARE, 0.0) == "out")
                wheel = Wheel(arms, best.arm + 1) if best.arm else None
                return replace(press, wheel=wheel), best.left_deg
        elif abs(own) > SQUARE.workable_high + _WORTH_DEG:
            return None, None
    value, expected = _next_trim(run, index, error, pairs)
    if value == dial.value:
        return None, error
    unit = "µs" if dial.device == "unit" else "%"
    action = Action(
        key=f"trim.{index}",
        text=f"Set {dial.name} from {dial.value:+.0f} to {value:+.0f} {unit}.",
        expect=f"Expect the horn at {degrees(expected)} off square.",
        device=dial.device,
        changes=(dial.set(value),),
        keys=(f"horn.{index}",),
        needed=judge(error, SQUARE, 0.0) != "in",
        together="sub-trims",
    )
    return (action if action.needed else None), expected


def _deaf(run: Readings, index: int) -> bool:
    """Whether a sub-trim hardly moved this horn: then it goes to another servo."""
    share = share_followed(run, index)
    return share is not None and share < _DEAF_SHARE


def _lead(index: int, count: int, answer: str | None) -> Choice:
    return Choice(
        key=f"lead.{index}",
        label=f"Sub-trim hardly moves horn {index + 1}. Output {index + 1} drives",
        hint="Follow its lead, or change its sub-trim and watch every horn.",
        options=tuple(Option(str(i), f"servo {i + 1}") for i in range(count)),
        answer=answer,
        word=None if answer is None else "in" if int(answer) == index else "out",
    )


def _exchange(run: Readings, index: int, other: int) -> Action:
    dials = [sub_trim(run.setup, i) for i in (index, other)]
    trims = [dial for dial in dials if dial.value]
    return Action(
        key=f"leads.{index}",
        text=f"Exchange the leads of servos {index + 1} and {other + 1}"
        + (", and take their sub-trims out." if trims else "."),
        expect="Then read both horns again.",
        device="helicopter",
        changes=tuple(dial.set(0.0) for dial in trims),
        work=(Work("exchange_plugs", index, float(other)),),
        aspects=("servo_direction",),
        keys=tuple(f"{kind}.{i}" for kind in ("horn", "lead") for i in (index, other)),
    )


def _next_trim(
    run: Readings, index: int, error: float, pairs: list[tuple[float, float]]
) -> tuple[float, float]:
    dial = sub_trim(run.setup, index)
    if len({value for value, _ in pairs}) > 1:
        try:
            step = next_value([v for v, _ in pairs], [g for _, g in pairs], 0.0, dial.control)
            return step.value, step.expected
        except InvalidRequest:
            pass  # a sub-trim that moves nothing: fall back to the data sheet's own figure
    value = dial.value - error / trim_degrees(run, index, 1.0)
    value = float(min(max(round(value), dial.control.low), dial.control.high))
    return value, error + trim_degrees(run, index, value - dial.value)


def _press(index: int, dial: Dial, arm: int, teeth: int, left: float) -> Action:
    where = "the same arm"
    if arm:
        where = (
            f"arm {arm + 1} of the wheel (arm 1 is the one on now; count the way that raises the "
            "ball)"
        )
    count = abs(teeth)
    turn = f", {count} {'tooth' if count == 1 else 'teeth'} {'up' if teeth > 0 else 'down'}"
    also = " Take its sub-trim out." if dial.value else ""
    return Action(
        key=f"press.{index}",
        text=f"Servo {index + 1}: press the horn on with {where}{turn if teeth else ''}.{also}",
        expect=f"Expect {degrees(left)} off square.",
        device="helicopter",
        changes=(dial.set(0.0),) if dial.value else (),
        work=(Work("press_horn", index, teeth, arm),),
        aspects=("servo",),
        keys=(f"horn.{index}",),
    )


def _trim_verdict(run: Readings, index: int) -> list[str]:
    trim = _trim_us(run, index)
    word = judge(trim, SUB_TRIM_US, 0.0)
    if word == "in":
        return []
    name = f"Servo {index + 1}'s sub-trim of {trim:+.0f} µs is"
    if word == "workable":
        return [f"{name} more than one would like."]
    return [f"{name} too much: a better place on the spline exists."]


def _spares(run: Readings, key: str, path: str) -> bool:
    """A horn's reading rests on its own servo."""
    of = _OF_SERVO.search(path)
    return bool(of) and key.startswith("horn.") and of[1] != key.split(".")[1]  # type: ignore[index]


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    kind, _, which = ask.key.partition(".")
    if kind == "horn":
        return bench.read_horn(int(which))
    if kind == "lead":
        return str(bench.follow_lead(int(which)))
    if kind == "arms":
        return float(bench.truth.wheel_arms)
    if kind == "teeth":
        return float(bench.truth.spline_teeth)
    raise not_simulated(ask.key)


STEP = Step(
    name="horns",
    number=5,
    title="Square the horns",
    why="A horn off square moves further one way than the other.",
    rests_on=("servo_basics",),
    spares=_spares,
    repeats=1.0,
    acts_as_read=True,
    advise=_advise,
    simulate=_simulate,
)
