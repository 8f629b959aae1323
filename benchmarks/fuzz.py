"""Ten thousand calls drawn from the API's own description, against a live server: prints how they
were answered, and whatever was not as described. Ends with 1 where there is any of that."""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

from fuzzed import fuzz
from live_server import live_server

CALLS = 10_000
ROUTES = 121


def main() -> int:
    """Make the calls."""
    calls = int(sys.argv[1]) if len(sys.argv) > 1 else CALLS
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        start = time.perf_counter()
        met = fuzz(address, -(-calls // ROUTES), seed)
    spent = time.perf_counter() - start
    statuses = sum(met.answers.values(), start=type(next(iter(met.answers.values())))())
    print(f"{met.calls} calls of {len(met.answers)} routes in {spent:.0f} s, by status:")
    print("  " + ", ".join(f"{status} {count}" for status, count in sorted(statuses.items())))
    for route in met.never_taken:
        print(f"never taken: {route}")
    for failure in met.failures:
        print(failure)
    return 1 if met.failures or met.never_taken else 0


if __name__ == "__main__":
    sys.exit(main())
