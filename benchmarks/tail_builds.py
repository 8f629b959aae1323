"""Random tails worked through by the product's advice, judged by tests/judge_tail.py.

    PYTHONPATH=tests .venv/bin/python benchmarks/tail_builds.py 1000

The number is of builds over the three arrangements, in turn; seeds from 200,000 on unless a second
number says where they begin (0: anywhere). Prints every failure, and how many readings and looks it
took. Ends with 1 where one ended wrong.
"""

from __future__ import annotations

import sys
from collections import Counter

import judge
import judge_tail
from drawing import arguments, drawn
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.setup.arrangement import ARRANGEMENTS
from tail_pilot import work_the_tail

FIRST_SEED = 200_000
COUNTED = (
    ("tail_offset", "pitch"),
    ("tail_stick", "stick"),
    ("tail_stick", "hand"),
    ("tail_correction", "hand"),
)


def tail(seed: int) -> tuple[int, list[str], dict[tuple[str, str], int]]:
    """Say what is wrong with a tail when its work has ended, and what was read how often."""
    bench = random_helicopter(seed, tuple(ARRANGEMENTS)[seed % 3])
    try:
        entries, _, reads = work_the_tail(bench)
    except Exception as trouble:
        return seed, [f"{type(trouble).__name__}: {trouble}"], {}
    found = bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")
    wrong = judge_tail.wrong_with_tail(*found)
    for setup in {id(entry.setup): entry.setup for entry in entries}.values():
        wrong += judge.far_from_usual(setup.model_dump(mode="json"))
    return seed, wrong, {each: reads[each] for each in COUNTED}


def main() -> int:
    """Print how many ended right, every one that did not, and the counts."""
    asked = arguments(1000, FIRST_SEED, "Tails, judged.")
    seeds = range(asked.seed, asked.seed + asked.count)
    done, right, counts = 0, 0, Counter[tuple[str, int]]()
    for seed, wrong, reads in drawn(tail, seeds, asked.minutes):
        done += 1
        right += not wrong
        if wrong:
            print(f"{seed}: {'; '.join(wrong)}", flush=True)
        counts.update((".".join(of), times) for of, times in reads.items())
    print(f"{right} of {done} tails ended right")
    for (what, times), count in sorted(counts.items()):
        print(f"{what}: {times} times in {count}")
    return 0 if right == done else 1


if __name__ == "__main__":
    sys.exit(main())
