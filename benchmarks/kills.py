"""A hundred kills of the real server in the middle of every kind of write: what was acknowledged is
asked for after each. Prints figures, and what was lost; ends with 1 where anything was."""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

from killed import kills

KILLS = 100


def main() -> int:
    """Kill."""
    times = int(sys.argv[1]) if len(sys.argv) > 1 else KILLS
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 1
    start = time.perf_counter()
    with tempfile.TemporaryDirectory() as var:
        tally = kills(Path(var), times, seed)
    print(
        f"{tally.kills} kills, {tally.acknowledged} acknowledged writes of "
        f"{len(tally.kinds)} kinds in "
        f"{time.perf_counter() - start:.0f} s, lost: {len(tally.lost)}"
    )
    print("  " + ", ".join(f"{kind} {count}" for kind, count in sorted(tally.kinds.items())))
    for each in tally.lost:
        print(each)
    return 1 if tally.lost else 0


if __name__ == "__main__":
    sys.exit(main())
