"""Every way in which servo and function directions, plugs, layout or a lead can be wrong.

One array row for each hypothesis, so that all of them are held against what was seen at once.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import permutations, product
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray

from mint_lever.axes import Array
from mint_lever.model.swash.swash_mixing import mixing_matrix
from mint_lever.setup.parts.airframe import LayoutName, Swash
from mint_lever.setup.parts.swash_layouts import LAYOUT_NAMES, layout_balls
from mint_lever.sources import MEMORY

Command = Literal["collective", "right", "back"]
COMMANDS: tuple[Command, ...] = ("collective", "right", "back")
_STICK = np.array([1.0, 1.0, -1.0])  # stick back is elevator −1

SEEN: Annotated[float, MEMORY] = 0.25
"""Share of a full collective movement below which a ball is not seen to move on the bench. Lies
between the least coefficient that moves a ball (0.5 on a 120° plate) and none."""

Ints = NDArray[np.intp]
Signs = NDArray[np.int8]


@dataclass(frozen=True)
class Field:
    """All hypotheses for one swash, fewest changes first; arrays run (hypotheses, …).

    ``flips`` (servos): the output's direction setting must change once the plugs are right;
    ``functions`` (3): the function must change direction; both −1 where so, else 1. ``plugs``
    (servos): the output each servo hangs on. ``layout`` indexes ``layouts`` (0: the right one);
    ``dead`` is a servo, −1 for none.
    """

    flips: Signs
    functions: Signs
    plugs: Ints
    layout: Ints
    dead: Ints
    changes: Ints
    rare: Ints
    """How many of the changes are not directions: exchanged leads, layout, a dead lead."""
    layouts: tuple[LayoutName, ...]
    mixing: Array
    """(layouts, servos, 3 commands)"""
    radius: Array
    azimuth: Array

    @property
    def wanted(self) -> Array:
        """What each ball should do, (servos, 3); 1 is full collective."""
        right: Array = self.mixing[0]
        return right

    def movement(self, reversed_now: Sequence[bool]) -> Array:
        """Give each ball's movement (hypotheses, servos, 3) with the outputs' settings as now.

        A servo on the wrong output is also driven with that output's direction setting.
        """
        setting = np.where(reversed_now, -1.0, 1.0)
        through = self.flips * setting * setting[self.plugs]
        driven = self.mixing[self.layout[:, None], self.plugs] * self.functions[:, None, :]
        moved = driven * through[:, :, None]
        rows = np.flatnonzero(self.dead >= 0)
        moved[rows, self.dead[rows]] = 0.0
        return moved

    def repaired(self, by: int, rows: Ints, reversed_now: Sequence[bool]) -> Array:
        """Give what the balls would do if hypothesis ``by`` were mended and ``rows`` were true.

        Shape (rows, servos, 3). Mending moves the leads, changes the flagged output and function
        directions, sets the layout and renews the lead as ``by`` says, whatever is really wrong.
        """
        setting = np.where(reversed_now, -1.0, 1.0)
        # A pilot exchanges the leads of the servos that are named, wherever they really hang.
        plugs = self.plugs[rows][:, np.argsort(self.plugs[by])]
        through = self.flips[rows] * setting * (self.flips[by] * setting)[plugs]
        layout = np.where(self.layout[by] > 0, 0, self.layout[rows])
        functions = self.functions[rows] * self.functions[by]
        moved = self.mixing[layout[:, None], plugs] * functions[:, None, :] * through[:, :, None]
        index = np.flatnonzero((self.dead[rows] >= 0) & (self.dead[rows] != self.dead[by]))
        moved[index, self.dead[rows][index]] = 0.0
        return np.asarray(moved)


def visible(moved: Array) -> Signs:
    """Give what an eye makes of movements: up 1, down −1, not at all 0."""
    return np.where(np.abs(moved) < SEEN, 0, np.sign(moved)).astype(np.int8)


def field_of(swash: Swash, phase_deg: float = 0.0) -> Field:
    """Lay out every hypothesis for a swash with three or four servos, mixed at a phase (deg)."""
    return _field(swash.model_dump_json(), phase_deg)


@lru_cache(maxsize=16)
def _field(swash_json: str, phase_deg: float) -> Field:
    swash = Swash.model_validate_json(swash_json)
    count = len(swash.balls)
    names: list[LayoutName] = [
        name
        for name in LAYOUT_NAMES
        if name not in (swash.layout, "single") and len(layout_balls(name, 20.0)) == count
    ]
    plates = [
        swash,
        *(Swash(layout=name, balls=layout_balls(name, 20.0)) for name in names),
    ]
    mixing = np.stack([mixing_matrix(plate, phase_deg) * _STICK for plate in plates])
    # Every combination of what can be wrong, as row numbers of five small tables.
    ways = np.array(list(product((1, -1), repeat=count)), dtype=np.int8)
    turned = np.array(list(product((1, -1), repeat=3)), dtype=np.int8)
    hung = np.array(list(permutations(range(count))))
    exchanges = np.array([swaps(each) for each in hung])
    sizes = (len(ways), len(turned), len(hung), len(plates), count + 1)
    of = np.indices(sizes).reshape(len(sizes), -1)
    flips, functions, plugs = ways[of[0]], turned[of[1]], hung[of[2]]
    layout, dead, swapped = of[3], of[4] - 1, exchanges[of[2]]
    rare = swapped + (layout > 0) + (dead >= 0)
    changes = (flips < 0).sum(axis=1) + (functions < 0).sum(axis=1) + rare
    # Of equally many changes the ordinary ones come first: directions before leads and layouts.
    fewest = np.lexsort((rare, changes))
    return Field(
        flips=flips[fewest],
        functions=functions[fewest],
        plugs=plugs[fewest],
        layout=layout[fewest],
        dead=dead[fewest],
        changes=changes[fewest],
        rare=rare[fewest],
        layouts=(swash.layout, *names),
        mixing=mixing,
        radius=np.array([ball.radius_mm for ball in swash.balls]),
        azimuth=np.array([ball.azimuth_deg for ball in swash.balls]),
    )


def swaps(plugs: Sequence[int]) -> int:
    """Give how many exchanges of two plugs put them right: servos less cycles."""
    seen: set[int] = set()
    cycles = 0
    for start in range(len(plugs)):
        if start not in seen:
            cycles += 1
            while start not in seen:
                seen.add(start)
                start = int(plugs[start])
    return len(plugs) - cycles
