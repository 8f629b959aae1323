"""Evenings on the simulated bench by the product's own advice: looks and readings each step took.

Prints figures only. 200 builds where the unit mixes, a quarter as many in each other arrangement;
a number given says how many instead. Every evening must end with all steps done and the hidden
truth in band.
"""

from __future__ import annotations

import sys
import time
from functools import partial
from multiprocessing.pool import Pool

import numpy as np

from mint_lever.bench import judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.model.chain import Sticks
from mint_lever.setup.arrangement import ArrangementName

BUILDS = 200
LOOKS, SWAPPED = "directions, looks until settled", "the same where two leads were exchanged"
AIMS = {LOOKS: (3, 99), "zero_pitch": (2, 90), "cyclic_throw": (3, 95), "collective_range": (3, 95)}


def evening(seed: int, arrangement: ArrangementName) -> tuple[bool, dict[str, int]]:
    """Whether a build ends right, and the most readings any question of each step took."""
    bench = random_helicopter(seed, arrangement)
    swapped = bench.truth.output_of_servo != sorted(bench.truth.output_of_servo)
    try:
        done = work_through(bench)
    except RuntimeError:
        return False, {}
    counts = {step.name: done.answers(step.name) for step in done.run(bench).steps}
    looks = [entry for entry in done.entries if entry.key.partition(".")[0] in ("look", "lead")]
    acts = [event.sequence for event in done.events if event.step in ("together", "tilts")]
    before = [entry for entry in looks if not acts or entry.sequence < acts[0]]
    counts[SWAPPED if swapped else LOOKS] = len(before)

    def pitch(*sticks: float, blade: int = 0) -> float:
        return float(bench.true_pitch(Sticks.at(*sticks), 180.0, blade).item())

    zero = [pitch(0, blade=b) for b in range(bench.setup.airframe.head.blades)]
    right = max(map(abs, zero)) <= 0.6 and abs(pitch(100) - 11) <= 0.65
    right &= abs(pitch(-100) + 11) <= 0.65 and pitch(60) > pitch(0) + 3
    if bench.setup.stabilising_unit is not None:
        right &= all(bench.tip(axis) for axis in ("roll", "pitch", "pirouette"))
    right &= all(bench.sweep(place) for place in ("low", "mid", "high"))
    run = done.run(bench)
    return bool(right and judge_fitness(run, [bench.setup]).fit), counts


def main() -> None:
    """Print the figures of every arrangement: the unit's in full, the others a quarter as many."""
    builds = int(sys.argv[1]) if len(sys.argv) > 1 else BUILDS
    with Pool() as pool:
        _arrangement(pool, "unit_mixes", builds)
        _arrangement(pool, "transmitter_mixes_unit_behind", builds // 4)
        _arrangement(pool, "transmitter_mixes", builds // 4)


def _arrangement(pool: Pool, arrangement: ArrangementName, builds: int) -> None:
    """Print median, worst and share within the aim for every step."""
    start = time.perf_counter()
    found = pool.map(partial(evening, arrangement=arrangement), range(builds), chunksize=5)
    took = time.perf_counter() - start
    ended = sum(right for right, _ in found)
    print(
        f"evenings, {arrangement}: {builds} builds in {took:.0f} s, {ended} ended right in every "
        "step",
        flush=True,
    )
    for step in dict.fromkeys(name for _, each in found for name in each):
        counts = np.array([each[step] for _, each in found if step in each])
        line = f"  {step}: median {np.median(counts):.0f}, worst {counts.max()}"
        if step in AIMS:
            most, aim = AIMS[step]
            line += f", {np.mean(counts <= most):.1%} in at most {most} (aim {aim} %)"
        print(line)


if __name__ == "__main__":
    main()
