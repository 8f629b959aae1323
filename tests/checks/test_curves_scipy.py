"""Curves against scipy.interpolate: PCHIP for the smooth line, numpy.interp for the straight."""

import numpy as np
import pytest
from scipy.interpolate import PchipInterpolator

from mint_lever.model.transmitter.curves import read_curve


@pytest.mark.parametrize("seed", range(40))
def test_smooth_is_pchip_and_straight_is_linear(seed):
    rng = np.random.default_rng(seed)
    points = rng.uniform(0, 100, rng.integers(2, 18))
    if seed % 4 == 0:
        points = np.round(points / 25) * 25  # flat stretches and equal neighbours
    at = np.linspace(0, 100, len(points))
    places = None
    if seed % 3 == 0 and len(points) > 2:
        inside = np.sort(rng.choice(np.arange(1, 100), len(points) - 2, replace=False))
        at = places = np.concatenate([[0.0], inside, [100.0]])
    dense = np.linspace(0, 100, 777)
    assert read_curve(points, dense, "smooth", places) == pytest.approx(
        PchipInterpolator(at, points)(dense), abs=1e-9
    )
    assert read_curve(points, dense, places=places) == pytest.approx(
        np.interp(dense, at, points), abs=1e-9
    )
