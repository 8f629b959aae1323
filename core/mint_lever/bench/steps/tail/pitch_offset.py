"""Step 14, part 7: the tail's pitch at servo centre, against the main rotor's torque (F14)."""

from __future__ import annotations

from dataclasses import replace
from math import asin, degrees, radians, sin

from mint_lever.bench.engine.advice import Action, Advice, Answer, Ask, Number, Ruler, Work
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.bench.engine.step import Step
from mint_lever.bench.engine.typed_signs import GAUGE_SIGN
from mint_lever.bench.questions.gauge_sign import gauge_question, side_question
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import not_simulated
from mint_lever.bench.steps.shared.tail_part import (
    NUMBER,
    PROPULSION,
    RATE_MODE,
    UNDESCRIBED,
    tail_of,
)
from mint_lever.bench.wording.number_text import degrees as said
from mint_lever.bench.wording.number_text import turns as turns_said
from mint_lever.bench.wording.number_text import worst
from mint_lever.measure.tail_bands import OFFSET_DEG, judge_offset
from mint_lever.measure.verdict import Band
from mint_lever.model.rotor.air import air_density
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_authority import tail_at_speed
from mint_lever.model.tail.tail_linkage import TailLinkage, turn_of_rod_mm
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.tail import Tail

NAME = "tail_offset"
_USUAL = Tail(grip_arm_mm=9.0)
"""Goes by this while nobody has described the tail: about two and a half degrees for a turn."""
_HALF, _FINE = 0.5, 0.1
"""Steps of a rod with a cup at one end, and of one whose ends turn opposite ways. From memory."""
_SAME_MM = 0.08
"""Nearer than this the slider stands where it is written down."""
_MOVES = 0.005
"""A turn that changes the sine of the pitch by less (0.3°) is no turn that was made."""
_FIRST = "tail_square"
_OFFSET = "airframe.tail.offset_mm"
_PULLS = "airframe.tail.servo.rod_pulls"
_NOSE = {False: "right", True: "left"}


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
    arm, learned = metal.grip_arm_mm or 9.0, _learned_turn(run)
    one = turn_of_rod_mm(metal) / arm if learned is None else learned
    first = learned is None and (not known or metal.servo.rod_pulls is None)
    step = _HALF if metal.rod_ends == 1 else _FINE

    def after(turned: float) -> float:
        return degrees(asin(max(min(sin(radians(pitch)) + turned * one, 1.0), -1.0)))

    middle = round((sin(radians(target)) - sin(radians(pitch))) / one / step)
    near = [(middle + each) * step for each in (-1, 0, 1)]
    turned = min(near, key=lambda each: abs(after(each) - target))
    if turned == 0 or abs(after(turned) - target) > abs(pitch - target) - 0.2:
        return (), None
    if first:
        turned = max(min(turned, 1.0), -1.0)
    lands = after(turned)
    about = "" if known or learned is not None else "about "
    changes: tuple[Change, ...] = ()
    if known and tail is not None:
        changes = (Change(_OFFSET, round(_stands(run, tail, pitch) + turned * one * arm, 3)),)
    action = Action(
        key="rod",
        text=f"Turn the tail's push rod {about}{turns_said(turned)} "
        f"{'longer' if turned > 0 else 'shorter'}.",
        expect="Then read again: this turn shows which way the rod works, and how far."
        if first
        else f"Expect {about}{said(lands)}.",
        device="helicopter",
        changes=changes,
        work=(Work("turn_tail_rod", 0, turned),),
        aspects=("tail_rod",),
        keys=("pitch",),
        needed=needed,
    )
    return (action,), lands


def _learned_turn(run: Readings) -> float | None:
    """How much one turn longer changes the sine of the pitch, by the turns that were made and read:
    a line through nothing, by least squares. None while none was, or where none moved it."""
    reads, pairs = run.all(NAME, "pitch"), []
    for event in run.events:
        turned = sum(work.amount for work in event.work if work.kind == "turn_tail_rod")
        before = [each for each in reads if each.sequence < event.sequence]
        after = [each for each in reads if each.sequence > event.sequence]
        if event.step != NAME or not turned or not before or not after:
            continue
        span = before[-1].sequence, after[0].sequence
        between = [e for e in run.by_hand if span[0] < e.sequence < span[1] and e is not event]
        if between and run.work_undoing({NAME}, *span, but_of=NAME):
            continue
        if any(each.step == NAME for each in between):
            continue
        moved = sin(radians(figure(after[0]))) - sin(radians(figure(before[-1])))
        pairs.append((turned, moved))
    if not pairs:
        return None
    rate = sum(t * m for t, m in pairs) / sum(t * t for t, _ in pairs)
    return rate if abs(rate) >= _MOVES else None


def _stands(run: Readings, tail: Tail, pitch: float) -> float:
    """Where the slider would stand with the horn square (mm), by the pitch that was read."""
    output = TailOutput(run.setup.tail_box, tail.servo)
    pushed, _ = TailLinkage(tail).pushed_mm(output.horn_for(0.0))
    return (tail.grip_arm_mm or 0.0) * sin(radians(pitch)) - float(pushed)


def _note(run: Readings, pitch: float) -> Action | None:
    tail = tail_of(run)
    if tail is None or tail.grip_arm_mm is None:
        return None
    stands, learned = _stands(run, tail, pitch), _learned_turn(run)
    changes = [Change(_OFFSET, round(stands, 3))]
    said_of = f"where the slider stands with the horn square: {stands:.2f} mm"
    if abs(stands - tail.offset_mm) < _SAME_MM:
        changes, said_of = [], ""
    if learned is not None and tail.servo.rod_pulls is not (learned < 0):
        changes.append(Change(_PULLS, learned < 0))
        way = f"that a longer push rod moves the blades toward nose {_NOSE[learned < 0]}"
        said_of = f"{said_of}, and {way}" if said_of else way
    if not changes:
        return None
    return Action(
        key="note",
        text=f"Write down {said_of}.",
        expect="Drawing and limits then go by it; nothing is touched.",
        device="helicopter",
        changes=tuple(changes),
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
            f" What it needs in hover could be computed with: {name_path(at.unknown[0]).lower()}"
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
