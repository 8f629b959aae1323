"""Twenty pilots at once, and fifty at full tilt: how long each waits, over loopback.

Each pilot has a process of few threads and one connection, and does mixed work, drawn by a seed.
Run it with a lower priority than the server's: the machine is the same. Prints figures only.
"""

from __future__ import annotations

import multiprocessing
import os
import random
import statistics
import sys
import tempfile
import threading
import time
from collections import defaultdict
from collections.abc import Callable
from pathlib import Path

from builds import document
from http_pilot import Client
from live_server import live_server

SECONDS = 60
PILOTS, AT_FULL_TILT, TILT_SECONDS = 20, 50, 20
MAKERS = 2
"""Processes that make the load."""

Took = dict[str, list[float]]


class Pilot:
    """One pilot at work on one helicopter."""

    def __init__(self, address: str, number: int) -> None:
        self.random = random.Random(number)
        self.client = Client(address, f"pilot{number}")
        made = self.client.send("POST", "/api/helicopters/import", document())
        self.path, self.version = f"/api/helicopters/{made['id']}", made["version"]
        for ask in self.client.get(f"{self.path}/bench?step=make_safe")["advice"]["asks"]:
            body = {"version": self.version, "step": "make_safe", "key": ask["key"], "value": True}
            self.client.send("POST", f"{self.path}/bench/readings", body)
        self.took: Took = defaultdict(list)
        self.refused = 0

    def work(self) -> None:
        """Do one thing, and note how long it took (ms)."""
        what = self.random.choices(list(KINDS), [weight for weight, _ in KINDS.values()])[0]
        start = time.perf_counter()
        try:
            KINDS[what][1](self)
        except (RuntimeError, OSError):
            self.refused += 1
            return
        self.took[what].append((time.perf_counter() - start) * 1e3)

    def frame(self) -> None:
        lever = self.random.randint(-100, 100)
        self.client.get(f"{self.path}/frame?version={self.version}&collective={lever}")

    def reading(self) -> None:
        value = round(self.random.uniform(-0.5, 0.5), 1)
        body = {"version": self.version, "step": "zero_pitch", "key": "blade.0", "value": value}
        self.client.send("POST", f"{self.path}/bench/readings", body)

    def edit(self) -> None:
        value = round(self.random.uniform(12, 14), 2)
        change = {"path": "airframe.servos.0.arm_mm", "value": value}
        body = {"version": self.version, "changes": [change]}
        self.version = self.client.send("PATCH", f"{self.path}/draft", body)["version"]

    def advice(self) -> None:
        step = self.random.choice(("level", "zero_pitch", "collective_range", "cyclic_throw"))
        self.client.get(f"{self.path}/bench?step={step}")

    def audit(self) -> None:
        self.client.get(f"{self.path}/audit")


KINDS: dict[str, tuple[int, Callable[[Pilot], None]]] = {
    "frame": (60, Pilot.frame),
    "reading": (10, Pilot.reading),
    "edit": (10, Pilot.edit),
    "advice": (15, Pilot.advice),
    "audit": (5, Pilot.audit),
}
"""How often each, of a hundred calls, and what it is."""


def pilots_at_work(
    address: str, numbers: list[int], seconds: float, a_second: float | None, out: object
) -> None:
    """Have pilots of these numbers at work, and give what each met."""
    os.nice(10)
    pilots = [Pilot(address, number) for number in numbers]
    end = time.perf_counter() + seconds

    def at_work(pilot: Pilot) -> None:
        due = time.perf_counter() + pilot.random.random()
        while time.perf_counter() < end:
            if a_second is not None:
                time.sleep(max(0.0, due - time.perf_counter()))
                due += 1 / a_second
            pilot.work()

    threads = [threading.Thread(target=at_work, args=(pilot,)) for pilot in pilots]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    out.put([(dict(pilot.took), pilot.refused) for pilot in pilots])  # type: ignore[attr-defined]


def _load(address: str, first: int, pilots: int, seconds: float, a_second: float | None) -> None:
    """Have pilots at work, and print what they met."""
    ready: multiprocessing.Queue = multiprocessing.Queue()
    numbers = list(range(first, first + pilots))
    makers = [
        multiprocessing.Process(
            target=pilots_at_work, args=(address, numbers[i::MAKERS], seconds, a_second, ready)
        )
        for i in range(MAKERS)
    ]
    for each in makers:
        each.start()
    met = [each for _ in makers for each in ready.get()]
    for each in makers:
        each.join()
    took: Took = defaultdict(list)
    for own, _ in met:
        for what, times in own.items():
            took[what] += times
    calls = sum(len(times) for times in took.values())
    refused = sum(count for _, count in met)
    pace = "at full tilt" if a_second is None else f"{a_second:g} a second each"
    print(f"{pilots} pilots, {pace}: {calls / seconds:.0f} calls a second, {refused} refused")
    for what in KINDS:
        times = sorted(took[what]) or [0.0]
        late = times[int(0.95 * (len(times) - 1))]
        print(
            f"  {what}: median {statistics.median(times):.0f} ms, 95th percentile {late:.0f} ms "
            f"({len(times)} calls)"
        )


def main() -> None:
    """Start the real server and have pilots at it."""
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else SECONDS
    with tempfile.TemporaryDirectory() as var, live_server(Path(var), demo=False) as address:
        _load(address, 0, PILOTS, seconds, 1.0)
        _load(address, PILOTS, AT_FULL_TILT, min(seconds, TILT_SECONDS), None)


if __name__ == "__main__":
    main()
