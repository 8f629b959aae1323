"""`make judge`: what finds faults and takes longer than a stranger waits for.

    PYTHONPATH=tests .venv/bin/python benchmarks/judge_parts.py
    PYTHONPATH=tests .venv/bin/python benchmarks/judge_parts.py evenings browser --seed 4711

A part is tests that are marked ``judge`` (they are no part of ``make test``), or as many drawn
cases as its minutes allow, from fresh seeds. ``--seed`` gives the seed again, for a run to be
repeated; names choose parts; ``--share 0.2`` draws for a fifth of the minutes. Prints a table of
the minutes at the end; ends with 1 where anything failed. The minutes are what the parts take on
two quiet cores.
"""

from __future__ import annotations

import argparse
import secrets
import subprocess
import sys
import time
from dataclasses import dataclass

PYTHON = sys.executable
MARKED = [PYTHON, "-m", "pytest", "-n", "3", "--dist", "worksteal", "-m", "judge"]
SEED = "{seed}"
"""Where a command takes the run's seed."""


@dataclass(frozen=True)
class Part:
    """A part: its name, the minutes it may take, the commands it consists of."""

    name: str
    minutes: float
    commands: tuple[list[str], ...]


def _drawn(script: str, minutes: float, *more: str) -> list[str]:
    """A script that draws until its minutes are over."""
    return [PYTHON, f"benchmarks/{script}.py", "5000", SEED, *more, "--minutes", f"{minutes:.2f}"]


def parts(share: float = 1.0) -> tuple[Part, ...]:
    """Every part; what is drawn takes ``share`` of its minutes."""
    return (
        Part("evenings", 8, (_drawn("judged", 7.5 * share, "any"),)),
        Part(
            "tail, drive, field",
            4,
            (
                _drawn("tail_builds", 1.2 * share),
                _drawn("drive_builds", 1.2 * share),
                _drawn("seasons", 1.2 * share),
            ),
        ),
        Part("browser", 8, ([*MARKED, "tests/browser"],)),
        Part(
            "kills, calls",
            3,
            (
                [PYTHON, "benchmarks/kills.py", f"{max(10 * share, 2):.0f}", SEED],
                [PYTHON, "benchmarks/fuzz.py", f"{3000 * share:.0f}", SEED],
            ),
        ),
        Part("the rest", 2, ([*MARKED, "tests/core", "tests/checks", "tests/server"],)),
    )


def main() -> int:
    """Run the parts."""
    parser = argparse.ArgumentParser(description="The judge.")
    parser.add_argument("parts", nargs="*", help="the first words of their names; else all")
    parser.add_argument("--seed", type=int, default=1000 * (1 + secrets.randbelow(10**6)))
    parser.add_argument("--share", type=float, default=1.0, help="of the minutes drawn")
    asked = parser.parse_args()
    seed = str(asked.seed)
    chosen = [
        part
        for part in parts(asked.share)
        if not asked.parts or any(part.name.startswith(name) for name in asked.parts)
    ]
    if not chosen:
        parser.error(f"no part of that name; there are: {', '.join(p.name for p in parts())}")
    print(f"judge, seed {seed}", flush=True)
    rows = []
    for part in chosen:
        began, failed = time.monotonic(), []
        for command in part.commands:
            made = [each.replace(SEED, seed) for each in command]
            print(f"\n{part.name}: {' '.join(made[1:])}", flush=True)
            if subprocess.run(made).returncode:
                failed.append(" ".join(made[1:]))
        rows.append((part, (time.monotonic() - began) / 60, failed))
    print(f"\n{'part':<20}{'minutes':>8}{'at most':>8}")
    for part, took, failed in rows:
        print(f"{part.name:<20}{took:>8.1f}{part.minutes:>8g}  {'failed' if failed else 'right'}")
    print(f"{'together':<20}{sum(took for _, took, _ in rows):>8.1f}")
    for _, _, failed in rows:
        for command in failed:
            print(f"failed: {command}")
    return 1 if any(failed for *_, failed in rows) else 0


if __name__ == "__main__":
    sys.exit(main())
