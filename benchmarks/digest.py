"""The logs of evenings with fixed seeds as one digest: a change that only makes things faster, or
moves them, leaves it as it is.

    .venv/bin/python benchmarks/digest.py 200 > after.txt
    PYTHONPATH=../before/core .venv/bin/python benchmarks/digest.py 200 > before.txt

Prints a line for each seed, to be compared with those of another commit, and the digest of all in
the end. Every kind of helicopter and of pilot (any_helicopter, any_habits), seeds 0 and on.
"""

from __future__ import annotations

import hashlib
import json
import sys
from multiprocessing.pool import Pool

from mint_lever.bench.practise.evening import Evening, work_through
from mint_lever.bench.practise.pilot_habits import any_habits
from mint_lever.bench.simulate.random_builds import any_helicopter

BUILDS = 200


def log_of(seed: int) -> str:
    """The digest of one evening's log, and of the setup it ended with."""
    bench = any_helicopter(seed)
    try:
        done = work_through(bench, any_habits(seed), seed)
    except RuntimeError as stopped:
        return f"{seed} {_digest([str(stopped), bench.setup.as_document()])} never ends"
    told = [*_log(done), bench.setup.as_document()]
    return f"{seed} {_digest(told)} {len(done.entries)} answers"


def _log(done: Evening) -> list[object]:
    entries = [[e.sequence, e.step, e.key, e.value, e.joins] for e in done.entries]
    events = [[e.sequence, e.step, sorted(e.aspects), list(e.keys)] for e in done.events]
    return [entries, events]


def _digest(told: object) -> str:
    text = json.dumps(told, sort_keys=True, default=str)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def main() -> None:
    """Print every evening's digest, and that of all."""
    builds = int(sys.argv[1]) if len(sys.argv) > 1 else BUILDS
    lines = []
    with Pool() as pool:
        for line in pool.imap(log_of, range(builds)):
            lines.append(line)
            print(line, flush=True)
    print("all", _digest(lines))


if __name__ == "__main__":
    main()
