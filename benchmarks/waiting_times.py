"""What a pilot waits for, over loopback: each in milliseconds and in poses of the same run.

    PYTHONPATH=tests .venv/bin/python benchmarks/waiting_times.py [--keep]

A slow machine has a slow pose too: the multiples tell slow code from it. With ``--keep`` the
figures are added to docs/figures.md, with the commit.
"""

from __future__ import annotations

import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from datetime import date
from pathlib import Path
from timeit import repeat

from builds import with_tail
from http_pilot import Client
from live_server import ROOT, live_server, prepare
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup import read_setup

FRAMES, EDITS, FLEET = 400, 5, 300
FIGURES = ROOT / "docs" / "figures.md"
AIMS_MS = {
    "one pose": None,
    "a frame, median": 5,
    "a frame, 95 % within": 10,
    "advice after an edit, median of the steps": 50,
    "advice after an edit, the slowest step": None,
    "the audit after an edit": 20,
    "Head speed after an edit": 100,
    "standings of 300 helicopters, first answer": 500,
    "first page of a server that just answers": 1000,
}


def main() -> None:
    """Print every figure with its aim."""
    found = measured()
    pose = found["one pose"]
    for what, took in found.items():
        aim = AIMS_MS[what]
        wanted = f" (aim {aim} ms)" if aim else ""
        print(f"{what}: {took:.1f} ms, {took / pose:.0f} poses{wanted}")
    if "--keep" in sys.argv:
        _keep(found)


def measured() -> dict[str, float]:
    """Every figure (ms), each the worst of the demo fleet's helicopters."""
    found = {"one pose": _pose_ms()}
    with tempfile.TemporaryDirectory() as folder:
        var = Path(folder)
        prepare(var)
        with live_server(var) as address:
            # The server answers by now; nothing but the account was asked for.
            first = _ms(lambda: Client(address, "heron"))
            client = Client(address)
            each = [dict(_of_one(client, h["id"])) for h in client.get("/api/helicopters")]
            found |= {what: max(one[what] for one in each) for what in each[0]}
            found["standings of 300 helicopters, first answer"] = _standings(address)
            found["first page of a server that just answers"] = first
    return found


def _pose_ms() -> float:
    chain = build_chain(read_setup(with_tail()))
    sticks = Sticks.at(collective=40.0)
    return 1e3 * min(repeat(lambda: evaluate_pose(chain, sticks), number=20, repeat=7)) / 20


def _of_one(client: Client, helicopter: str) -> Iterator[tuple[str, float]]:
    base = f"/api/helicopters/{helicopter}"
    frame = f"{base}/frame?version={client.get(base)['version']}"
    levers = [(step * 7) % 201 - 100 for step in range(FRAMES)]
    took = sorted(
        _ms(lambda at=at: client.raw(f"{frame}&collective={at}&aileron={-at}")) for at in levers
    )
    yield "a frame, median", statistics.median(took)
    yield "a frame, 95 % within", took[int(0.95 * len(took))]
    steps = [line["name"] for line in client.get(f"{base}/bench")["slip"]]
    advice = [_after_an_edit(client, base, f"{base}/bench?step={name}") for name in steps]
    yield "advice after an edit, median of the steps", statistics.median(advice)
    yield "advice after an edit, the slowest step", max(advice)
    yield "the audit after an edit", _after_an_edit(client, base, f"{base}/audit")
    yield "Head speed after an edit", _after_an_edit(client, base, f"{base}/head-speed")


def _after_an_edit(client: Client, base: str, path: str) -> float:
    """The median of several goes, each on a setup that nobody asked about yet."""
    times = []
    for _ in range(EDITS):
        version = _edit(client, base)
        asked = f"{path}?version={version}" if path.endswith("head-speed") else path
        times.append(_ms(lambda asked=asked: client.raw(asked)))
    return statistics.median(times)


def _edit(client: Client, base: str) -> int:
    draft = client.get(base)
    height = draft["document"]["airframe"]["head"]["head_height_mm"] + 0.01
    change = {"path": "airframe.head.head_height_mm", "value": round(height, 2)}
    body = {"version": draft["version"], "changes": [change]}
    return client.send("PATCH", f"{base}/draft", body)["version"]


def _standings(address: str) -> float:
    client = Client(address, "wren")
    for n in range(FLEET):
        client.send("POST", "/api/helicopters", {"name": f"Lovage {n}"})
    return _ms(lambda: client.raw("/api/bench/standings"))


def _ms(act: Callable[[], object]) -> float:
    start = time.perf_counter()
    act()
    return (time.perf_counter() - start) * 1e3


def _keep(found: dict[str, float]) -> None:
    commit = subprocess.run(
        ["git", "rev-parse", "--short", "HEAD"],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=True,
    ).stdout.strip()
    pose = found["one pose"]
    cells = [f"{took:.1f} ({took / pose:.0f})" for took in found.values()]
    with FIGURES.open("a") as file:
        file.write(f"| {date.today()} | {commit} | {' | '.join(cells)} |\n")


if __name__ == "__main__":
    main()
