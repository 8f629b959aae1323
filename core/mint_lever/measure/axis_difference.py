"""Aileron and elevator that a unit moves by one figure, and yet apart: what would make that.

Common practice, no source: one figure serves both axes, so a plate described as another, or one
servo with another throw, shows only where both are read. The widths are from memory.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from mint_lever.faults import InvalidSetup
from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.airframe import LAYOUT_WORDS, Airframe, LayoutName
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.parts.swash_layouts import layout_balls

ALIKE_SHARE, FAR_SHARE = 0.06, 0.12
"""How far apart (share of their mean) both axes may be read, and from where on it will not do."""
_NEAR = 0.12
"""A plate that brings the ratio of the axes as near is named: servos are alike to a few percent."""
_THREE: tuple[LayoutName, ...] = ("three_120", "three_135", "three_140", "three_90")
_THROWS = (0.55, 0.75, 1.0, 1.3, 1.7)
"""A servo's throw of what it is written down as, or its arm of the others'; beyond these nobody
would have missed it."""
_MOST_SERVOS = 2


def elevator_over_aileron(chain: Chain, mode: ModeName) -> float | None:
    """Give the ratio of the two axes' throws at full stick, as a blade over the boom and one across
    it, on the plate's tail side, read them; None where the linkage does not get there."""
    across_deg = 90.0 if chain.setup.airframe.head.turn_sign > 0 else 270.0
    sticks = Sticks.at(
        collective=[0.0] * 4, aileron=[100.0, -100.0, 0, 0], elevator=[0, 0, 100.0, -100.0]
    )
    found = evaluate_pose(chain, sticks, (180.0, across_deg), mode)
    if not found.reachable.all():
        return None
    over_boom, across = found.pitch_deg
    aileron, elevator = abs(over_boom[0] - over_boom[1]), abs(across[2] - across[3])
    return float(elevator / aileron) if aileron > 0 else None


def explanations(setup: Setup, mode: ModeName, ratio: float) -> list[str]:
    """Name what would make the axes read in this ratio, the nearest first: another plate, or one
    servo with another throw or ball place. Empty where nothing of that does."""
    described = build_chain(setup)
    plates = sorted(
        (off, words)
        for words, made in _plates(setup, described, mode)
        if (off := abs(made / ratio - 1)) <= _NEAR
    )
    servos: list[tuple[float, str]] = []
    for i in range(len(setup.airframe.servos)):
        throw = _throw_of(setup, described, mode, i, ratio)
        if throw is not None:
            size = "less" if throw < 1 else "further"
            words = f"servo {i + 1} turns {size} than the others, or its ball is in another hole"
            servos.append((abs(float(np.log(throw))), words))
    return [
        *(words for _, words in plates[:2]),
        *(words for _, words in sorted(servos)[:_MOST_SERVOS]),
    ]


def _plates(setup: Setup, described: Chain, mode: ModeName) -> Iterator[tuple[str, float]]:
    """Other plates of three servos, in words, with the ratio of the axes on each."""
    swash = setup.airframe.swash
    radius = max(ball.radius_mm for ball in swash.balls)
    if len(swash.balls) != len(layout_balls("three_120", radius)):
        return
    for layout in _THREE:
        if layout != swash.layout:
            balls = layout_balls(layout, radius)
            other = setup.airframe.model_copy(
                update={"swash": swash.model_copy(update={"balls": balls})}
            )
            made = _ratio_on(other, setup, described, mode)
            if made is not None:
                yield f"the plate is {LAYOUT_WORDS[layout]}", made


def _throw_of(
    setup: Setup, described: Chain, mode: ModeName, servo: int, ratio: float
) -> float | None:
    """The throw of one servo, of what the others have, that makes a ratio; None where none does."""
    made = []
    for throw in _THROWS:
        servos = list(setup.airframe.servos)
        turned = servos[servo].us_per_deg / throw
        servos[servo] = servos[servo].model_copy(update={"us_per_deg": turned})
        other = setup.airframe.model_copy(update={"servos": servos})
        made.append(_ratio_on(other, setup, described, mode))
    ratios = np.array([np.nan if each is None else each for each in made])
    if np.isnan(ratios).any() or not min(ratios) <= ratio <= max(ratios):
        return None
    order = np.argsort(ratios)
    return float(np.interp(ratio, ratios[order], np.array(_THROWS)[order]))


def _ratio_on(airframe: Airframe, setup: Setup, described: Chain, mode: ModeName) -> float | None:
    """The ratio that the described mixing makes on other metal."""
    try:
        chain = build_chain(setup.model_copy(update={"airframe": airframe}))
    except InvalidSetup:
        return None
    chain.mixing = described.mixing
    return elevator_over_aileron(chain, mode)


def apart(aileron_deg: float, elevator_deg: float, expected: float) -> float:
    """How far apart two throws are, as a share of what is expected of their ratio; signed, + where
    elevator is the larger."""
    return float(np.divide(elevator_deg, aileron_deg * expected)) - 1.0
