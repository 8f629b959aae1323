"""How much sooner many different rotors are solved together than by SciPy's brentq one by one.

    PYTHONPATH=tests .venv/bin/python benchmarks/rotors.py

The same theory, the same places along the blade, the same accuracy (1e-4 deg), in one run.
"""

from __future__ import annotations

import time

import numpy as np
from scipy.optimize import brentq

from mint_lever.model.rotor import rotor_batch
from mint_lever.model.rotor.hover_power import LIFT_SLOPE, tip_loss

COUNT, ALONE = 10_000, 100
ACCURATE_DEG = 1e-4


def alone(wanted: float, solidity: float, root: float, blades: int) -> float:
    """The pitch (deg) of one rotor, its inflow iterated to rest at every try."""
    u, weight = np.polynomial.legendre.leggauss(rotor_batch.NODES)
    u, weight = (u + 1) / 2, weight / 2
    way = 1 - root
    r, weight = 1 - way * u**2, 2 * way * u * weight
    lift = solidity * LIFT_SLOPE

    def over(pitch_deg: float) -> float:
        asked = np.radians(pitch_deg) * r
        loss, before = np.ones_like(r), np.zeros_like(r)
        for _ in range(200):
            inflow = 2 * asked / (np.sqrt(1 + 32 * loss * asked / lift) + 1)
            if np.abs(inflow - before).max() < rotor_batch.REST:
                break
            before, loss = inflow, tip_loss(inflow, r, blades)
        return float((lift / 2 * (asked - inflow) * r * weight).sum()) - wanted

    found: float = brentq(over, 0.0, 40.0, xtol=ACCURATE_DEG)
    return found


def main() -> None:
    """Print the ratio, and how far the two lie apart."""
    rng = np.random.default_rng(3)
    radius, root = rng.uniform(0.15, 0.95, COUNT), rng.uniform(0.06, 0.32, COUNT)
    blades = rng.integers(2, 7, COUNT)
    solidity = blades * rng.uniform(0.035, 0.13, COUNT) * radius / (np.pi * radius)
    wanted = rng.uniform(0.01, 0.95, COUNT) * solidity / 6
    rotor_batch.pitches_for(wanted, solidity, root, blades)
    together = min(
        _timed(lambda: rotor_batch.pitches_for(wanted, solidity, root, blades)) for _ in "123"
    )
    made = rotor_batch.pitches_for(wanted, solidity, root, blades).pitch_deg
    start = time.process_time()
    one_by_one = [alone(wanted[i], solidity[i], root[i], int(blades[i])) for i in range(ALONE)]
    each = (time.process_time() - start) / ALONE
    apart = float(np.abs(made[:ALONE] - one_by_one).max())
    print(f"{COUNT} rotors together: {1e3 * together:.0f} ms")
    print(f"one by one with brentq: {COUNT * each / together:.0f} times as long")
    print(f"furthest apart: {apart:.1e} deg")


def _timed(call: object) -> float:
    start = time.process_time()
    call()  # type: ignore[operator]
    return time.process_time() - start


if __name__ == "__main__":
    main()
