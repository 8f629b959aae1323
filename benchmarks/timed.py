"""How long something takes, said so that one slow round does not count."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def median_ms(work: Callable[[], object], rounds: int) -> float:
    """Do it so many times; give the middle time, milliseconds."""
    took = []
    for _ in range(rounds):
        start = time.perf_counter()
        work()
        took.append((time.perf_counter() - start) * 1e3)
    return statistics.median(took)
