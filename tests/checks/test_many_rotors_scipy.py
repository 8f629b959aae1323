"""Many rotors in one call against SciPy's root of the same theory, one rotor at a time."""

import numpy as np
import pytest
from scipy.optimize import brentq

from mint_lever.model.rotor.hover_power import Blades
from mint_lever.model.rotor.rotor_batch import pitches_for


def drawn(count, seed=7):
    rng = np.random.default_rng(seed)
    radius = rng.uniform(0.15, 0.95, count)
    root = rng.uniform(0.06, 0.32, count)
    chord = rng.uniform(0.035, 0.13, count) * radius
    blades = rng.integers(2, 7, count)
    solidity = blades * chord / (np.pi * radius)
    return radius, root, chord, blades, solidity, rng.uniform(0.002, 0.95, count) * solidity / 6


def test_every_rotor_is_as_good_as_alone():
    radius, root, chord, blades, solidity, wanted = drawn(120)
    found = pitches_for(wanted, solidity, root, blades)
    assert found.carried.all()
    for i, pitch in enumerate(found.pitch_deg):
        alone = Blades(int(blades[i]), radius[i], root[i] * radius[i], chord[i])

        def over(at, alone=alone, thrust=wanted[i]):
            return float(alone.coefficients(at)[0]) - thrust

        assert pitch == pytest.approx(brentq(over, 0.0, 40.0, xtol=1e-9), abs=1e-4)


def test_thrust_the_other_way_is_pitch_the_other_way():
    *_, blades, solidity, wanted = drawn(20)
    up = pitches_for(wanted, solidity, 0.2, blades)
    down = pitches_for(-wanted, solidity, 0.2, blades)
    assert down.pitch_deg == pytest.approx(-up.pitch_deg)
    assert pitches_for(0.0, 0.05, 0.2, 2).pitch_deg == pytest.approx(0.0, abs=1e-6)


def test_what_no_pitch_up_to_forty_degrees_carries_is_said_beside_those_that_do():
    blades = Blades(2, 0.775, 0.093, 0.060)
    most = float(blades.coefficients(40.0)[0])
    share = np.array([[0.2, 0.999], [1.001, 5.0]])
    found = pitches_for(share * most, blades.solidity, blades.root, 2)
    assert found.carried.tolist() == [[True, True], [False, False]]
    assert (found.pitch_deg[1] == 0).all()
    assert found.pitch_deg[0, 1] == pytest.approx(40.0, abs=0.1)
