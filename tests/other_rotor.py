"""The theory of J. G. Leishman, *Principles of Helicopter Aerodynamics*, chapter 3, by other code.

The two thrusts of an annulus are balanced by a root finder and integrated by QUADPACK.
"""

from functools import partial
from math import acos, exp, pi

import numpy as np
from scipy.integrate import quad
from scipy.optimize import brentq


def other_inflow(r, pitch, blades):
    """Where momentum's thrust, with the tip's loss, is the blade element's."""
    sigma = blades.count * blades.chord_m / (pi * blades.radius_m)

    def more(inflow):
        loss = 2 / pi * acos(exp(-blades.count / 2 * (1 - r) / inflow))
        return 4 * loss * inflow**2 * r - sigma * 5.7 / 2 * (pitch * r**2 - inflow * r)

    return brentq(more, 1e-12, pitch * r, xtol=1e-15)


def other_coefficients(blades, pitch_deg):
    pitch, root = np.radians(pitch_deg), blades.root_m / blades.radius_m
    sigma = blades.count * blades.chord_m / (pi * blades.radius_m)

    def thrust(r, power=0):
        inflow = other_inflow(r, pitch, blades)
        return sigma * 5.7 / 2 * (pitch * r**2 - inflow * r) * inflow**power

    c_t, _ = quad(thrust, root, 1 - 1e-12, limit=200)
    induced, _ = quad(partial(thrust, power=1), root, 1 - 1e-12, limit=200)
    return c_t, induced + sigma * 0.012 / 8 * (1 - root**4)
