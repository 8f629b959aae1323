"""Step 9: head on, zero pitch and tracking."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from mint_lever.axes import Pose
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
_BEYOND_DEG = 0.1
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
            outcome = _as_near_as_links_go(run, read, advice)
            summary += f" {_best_of_links(run, outcome)}"
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
    return tracking_turns(pitch, degrees_for_a_turn(run), run.setup.airframe.head.step_turns)


def _gains(advice: TrackingAdvice, pitch: list[float]) -> bool:
    """Whether turning leaves the blades clearly better than they are."""
    if not advice.turns.any():
        return False
    now = max(float(np.ptp(pitch)) - 0.2, 0.0) + max(max(map(abs, pitch)) - 0.2, 0.0)
    then = max(float(np.ptp(advice.expected_deg)) - 0.2, 0.0)
    then += max(float(np.abs(advice.expected_deg).max()) - 0.2, 0.0)
    return then < now - 0.05


def _as_near_as_links_go(run: Readings, pitch: list[float], best: TrackingAdvice) -> Outcome:
    """Blades as near as the links' steps come are workable, within reason: half a step from zero,
    and as far from each other as the best setting of these links leaves them."""
    half = degrees_for_a_turn(run) * run.setup.airframe.head.step_turns / 2
    low, high = ZERO_PITCH.workable_high, ZERO_PITCH.workable_high + _BEYOND_DEG
    near = max(map(abs, pitch)) <= min(max(low, half + _GAUGE_DEG), high)
    apart = max(BLADE_TO_BLADE.workable_high, float(np.ptp(best.expected_deg)) + _GAUGE_DEG)
    return "workable" if near and float(np.ptp(pitch)) <= apart + _GAUGE_DEG else "out"


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
    run: Readings, advice: TrackingAdvice, pitch: list[float], ways: list[int], needed: bool
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
    action = Action(
        key="links",
        text="Turn the pitch links: " + ", ".join(parts) + ".",
        expect=f"Expect {expected}.",
        device="helicopter",
        work=tuple(
            Handwork("turn_blade_link", i, float(n) * ways[i])
            for i, n in enumerate(advice.turns)
            if n
        ),
        aspects=("blade_link",),
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
