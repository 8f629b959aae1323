"""Where a length is on the model: the two points it is measured between."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.scene import Scene

_Ends = tuple[Array, Array]
_Find = Callable[[Chain, Scene, int], _Ends]


@dataclass(frozen=True)
class Dimension:
    """A length's two ends (mm, rows x y z) in a scene, and what the setup has for it (mm).

    Without ends its part is only sketched, not to the linkage's scale: who sketches it knows where.
    The value is None where nothing was measured yet.
    """

    path: str
    ends: _Ends | None
    value_mm: float | None


def dimension(chain: Chain, drawn: Scene, path: str) -> Dimension | None:
    """Place the length that stands at a setting's path; None for what is no length that is drawn,
    and for an entry that is not there.

    Lengths are between the parts as the scene has them; blades' own are shown on blade A.
    """
    for pattern, find in _LENGTHS:
        found = re.fullmatch(pattern, path)
        if found is None:
            continue
        try:
            value = _value(chain, path)
        except IndexError:
            return None
        number = int(found.groupdict().get("n") or 0)
        return Dimension(path, find(chain, drawn, number) if find else None, value)
    return None


def _value(chain: Chain, path: str) -> float | None:
    """What stands at a path; raises IndexError for an entry that a list has not."""
    part: object = chain.setup
    for key in path.split("."):
        part = part[int(key)] if isinstance(part, list) else getattr(part, key, None)
    return float(part) if isinstance(part, int | float) else None


def _arm(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return drawn.shafts[n], drawn.horn_balls[n]


def _link(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return drawn.horn_balls[n], drawn.swash_balls[n]


def _outer(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return drawn.centre, drawn.swash_balls[n]


def _inner(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return drawn.centre, drawn.blades[0].inner_ball


def _head(chain: Chain, drawn: Scene, n: int) -> _Ends:
    """From the swash's middle, the collective at its own, to the feathering axis."""
    return np.zeros(3), _root(chain)


def _grip_arm(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return _beside_the_grip(chain, drawn), drawn.blades[0].grip_ball


def _span(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return _root(chain), _beside_the_grip(chain, drawn)


def _blade_link(chain: Chain, drawn: Scene, n: int) -> _Ends:
    return drawn.blades[n].inner_ball, drawn.blades[n].grip_ball


def _root(chain: Chain) -> Array:
    return np.array([0.0, 0.0, chain.setup.airframe.head.head_height_mm])


def _beside_the_grip(chain: Chain, drawn: Scene) -> Array:
    """The place on blade A's feathering axis beside its grip's ball."""
    azimuth = np.radians(drawn.blades[0].azimuth_deg)
    along = np.array([np.sin(azimuth), np.cos(azimuth), 0.0])
    root = _root(chain)
    return root + along * float((drawn.blades[0].grip_ball - root) @ along)


_LENGTHS: tuple[tuple[str, _Find | None], ...] = (
    (r"airframe\.servos\.(?P<n>\d)\.arm_mm", _arm),
    (r"airframe\.servos\.(?P<n>\d)\.link_(?:length|extra)_mm", _link),
    (r"airframe\.swash\.balls\.(?P<n>\d)\.radius_mm", _outer),
    (r"airframe\.head\.inner_ball_radius_mm", _inner),
    (r"airframe\.head\.head_height_mm", _head),
    (r"airframe\.head\.grip_arm_mm", _grip_arm),
    (r"airframe\.head\.grip_ball_span_mm", _span),
    (r"airframe\.head\.link_extra_mm\.(?P<n>\d)", _blade_link),
    (r"airframe\.rotor\.(?:radius|root|chord)_mm", None),
    (r"airframe\.tail\.servo\.(?:arm|rod)_mm", None),
    (r"airframe\.tail\.slider\.(?:minus|plus)_mm", None),
    (r"airframe\.tail\.(?:offset|grip_arm|radius|root|chord|boom)_mm", None),
)
