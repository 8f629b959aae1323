"""One stick position through the API on loopback: median and 95th percentile, printed."""

from __future__ import annotations

import http.client
import json
import statistics
import tempfile
import time
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from live_server import live_server

ROUNDS = 600


def main() -> None:
    """Start the real server on demo data, walk a lever, walk the slip, print the figures."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        _measure(address)
        _advice(address)


def _advice(address: str) -> None:
    """Every step's advice of a whole run: with a setup nobody asked about yet, and again."""
    client = Client(address)
    for helicopter in client.get("/api/helicopters"):
        base = f"/api/helicopters/{helicopter['id']}"
        slip = client.get(f"{base}/bench")["slip"]
        changed, again = [], []
        for line in slip:
            # Another setup, so that chain and clearance are worked out anew.
            draft = client.get(base)
            height = draft["document"]["airframe"]["head"]["head_height_mm"] + 0.01
            change = {"path": "airframe.head.head_height_mm", "value": round(height, 2)}
            body = {"version": draft["version"], "changes": [change]}
            client.send("PATCH", f"{base}/draft", body)
            for times in (changed, again, again, again):
                start = time.perf_counter()
                client.get(f"{base}/bench?step={line['name']}")
                times.append((line["name"], (time.perf_counter() - start) * 1e3))
        for what, times in (("after an edit", changed), ("asked again", again)):
            slowest = max(times, key=lambda each: each[1])
            print(
                f"advice over loopback, {helicopter['name']}, {what}: median "
                f"{statistics.median(took for _, took in times):.0f} ms, slowest "
                f"{slowest[1]:.0f} ms ({slowest[0]}) (aim: 50)"
            )


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


class Client:
    """A kept-alive connection, signed in to the demo hangar the way the browser is."""

    def __init__(self, address: str) -> None:
        self.cookies: dict[str, str] = {}
        self.connection = http.client.HTTPConnection(urlsplit(address).netloc)
        self.connection.request("GET", "/")
        self._read()
        headers = {"X-CSRFToken": self.cookies["csrftoken"], **self._cookie()}
        self.connection.request("POST", "/api/account/demo", headers=headers)
        self._read()

    def get(self, path: str) -> Any:
        """Read one JSON answer."""
        self.connection.request("GET", path, headers=self._cookie())
        return json.loads(self._read())

    def send(self, method: str, path: str, body: object) -> Any:
        """Send one JSON body and read the answer."""
        headers = {
            "Content-Type": "application/json",
            "X-CSRFToken": self.cookies["csrftoken"],
            **self._cookie(),
        }
        self.connection.request(method, path, json.dumps(body), headers)
        return json.loads(self._read())

    def _read(self) -> bytes:
        response = self.connection.getresponse()
        body = response.read()
        if response.status >= 400:
            raise RuntimeError(f"{response.status}: {body[:200]!r}")
        for cookie in response.headers.get_all("Set-Cookie") or []:
            name, value = cookie.split(";")[0].split("=", 1)
            self.cookies[name] = value
        return body

    def _cookie(self) -> dict[str, str]:
        return {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())}


if __name__ == "__main__":
    main()
