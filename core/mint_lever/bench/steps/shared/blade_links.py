"""Step 9's links as parts: the best their steps can do, alone or with the swash links' help."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array, Pose
from mint_lever.bench.engine.advice import Outcome
from mint_lever.bench.engine.readings import Readings
from mint_lever.measure.blade_tracking import TrackingAdvice, tracking_turns
from mint_lever.measure.verdict import BLADE_TO_BLADE, GAUGE_REPEATS_DEG, ZERO_PITCH
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.blade_grip import Grip
from mint_lever.sources import MEMORY

_BEYOND_DEG: Annotated[float, MEMORY] = 0.08
"""How far beyond the workable band half a step of coarse links may leave a blade."""
_TOLD_DEG = GAUGE_REPEATS_DEG + 1e-9
_WHOLE_DEG: Annotated[float, MEMORY] = 0.9
"""So far from zero blades are workable that no whole turn betters. From memory: links of one and a
half degrees a turn leave up to 0.75°."""
FAR_APART_DEG: Annotated[float, MEMORY] = 0.6
"""Blades further apart than this leave nothing for the ends of the collective: the swash links are
tried as well."""
_CLEARLY_DEG = 0.05
"""Half of what a gauge repeats: less is no gain."""


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


def one_step(run: Readings) -> float:
    """What the smallest step of a blade's link moves the blade by (deg)."""
    return degrees_for_a_turn(run) * run.setup.airframe.head.step_turns


def best_turns(run: Readings, pitch: list[float]) -> TrackingAdvice:
    """Blades equal first; where coarse links then leave them far from zero, each nearest to it."""
    one, step = degrees_for_a_turn(run), run.setup.airframe.head.step_turns
    equal = tracking_turns(pitch, one, step)
    nearest = -np.round(np.asarray(pitch) / (one * step)) * step
    zeroed = TrackingAdvice(nearest, np.asarray(pitch) + nearest * one)
    better = worse(zeroed.expected_deg) < worse(equal.expected_deg) - _CLEARLY_DEG
    comes_in = not far_from_zero(zeroed.expected_deg)
    return zeroed if far_from_zero(equal.expected_deg) and (better or comes_in) else equal


def is_gain(advice: TrackingAdvice, pitch: list[float], needed: bool) -> bool:
    """Whether turning leaves the blades clearly better than they are, or brings the last one in.
    What is not needed is worth only what a gauge can tell."""
    if not advice.turns.any():
        return False
    comes_in = far_from_zero(pitch) and not far_from_zero(advice.expected_deg)
    gain = worse(pitch) - worse(advice.expected_deg)
    return comes_in or gain > (_CLEARLY_DEG if needed else GAUGE_REPEATS_DEG + 1e-9)


def far_from_zero(pitch: ArrayLike) -> bool:
    """Whether any blade is further from zero than is workable."""
    return float(np.abs(np.asarray(pitch, dtype=float)).max()) > ZERO_PITCH.workable_high


def worse(pitch: ArrayLike) -> float:
    """How far blades are from what is good, apart from each other and from zero (deg)."""
    at, wanted = np.asarray(pitch, dtype=float), ZERO_PITCH.high
    return max(float(np.ptp(at)) - wanted, 0.0) + max(float(np.abs(at).max()) - wanted, 0.0)


@dataclass(frozen=True)
class Raised:
    """All swash links turned alike (+ longer): which servos', how many turns, what every blade
    gains (deg), and what the blades' own links do then."""

    servos: tuple[int, ...]
    turns: float
    gain_deg: float
    blades: TrackingAdvice


def with_swash_links(run: Readings, pitch: list[float], alone: TrackingAdvice) -> Raised | None:
    """The steps of all swash links alike, with the least turning, that let coarse blade links come
    into the workable band, or that bring blades far apart together and leave the furthest no
    further from zero than a gauge can tell; None where none do."""
    servos = _lifting(run)
    step = run.setup.airframe.swash.step_turns
    one = _gain_of(run, servos, step * run.setup.airframe.swash_turn_mm)
    surely = ZERO_PITCH.workable_high - GAUGE_REPEATS_DEG
    no_further = float(np.abs(pitch).max()) + GAUGE_REPEATS_DEG
    limit = max(surely, min(no_further, ZERO_PITCH.workable_high + _BEYOND_DEG))
    found: list[Raised] = []
    for count in (1, -1, 2, -2):
        advice = best_turns(run, [value + count * one for value in pitch])
        expected = advice.expected_deg
        near = float(np.abs(expected).max()) <= limit
        near &= float(np.ptp(expected)) <= _apart(alone)
        if near and worse(expected) < worse(pitch) - 2 * GAUGE_REPEATS_DEG:
            found.append(Raised(servos, count * step, count * one, advice))
    return min(found, key=_turning, default=None)


def best_whole_turns(run: Readings, pitch: list[float]) -> Raised | None:
    """The best of all settings within two turns of every pitch link, for links of whole turns; with
    the swash links' help where it leaves blades far from zero or from each other. None where none
    is better than what is there by more than a gauge can tell.

    Better is a smaller difference between blades, then a smaller largest distance from zero.
    """
    one, whole = degrees_for_a_turn(run), np.arange(-2.0, 3.0)
    tried = np.stack([each.ravel() for each in np.meshgrid(*[whole] * len(pitch), indexing="ij")])
    lands = np.asarray(pitch)[:, None] + one * tried
    apart, furthest = np.round(np.ptp(lands, axis=0), 2), np.round(np.abs(lands).max(axis=0), 2)
    near = apart <= apart.min() + _CLEARLY_DEG
    best = np.lexsort((np.abs(tried).sum(axis=0), furthest, ~near))[0]
    blades = TrackingAdvice(tried[:, best], lands[:, best])
    if far_from_zero(blades.expected_deg) or float(apart[best]) > FAR_APART_DEG:
        raised = with_swash_links(run, pitch, best_turns(run, pitch))
        if raised is not None and _better_by_the_gauge(raised.blades.expected_deg, pitch):
            return raised
    if not _better_by_the_gauge(blades.expected_deg, pitch):
        return None
    return Raised((), 0.0, 0.0, blades)


def _better_by_the_gauge(lands: Array, pitch: list[float]) -> bool:
    closer = float(np.ptp(pitch)) - float(np.ptp(lands))
    nearer = float(np.abs(pitch).max()) - float(np.abs(lands).max())
    return closer > _TOLD_DEG or (closer >= -_CLEARLY_DEG and nearer > _TOLD_DEG)


def left_as_they_are(pitch: list[float]) -> str:
    """What a pilot who leaves whole turns as they are has."""
    return (
        f"Some leave them as they are: {np.ptp(pitch):.1f}° between the blades, the furthest "
        f"{np.abs(pitch).max():.1f}° from zero."
    )


def good_as_whole_turns_go(pitch: list[float]) -> bool:
    """Whether blades that no whole turn betters are workable: within reason, also beyond half a
    degree."""
    return float(np.abs(pitch).max()) <= _WHOLE_DEG


def _turning(raised: Raised) -> float:
    return abs(raised.turns) * len(raised.servos) + float(np.abs(raised.blades.turns).sum())


def _lifting(run: Readings) -> tuple[int, ...]:
    """The servos whose links lift the whole swash: all of them, or with mechanical mixing one."""
    balls = run.setup.airframe.swash.balls
    servos = tuple(i for i, ball in enumerate(balls) if ball.radius_mm == 0)
    return servos or tuple(range(len(balls)))


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


def as_near_as_links_go(run: Readings, pitch: list[float], best: TrackingAdvice) -> Outcome:
    """Blades as near as the links' steps come are workable, within reason: half a step from zero,
    and as far from each other as the best setting of these links leaves them."""
    half = one_step(run) / 2
    low, high = ZERO_PITCH.workable_high, ZERO_PITCH.workable_high + _BEYOND_DEG
    near = max(map(abs, pitch)) <= min(max(low, half + GAUGE_REPEATS_DEG), high) + 1e-9
    return "workable" if near and float(np.ptp(pitch)) <= _apart(best) else "out"


def _apart(best: TrackingAdvice) -> float:
    """How far from each other blades may be read where these links allow no better: the least they
    can leave, with what a gauge repeats on both blades and on the one between."""
    return max(
        BLADE_TO_BLADE.workable_high, float(np.ptp(best.expected_deg)) + 3 * GAUGE_REPEATS_DEG
    )


def best_of_links(run: Readings, outcome: Outcome) -> str:
    """What is said where no step of the links makes it better, and what would."""
    head = run.setup.airframe.head
    step = one_step(run)
    better = "a turnbuckle or a finer thread" if head.link_ends == 1 else "a finer thread"
    if head.step_turns >= 1:
        better = f"cups that can be fitted every half turn, {better}"
    word = "workable" if outcome == "workable" else "not enough: these links cannot do it"
    return (
        f"One step of these links is {step:.1f}°, so this is the best they give: {word}. Finer "
        f"links would better it: {better}."
    )
