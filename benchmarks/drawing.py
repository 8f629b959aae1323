"""Drawn jobs on every processor: so many of them, or as many as some minutes allow."""

from __future__ import annotations

import argparse
import itertools
import secrets
import time
from collections.abc import Callable, Iterable, Iterator
from multiprocessing.pool import Pool
from typing import Any, TypeVar

Job = TypeVar("Job")
Result = TypeVar("Result")

_BATCH = 24
"""Jobs handed out at once; the clock is looked at between two batches."""


def arguments(count: int, first_seed: int, what: str) -> argparse.Namespace:
    """Read how much is drawn: ``count``, ``seed`` (0: drawn and printed) and ``minutes``."""
    parser = argparse.ArgumentParser(description=what)
    parser.add_argument("count", type=int, nargs="?", default=count, help="how many are drawn")
    parser.add_argument("seed", type=int, nargs="?", default=first_seed, help="0 draws one")
    parser.add_argument("kind", nargs="?", choices=["any"], help="the kind is drawn as well")
    parser.add_argument("--minutes", type=float, help="draw until they are over, at most count")
    found = parser.parse_args()
    found.seed = found.seed or 1_000_000 + 1000 * secrets.randbelow(1_000_000)
    print(f"from seed {found.seed}", flush=True)
    return found


def drawn(
    work: Callable[[Job], Result], jobs: Iterable[Job], minutes: float | None = None
) -> Iterator[Result]:
    """Give the result of each job in its order; no batch begins once ``minutes`` are over."""
    end = time.monotonic() + 60 * (minutes if minutes is not None else 1e9)
    waiting: Iterator[Any] = iter(jobs)
    with Pool() as pool:
        while time.monotonic() < end and (batch := list(itertools.islice(waiting, _BATCH))):
            yield from pool.imap(work, batch)
