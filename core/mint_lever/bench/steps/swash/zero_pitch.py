"""Step 9: head on, zero pitch and tracking."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Annotated

import numpy as np

from mint_lever.axes import Array
from mint_lever.bench.engine.advice import (
    Action,
    Advice,
    Answer,
    Ask,
    Cell,
    Choice,
    Number,
    Outcome,
    Ruler,
)
from mint_lever.bench.engine.advice import Work as Handwork
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.engine.step import Step
from mint_lever.bench.engine.typed_signs import GAUGE_SIGN
from mint_lever.bench.questions.gauge_sign import LEANS, gauge_question, side_question
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.look_answers import gauge, not_simulated
from mint_lever.bench.simulate.trial_change import goes
from mint_lever.bench.steps.shared.blade_links import (
    FAR_APART_DEG,
    Raised,
    as_near_as_links_go,
    best_of_links,
    best_turns,
    best_whole_turns,
    far_from_zero,
    good_as_whole_turns_go,
    is_gain,
    left_as_they_are,
    one_step,
    with_swash_links,
)
from mint_lever.bench.steps.shared.crossed_links import GAUGE, KEY, NEITHER, crossed
from mint_lever.bench.steps.shared.link_kind import link_questions
from mint_lever.bench.steps.shared.prediction_check import Lever, doubt, predicted, predicting, way
from mint_lever.bench.wording.gauge_instructions import GAUGE_DISCIPLINE, pitch_of_blade
from mint_lever.bench.wording.number_text import blade_name, degrees, turns, word_for, worst
from mint_lever.bench.wording.still_unit import kept_still
from mint_lever.measure.blade_tracking import TrackingAdvice
from mint_lever.measure.verdict import (
    BLADE_TO_BLADE,
    GAUGE_REPEATS_DEG,
    ZERO_PITCH,
    VerdictWord,
    judge,
)
from mint_lever.sources import MEMORY

_REPEATS_DEG = 0.2
_FOLLOWS_DEG: Annotated[float, MEMORY] = 0.4
"""How far two readings of an unturned blade may lie apart: three spreads of a gauge of 0.1°. From
memory."""
_READ_TWICE = 2
_PROBE_TURNS = 1.0
_NEAR_DEG = 0.15


def _advise(run: Readings) -> Advice:
    """Advise which blade's link to turn, how far, and what to expect."""
    count = run.setup.airframe.head.blades
    keys = [f"blade.{i}" for i in range(count)]
    pitch = [run.mean("zero_pitch", key) for key in keys]
    words = _words(run, keys, pitch)
    blades = [_ask(run, key, i, words[i]) for i, key in enumerate(keys)]
    sides = {ask.key: side for ask in blades if (side := _side(run, ask)) is not None}
    if sides:
        # Nothing is judged on an amount of which nobody knows the side.
        blades = [replace(ask, word=None) if ask.key in sides else ask for ask in blades]
        return _said(run, blades, sides, summary="An amount alone: say which way each blade leans.")
    levers = [_lever(run, ask) for ask in blades]
    doubts = [d for lever in levers if (d := doubt(run, "zero_pitch", lever)) is not None]
    exchanged = crossed(run, keys)
    if exchanged is not None and exchanged.answer != NEITHER:
        if exchanged.answer is None:
            summary = "Each blade reads what the other was to read."
            return _said(run, blades, sides, looks=(exchanged.question,), summary=summary)
        if exchanged.answer == GAUGE:
            blades = [
                replace(ask, word="read again") if ask.blade in exchanged.blades else ask
                for ask in blades
            ]
            summary = "The gauge on the blade that is named: read both once more."
            return _said(run, blades, sides, looks=(exchanged.question,), summary=summary)
        # Each other's links: the readings are right as they are, and so is the way of a link.
        doubts = []
    again = {f"follows.{ask.key}": i for i, ask in enumerate(blades)}
    for each in doubts:
        if each.verdict == "read again":
            i = again[each.look.key]
            blades[i], words[i] = replace(blades[i], word="read again"), "read again"
    # All blades first: only together do they tell an exchange from a link that works otherwise.
    if None in pitch:
        doubts = [each for each in doubts if each.verdict != "look"]
    # A second reading comes before a hand: one alone may be what the gauge repeats.
    for each in [d for d in doubts if d.verdict == "look"]:
        i = again[each.look.key]
        if len(run.counted("zero_pitch", keys[i])) < _READ_TWICE:
            blades[i], words[i] = replace(blades[i], word="read again"), "read again"
            doubts.remove(each)
    unsettled = [each for each in doubts if each.verdict == "look"]
    read = [value for value in pitch if value is not None]
    outcome = worst(words) if read else None
    actions: tuple[Action, ...] = ()
    summary = f"Blade A first, then turn the head 1/{count} round for the next."
    advice = None
    if len(read) == count and "read again" not in words and not unsettled:
        spread = float(np.ptp(read))
        words.append(judge(spread, BLADE_TO_BLADE, 0.0))
        outcome = worst(words)
        ways = [way(run, "zero_pitch", lever) or 1 for lever in levers]
        advice = best_turns(run, read)
        gains = is_gain(advice, read, needed=outcome == "out")
        summary = f"Blades within {spread:.1f}° of each other, the furthest "
        summary += f"{max(map(abs, read)):.1f}° from zero."
        if outcome == "out" and run.setup.airframe.head.step_turns >= 1:
            found = best_whole_turns(run, read)
            unsure = _once(run, keys) if found is None else []
            if found is not None:
                advice, gains = found.blades, True
                swash = found if found.turns else None
                actions = (_turn_links(run, advice, read, ways, needed=True, swash=swash),)
                summary += f" {left_as_they_are(read)}"
            elif unsure:
                blades = [replace(b, word="read again") if b.key in unsure else b for b in blades]
                outcome, gains = "begun", False
            else:
                outcome = "workable" if good_as_whole_turns_go(read) else "out"
                gains = False
                if outcome == "out":
                    summary += f" {best_of_links(run, outcome)}"
        elif gains and outcome != "good":
            own = float(np.ptp(advice.expected_deg))
            raised = with_swash_links(run, read, advice) if own > FAR_APART_DEG else None
            advice = advice if raised is None else raised.blades
            needed = outcome == "out"
            actions = (_turn_links(run, advice, read, ways, needed, raised),)
        elif outcome == "out":
            near = as_near_as_links_go(run, read, advice)
            far = near == "out" or far_from_zero(read) or spread > FAR_APART_DEG
            raised = with_swash_links(run, read, advice) if far else None
            unsure = _once(run, keys) if raised is None else []
            if unsure:
                blades = [replace(b, word="read again") if b.key in unsure else b for b in blades]
                outcome = "begun"
            elif raised is None:
                outcome = near
                if outcome == "out":
                    summary += f" {best_of_links(run, outcome)}"
            else:
                advice, gains = raised.blades, True
                actions = (_turn_links(run, advice, read, ways, needed=True, swash=raised),)
                summary += " The blades' own links come no nearer; the swash links do."
        if outcome == "workable" and not gains and one_step(run) > 2 * GAUGE_REPEATS_DEG:
            summary += f" {best_of_links(run, outcome)}"
        if outcome != "good" and not gains:
            advice = None
    if unsettled:
        summary, outcome = unsettled[0].words, "begun"
    return _said(
        run,
        blades,
        {},
        looks=tuple(each.look for each in doubts),
        summary=summary,
        actions=actions,
        lands=advice.expected_deg if advice and actions else None,
        outcome=outcome,
    )


def _said(
    run: Readings,
    blades: list[Number],
    sides: Mapping[str, Choice],
    *,
    looks: tuple[Choice, ...] = (),
    summary: str,
    actions: tuple[Action, ...] = (),
    lands: Array | None = None,
    outcome: Outcome | None = "begun",
) -> Advice:
    """Put the step's advice together; a side that is asked for stands right after its figure."""
    read = [each for ask in blades for each in (ask, sides.get(ask.key)) if each is not None]
    return Advice(
        step="zero_pitch",
        do=(
            *kept_still(run),
            "Zero the gauge on a face square to the main shaft; do not move the model after that.",
            "Head and main blades on, collective at centre.",
            "Put each blade over the boom in turn and read its pitch.",
            *GAUGE_DISCIPLINE,
        ),
        asks=(
            *gauge_question(run, "zero_pitch"),
            *read,
            *looks,
            *link_questions(run, "head"),
        ),
        summary=summary,
        actions=actions,
        rulers=tuple(
            Ruler(
                label=f"blade {blade_name(i)}",
                unit="°",
                band=ZERO_PITCH,
                marks=run.marks("zero_pitch", key),
                predicted=None if lands is None else float(lands[i]),
            )
            for i, key in enumerate(ask.key for ask in blades)
            if run.marks("zero_pitch", key)
        ),
        outcome=outcome,
    )


def _ask(run: Readings, key: str, blade: int, word: VerdictWord | None) -> Number:
    return pitch_of_blade(
        run,
        key,
        f"Blade {blade_name(blade)} over the boom",
        blade=blade,
        answer=run.answer("zero_pitch", key),
        word=word,
        cell=Cell("Pitch over the boom, °", f"Blade {blade_name(blade)}", "pitch"),
    )


def _side(run: Readings, ask: Number) -> Choice | None:
    return side_question(run, "zero_pitch", ask, *LEANS)


def _lever(run: Readings, ask: Number) -> Lever:
    """A longer link raises a leading arm's pitch and lowers a trailing arm's."""
    blade = ask.blade or 0
    return Lever(
        raised=f"Turn blade {blade_name(blade)}'s link one turn longer",
        reads=ask,
        rises=run.setup.airframe.head.arm_sign,
        work=Handwork("turn_blade_link", blade, _PROBE_TURNS),
    )


def _words(run: Readings, keys: list[str], pitch: list[float | None]) -> list[VerdictWord | None]:
    """Each blade's verdict. Only where the blades together will do is one near the edge read again:
    where a link is to be turned anyway, a second look tells nothing."""
    plain: list[VerdictWord | None] = [
        None if value is None else judge(value, ZERO_PITCH, 0.0) for value in pitch
    ]
    read = [value for value in pitch if value is not None]
    if (
        len(read) < len(keys)
        or "out" in plain
        or float(np.ptp(read)) > BLADE_TO_BLADE.workable_high
    ):
        return plain
    return [
        word_for(value, ZERO_PITCH, len(run.counted("zero_pitch", key)), run.gauge.repeats_deg)
        for key, value in zip(keys, read, strict=True)
    ]


def _once(run: Readings, keys: list[str]) -> list[str]:
    """The blades near the edge of what is workable that were read once only: before it is said that
    the links cannot do better, the gauge is asked again."""
    once = [key for key in keys if len(run.counted("zero_pitch", key)) < 2]
    near = ZERO_PITCH.workable_high - _NEAR_DEG
    return [key for key in once if abs(run.mean("zero_pitch", key) or 0.0) > near]


def _turn_links(
    run: Readings,
    advice: TrackingAdvice,
    pitch: list[float],
    ways: list[int],
    needed: bool,
    swash: Raised | None = None,
) -> Action:
    """``ways``: −1 for a blade whose link was seen to work the other way."""
    head = run.setup.airframe.head
    # A longer link raises a leading arm's pitch and lowers a trailing arm's.
    parts = [
        f"blade {blade_name(i)} {turns(count)} "
        f"{'longer' if count * head.arm_sign * ways[i] > 0 else 'shorter'}"
        for i, count in enumerate(advice.turns)
        if count
    ]
    expected = ", ".join(
        f"{blade_name(i)} {degrees(float(value))}" for i, value in enumerate(advice.expected_deg)
    )
    text = "Turn the pitch links: " + ", ".join(parts) + "." if parts else ""
    if swash is not None:
        lone = f"servo {swash.servos[0] + 1}'s swash link"
        every = "every swash link" if len(swash.servos) > 1 else lone
        more = "longer" if swash.turns > 0 else "shorter"
        by = f"{abs(swash.gain_deg):.1f}°"
        does = f"adds {by} to each blade" if swash.gain_deg > 0 else f"takes {by} off each blade"
        text = f"Turn {every} {turns(swash.turns)} {more}: that {does}. {text}".strip()
    action = Action(
        key="links",
        text=text,
        expect=f"Expect {expected}.",
        device="helicopter",
        work=tuple(
            Handwork("turn_blade_link", i, float(n) * ways[i])
            for i, n in enumerate(advice.turns)
            if n
        )
        + (
            tuple(Handwork("turn_swash_link", i, swash.turns) for i in swash.servos)
            if swash
            else ()
        ),
        aspects=("blade_link", "swash_link") if swash else ("blade_link",),
        needed=needed,
    )
    # Of two readings, the one before and the one after, each with its own noise.
    repeats = max(_FOLLOWS_DEG, 4 * run.gauge.repeats_deg)
    return predicting(
        action,
        *(
            predicted(f"blade.{i}", before, float(advice.expected_deg[i]), repeats)
            for i, before in enumerate(pitch)
        ),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
    if ask.key == KEY:
        return NEITHER  # its hands turn the link that is named
    if isinstance(ask, Choice) and ask.probe is not None:
        reads, arm = ask.probe.read, bench.setup.airframe.head.arm_sign
        return goes(
            bench,
            lambda other: _read(other, reads),
            # The hand turns the link longer; turns that gain pitch are + to the helicopter.
            lambda other: other.turn_blade_link(reads.blade or 0, arm * _PROBE_TURNS),
        )
    return _read(bench, ask)


def _read(bench: SimulatedHelicopter, ask: Ask) -> float:
    if not ask.key.startswith("blade."):
        raise not_simulated(ask.key)
    return gauge(bench, ask.sticks, ask.azimuth, ask.blade)


STEP = Step(
    name="zero_pitch",
    number=9,
    title="Zero pitch and tracking",
    why="Blades that agree at zero track without a tracking flight.",
    rests_on=("level",),
    metal_of=("cyclic_throw",),
    repeats=_REPEATS_DEG,
    by_gauge=True,
    lasting=frozenset({GAUGE_SIGN}),
    teaches=True,
    cautions=(
        "The blades go on now. Look once more: motor unplugged or pinion out of mesh, throttle "
        "hold on.",
    ),
    advise=_advise,
    simulate=_simulate,
)
