"""Collective and cyclic against scipy.integrate.quad over the whole turn."""

import numpy as np
import pytest
from scipy.integrate import quad

from builds import random_document
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_setup


@pytest.mark.parametrize("seed", range(4))
def test_mean_and_first_harmonic_are_the_integrals(seed):
    chain = build_chain(read_setup(random_document(np.random.default_rng(seed), "three_120")))
    result = evaluate_pose(chain, Sticks.at(40.0, -70.0, 55.0))
    pose = result.run.swash.pose

    def part(weight):
        def value(psi):
            pitch = chain.grip.pitch(pose, [np.degrees(psi)]).pitch_deg.item()
            return pitch * weight(psi)

        return quad(value, 0, 2 * np.pi, epsabs=1e-11)[0]

    mean = part(lambda _: 1.0) / (2 * np.pi)
    fore, side = part(np.cos) / np.pi, part(np.sin) / np.pi
    assert result.head.collective_deg.item() == pytest.approx(mean, abs=1e-9)
    assert result.head.cyclic_deg.item() == pytest.approx(np.hypot(fore, side), abs=1e-9)
    expected = np.degrees(np.arctan2(side, fore)) % 360
    assert result.head.cyclic_azimuth_deg.item() == pytest.approx(expected, abs=1e-7)
