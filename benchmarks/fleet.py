"""A large hangar over loopback: the fleet list, the standings, and an edit among many revisions.

Prints figures only. What grows is given as a ratio to a small hangar in the same run.
"""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from http_pilot import Client
from live_server import live_server

SMALL, LARGE = 10, 300
FEW, MANY = 20, 500
ROUNDS = 9


def main() -> None:
    """Fill a pilot's hangar and measure at both sizes."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        client = Client(address, "wren")
        _hangar(client)
        _revisions(client)


def _hangar(client: Client) -> None:
    """Read the list and the standings of few and of many helicopters."""
    took: dict[str, list[float]] = {}
    for size in (SMALL, LARGE):
        while len(client.get("/api/helicopters")) < size:
            for _ in range(10):
                client.send("POST", "/api/helicopters", {"name": "Lovage 600"})
        for path in ("/api/helicopters", "/api/bench/standings"):
            first = _time(lambda path=path: client.get(path))
            warm = statistics.median(
                _time(lambda path=path: client.get(path)) for _ in range(ROUNDS)
            )
            took.setdefault(path, []).append(warm)
            print(f"{path}, {size} helicopters: first {first:.0f} ms, then {warm:.0f} ms")
    for path, (small, large) in took.items():
        print(f"{path}: {large / small:.1f} times as long for {LARGE / SMALL:.0f} times as many")


def _revisions(client: Client) -> None:
    """Edit a helicopter with few and with many revisions."""
    base = f"/api/helicopters/{client.get('/api/helicopters')[0]['id']}"
    edits = []
    for count in (FEW, MANY):
        draft = client.get(base)
        for _ in range(count - (draft["revision"] or 0)):
            draft = _edit(client, base, draft)
            draft = client.send("POST", f"{base}/revisions", {"version": draft["version"]})
        edits.append(
            statistics.median(
                _time(lambda: _edit(client, base, client.get(base))) for _ in range(ROUNDS)
            )
        )
        print(f"read and edit at {count} revisions: {edits[-1]:.0f} ms")
    print(f"an edit at {MANY} revisions takes {edits[1] / edits[0]:.2f} times as long as at {FEW}")


def _edit(client: Client, base: str, draft: dict) -> dict:
    height = draft["document"]["airframe"]["head"]["head_height_mm"]
    height = height - 1 if height > 50 else height + 0.01
    change = {"path": "airframe.head.head_height_mm", "value": round(height, 2)}
    body = {"version": draft["version"], "changes": [change]}
    return client.send("PATCH", f"{base}/draft", body)


def _time(act: Callable[[], object]) -> float:
    start = time.perf_counter()
    act()
    return (time.perf_counter() - start) * 1e3


if __name__ == "__main__":
    main()
