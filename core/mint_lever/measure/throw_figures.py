"""Cyclic throw: what the unit's figure must be for a target, and which ball to move when it is off.

Common practice, no source (F10c): the figure is comfortable between 50 and 65 %, its ceiling is
70 %; below 50 % there is too much mechanical throw, and resolution is lost.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np

from mint_lever.faults import Fault, InvalidRequest, InvalidSetup
from mint_lever.measure.verdict import Band
from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.rotor.harmonics import ROUND_DEG, head_motion
from mint_lever.setup.document import Setup
from mint_lever.sources import MEMORY, fact

UNIT_WINDOW = Band(50.0, 65.0, 50.0, 70.0)
FULL_OF_REFERENCE: Annotated[float, fact("F10a"), fact("F10b")] = 1.5
"""A reference tilt of 6° stands for about 9° at full stick (F10a, F10b)."""
WELL_USED_PCT: Annotated[float, fact("F10a"), fact("F10c"), MEMORY] = (
    UNIT_WINDOW.low / FULL_OF_REFERENCE
)
"""The share of a servo's throw from which a unit calls its range well used at a reference tilt: the
window's lower end, for two thirds of the full throw (F10a, F10c)."""
_FIGURES = np.linspace(0.0, 150.0, 301)


@dataclass(frozen=True)
class Throw:
    """The unit's cyclic figure (%) that gives a target, None when no figure does, and how fine
    the blade then answers (cyclic degrees per µs of servo pulse)."""

    figure_pct: float | None
    deg_per_us: float


@dataclass(frozen=True)
class Holes:
    """The places a pilot has for each ball (mm): horn holes, outer-ring and inner-ring radii."""

    horn_mm: Sequence[float] = ()
    outer_mm: Sequence[float] = ()
    inner_mm: Sequence[float] = ()


@dataclass(frozen=True)
class Remedy:
    """One ball to move, from where to where (mm), and the throw that results."""

    ball: Literal["horn", "outer ring", "inner ring"]
    from_mm: float
    to_mm: float
    throw: Throw


def throw_for(chain: Chain, target_deg: float, share: float = 1.0) -> Throw:
    """Find the cyclic figure at which a command of ``share`` (1 = full stick) gives the target.

    From the exact geometry, by inverse interpolation on half-percent steps of the figure; servo
    stops count, so a figure that needs more than they give is not found.
    """
    if not (0 < target_deg < 45 and 0 < share <= 1.5):
        found = f"{target_deg:g}° at {share:g}"
        raise InvalidRequest([Fault("target", found, "0 to 45° at a share up to 1.5")])
    demand = np.zeros((3, len(_FIGURES)))
    demand[1] = _FIGURES / 100.0 * share
    answer = chain.answer(demand)
    pitch = chain.grip.pitch(answer.swash.pose, ROUND_DEG)
    cyclic = head_motion(pitch.pitch_deg).cyclic_deg
    usable = pitch.reachable.all(axis=0) & answer.swash.reachable & ~answer.servo.held.any(axis=0)
    end = len(usable) if usable.all() else int(np.argmin(usable))
    rising = cyclic[:end]
    # A rest that is not level leaves a little cyclic at figure zero: the throw starts beyond it.
    start = int(np.argmin(rising)) if end else 0
    pulse = np.abs(answer.servo.asked_us - answer.servo.asked_us[:, :1]).max(axis=0)
    if end - start < 2 or rising[-1] < target_deg:
        last = max(end - 1, 0)
        return Throw(None, float(cyclic[last] / max(pulse[last], 1e-9)))
    figure = float(np.interp(target_deg, rising[start:], _FIGURES[start:end]))
    moved = float(np.interp(figure, _FIGURES, pulse))
    return Throw(figure, target_deg / max(moved, 1e-9))


def remedies(setup: Setup, target_deg: float, holes: Holes, share: float = 1.0) -> list[Remedy]:
    """List what moving one kind of ball to each hole gives, the best first.

    Best: the figure inside the window and nearest its middle; of equal ones the finer resolution.
    A place at which the linkage does not go together, or which is the present one, is left out.
    """
    listed = []
    for ball, present, places in (
        ("horn", setup.airframe.servos[0].arm_mm, holes.horn_mm),
        ("outer ring", _outer(setup), holes.outer_mm),
        ("inner ring", setup.airframe.head.inner_ball_radius_mm, holes.inner_mm),
    ):
        for place in places:
            if place <= 0 or abs(place - present) < 1e-9:
                continue
            try:
                chain = build_chain(_moved(setup, ball, place))
            except InvalidSetup:
                continue
            listed.append(Remedy(ball, present, place, throw_for(chain, target_deg, share)))  # type: ignore[arg-type]
    return sorted(listed, key=_rank)


def _rank(remedy: Remedy) -> tuple[bool, float, float]:
    figure = remedy.throw.figure_pct
    if figure is None:
        return True, np.inf, remedy.throw.deg_per_us
    outside = not UNIT_WINDOW.low <= figure <= UNIT_WINDOW.high
    return outside, abs(figure - UNIT_WINDOW.target), remedy.throw.deg_per_us


def _outer(setup: Setup) -> float:
    return max(ball.radius_mm for ball in setup.airframe.swash.balls)


def _moved(setup: Setup, ball: str, place: float) -> Setup:
    airframe = setup.airframe
    if ball == "horn":
        servos = [servo.model_copy(update={"arm_mm": place}) for servo in airframe.servos]
        airframe = airframe.model_copy(update={"servos": servos})
    elif ball == "outer ring":
        balls = [
            each if each.radius_mm == 0 else each.model_copy(update={"radius_mm": place})
            for each in airframe.swash.balls
        ]
        swash = airframe.swash.model_copy(update={"balls": balls})
        airframe = airframe.model_copy(update={"swash": swash})
    else:
        head = airframe.head.model_copy(update={"inner_ball_radius_mm": place})
        airframe = airframe.model_copy(update={"head": head})
    return setup.model_copy(update={"airframe": airframe})
