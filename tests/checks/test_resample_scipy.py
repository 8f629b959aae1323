"""Curves carried over, against scipy.optimize: bounded least squares brackets them from below, and
the least largest difference is a linear programme."""

import numpy as np
import pytest
from scipy.optimize import linprog, lsq_linear

from mint_lever.transmitter.curves import curve
from mint_lever.transmitter.resample import resample

DENSE = np.linspace(0, 100, 401)


def hats(places):
    """Value of every straight curve with one point at 1 and the others at 0, (samples, points)."""
    return np.stack([np.interp(DENSE, places, unit) for unit in np.eye(len(places))], axis=1)


@pytest.mark.parametrize("seed", range(12))
def test_no_straight_curve_does_better(seed):
    rng = np.random.default_rng(seed)
    points = np.round(np.sort(rng.uniform(0, 100, 9)) if seed % 2 else rng.uniform(0, 100, 9))
    old = curve(points, DENSE, "smooth" if seed % 3 == 0 else "straight")
    count = int(rng.integers(3, 12))
    step = 0.1
    found = resample(points, "smooth" if seed % 3 == 0 else "straight", None, count, step=step)
    basis = hats(np.linspace(0, 100, count))
    # Least largest difference without steps: minimise t with |basis·y − old| ≤ t, 0 ≤ y ≤ 100.
    ones = np.ones((len(DENSE), 1))
    exact = linprog(
        [*np.zeros(count), 1.0],
        A_ub=np.block([[basis, -ones], [-basis, -ones]]),
        b_ub=np.concatenate([old, -old]),
        bounds=[*[(0, 100)] * count, (0, None)],
    )
    assert exact.success
    # Whole steps can cost half a step at a point, and no more.
    assert exact.fun - 1e-7 <= found.largest_pct <= exact.fun + step / 2 + 1e-7
    least = lsq_linear(basis, old, bounds=(0, 100)).x
    miss = basis @ least - old
    assert found.rms_pct >= np.sqrt(np.mean(miss**2)) - 1e-9
    assert found.largest_pct <= np.abs(miss).max() + step / 2 + 1e-9
