"""The places along a blade at which a rotor is summed up: those of Gauss and Legendre."""

from __future__ import annotations

from functools import cache

import numpy as np

from mint_lever.axes import Array


@cache
def places_and_weights(count: int) -> tuple[Array, Array]:
    """Give ``count`` places between 0 and 1 and their weights, whose sum is 1; worked out once, and
    not to be written to."""
    place, weight = np.polynomial.legendre.leggauss(count)
    place, weight = (place + 1) / 2, weight / 2
    for each in (place, weight):
        each.flags.writeable = False
    return place, weight
