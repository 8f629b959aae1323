"""Bench sheet and field card as PDF over loopback, after an edit, for every demo helicopter; each
also as a multiple of one frame in the same run. Prints figures only."""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from http_pilot import Client
from live_server import live_server

ROUNDS, AIM_MS = 7, 1000


def main() -> None:
    """Start the real server on demo data, have each paper printed some times."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        client = Client(address)
        for helicopter in client.get("/api/helicopters"):
            _measure(client, helicopter["name"], f"/api/helicopters/{helicopter['id']}")


def _measure(client: Client, name: str, base: str) -> None:
    version = client.get(base)["version"]
    frame = _median_ms(lambda: client.get(f"{base}/frame?version={version}"), lambda: None)
    for which in ("bench", "field"):
        path = f"{base}/papers/{which}/pdf"
        took = _median_ms(lambda path=path: client.raw(path), lambda: _edit(client, base))
        print(f"{which} PDF, {name}: {took:.0f} ms (aim {AIM_MS}), {took / frame:.0f} frames")


def _edit(client: Client, base: str) -> None:
    """Make another setup: a sheet asked for again costs less."""
    draft = client.get(base)
    height = round(draft["document"]["airframe"]["head"]["head_height_mm"] + 0.01, 2)
    change = {"path": "airframe.head.head_height_mm", "value": height}
    client.send("PATCH", f"{base}/draft", {"version": draft["version"], "changes": [change]})


def _median_ms(call: Callable[[], object], before: Callable[[], object]) -> float:
    times = []
    for _ in range(ROUNDS):
        before()
        start = time.perf_counter()
        call()
        times.append((time.perf_counter() - start) * 1e3)
    return statistics.median(times)


if __name__ == "__main__":
    main()
