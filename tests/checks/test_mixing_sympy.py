"""Mixing coefficients against SymPy: the height a tilted plane gives each ball.

A plane tilted by small commands a (right down) and e (front down) and raised by c stands at
c − a·x − e·y above a ball at the unit circle's (x, y) = (sin ψ, cos ψ); a phase γ turns the
commands round the shaft. Exact numbers from SymPy, compared in floating point.
"""

import pytest
import sympy as sp

from mint_lever.model.swash.swash_mixing import mixing_matrix
from mint_lever.setup.parts.airframe import Ball, Swash
from mint_lever.setup.parts.swash_layouts import layout_balls

NAMES = ["three_120", "three_90", "three_135", "three_140", "four_90", "four_45"]


def plane_heights(azimuth_deg, phase_deg):
    a, e, c = sp.symbols("a e c")
    psi, gamma = sp.rad(sp.nsimplify(azimuth_deg)), sp.rad(sp.nsimplify(phase_deg))
    # The wanted low side, turned clockwise (seen from above) by the phase.
    right = a * sp.cos(gamma) + e * sp.sin(gamma)
    front = e * sp.cos(gamma) - a * sp.sin(gamma)
    height = sp.expand(c - right * sp.sin(psi) - front * sp.cos(psi))
    return [float(height.coeff(symbol)) for symbol in (c, a, e)]


@pytest.mark.parametrize("phase", [0, -18, 7])
@pytest.mark.parametrize("layout", NAMES)
def test_every_layout_with_phase(layout, phase):
    balls = layout_balls(layout, 20.0)
    matrix = mixing_matrix(Swash(layout=layout, balls=balls), float(phase))
    for row, ball in zip(matrix, balls, strict=True):
        assert row == pytest.approx(plane_heights(ball.azimuth_deg, phase), abs=1e-12)


def test_custom_balls_follow_the_same_rule_ball_by_ball():
    balls = [
        Ball(role="x", azimuth_deg=azimuth, radius_mm=radius)
        for azimuth, radius in [(10, 18), (133, 22), (251, 27)]
    ]
    matrix = mixing_matrix(Swash(layout="custom", balls=balls), 4.0)
    for row, ball in zip(matrix, balls, strict=True):
        assert row == pytest.approx(plane_heights(ball.azimuth_deg, 4), abs=1e-12)


def test_120_degrees_by_hand():
    """Hand algebra: elevator ball at the tail, the others at ±60° of the nose."""
    matrix = mixing_matrix(Swash(layout="three_120", balls=layout_balls("three_120", 20)), 0)
    root = 3**0.5 / 2
    expected = [[1, 0, 1], [1, -root, -0.5], [1, root, -0.5]]
    for row, wanted in zip(matrix, expected, strict=True):
        assert row == pytest.approx(wanted)


def test_mechanical_mixing_gives_each_function_a_servo_of_its_own():
    matrix = mixing_matrix(Swash(layout="single", balls=layout_balls("single", 20)), 0)
    wanted = [[0, 0, 1], [0, -1, 0], [1, 0, 0]]  # elevator at the tail, aileron right, pitch
    for row, expected in zip(matrix, wanted, strict=True):
        assert row == pytest.approx(expected, abs=1e-12)
