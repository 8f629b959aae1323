"""One stick position through the API on loopback: median and 95th percentile, printed."""

from __future__ import annotations

import statistics
import tempfile
import time
from pathlib import Path

from http_pilot import Client
from live_server import live_server

ROUNDS = 600
ADVICE_ROUNDS = 5


def main() -> None:
    """Start the real server on demo data, walk a lever, walk the slip, print the figures."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        _measure(address)
        _advice(address)


def _advice(address: str) -> None:
    """Every step's advice of a whole run: with a setup nobody asked about yet, and again; the
    median of several goes."""
    client = Client(address)
    for helicopter in client.get("/api/helicopters"):
        base = f"/api/helicopters/{helicopter['id']}"
        slip = client.get(f"{base}/bench")["slip"]
        for what in ("after an edit", "asked again"):
            took = {line["name"]: 0.0 for line in slip}
            for name in took:
                times = []
                for _ in range(ADVICE_ROUNDS):
                    if what == "after an edit":
                        _edit(client, base)
                    start = time.perf_counter()
                    client.get(f"{base}/bench?step={name}")
                    times.append((time.perf_counter() - start) * 1e3)
                took[name] = statistics.median(times)
            slowest = max(took, key=lambda name: took[name])
            print(
                f"advice over loopback, {helicopter['name']}, {what}: median "
                f"{statistics.median(took.values()):.0f} ms, slowest step {slowest} "
                f"{took[slowest]:.0f} ms, clearance {took['clearance']:.0f} ms (aim: 50)"
            )


def _edit(client: Client, base: str) -> None:
    """Make another setup, so that chain and clearance are worked out anew."""
    draft = client.get(base)
    height = draft["document"]["airframe"]["head"]["head_height_mm"] + 0.01
    change = {"path": "airframe.head.head_height_mm", "value": round(height, 2)}
    client.send("PATCH", f"{base}/draft", {"version": draft["version"], "changes": [change]})


def _measure(address: str) -> None:
    client = Client(address)
    for helicopter in client.get("/api/helicopters"):
        version = client.get(f"/api/helicopters/{helicopter['id']}")["version"]
        base = f"/api/helicopters/{helicopter['id']}/frame?version={version}"
        times = []
        for step in range(ROUNDS):
            lever = (step * 7) % 201 - 100
            path = f"{base}&collective={lever}&aileron={-lever}"
            start = time.perf_counter()
            client.get(path)
            times.append((time.perf_counter() - start) * 1e3)
        times = sorted(times[20:])
        print(
            f"frame over loopback, {helicopter['name']}: median {statistics.median(times):.1f} ms,"
            f" 95th percentile {times[int(0.95 * len(times))]:.1f} ms (aim: 5 and 10)"
        )


if __name__ == "__main__":
    main()
