"""A reading saved, and a step looked at, where few and where two thousand readings stand on as many
setups, over loopback. Prints figures only, and what grows as a ratio in the same run."""

from __future__ import annotations

import tempfile
from pathlib import Path

from builds import document
from http_pilot import Client
from live_server import live_server
from timed import median_ms

FEW, MANY = 20, 2_000
ROUNDS = 15
KEYS = (
    ("zero_pitch", "blade.0"),
    ("zero_pitch", "blade.1"),
    ("collective_range", "up"),
    ("collective_range", "down"),
    ("level", "mid.right"),
    ("level", "mid.forward"),
)


class Bench:
    """One helicopter, edited and read in turn."""

    def __init__(self, address: str) -> None:
        self.client = Client(address, "wren")
        made = self.client.send("POST", "/api/helicopters/import", document())
        self.path, self.version, self.count = f"/api/helicopters/{made['id']}", made["version"], 0
        for ask in self.client.get(f"{self.path}/bench?step=make_safe")["advice"]["asks"]:
            self._read("make_safe", ask["key"], True)

    def grow(self, to: int) -> None:
        """Enter readings, each on a setup of its own."""
        while self.count < to:
            change = {"path": "airframe.servos.0.arm_mm", "value": round(12 + self.count / 1e3, 3)}
            body = {"version": self.version, "changes": [change]}
            self.version = self.client.send("PATCH", f"{self.path}/draft", body)["version"]
            self.read()

    def read(self) -> None:
        self._read(*KEYS[self.count % len(KEYS)], round(self.count % 10 / 10, 1))
        self.count += 1

    def look(self) -> None:
        self.client.get(f"{self.path}/bench?step=zero_pitch")

    def answer_kb(self) -> float:
        self.client.connection.request(
            "GET", f"{self.path}/bench?step=zero_pitch", headers=self.client._cookie()
        )
        return len(self.client._read()) / 1e3

    def _read(self, step: str, key: str, value: object) -> None:
        body = {"version": self.version, "step": step, "key": key, "value": value}
        self.client.send("POST", f"{self.path}/bench/readings", body)


def main() -> None:
    """Measure at both sizes."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var), demo=False) as address:
        bench = Bench(address)
        saved, looked = [], []
        for size in (FEW, MANY):
            bench.grow(size)
            saved.append(median_ms(bench.read, ROUNDS))
            looked.append(median_ms(bench.look, ROUNDS))
            print(
                f"{size} readings on {size} setups: one more saved in {saved[-1]:.0f} ms, a step "
                f"shown in {looked[-1]:.0f} ms, {bench.answer_kb():.0f} kB"
            )
    times = MANY / FEW
    print(f"a reading takes {saved[1] / saved[0]:.1f} times as long for {times:.0f} times as many")
    print(f"a step's answer takes {looked[1] / looked[0]:.1f} times as long")


if __name__ == "__main__":
    main()
