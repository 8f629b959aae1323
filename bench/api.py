"""One stick position through the API on loopback: median and 95th percentile, printed."""

from __future__ import annotations

import http.client
import json
import os
import statistics
import subprocess
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
PORT, ROUNDS = 8391, 600


def main() -> None:
    """Start the real server on demo data, walk a lever, print the figures."""
    with tempfile.TemporaryDirectory() as var:
        environment = {**os.environ, "MINT_LEVER_PLAIN_HTTP": "1", "MINT_LEVER_VAR": var}
        for command in (["migrate", "-v", "0"], ["load_demo"]):
            subprocess.run(
                [sys.executable, "server/manage.py", *command],
                cwd=ROOT,
                env=environment,
                check=True,
                stdout=subprocess.DEVNULL,
            )
        server = subprocess.Popen(
            [
                str(Path(sys.executable).parent / "gunicorn"),
                "config.wsgi",
                f"--bind=127.0.0.1:{PORT}",
                "-c",
                "config/gunicorn.py",
            ],
            cwd=ROOT / "server",
            env=environment,
        )
        try:
            _measure()
        finally:
            server.terminate()
            server.wait()


def _measure() -> None:
    client = Client()
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

    def __init__(self) -> None:
        self.cookies: dict[str, str] = {}
        for _ in range(100):
            try:
                self.connection = http.client.HTTPConnection("127.0.0.1", PORT)
                self.connection.request("GET", "/")
                break
            except ConnectionRefusedError:
                time.sleep(0.1)
        self._read()
        headers = {"X-CSRFToken": self.cookies["csrftoken"], **self._cookie()}
        self.connection.request("POST", "/api/account/demo", headers=headers)
        self._read()

    def get(self, path: str):
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
