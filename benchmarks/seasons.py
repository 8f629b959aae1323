"""Drawn seasons flown by the field's advice alone, by pilots with habits, judged by hidden truth.

    PYTHONPATH=tests .venv/bin/python benchmarks/seasons.py 500

The number is of seasons; another one is the seed they begin with, else drawn and printed. Prints
how many were confirmed clean and are, by how many flaws they had, and how many hopeless ones were
said to be for hands. Ends with 1 where fewer were than is wanted and than luck explains.
"""

from __future__ import annotations

import random
import sys
from collections import Counter

from scipy.stats import binom

import judge_flying
from drawing import arguments, drawn
from season_pilot import Habits, Season, hopeless

MOST = {1: 8, 2: 12, 3: 16}
HOPELESS_MOST = 16
WANTED = {1: 0.95, 2: 0.85, 0: 0.95}
"""Which share is to end right, by flaws; of three flaws none is named."""
LUCK = 1e-4
"""As rarely as this a share that is as wanted comes out lower by luck alone."""


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


def main() -> int:
    """Print the table."""
    asked = arguments(500, 0, "Seasons, judged.")
    jobs = [(asked.seed, n) for n in range(asked.count)]
    ended = Counter(drawn(season, jobs, asked.minutes))
    ends = {0: 0}
    for flaws, most in MOST.items():
        of = sum(times for (n, _, _), times in ended.items() if n == flaws)
        right = ended[flaws, "clean", True]
        wrong = ended[flaws, "clean", False]
        ends[flaws] = right
        print(
            f"{flaws} flaws: {right} of {of} clean and confirmed within {most} flights; "
            f"{wrong} said clean and are not"
        )
    hopeless_ones = {end: t for (n, end, _), t in ended.items() if n == 0}
    ends[0] = hopeless_ones.get("hands", 0)
    print(f"hopeless: {ends[0]} of {sum(hopeless_ones.values())} said for hands")
    few = [flaws for flaws, share in WANTED.items() if ends[flaws] < _least(ended, flaws, share)]
    for flaws in few:
        print(f"fewer than {WANTED[flaws]:.0%} of those with {flaws or 'hopeless'} flaws")
    return 1 if few else 0


def _least(ended: Counter[tuple[int, str, bool]], flaws: int, share: float) -> float:
    """The fewest of these seasons that may end right where ``share`` of all do."""
    of = sum(times for (n, _, _), times in ended.items() if n == flaws)
    return float(binom.ppf(LUCK, of, share))


if __name__ == "__main__":
    sys.exit(main())
