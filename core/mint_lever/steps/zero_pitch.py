"""Step 9: head on, zero pitch and tracking."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Pose
from mint_lever.chain.model import build_chain
from mint_lever.chain.sticks import Sticks
from mint_lever.measure.tracking import TrackingAdvice, tracking_turns
from mint_lever.measure.verdict import BLADE_TO_BLADE, ZERO_PITCH, Word, judge
from mint_lever.rotor.grip import Grip
from mint_lever.run.advice import Action, Advice, Answer, Ask, Cell, Choice, Number, Outcome, Ruler
from mint_lever.run.advice import Work as Handwork
from mint_lever.run.following import Lever, doubt, predicted, predicting, way
from mint_lever.run.readings import Readings
from mint_lever.run.step import Step
from mint_lever.run.words import blade_name, degrees, turns, word_for, worst
from mint_lever.simulate.answers import gauge, not_simulated
from mint_lever.simulate.helicopter import SimulatedHelicopter
from mint_lever.simulate.probing import goes

_REPEATS_DEG = 0.2
_PROBE_TURNS = 1.0
_GAUGE_DEG = 0.1
_BEYOND_DEG = 0.08
"""How far beyond the workable band half a step of coarse links may leave a blade. From memory."""


def _advise(run: Readings) -> Advice:
    """Advise which blade's link to turn, how far, and what to expect."""
    count = run.setup.airframe.head.blades
    keys = [f"blade.{i}" for i in range(count)]
    pitch = [run.mean("zero_pitch", key) for key in keys]
    words = _words(run, keys, pitch)
    blades = [_ask(run, key, i, words[i]) for i, key in enumerate(keys)]
    levers = [_lever(run, ask) for ask in blades]
    doubts = [d for lever in levers if (d := doubt(run, "zero_pitch", lever)) is not None]
    again = {f"follows.{ask.key}": i for i, ask in enumerate(blades)}
    for each in doubts:
        if each.verdict == "read again":
            i = again[each.look.key]
            blades[i], words[i] = replace(blades[i], word="read again"), "read again"
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
        advice = _turns(run, read)
        gains = _gains(advice, read)
        summary = f"Blades within {spread:.1f}° of each other, the furthest "
        summary += f"{max(map(abs, read)):.1f}° from zero."
        if gains and outcome != "good":
            actions = (_turn_links(run, advice, read, ways, needed=outcome == "out"),)
        elif outcome == "out":
            near = _as_near_as_links_go(run, read, advice)
            far = near == "out" or max(map(abs, read)) > ZERO_PITCH.workable_high
            raised = _with_swash_links(run, read, advice) if far else None
            unsure = _once(run, keys) if raised is None and far else []
            if unsure:
                blades = [replace(b, word="read again") if b.key in unsure else b for b in blades]
                outcome = "begun"
            elif raised is None:
                outcome = near
                summary += f" {_best_of_links(run, outcome)}"
            else:
                advice, gains = raised.blades, True
                actions = (_turn_links(run, advice, read, ways, needed=True, swash=raised),)
                summary += " The blades' own links come no nearer; the swash links do."
        if outcome != "good" and not gains:
            advice = None
    if unsettled:
        summary, outcome = unsettled[0].words, "begun"
    return Advice(
        step="zero_pitch",
        do=(
            "Zero the gauge on a face square to the main shaft; do not move the model after that.",
            "Head and main blades on, collective at centre.",
            "Put each blade over the boom in turn and read its pitch.",
        ),
        asks=(*blades, *(each.look for each in doubts)),
        summary=summary,
        actions=actions,
        rulers=tuple(
            Ruler(
                label=f"blade {blade_name(i)}",
                unit="°",
                band=ZERO_PITCH,
                marks=run.marks("zero_pitch", key),
                predicted=float(advice.expected_deg[i]) if advice and actions else None,
            )
            for i, key in enumerate(keys)
            if run.marks("zero_pitch", key)
        ),
        outcome=outcome,
    )


def _ask(run: Readings, key: str, blade: int, word: Word | None) -> Number:
    return Number(
        key=key,
        label=f"Blade {blade_name(blade)} over the boom",
        hint="Collective at centre; leading edge up is +.",
        unit="°",
        low=-30.0,
        high=30.0,
        sticks=(0.0, 0.0, 0.0),
        azimuth=180.0,
        blade=blade,
        answer=run.answer("zero_pitch", key),
        word=word,
        cell=Cell("Pitch over the boom, °", f"Blade {blade_name(blade)}", "pitch"),
    )


def _lever(run: Readings, ask: Number) -> Lever:
    """A longer link raises a leading arm's pitch and lowers a trailing arm's."""
    blade = ask.blade or 0
    return Lever(
        raised=f"Turn blade {blade_name(blade)}'s link one turn longer",
        reads=ask,
        rises=run.setup.airframe.head.arm_sign,
        work=Handwork("turn_blade_link", blade, _PROBE_TURNS),
    )


def _words(run: Readings, keys: list[str], pitch: list[float | None]) -> list[Word | None]:
    """Each blade's verdict. Only where the blades together will do is one near the edge read again:
    where a link is to be turned anyway, a second look tells nothing."""
    plain: list[Word | None] = [
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
        word_for(value, ZERO_PITCH, len(run.counted("zero_pitch", key)))
        for key, value in zip(keys, read, strict=True)
    ]


def degrees_for_a_turn(run: Readings) -> float:
    """One turn's worth at the blade (deg) from the exact linkage, the link leaning as it does.

    The upright-link figure is asin(thread·ends/arm), formulas §7.
    """
    head = run.setup.airframe.head
    one = head.link_thread_mm * head.link_ends
    longer = head.model_copy(update={"link_extra_mm": [one, *head.link_extra_mm[1:]]})
    plain = head.model_copy(update={"link_extra_mm": [0.0, *head.link_extra_mm[1:]]})
    rest = Pose.of([0.0])
    pitches = [Grip(each).pitch(rest, [180.0], 0).pitch_deg.item() for each in (longer, plain)]
    return abs(pitches[0] - pitches[1])


def _turns(run: Readings, pitch: list[float]) -> TrackingAdvice:
    """Blades equal first; where coarse links then leave them far from zero, each nearest to it."""
    one, step = degrees_for_a_turn(run), run.setup.airframe.head.step_turns
    equal = tracking_turns(pitch, one, step)
    nearest = -np.round(np.asarray(pitch) / (one * step)) * step
    zeroed = TrackingAdvice(nearest, np.asarray(pitch) + nearest * one)
    far = float(np.abs(equal.expected_deg).max()) > ZERO_PITCH.workable_high
    better = _worse(zeroed.expected_deg) < _worse(equal.expected_deg) - 0.05
    return zeroed if far and better else equal


def _gains(advice: TrackingAdvice, pitch: list[float]) -> bool:
    """Whether turning leaves the blades clearly better than they are."""
    return bool(advice.turns.any()) and _worse(advice.expected_deg) < _worse(pitch) - 0.05


def _worse(pitch: ArrayLike) -> float:
    """How far blades are from what is good, apart from each other and from zero (deg)."""
    at, wanted = np.asarray(pitch, dtype=float), ZERO_PITCH.high
    return max(float(np.ptp(at)) - wanted, 0.0) + max(float(np.abs(at).max()) - wanted, 0.0)


@dataclass(frozen=True)
class _Raised:
    """All swash links turned alike (+ longer): which servos', how many turns, what every blade
    gains (deg), and what the blades' own links do then."""

    servos: tuple[int, ...]
    turns: float
    gain_deg: float
    blades: TrackingAdvice


def _with_swash_links(run: Readings, pitch: list[float], alone: TrackingAdvice) -> _Raised | None:
    """The steps of all swash links alike, with the least turning, that let coarse blade links come
    into the workable band; None where none do."""
    swash = run.setup.airframe.swash
    servos = tuple(i for i, ball in enumerate(swash.balls) if ball.radius_mm == 0)
    servos = servos or tuple(range(len(swash.balls)))
    step = swash.step_turns
    one = _gain_of(run, servos, step * run.setup.airframe.swash_turn_mm)
    found: list[_Raised] = []
    for count in (1, -1, 2, -2):
        advice = _turns(run, [value + count * one for value in pitch])
        expected = advice.expected_deg
        near = float(np.abs(expected).max()) <= ZERO_PITCH.workable_high - _GAUGE_DEG
        near &= float(np.ptp(expected)) <= _apart(alone)
        if near and _worse(expected) < _worse(pitch) - _GAUGE_DEG:
            found.append(_Raised(servos, count * step, count * one, advice))
    return min(found, key=_turning, default=None)


def _turning(raised: _Raised) -> float:
    return abs(raised.turns) * len(raised.servos) + float(np.abs(raised.blades.turns).sum())


def _gain_of(run: Readings, servos: tuple[int, ...], longer_mm: float) -> float:
    """What every blade gains (deg) at zero collective when some swash links get longer, by the
    exact chain."""
    airframe = run.setup.airframe
    longer = [
        servo.model_copy(update={"link_extra_mm": servo.link_extra_mm + longer_mm * (i in servos)})
        for i, servo in enumerate(airframe.servos)
    ]
    raised = airframe.model_copy(update={"servos": longer})
    centre = Sticks.at()
    pitch = [
        chain.grip.pitch(chain.run(centre, run.mode).swash.pose, [180.0], 0).pitch_deg.item()
        for chain in (build_chain(run.setup.model_copy(update={"airframe": raised})), run.chain)
    ]
    return pitch[0] - pitch[1]


def _once(run: Readings, keys: list[str]) -> list[str]:
    """The blades beyond what is workable that were read once only: before it is said that the links
    cannot do better, the gauge is asked again."""
    read = {key: run.mean("zero_pitch", key) or 0.0 for key in keys}
    return [
        key
        for key, value in read.items()
        if abs(value) > ZERO_PITCH.workable_high and len(run.counted("zero_pitch", key)) < 2
    ]


def _as_near_as_links_go(run: Readings, pitch: list[float], best: TrackingAdvice) -> Outcome:
    """Blades as near as the links' steps come are workable, within reason: half a step from zero,
    and as far from each other as the best setting of these links leaves them."""
    half = degrees_for_a_turn(run) * run.setup.airframe.head.step_turns / 2
    low, high = ZERO_PITCH.workable_high, ZERO_PITCH.workable_high + _BEYOND_DEG
    near = max(map(abs, pitch)) <= min(max(low, half + _GAUGE_DEG), high) + 1e-9
    return "workable" if near and float(np.ptp(pitch)) <= _apart(best) else "out"


def _apart(best: TrackingAdvice) -> float:
    """How far from each other blades may be read where these links allow no better: the least they
    can leave, with what a gauge repeats on both blades and on the one between."""
    return max(BLADE_TO_BLADE.workable_high, float(np.ptp(best.expected_deg)) + 3 * _GAUGE_DEG)


def _best_of_links(run: Readings, outcome: Outcome) -> str:
    """What is said where no step of the links makes it better, and what would."""
    head = run.setup.airframe.head
    step = degrees_for_a_turn(run) * head.step_turns
    better = "a turnbuckle or a finer thread" if head.link_ends == 1 else "a finer thread"
    if head.step_turns >= 1:
        better = f"cups that can be fitted every half turn, {better}"
    word = "workable" if outcome == "workable" else "not enough: these links cannot do it"
    return (
        f"One step of these links is {step:.1f}°, so this is the best they give: {word}. Finer "
        f"links would better it: {better}."
    )


def _turn_links(
    run: Readings,
    advice: TrackingAdvice,
    pitch: list[float],
    ways: list[int],
    needed: bool,
    swash: _Raised | None = None,
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
        every = "every swash link" if len(swash.servos) > 1 else f"servo {swash.servos[0] + 1}'s"
        more = "longer" if swash.turns > 0 else "shorter"
        raised = f"Turn {every} {turns(swash.turns)} {more}: each blade gains "
        text = f"{raised}{degrees(swash.gain_deg)}. {text}".strip()
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
    return predicting(
        action,
        *(
            predicted(f"blade.{i}", before, float(advice.expected_deg[i]), _REPEATS_DEG)
            for i, before in enumerate(pitch)
        ),
    )


def _simulate(bench: SimulatedHelicopter, ask: Ask) -> Answer:
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
    teaches=True,
    cautions=(
        "The blades go on now. Look once more: motor unplugged or pinion out of mesh, throttle "
        "hold on.",
    ),
    advise=_advise,
    simulate=_simulate,
)
