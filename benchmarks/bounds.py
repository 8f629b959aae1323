"""The largest of everything that may come in: what each costs one process, in time and memory.

Each case runs in a process of its own, through the real routes; memory is what its peak is above
where it stood. Prints figures only.
"""

from __future__ import annotations

import hashlib
import json
import os
import resource
import sys
import tempfile
import time
import zipfile
from collections.abc import Callable
from io import BytesIO
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "server"), str(ROOT / "tests")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "settings_for_live_server")
os.environ.setdefault("MINT_LEVER_PLAIN_HTTP", "1")

LONG_FILE = b""
WILD = [100.0 * (i % 2) for i in range(17)]


def _large_picture() -> bytes:
    from PIL import Image

    made = BytesIO()
    Image.new("RGBA", (4000, 3000), "white").save(made, "PNG")
    return made.getvalue()


LARGE_PICTURE = _large_picture()


def _long_file() -> bytes:
    """A helicopter's file with as many lines of log as there may be, of a few questions."""
    from builds import described
    from mint_lever_server.hangar.documents import canonical

    text = canonical(described().as_document())
    digest = hashlib.sha256(text.encode()).hexdigest()
    line = {
        "at": "2026-05-01T10:00:00+00:00",
        "sent_at": "2026-05-01T10:00:00+00:00",
        "place": "bench",
        "kind": "reading",
        "step": "zero_pitch",
        "label": "Blade over the boom",
        "value": 0.1,
        "simulated": None,
        "struck": False,
        "joins": False,
        "replaces": None,
        "setup": digest,
    }
    lines = "".join(
        json.dumps({**line, "sequence": n, "stands_at": n, "key": f"blade.{n % 2}"}) + "\n"
        for n in range(1, 50_001)
    )
    head = {"format": "mint-lever/helicopter", "version": 1, "name": "long"}
    made = BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("helicopter.json", json.dumps({**head, "counted": 50_000, "practised": 0}))
        archive.writestr("setup.json", text)
        archive.writestr(f"setups/{digest}.json", text)
        archive.writestr("log.jsonl", lines)
        archive.writestr("flights.jsonl", "")
        archive.writestr("field.json", json.dumps({"looks": [], "parts_new": []}))
        for name in ("packs", "devices", "photos", "flight-logs"):
            archive.writestr(f"{name}.json", "[]")
    return made.getvalue()


class Asker:
    """A signed-in pilot with one helicopter, asking in this very process."""

    def __init__(self) -> None:
        from django.contrib.auth.models import User
        from django.test import Client

        from builds import document

        self.client = Client(headers={"host": "127.0.0.1"})
        self.client.force_login(User.objects.create_user("heron"))
        made = self.send("POST", "/api/helicopters/import", document()).json()
        self.path, self.version = f"/api/helicopters/{made['id']}", made["version"]
        modes = {"path": "transmitter.modes.normal.pitch_curve", "value": WILD}
        edited = self.send(
            "PATCH", f"{self.path}/draft", {"version": self.version, "changes": [modes]}
        )
        self.version = edited.json()["version"]

    def send(self, method: str, path: str, body: Any = None, raw: bytes | None = None) -> Any:
        """Send JSON, or bytes as they are."""
        data = json.dumps(body).encode() if raw is None else raw
        kind = "application/json" if raw is None else "application/octet-stream"
        return self.client.generic(method, path, data, content_type=kind)

    def curve(self, points: int, shape: str) -> Any:
        body = {
            "version": self.version,
            "mode": "normal",
            "which": "pitch",
            "points": points,
            "shape": shape,
            "step": 0.5,
        }
        return self.send("POST", f"{self.path}/modes/resample", body)

    def faults(self) -> Any:
        raw = json.dumps({f"key{i}": 1e-320 for i in range(60_000)}).encode()[:999_000]
        return self.client.generic(
            "POST", "/api/helicopters/import", raw, content_type="application/json"
        )

    def edit(self) -> Any:
        changes = [{"path": "airframe.servos.0.arm_mm", "value": 12 + i / 100} for i in range(50)]
        body = {"version": self.version, "changes": changes}
        return self.send("PATCH", f"{self.path}/draft", body)

    def photo(self) -> Any:
        return self.send("POST", f"{self.path}/bench/photos", raw=LARGE_PICTURE)

    def log(self) -> Any:
        line = "{:.2f},1800,44.4,30.1,12.3,45.6,78.9,10.1\n"
        rows = "".join(line.format(i / 50) for i in range(900_000))
        raw = ("time,rpm,volt,amp,a,b,c,d\n" + rows).encode()[: 40 * 1024 * 1024]
        return self.send("POST", f"{self.path}/logs?name=long", raw=raw)

    def whole(self) -> Any:
        return self.send("POST", "/api/helicopters/import/archive", raw=LONG_FILE)

    def look_up(self) -> Any:
        return self.client.get(f"{self.path}/search", {"text": "a b c d e f g h " * 5})

    def audit(self) -> Any:
        return self.client.get(f"{self.path}/audit")


CASES: dict[str, Callable[[Asker], Any]] = {
    "a curve at 2 points, straight, half percents": lambda asker: asker.curve(2, "straight"),
    "a curve at 17 points, straight, half percents": lambda asker: asker.curve(17, "straight"),
    "a curve at 17 points, smooth, half percents": lambda asker: asker.curve(17, "smooth"),
    "a megabyte that is no setup": Asker.faults,
    "fifty changes at once": Asker.edit,
    "a photo of 12 million pixels": Asker.photo,
    "a flight log of 40 MB": Asker.log,
    "a helicopter's file with 50,000 lines of log": Asker.whole,
    "the longest words looked up": Asker.look_up,
    "the audit": Asker.audit,
}


def main() -> None:
    """Run every case and print what it took."""
    with tempfile.TemporaryDirectory() as var:
        os.environ["MINT_LEVER_VAR"] = var
        import django

        django.setup()
        from django.core.management import call_command
        from django.db import connection

        call_command("migrate", verbosity=0)
        global LONG_FILE
        LONG_FILE = _long_file()
        asker = Asker()
        connection.close()
        for name, case in CASES.items():
            if os.fork() == 0:
                _run(name, case, asker)
                os._exit(0)
            os.wait()


def _run(name: str, case: Callable[[Asker], Any], asker: Asker) -> None:
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    start = time.perf_counter()
    status = case(asker).status_code
    took = time.perf_counter() - start
    grown = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before
    print(f"{name}: {took:.2f} s, {grown / 1024:.0f} MB above ({status})", flush=True)


if __name__ == "__main__":
    main()
