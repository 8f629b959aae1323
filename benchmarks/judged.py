"""Random evenings by the product's advice, judged by tests/judge.py, which shares nothing with it.

    PYTHONPATH=tests .venv/bin/python benchmarks/judged.py 1000

The number is of builds for each arrangement; every fourth has mechanical mixing. The seeds are
40,000 and on, whatever the number; none is left out. Prints every failure with its seed.
"""

from __future__ import annotations

import sys
import time
from multiprocessing.pool import Pool

import judge
from mint_lever.practise.evening import work_through
from mint_lever.run import fitness_of
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName
from mint_lever.simulate.builds import random_helicopter

FIRST_SEED = 40_000


def evening(of: tuple[ArrangementName, int]) -> tuple[ArrangementName, int, list[str]]:
    """Say what is wrong with a build when its evening has ended."""
    arrangement, seed = of
    bench = random_helicopter(seed, arrangement, "single" if seed % 4 == 3 else None)
    try:
        run = work_through(bench).run(bench)
        setup, truth = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
        found = judge.wrong_with(setup, truth)
        if not fitness_of(run, [bench.setup]).fit:
            found.append("not called fit")
    except Exception as trouble:
        found = [f"{type(trouble).__name__}: {trouble}"]
    return arrangement, seed, found


def main() -> None:
    """Print how many of each arrangement end right, and every one that does not."""
    builds = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    start = time.perf_counter()
    jobs = [(name, FIRST_SEED + i) for i in range(builds) for name in ARRANGEMENTS]
    right = dict.fromkeys(ARRANGEMENTS, 0)
    with Pool() as pool:
        for arrangement, seed, found in pool.imap(evening, jobs, chunksize=3):
            right[arrangement] += not found
            if found:
                print(f"{arrangement} {seed}: {'; '.join(found)}", flush=True)
    for arrangement, count in right.items():
        print(f"{arrangement}: {count} of {builds} ended right")
    print(f"{time.perf_counter() - start:.0f} s")


if __name__ == "__main__":
    main()
