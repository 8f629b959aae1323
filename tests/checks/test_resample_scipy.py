"""Curves carried over, against SciPy.

Straight: bounded least squares brackets them from below, the least largest difference is a linear
programme. Smooth: every choice there is, read by SciPy's own PCHIP.
"""

from itertools import product

import numpy as np
import pytest
from scipy.interpolate import PchipInterpolator
from scipy.optimize import linprog, lsq_linear

from few import few
from mint_lever.model.transmitter.curve_resampling import resample
from mint_lever.model.transmitter.curves import read_curve

DENSE = np.linspace(0, 100, 401)


def hats(places, fine):
    """Value of every straight curve with one point at 1 and the others at 0, (samples, points)."""
    return np.stack([np.interp(fine, places, unit) for unit in np.eye(len(places))], axis=1)


@pytest.mark.parametrize("seed", few(range(12), 4))
def test_no_straight_curve_does_better(seed):
    rng = np.random.default_rng(seed)
    points = np.round(np.sort(rng.uniform(0, 100, 9)) if seed % 2 else rng.uniform(0, 100, 9))
    count = int(rng.integers(3, 12))
    places = np.linspace(0, 100, count)
    fine = np.union1d(DENSE, places)
    old = read_curve(points, fine, "smooth" if seed % 3 == 0 else "straight")
    step = 0.1
    found = resample(points, "smooth" if seed % 3 == 0 else "straight", None, count, step=step)
    basis = hats(places, fine)
    # Least largest difference without steps: minimise t with |basis·y − old| ≤ t, 0 ≤ y ≤ 100.
    ones = np.ones((len(fine), 1))
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


SMOOTH = [
    # Old points, line, their positions; the new curve's positions; step.
    ([0.0, 20.0, 35.0, 62.0, 100.0], "straight", None, [0, 100 / 3, 200 / 3, 100], 10.0),
    ([90.0, 70.0, 66.0, 72.0, 100.0], "straight", [0.0, 20.0, 45.0, 70.0, 100.0], None, 10.0),
    ([0.0, 10.0, 80.0, 85.0, 90.0, 100.0], "smooth", None, [0, 25, 50, 75, 100], 12.5),
    ([30.0, 45.0, 50.0, 54.0, 80.0, 97.0], "straight", None, [0, 20, 45, 80, 100], 12.5),
    ([0.0, 100.0, 0.0, 100.0, 0.0], "straight", None, [0, 30, 100], 4.0),
]


@pytest.mark.parametrize(("points", "shape", "at", "new", "step"), SMOOTH)
def test_no_smooth_curve_does_better(points, shape, at, new, step):
    new = [0.0, 100 / 3, 200 / 3, 100.0] if new is None else [float(place) for place in new]
    found = resample(points, shape, at, new, "smooth", step)
    assert found.proven
    fine = np.union1d(DENSE, new)
    old = read_curve(points, fine, shape, at)
    values = np.arange(0.0, 100.0 + step / 2, step)
    every = np.array(list(product(values, repeat=len(new)))).T
    least, squares = np.inf, np.inf
    for part in np.array_split(every, max(every.shape[1] // 4000, 1), axis=1):
        miss = np.abs(PchipInterpolator(new, part)(fine) - old[:, None])
        largest = miss.max(axis=0)
        if largest.min() < least - 1e-9:
            least, squares = largest.min(), np.inf
        equal = largest <= least + 1e-9
        if equal.any():
            squares = min(squares, (miss[:, equal] ** 2).sum(axis=0).min())
    assert found.largest_pct == pytest.approx(least, abs=1e-9)
    assert found.rms_pct == pytest.approx(np.sqrt(squares / len(fine)), abs=1e-9)


def test_a_wild_curve_is_searched_and_said_to_be_no_more_than_that():
    wild = [0.0, 100.0, 0.0, 100.0, 0.0, 100.0, 0.0]
    found = resample(wild, "straight", None, 5, "smooth")
    assert not found.proven
    assert found.largest_pct < 60.0
