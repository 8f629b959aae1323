"""The swash seen from above: where each ball stands, how far out, and which way the rotor turns."""

from __future__ import annotations

import math

from mint_lever.records.drawing import Anchor, Drawing, Letters, Ring, Stroke
from mint_lever.setup.catalogue.value_text import plainly
from mint_lever.setup.document import Setup

_SIDE = 56.0
_MIDDLE = _SIDE / 2
_BALLS = 14.0
"""How far out the outermost ball is drawn."""
_BALL = 1.1
_LETTERS_OUT = 3.2
_TURN_DEG = 40.0


def drawn_swash(setup: Setup) -> Drawing:
    """Draw the swash from above, nose up, to scale among itself."""
    balls = setup.airframe.swash.balls
    largest = max([ball.radius_mm for ball in balls] + [setup.airframe.head.inner_ball_radius_mm])
    scale = _BALLS / largest if largest else 1.0
    inner = setup.airframe.head.inner_ball_radius_mm * scale
    strokes = [
        Stroke(((_MIDDLE, 6.5), (_MIDDLE, _SIDE - 6.5)), "thin", dashed=True),
        Stroke(((9.0, _MIDDLE), (_SIDE - 9.0, _MIDDLE)), "thin", dashed=True),
        *_turning(setup.airframe.head.turn_sign),
    ]
    rings = [Ring(_MIDDLE, _MIDDLE, 1.2), Ring(_MIDDLE, _MIDDLE, inner, weight="thin")]
    letters = [
        Letters(_MIDDLE, 4.5, "nose", "middle"),
        Letters(_MIDDLE, _SIDE - 2, "tail", "middle"),
    ]
    said = []
    for n, ball in enumerate(balls):
        figures = f"{plainly(ball.azimuth_deg)}°, {plainly(ball.radius_mm)} mm"
        said.append(f"servo {n + 1} {ball.role} at {figures}")
        x, y = _at(ball.azimuth_deg, ball.radius_mm * scale)
        rings.append(Ring(x, y, _BALL, filled=True))
        strokes.append(Stroke(((_MIDDLE, _MIDDLE), (x, y)), "plain"))
        out_x, out_y = _at(ball.azimuth_deg, ball.radius_mm * scale + _LETTERS_OUT)
        side = _side(out_x)
        if side == "middle":
            # Beside the line from nose to tail, not on it.
            side, out_x, out_y = "start", out_x + 2.5, y
        below = 2.6 if out_y > _MIDDLE else -2.6
        first, second = (out_y, out_y + below) if below > 0 else (out_y + below, out_y)
        letters += [
            Letters(out_x, first, f"{n + 1} {ball.role}", side),
            Letters(out_x, second, figures, side),
        ]
    turns = setup.airframe.head.rotation.replace("_", " ")
    return Drawing(
        title="Swash from above",
        says=f"Swash from above, nose up, rotor turns {turns}: {'; '.join(said)}",
        width=_SIDE,
        height=_SIDE,
        strokes=tuple(strokes),
        rings=tuple(rings),
        letters=tuple(letters),
    )


def _at(azimuth_deg: float, radius: float) -> tuple[float, float]:
    """A point of the drawing; azimuth from the nose, clockwise from above."""
    turned = math.radians(azimuth_deg)
    return _MIDDLE + radius * math.sin(turned), _MIDDLE - radius * math.cos(turned)


def _side(x: float) -> Anchor:
    if abs(x - _MIDDLE) < 2:
        return "middle"
    return "start" if x > _MIDDLE else "end"


def _turning(sign: float) -> list[Stroke]:
    """An arc with an arrow's head near the middle; ``sign`` 1 turns clockwise from above."""
    radius = 4.5
    steps = [sign * (-_TURN_DEG + n * 10.0) for n in range(int(2 * _TURN_DEG / 10) + 1)]
    arc = tuple(_at(deg, radius) for deg in steps)
    end = steps[-1]
    tip = arc[-1]
    barbs = [_at(end - sign * 14.0, radius + out) for out in (1.3, -1.3)]
    return [Stroke(arc, "plain"), *(Stroke((tip, barb), "plain") for barb in barbs)]
