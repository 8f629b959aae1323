"""Full chain for 100,000 stick positions against SciPy, position by position, in one run.

Prints figures only; nothing here passes or fails.
"""

from __future__ import annotations

import resource
import statistics
import time

import numpy as np
from scipy.optimize import brentq, root

from builds import document
from mint_lever.model.chain import Sticks, build_chain, sweep_sticks
from mint_lever.setup import Setup, read_setup

POSITIONS, SAMPLE = 100_000, 400
AZIMUTHS = [0.0, 90.0, 180.0, 270.0]
UP = np.array([0.0, 0.0, 1.0])


class OneByOne:
    """The raw length constraints of one setup, written for a generic solver in plain NumPy."""

    def __init__(self, setup: Setup):
        balls, servos, head = setup.airframe.swash.balls, setup.airframe.servos, setup.airframe.head
        azimuth = np.radians([b.azimuth_deg for b in balls])
        radius = np.array([b.radius_mm for b in balls])
        self.rest = np.stack(
            [radius * np.sin(azimuth), radius * np.cos(azimuth), 0 * azimuth], axis=1
        )
        bearing = np.radians([s.arm_bearing_deg for s in servos])
        self.out = np.stack([np.sin(bearing), np.cos(bearing), 0 * bearing], axis=1)
        self.arm = np.array([s.arm_mm for s in servos])[:, None]
        self.link = np.array([s.link_length_mm for s in servos])
        self.head = head
        self.down = self.rest - self.link[:, None] * UP

    def pose(self, horn_deg):
        """Height, tilt right, tilt forward (mm, rad) of one position, by MINPACK's hybrid."""
        a = np.radians(horn_deg)[:, None]
        horn = self.down + self.arm * ((np.cos(a) - 1) * self.out + np.sin(a) * UP)
        x0, y0 = self.rest[:, 0], self.rest[:, 1]

        def misses(p):
            sine, cosine = np.sin(p[1:]), np.cos(p[1:])
            ball = np.stack(
                [
                    x0 * cosine[0],
                    y0 * cosine[1] - x0 * sine[0] * sine[1],
                    p[0] - y0 * sine[1] - x0 * sine[0] * cosine[1],
                ],
                axis=1,
            )
            return np.sqrt(((ball - horn) ** 2).sum(axis=1)) - self.link

        return root(misses, np.zeros(3), tol=1e-10).x

    def pitch(self, pose, azimuth):
        """Pitch (deg) of one blade at one azimuth, by Brent's method on the link's length."""
        h, r, f = pose
        head, psi = self.head, np.radians(azimuth)
        e = np.array([np.sin(psi), np.cos(psi), 0.0])
        e_t = np.array([np.cos(psi), -np.sin(psi), 0.0])
        n = np.array([np.sin(r), np.cos(r) * np.sin(f), np.cos(r) * np.cos(f)])
        y = n[2] * e - (n @ e) * UP
        y = y / np.sqrt(y @ y)
        lead = np.radians(head.inner_ball_lead_deg)
        x = np.cross(y, n)
        ball = h * UP + head.inner_ball_radius_mm * (np.sin(lead) * x + np.cos(lead) * y)
        root_point = head.grip_ball_span_mm * e + head.head_height_mm * UP
        flat = head.inner_ball_radius_mm * (np.sin(lead) * e_t + np.cos(lead) * e)
        nominal = root_point + head.grip_arm_mm * e_t - flat
        length = np.sqrt(nominal @ nominal)

        def miss(b):
            d = root_point + head.grip_arm_mm * (np.cos(b) * e_t + np.sin(b) * UP) - ball
            return np.sqrt(d @ d) - length

        return np.degrees(brentq(miss, -0.7, 0.7, xtol=1e-12))


def main() -> None:
    """Print the ratio, both times and the peak memory."""
    setup = read_setup(document())
    chain = build_chain(setup)
    rng = np.random.default_rng(7)
    sticks = Sticks.at(*(rng.uniform(-100, 100, POSITIONS) for _ in range(3)))
    sweep_sticks(chain, sticks.part(slice(0, 8192)), AZIMUTHS)
    ours = []
    for _ in range(7):
        start = time.perf_counter()
        found = sweep_sticks(chain, sticks, AZIMUTHS)
        ours.append(time.perf_counter() - start)
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    horns = chain.run(sticks.part(slice(0, SAMPLE))).horn_deg
    generic = OneByOne(setup)
    theirs, worst = [], 0.0
    for row in range(SAMPLE):
        start = time.perf_counter()
        pose = generic.pose(horns[:, row])
        pitch = [generic.pitch(pose, azimuth) for azimuth in AZIMUTHS]
        theirs.append(time.perf_counter() - start)
        worst = max(worst, float(np.abs(np.array(pitch) - found.pitch_deg[:, row]).max()))
    each, all_ = statistics.median(theirs), statistics.median(ours)
    print(f"chain: {POSITIONS:,} positions x {len(AZIMUTHS)} azimuths: median {all_ * 1e3:.0f} ms")
    print(f"scipy: {each * 1e3:.2f} ms a position (median of {SAMPLE}), agrees to {worst:.0e} deg;")
    print(f"       all {POSITIONS:,} one by one would take {each * POSITIONS:.0f} s")
    print(f"ratio: {each * POSITIONS / all_:,.0f} times faster (wanted: 1,000)")
    print(f"memory: {memory:.0f} MB at its peak (wanted: under 400)")


if __name__ == "__main__":
    main()
