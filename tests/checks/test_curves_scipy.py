"""Curves against scipy.interpolate: PCHIP for the smooth line, numpy.interp for the straight."""

import numpy as np
import pytest
from scipy.interpolate import PchipInterpolator

from mint_lever.transmitter.curves import curve


@pytest.mark.parametrize("seed", range(40))
def test_smooth_is_pchip_and_straight_is_linear(seed):
    rng = np.random.default_rng(seed)
    points = rng.uniform(0, 100, rng.integers(2, 18))
    if seed % 4 == 0:
        points = np.round(points / 25) * 25  # flat stretches and equal neighbours
    at = np.linspace(0, 100, len(points))
    dense = np.linspace(0, 100, 777)
    assert curve(points, dense, "smooth") == pytest.approx(
        PchipInterpolator(at, points)(dense), abs=1e-9
    )
    assert curve(points, dense) == pytest.approx(np.interp(dense, at, points), abs=1e-9)
