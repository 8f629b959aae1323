"""A thousand evenings on the simulated bench by the product's own advice: looks and readings.

Prints figures only.
"""

from __future__ import annotations

import time

import numpy as np

from mint_lever.simulate.builds import random_helicopter
from mint_lever.simulate.evening import work_through

BUILDS = 1000


def main() -> None:
    """Print median, worst and share within the aim for every step."""
    aims = {"directions": 3, "zero_pitch": 2, "cyclic_throw": 3, "collective_range": 3}
    counts: dict[str, list[int]] = {}
    start, ended, rounds = time.perf_counter(), 0, []
    for seed in range(BUILDS):
        evening = work_through(random_helicopter(seed))
        for step, count in evening.counts.items():
            counts.setdefault(step, []).append(count)
        rounds.append(evening.rounds)
        ends = evening.collective_deg
        ended += (
            max(map(abs, evening.zero_deg)) <= 0.5
            and abs(evening.cyclic_deg - 9.0) <= 0.5
            and abs((ends[0] - ends[1]) / 2 - 12.0) <= 0.5
            and evening.level_deg <= 0.5
        )
    took = time.perf_counter() - start
    print(f"evenings: {BUILDS} builds in {took:.0f} s, {ended} ended with every step in band")
    for step, found in counts.items():
        line = f"  {step}: median {np.median(found):.0f}, worst {max(found)}"
        if step in aims:
            share = np.mean(np.array(found) <= aims[step])
            line += f", {share:.1%} in at most {aims[step]}"
        print(line)
    print(f"  rounds of mending until every direction was right: worst {max(rounds)}")


if __name__ == "__main__":
    main()
