"""A unit behind a transmitter that mixes: what it was shown, and what it reads by it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from itertools import product

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array


@dataclass(frozen=True)
class ShownThrows:
    """The throws a unit was shown, in µs at its inputs.

    ``rest_us`` (servos,) with the sticks centred; ``ends_us`` (2, 3, servos) with collective,
    aileron or elevator at its low end, then at its high one, the other sticks centred.
    """

    rest_us: Array
    ends_us: Array

    def mirrored(self) -> ShownThrows:
        """What a unit makes of the high ends alone: it takes the other side for the same."""
        high = self.ends_us[1]
        return ShownThrows(self.rest_us, np.stack([2 * self.rest_us - high, high]))

    def reads_pct(self, pulse_us: ArrayLike) -> Array:
        """Say what commands (percent, (3, poses)) the unit takes servo pulses (servos, poses) for.

        Percent of the throw it was shown on that side, not stopped at ±100. The pulses are taken
        for a sum of throws, by least squares where there are more servos than functions; a
        function that moved nothing while it was taught reads 0. From memory: how simple units
        do it is their makers' affair, that full stick must read as full is common practice.
        """
        moved = np.asarray(pulse_us, dtype=float) - self.rest_us[:, None]
        best = np.zeros((3, moved.shape[1]))
        least = np.full(moved.shape[1], np.inf)
        for signs, throws, back in self._sides:
            share = back @ moved
            # The side that was assumed must be the side that comes out.
            wrong = np.minimum(share * signs, 0.0)
            miss = ((throws @ share - moved) ** 2).sum(axis=0) + (wrong**2).sum(axis=0) * 1e6
            better = miss < least - 1e-9
            best[:, better], least[better] = share[:, better], miss[better]
        return 100.0 * best

    @cached_property
    def _sides(self) -> list[tuple[Array, Array, Array]]:
        """Every choice of sides: signs (3, 1), throws (servos, 3) for +1, and their inverse."""
        shown = []
        for high in product((1, 0), repeat=3):
            signs = np.array([[1.0 if up else -1.0] for up in high])
            throws = np.stack(
                [(self.ends_us[up, f] - self.rest_us) * signs[f] for f, up in enumerate(high)],
                axis=1,
            )
            shown.append((signs, throws, np.linalg.pinv(throws)))
        return shown
