"""Drawn seasons flown by the field's advice alone, by pilots with habits, judged by hidden truth.

    PYTHONPATH=tests .venv/bin/python benchmarks/seasons.py 500

The number is of seasons; another one is the seed they begin with, else drawn and printed. Prints
how many were confirmed clean and are, by how many flaws they had, and how many hopeless ones were
said to be for hands.
"""

from __future__ import annotations

import random
import secrets
import sys
from collections import Counter
from multiprocessing.pool import Pool

import judge_flying
from season_pilot import Habits, Season, hopeless

MOST = {1: 8, 2: 12, 3: 16}
HOPELESS_MOST = 16


def season(given: tuple[int, int]) -> tuple[int, str, bool]:
    """Fly one season; say how many flaws it had (0: a hopeless one), how it ended, and whether it
    is clean."""
    seed, number = given
    if number % 5 == 4:
        hidden = judge_flying.Hidden(random.Random(seed + number))
        hidden.flaws = [hopeless(random.Random(seed - number)), *judge_flying.healthy()]
        flaws, most = 0, HOPELESS_MOST
    else:
        drawn = judge_flying.helicopters(seed + number, 10)
        hidden = next(each for each in drawn if any(flaw.kind for flaw in each.flaws))
        flaws = sum(bool(flaw.kind) for flaw in hidden.flaws)
        most = MOST[flaws]
    flown = Season(hidden, Habits(), seed + number)
    flown.work(most)
    return flaws, flown.ended, flown.clean


def main() -> None:
    """Print the table."""
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 500
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else secrets.randbelow(10**6)
    print(f"seasons from seed {seed}")
    with Pool() as pool:
        ended = Counter(pool.imap(season, ((seed, n) for n in range(count)), chunksize=5))
    for flaws, most in MOST.items():
        of = sum(times for (n, _, _), times in ended.items() if n == flaws)
        right = ended[flaws, "clean", True]
        wrong = ended[flaws, "clean", False]
        print(
            f"{flaws} flaws: {right} of {of} clean and confirmed within {most} flights; "
            f"{wrong} said clean and are not"
        )
    hopeless_ones = {end: t for (n, end, _), t in ended.items() if n == 0}
    print(
        f"hopeless: {hopeless_ones.get('hands', 0)} of {sum(hopeless_ones.values())} said for hands"
    )


if __name__ == "__main__":
    main()
