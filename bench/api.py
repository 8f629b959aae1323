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
    """Start the real server on demo data, walk a lever, print the figures."""
    with tempfile.TemporaryDirectory() as var, live_server(Path(var)) as address:
        _measure(address)


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
