"""What a pilot can say of a movement: each ball up, down or still; or only what the swash did."""

from __future__ import annotations

from typing import Literal, get_args

import numpy as np
from numpy.typing import NDArray

from mint_lever.axes import Array, bearing
from mint_lever.diagnose.direction_faults import SEEN

SwashWord = Literal["up", "down", "right", "left", "forward", "back", "still", "other"]
SWASH_WORDS: tuple[SwashWord, ...] = get_args(SwashWord)
_MIXED = 0.6
"""Share of the main movement at which a second one makes it "something else"."""


def swash_words(moved: Array, azimuth_deg: Array) -> NDArray[np.intp]:
    """Say what the whole swash does for ball movements (…, servos), as indexes of SWASH_WORDS.

    The plane through the balls (least squares for four) is split into height, tilt right and tilt
    forward; the largest names it.
    """
    right, forward = bearing(azimuth_deg)
    plane = np.stack([np.ones_like(right), -right, -forward], axis=1)
    parts = moved @ np.linalg.pinv(plane).T
    size = np.abs(parts)
    order = np.argsort(size, axis=-1)
    main = order[..., -1]
    most = np.take_along_axis(size, order[..., -1:], axis=-1)[..., 0]
    second = np.take_along_axis(size, order[..., -2:-1], axis=-1)[..., 0]
    negative = np.take_along_axis(parts, order[..., -1:], axis=-1)[..., 0] < 0
    words = 2 * main + negative  # up, down, right, left, forward, back
    words = np.where(second > _MIXED * most, SWASH_WORDS.index("other"), words)
    return np.where(most < SEEN, SWASH_WORDS.index("still"), words)
