"""The real server in a process of its own, on a fresh database: what browser tests talk to."""

from __future__ import annotations

import fcntl
import os
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
FLEET = ROOT / "server/mint_lever_server/demo/fleet"
"""The demo helicopters' setup files."""
# Everything drawn by the processor (no graphics card), and none of the browser's own calls home.
CHROMIUM = {
    "executable_path": "/usr/bin/chromium-headless-shell",
    "args": [
        "--no-sandbox",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--disable-gpu",
        "--enable-unsafe-swiftshader",
    ],
}


def manage(var: Path, *command: str) -> None:
    """Run a management command on the database in ``var``."""
    subprocess.run(
        [sys.executable, "-m", "mint_lever_server.manage", *command],
        cwd=ROOT,
        env=environment(var),
        check=True,
        stdout=subprocess.DEVNULL,
    )


def prepare(var: Path, demo: bool = True) -> None:
    """Make a database, with the demo hangar if asked for, in ``var``, unless it is there.

    Whoever comes second, from another process too, waits for it.
    """
    var.mkdir(parents=True, exist_ok=True)
    with (var / "being-made").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not (var / "made").exists():
            manage(var, "migrate", "-v", "0", "--skip-checks")
            if demo:
                manage(var, "load_demo")
            (var / "made").touch()


@contextmanager
def live_server(var: Path, demo: bool = True) -> Iterator[str]:
    """Serve what is in ``var``, after making it where nothing is; give the address."""
    prepare(var, demo)
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    server = subprocess.Popen(
        [
            sys.executable,
            "-m",
            "mint_lever_server.serve",
            f"--port={port}",
        ],
        env=environment(var),
    )
    address = f"http://127.0.0.1:{port}"
    try:
        wait_for(address)
        yield address
    finally:
        server.terminate()
        server.wait()


def environment(var: Path) -> dict[str, str]:
    return {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "settings_for_live_server",
        "PYTHONPATH": os.pathsep.join([str(ROOT / "tests"), os.environ.get("PYTHONPATH", "")]),
        "MINT_LEVER_PLAIN_HTTP": "1",
        "MINT_LEVER_VAR": str(var),
        # Every test is a new pilot from one address.
        "MINT_LEVER_SIGN_UP_RATE": "10000/h",
        "MINT_LEVER_DEMO_RATE": "10000/h",
        # Every test meets the same simulated model.
        "MINT_LEVER_SIMULATION_SEED": "7",
    }


def wait_for(address: str) -> None:
    for _ in range(200):
        try:
            urllib.request.urlopen(f"{address}/api/account")
            return
        except OSError:
            time.sleep(0.1)
    raise RuntimeError("the server did not start")
