"""The server's memory while ten pilots are at work for an hour, a call a second each: after five
minutes and at the end. Prints figures only; ends with 1 where it grew by more than a tenth."""

from __future__ import annotations

import multiprocessing
import sys
import tempfile
import threading
import time
from pathlib import Path

from live_server import live_server
from load import pilots_at_work

PILOTS = 10
MINUTES, WARM_MINUTES = 60.0, 5.0
A_LOOK_S = 60
MOST = 1.10


def main() -> int:
    """Soak."""
    minutes = float(sys.argv[1]) if len(sys.argv) > 1 else MINUTES
    warm = min(WARM_MINUTES, minutes / 4)
    with tempfile.TemporaryDirectory() as var, live_server(Path(var), demo=False) as address:
        out: multiprocessing.Queue = multiprocessing.Queue()
        maker = multiprocessing.Process(
            target=pilots_at_work, args=(address, list(range(PILOTS)), minutes * 60, 1.0, out)
        )
        looked: list[tuple[float, float]] = []
        done = threading.Event()
        start = time.monotonic()
        maker.start()
        looker = threading.Thread(target=_look, args=(address, start, looked, done))
        looker.start()
        met = out.get()
        done.set()
        looker.join()
        maker.join()
    calls = sum(len(times) for took, _ in met for times in took.values())
    refused = sum(count for _, count in met)
    first = next(memory for at, memory in looked if at >= warm)
    last = looked[-1][1]
    print(f"{PILOTS} pilots for {minutes:g} min: {calls} calls, {refused} refused")
    print("  MB by minute: " + ", ".join(f"{at:.0f}: {memory:.0f}" for at, memory in looked))
    print(f"  {last / first:.3f} times as much at the end as after {warm:g} min")
    return 1 if last > MOST * first else 0


def _look(
    address: str, start: float, looked: list[tuple[float, float]], done: threading.Event
) -> None:
    while True:
        looked.append(((time.monotonic() - start) / 60, _memory_mb(address.rsplit(":", 1)[1])))
        if done.wait(A_LOOK_S):
            looked.append(((time.monotonic() - start) / 60, _memory_mb(address.rsplit(":", 1)[1])))
            return


def _memory_mb(port: str) -> float:
    """What the server's processes keep in memory of their own, what they share divided among them.

    Pages of programs and libraries are left out: they do not grow, and how much of them a process
    is charged with depends on who else on the machine has them open.
    """
    servers = {
        each.name
        for each in Path("/proc").iterdir()
        if each.name.isdigit() and f"--port={port}".encode() in _said(each / "cmdline")
    }
    children = {
        child
        for server in servers
        for child in _said(Path(f"/proc/{server}/task/{server}/children")).decode().split()
    }
    total = 0
    for process in servers | children:
        rollup = Path(f"/proc/{process}/smaps_rollup").read_text().splitlines()
        total += next(int(line.split()[1]) for line in rollup if line.startswith("Pss_Anon:"))
    return total / 1e3


def _said(file: Path) -> bytes:
    try:
        return file.read_bytes()
    except OSError:
        return b""


if __name__ == "__main__":
    sys.exit(main())
