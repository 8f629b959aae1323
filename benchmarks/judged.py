"""Random evenings by the product's advice, judged by tests/judge.py, which shares nothing with it.

    PYTHONPATH=tests .venv/bin/python benchmarks/judged.py 1000
    PYTHONPATH=tests .venv/bin/python benchmarks/judged.py 1000 310000 any
    PYTHONPATH=tests .venv/bin/python benchmarks/judged.py 1000 0 any --minutes 8

The number is of builds for each arrangement; every fourth has mechanical mixing, three in four
pilots have habits of their own (practise/habits.py). With "any" it is of builds in all, their kind
drawn as well (any_helicopter), one gauge in five without a sign. The seeds are 40,000 and on,
whatever the number, unless a second number says where they begin (0: anywhere); none is left out.
Prints every failure as it comes, and how far it came when it is stopped with Ctrl-C. Ends with 1
where one ended wrong.
"""

from __future__ import annotations

import sys
import time
from collections import Counter
from typing import Any

import judge
import judge_tail
from drawing import arguments, drawn
from mint_lever.bench import judge_fitness
from mint_lever.bench.practise.evening import work_through
from mint_lever.bench.practise.pilot_habits import any_habits, random_habits
from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.bench.simulate.random_builds import any_helicopter, random_helicopter
from mint_lever.setup.arrangement import ARRANGEMENTS, ArrangementName

FIRST_SEED = 40_000


HONEST = "these parts cannot, proven by trying every one"
CANNOT = {
    "zero_pitch": judge.cannot_be_zeroed,
    "level": judge.cannot_be_levelled,
    "collective_range": judge.cannot_be_ranged,
}


Job = tuple[ArrangementName | None, int]
"""An arrangement, None where it is drawn with the rest, and a seed."""


def evening(of: Job) -> tuple[ArrangementName, int, list[str], int]:
    """Say what is wrong with a build when its evening has ended, and how many answers it took."""
    arrangement, seed = of
    if arrangement is None:
        bench, habits = any_helicopter(seed), any_habits(seed)
    else:
        bench = random_helicopter(seed, arrangement, "single" if seed % 4 == 3 else None)
        habits = random_habits(seed)
    answers = 0
    try:
        done = work_through(bench, habits, seed)
        answers = len(done.entries)
        run = done.run(bench)
        found = judge.wrong_with(*_plain(bench)) + judge_tail.wrong_with_tail(*_plain(bench))
        met = {id(entry.setup): entry.setup for entry in done.entries}
        for setup in met.values():
            found += judge.far_from_usual(setup.model_dump(mode="json"))
        if not judge_fitness(run, [bench.setup]).fit:
            found.append("not called fit")
    except RuntimeError as stopped:
        cannot = CANNOT.get(str(stopped).split()[0])
        proven = cannot is not None and " is out " in str(stopped) and cannot(*_plain(bench))
        found = [HONEST if proven else str(stopped)]
    except Exception as trouble:
        found = [f"{type(trouble).__name__}: {trouble}"]
    return bench.setup.arrangement, seed, found, answers


def _plain(bench: SimulatedHelicopter) -> tuple[dict[str, Any], dict[str, Any]]:
    return bench.setup.model_dump(mode="json"), bench.truth.model_dump(mode="json")


def main() -> int:
    """Print how many of each arrangement end right, and every one that does not."""
    asked = arguments(1000, FIRST_SEED, "Evenings, judged.")
    start = time.perf_counter()
    kinds: list[ArrangementName | None] = [None] if asked.kind == "any" else [*ARRANGEMENTS]
    jobs = [(name, asked.seed + i) for i in range(asked.count) for name in kinds]
    done, right, honest, took = Counter[str](), Counter[str](), Counter[str](), Counter[str]()
    try:
        for arrangement, seed, found, answers in drawn(evening, jobs, asked.minutes):
            done[arrangement] += 1
            took[arrangement] += answers
            right[arrangement] += not found
            honest[arrangement] += found == [HONEST]
            if found:
                print(f"{arrangement} {seed}: {'; '.join(found)}", flush=True)
    except KeyboardInterrupt:
        print(f"stopped before the end; done so far, of {len(jobs)}:")
    for name in ARRANGEMENTS:
        mean = took[name] / max(done[name], 1)
        print(
            f"{name}: {right[name]} of {done[name]} ended right, {honest[name]} honestly not; "
            f"{mean:.0f} answers an evening"
        )
    print(f"{time.perf_counter() - start:.0f} s")
    return 0 if done.total() == right.total() + honest.total() else 1


if __name__ == "__main__":
    sys.exit(main())
