"""Step 14, part 7: the tail's pitch at servo centre, against the main rotor's torque (F14)."""

from __future__ import annotations

from dataclasses import replace
from math import asin, degrees, radians, sin

from mint_lever.measure.tail_bands import OFFSET_DEG, judge_offset
from mint_lever.measure.verdict import Band
from mint_lever.rotor.air import air_density
from mint_lever.run.advice import Action, Advice, Answer, Ask, Number, Ruler, Work
from mint_lever.run.gauge_sign import gauge_question, side_question
from mint_lever.run.readings import Readings
from mint_lever.run.signs import GAUGE_SIGN
from mint_lever.run.step import Step
from mint_lever.run.words import degrees as said
from mint_lever.run.words import turns as turns_said
from mint_lever.run.words import worst
from mint_lever.setup.catalogue import name_of
from mint_lever.setup.edit import Change
from mint_lever.setup.tail import Tail
from mint_lever.simulate.answers import not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.steps.tail.common import NUMBER, PROPULSION, RATE_MODE, UNDESCRIBED, tail_of
from mint_lever.tail.authority import tail_at_speed
from mint_lever.tail.linkage import TailLinkage, turn_of_rod_mm
from mint_lever.tail.pulse import TailOutput

NAME = "tail_offset"
_USUAL = Tail(grip_arm_mm=9.0)
"""Goes by this while nobody has described the tail: about two and a half degrees for a turn."""
_HALF, _FINE = 0.5, 0.1
"""Steps of a rod with a cup at one end, and of one whose ends turn opposite ways. From memory."""
_SAME_MM = 0.08
"""Nearer than this the slider stands where it is written down."""
_FIRST = "tail_square"
_OFFSET = "airframe.tail.offset_mm"


def _advise(run: Readings) -> Advice:
    way = run.setup.airframe.head.turn_sign
    pitch = run.mean(NAME, "pitch")
    word = None if pitch is None else judge_offset(pitch, way)
    nose = "right" if way > 0 else "left"
    ask = Number(
        key="pitch",
        label="Tail pitch at servo centre",
        hint="+ when it would push the nose right, − when left. Both blades folded along each "
        "other: tips level is zero pitch.",
        unit="°",
        nudge=run.gauge.step_deg,
        low=-40.0,
        high=40.0,
        answer=run.answer(NAME, "pitch"),
        word=word,
        without_gauge=True,
    )
    side = side_question(run, NAME, ask, "it would push the nose right", "nose left")
    if side is not None:
        pitch, word, ask = None, None, replace(ask, word=None)
    actions: tuple[Action, ...] = ()
    lands = None
    squared = run.done(_FIRST)
    if pitch is not None and word != "in" and squared:
        actions, lands = _turn_rod(run, pitch, 3.5 * way, needed=word != "workable")
    noted = None if pitch is None or word not in ("in", "workable") else _note(run, pitch)
    outcome = None if word is None else worst([word])
    if noted is not None and not any(action.needed for action in actions):
        actions, outcome = (noted, *actions), "begun"
    marks = run.marks(NAME, "pitch") if side is None else ()
    return Advice(
        step=NAME,
        do=(
            RATE_MODE,
            "Fold both tail blades along each other and hold the gauge on one.",
            "If the cup misses the ball, change the rod's length; never bend it.",
        ),
        asks=(*gauge_question(run, NAME), ask, *((side,) if side else ())),
        summary=_summary(word, nose) + run.memo("tail in hover", lambda: _in_hover(run))
        if squared or word in (None, "in")
        else f"First: {run.rules_of[_FIRST].title}. The rod is set with the horn square.",
        actions=actions,
        rulers=(
            Ruler(
                label=f"tail pitch at centre, + nose right; the torque wants nose {nose}",
                unit="°",
                band=_band(way),
                marks=marks,
                predicted=lands,
                wrong_side=-way,
            ),
        )
        if marks
        else (),
        outcome=outcome,
    )


def _band(way: int) -> Band:
    if way > 0:
        return OFFSET_DEG
    band = OFFSET_DEG
    return Band(-band.high, -band.low, -band.workable_high, -band.workable_low)


def _turn_rod(
    run: Readings, pitch: float, target: float, *, needed: bool
) -> tuple[tuple[Action, ...], float | None]:
    """Give the turns of the push rod that bring the pitch nearest to its target, and where."""
    tail = tail_of(run)
    known = tail is not None and tail.grip_arm_mm is not None
    metal = tail if known and tail is not None else _USUAL
    arm, one = metal.grip_arm_mm or 9.0, turn_of_rod_mm(metal)
    step = _HALF if metal.rod_ends == 1 else _FINE

    def after(turned: float) -> float:
        return degrees(asin(max(min(sin(radians(pitch)) + turned * one / arm, 1.0), -1.0)))

    middle = round(arm * (sin(radians(target)) - sin(radians(pitch))) / one / step)
    near = [(middle + each) * step for each in (-1, 0, 1)]
    turned = min(near, key=lambda each: abs(after(each) - target))
    lands = after(turned)
    if turned == 0 or abs(lands - target) > abs(pitch - target) - 0.2:
        return (), None
    about = "" if known else "about "
    changes: tuple[Change, ...] = ()
    if known and tail is not None:
        changes = (Change(_OFFSET, round(_stands(run, tail, pitch) + turned * one, 3)),)
    action = Action(
        key="rod",
        text=f"Turn the tail's push rod {about}{turns_said(turned)} "
        f"{'longer' if turned > 0 else 'shorter'}.",
        expect=f"Expect {about}{said(lands)}."
        + ("" if known else " The tail's grip arm is not described: read, then turn the rest."),
        device="helicopter",
        changes=changes,
        work=(Work("turn_tail_rod", 0, turned),),
        aspects=("tail_rod",),
        keys=("pitch",),
        needed=needed,
    )
    return (action,), lands


def _stands(run: Readings, tail: Tail, pitch: float) -> float:
    """Where the slider would stand with the horn square (mm), by the pitch that was read."""
    output = TailOutput(run.setup.tail_box, tail.servo)
    pushed, _ = TailLinkage(tail).pushed_mm(output.horn_for(0.0))
    return (tail.grip_arm_mm or 0.0) * sin(radians(pitch)) - float(pushed)


def _note(run: Readings, pitch: float) -> Action | None:
    tail = tail_of(run)
    if tail is None or tail.grip_arm_mm is None:
        return None
    stands = _stands(run, tail, pitch)
    if abs(stands - tail.offset_mm) < _SAME_MM:
        return None
    return Action(
        key="note",
        text=f"Write down where the slider stands with the horn square: {stands:.2f} mm.",
        expect="Drawing and limits then go by it; nothing is touched.",
        device="helicopter",
        changes=(Change(_OFFSET, round(stands, 3)),),
        learned=True,
    )


def _summary(word: str | None, nose: str) -> str:
    if word is None:
        return f"Wanted: 3 to 4° that push the nose {nose}, against the main rotor's torque."
    if word == "wrong side":
        return (
            f"The wrong side: it pushes along with the torque, and the nose turns away at "
            f"take-off. It must push the nose {nose}."
        )
    if word == "out":
        return f"3 to 4° that push the nose {nose} are wanted."
    return "It holds against the main rotor's torque."


def _in_hover(run: Readings) -> str:
    """What this tail needs in hover by its own figures, beside practice's; what that would want."""
    modes = run.setup.transmitter.modes
    flown = [name for name in modes.names() if getattr(modes, name).head_speed_rpm is not None]
    if tail_of(run) is None:
        return f" {UNDESCRIBED}, the rod's turns are counted, and what hover needs is computed."
    if not flown:
        return " What it needs in hover could be computed with: a mode's head speed."
    rpm = getattr(modes, flown[0]).head_speed_rpm
    at = tail_at_speed(run.setup, rpm, air_density())
    if at.unknown:
        more = f" and {len(at.unknown) - 1} more" if len(at.unknown) > 1 else ""
        return (
            f" What it needs in hover could be computed with: {name_of(at.unknown[0]).lower()}"
            f"{more}."
        )
    needed = at.held(at.hover_pitch_deg()).pitch_needed_deg
    if needed is None:
        return ""
    return f" In hover at {rpm:g} rpm this tail needs {said(needed)}, by its own figures."


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == "pitch":
        return bench.tail.read_pitch()
    raise not_simulated(ask.key)


STEP = Step(
    name=NAME,
    number=NUMBER,
    part=7,
    title="Tail pitch at centre",
    why="At servo centre the tail must hold against the main rotor's torque by itself.",
    rests_on=("tail_mechanics", "tail_square"),
    repeats=0.3,
    by_gauge=True,
    lasting=frozenset({GAUGE_SIGN}),
    cautions=(PROPULSION,),
    advise=_advise,
    simulate=_simulate,
)
