"""A server killed in the middle of its pilots' writes, over and over: what it had acknowledged is
asked for again.

The machine's power is not ours to cut; killing every process at once (SIGKILL, no chance to tidy
up) is the nearest to it. Together with ``synchronous=FULL`` (tested beside the hangar) the
write-ahead log is on the disk before a save is answered.
"""

from __future__ import annotations

import io
import json
import os
import random
import signal
import socket
import sqlite3
import subprocess
import sys
import threading
import time
import zipfile
from collections import Counter
from collections.abc import Callable
from contextlib import closing, suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import requests

from api_pilot import LOG, PASSWORD, ApiPilot, photo
from builds import document
from live_server import environment, prepare, wait_for

_LIVES_S = (0.2, 2.0)
"""How long the pilots write before the next kill."""
_MOST_HELICOPTERS = 6


@dataclass
class Acknowledged:
    """What the server said is kept, of one pilot."""

    version: int = 0
    arm: float | None = None
    """The horn's length as of ``version``, mm."""
    revisions: dict[int, str] = field(default_factory=dict)
    lines: dict[int, Any] = field(default_factory=dict)
    """Readings by their place in the log."""
    struck: set[int] = field(default_factory=set)
    sequence: int = 0
    helicopters: set[str] = field(default_factory=set)
    removed: set[str] = field(default_factory=set)
    devices: dict[str, int] = field(default_factory=dict)
    photos: list[int] = field(default_factory=list)
    logs: list[str] = field(default_factory=list)
    flights: dict[int, str] = field(default_factory=dict)
    """What was written of flights, by their numbers."""
    passwords: tuple[str, ...] = (PASSWORD,)
    """Which may be the one: two, where the answer to a change never came."""


class Writer:
    """A pilot who writes everything there is to write, and keeps account of what was taken."""

    def __init__(self, address: str, seed: int) -> None:
        self.pilot = ApiPilot(address, seed)
        self.random = random.Random(seed)
        self.kept = Acknowledged(helicopters={self.pilot.helicopter})
        self.pilot.read("zero_pitch", "blade.0", 1.0)
        self.taken: Counter[str] = Counter()
        self.acknowledged = 0

    def until(self, stopped: threading.Event) -> None:
        """Write until the server does not answer any more."""
        while not stopped.is_set():
            kind = self.random.choice(list(WRITES))
            try:
                WRITES[kind](self)
            except (requests.RequestException, json.JSONDecodeError):
                return
            self.taken[kind] += 1

    def send(self, method: str, path: str, body: Any) -> Any:
        """Make a call that must be taken, if it is answered."""
        answer = self.pilot.ask(method, path, body)
        assert answer.ok, (method, path, answer.status_code, answer.text[:300])
        self.acknowledged += method != "GET"
        return answer.json() if answer.content else None

    def draft(self, path: str, **more: Any) -> dict[str, Any]:
        """Change the draft; what came of it is the newest state there is."""
        body = {"version": self.pilot.version, **more}
        now = self.send("PATCH" if path == "draft" else "POST", f"{self.pilot.at}/{path}", body)
        self.kept.version = now["version"]
        self.kept.arm = now["document"]["airframe"]["servos"][0]["arm_mm"]
        return now

    def edit(self) -> None:
        self.draft("draft", changes=[self.pilot.change()])

    def undo(self) -> None:
        self.edit()
        self.draft("draft/undo")

    def redo(self) -> None:
        self.undo()
        self.draft("draft/redo")

    def revision(self) -> None:
        self.edit()
        note = f"as of {self.kept.version}"
        self.kept.revisions[self.draft("revisions", note=note)["revision"]] = note

    def bench(self, method: str, path: str, **body: Any) -> dict[str, Any]:
        now = self.send(method, f"{self.pilot.at}/bench/{path}", body)
        self.kept.sequence = now["sequence"]
        return now

    def reading(self) -> int:
        value = round(self.random.uniform(-3, 3), 1)
        about = {"step": "make_safe", "key": "motor", "value": True}
        if self.random.random() < 0.8:
            about = {"step": "zero_pitch", "key": "blade.0", "value": value}
        now = self.bench("POST", "readings", version=self.pilot.version, **about)
        self.kept.lines[now["sequence"]] = about["value"]
        return now["sequence"]

    def edited_reading(self) -> None:
        number = self.reading()
        line = self.kept.lines[number]
        if line is True:
            return
        now = self.bench("PUT", f"readings/{number}?step=zero_pitch", value=0.4)
        self.kept.struck.add(number)
        self.kept.lines[now["sequence"]] = 0.4

    def struck_reading(self) -> None:
        number = self.reading()
        if self.kept.lines[number] is not True:
            self.bench("POST", f"readings/{number}/strike?step=zero_pitch", struck=True)
            self.kept.struck.add(number)

    def note(self) -> None:
        self.bench("POST", "times", what=self.random.choice(("pause", "resume")))

    def held(self) -> None:
        held = {"version": self.pilot.version, "paths": ["unit.cyclic_pct"]}
        self.send("POST", f"{self.pilot.at}/keying/ticks", held)

    def helicopter(self) -> None:
        ways = (("", {"name": "Dill"}), ("/import", document()))
        path, body = self.random.choice(ways)
        self._arrived(self.send("POST", f"/api/helicopters{path}", body)["id"])

    def copy(self) -> None:
        self._arrived(self.send("POST", f"{self.pilot.at}/copy", {})["id"])

    def _arrived(self, helicopter: str) -> None:
        self.kept.helicopters.add(helicopter)
        if len(self.kept.helicopters) > _MOST_HELICOPTERS:
            self.removal()

    def removal(self) -> None:
        others = sorted(self.kept.helicopters - {self.pilot.helicopter})
        if others:
            gone = self.random.choice(others)
            # Unanswered it may be there or not: it is not looked for any more.
            self.kept.helicopters.discard(gone)
            self.send("DELETE", f"/api/helicopters/{gone}", None)
            self.kept.removed.add(gone)

    def device(self) -> None:
        if len(self.kept.devices) < 20:
            made = self.send("POST", "/api/devices", {"kind": "unit"})
            self.kept.devices[made["id"]] = made["version"]

    def changed_device(self) -> None:
        for device in self.send("GET", "/api/devices", None)[:1]:
            note = f"note {self.random.random()}"
            path = f"/api/devices/{device['id']}?version={device['version']}"
            now = self.send("PUT", path, {**device["profile"], "note": note})
            self.kept.devices[device["id"]] = now["version"]

    def fitted(self) -> None:
        for device in list(self.kept.devices)[:1]:
            self.send("PUT", f"{self.pilot.at}/devices", {"kind": "unit", "device": device})

    def photo(self) -> None:
        self.kept.photos.append(self.send("POST", f"{self.pilot.at}/bench/photos", photo())["id"])

    def log(self) -> None:
        if len(self.kept.logs) < 5:
            made = self.send("POST", f"{self.pilot.at}/logs?name=flight", LOG)
            self.kept.logs.append(made["id"])

    def flight(self) -> None:
        at = f"{self.pilot.at}/field/flights"
        flight = self.send("POST", at, {})["at_hand"]
        number = flight["number"]
        # A kill may have come while it was in the air.
        if flight["stage"] == "ready":
            self.send("POST", f"{at}/{number}/begin", {"knowing": True})
        self.send("POST", f"{at}/{number}/land", {})
        words = f"calm {self.random.random()}"
        self.send("PATCH", f"{at}/{number}", {"words": words})
        self.kept.flights[number] = words

    def password(self) -> None:
        old = self.kept.passwords[-1]
        new = f"reed-bed-{self.random.randrange(10**6)}"
        self.kept.passwords = (new, old)
        self.send("POST", "/api/account/password", {"old_password": old, "new_password": new})
        self.kept.passwords = (new,)

    def lost(self) -> list[str]:
        """What was acknowledged and is not there."""
        kept, pilot = self.kept, self.pilot
        self._in_again()
        missing = []
        fleet = {each["id"] for each in self.send("GET", "/api/helicopters", None)}
        if gone := kept.helicopters - fleet:
            missing.append(f"helicopters {gone}")
        if back := kept.removed & fleet:
            missing.append(f"removed helicopters are back: {back}")
        now = self.send("GET", pilot.at, None)
        arm = now["document"]["airframe"]["servos"][0]["arm_mm"]
        if now["version"] < kept.version or (
            now["version"] == kept.version and arm != kept.arm is not None
        ):
            missing.append(f"draft {kept.version} ({kept.arm}): now {now['version']} ({arm})")
        missing += self._of_archive()
        for device, version in kept.devices.items():
            found = {each["id"]: each for each in self.send("GET", "/api/devices", None)}
            if device not in found or found[device]["version"] < version:
                missing.append(f"device {device}")
        for number in kept.photos[-3:]:
            if not pilot.ask("GET", f"{pilot.at}/bench/photos/{number}").ok:
                missing.append(f"photo {number}")
        for log in kept.logs:
            if not pilot.ask("GET", f"{pilot.at}/logs/{log}").ok:
                missing.append(f"log {log}")
        return missing

    def _in_again(self) -> None:
        """The newest password is the one; after a change that was never answered, either."""
        for password in self.kept.passwords:
            self.pilot.http = self.pilot.browser()
            body = {"name": self.pilot.name, "password": password}
            if self.pilot.ask("POST", "/api/account/sign-in", body).ok:
                self.kept.passwords = (password,)
                return
        raise AssertionError(f"no password of {len(self.kept.passwords)} lets {body['name']} in")

    def _of_archive(self) -> list[str]:
        """Revisions and log, as the pilot's own archive has them."""
        missing = []
        archive = self.pilot.ask("GET", "/api/account/archive").content
        with zipfile.ZipFile(io.BytesIO(archive)) as everything:

            def rows(name: str) -> list[dict[str, Any]]:
                return [json.loads(line) for line in everything.read(name).splitlines()]

            logs = [name for name in everything.namelist() if name.endswith("/log.jsonl")]
            longest = max(logs, key=lambda name: len(rows(name)))
            at = longest.removesuffix("/log.jsonl")
            lines = {line["sequence"]: line for line in rows(longest)}
            for number, value in self.kept.lines.items():
                if number not in lines or lines[number]["value"] != value:
                    missing.append(f"reading {number} of {value}")
                elif number in self.kept.struck and not lines[number]["struck"]:
                    missing.append(f"reading {number} counts again")
            flown = {each["number"]: each["words"] for each in rows(f"{at}/flights.jsonl")}
            for number, words in self.kept.flights.items():
                if flown.get(number) != words:
                    missing.append(f"flight {number}: {words}")
            names = set(everything.namelist())
            for number, note in self.kept.revisions.items():
                file = f"{at}/revisions/{number}.json"
                if file not in names or json.loads(everything.read(file))["note"] != note:
                    missing.append(f"revision {number}")
        return missing


WRITES: dict[str, Callable[[Writer], Any]] = {
    name: getattr(Writer, name)
    for name in (
        "edit",
        "undo",
        "redo",
        "revision",
        "reading",
        "edited_reading",
        "struck_reading",
        "note",
        "held",
        "helicopter",
        "copy",
        "removal",
        "device",
        "changed_device",
        "fitted",
        "photo",
        "log",
        "flight",
        "password",
    )
}


@dataclass
class Tally:
    """What came of it."""

    kills: int = 0
    acknowledged: int = 0
    kinds: Counter[str] = field(default_factory=Counter)
    lost: list[str] = field(default_factory=list)


def kills(var: Path, times: int, seed: int, pilots: int = 3) -> Tally:
    """Kill the server so many times while pilots write; ask for all of it after each."""
    prepare(var, demo=False)
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    address = f"http://127.0.0.1:{port}"
    rng = random.Random(seed)
    tally = Tally()
    server = _serve(var, port)
    try:
        wait_for(address)
        writers = [Writer(address, seed * 100 + number) for number in range(pilots)]
        for _ in range(times):
            _write_until_killed(writers, server, rng.uniform(*_LIVES_S))
            tally.kills += 1
            tally.lost += _faults(var / "mint-lever.sqlite3")
            server = _serve(var, port)
            wait_for(address)
            for writer in writers:
                tally.lost += writer.lost()
        tally.kinds = sum((writer.taken for writer in writers), Counter())
        tally.acknowledged = sum(writer.acknowledged for writer in writers)
    finally:
        _kill(server)
    return tally


def _write_until_killed(
    writers: list[Writer], server: subprocess.Popen[bytes], seconds: float
) -> None:
    stopped = threading.Event()
    failed: list[BaseException] = []

    def write(writer: Writer) -> None:
        try:
            writer.until(stopped)
        except BaseException as error:  # told where the test can see it
            failed.append(error)

    threads = [threading.Thread(target=write, args=(each,)) for each in writers]
    for each in threads:
        each.start()
    time.sleep(seconds)
    _kill(server)
    stopped.set()
    for each in threads:
        each.join()
    if failed:
        raise failed[0]


def _serve(var: Path, port: int) -> subprocess.Popen[bytes]:
    return subprocess.Popen(
        [sys.executable, "-m", "mint_lever_server.serve", f"--port={port}"],
        env=environment(var),
        start_new_session=True,
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
    )


def _kill(server: subprocess.Popen[bytes]) -> None:
    """Every process of it at once."""
    with suppress(ProcessLookupError):
        os.killpg(server.pid, signal.SIGKILL)
    server.wait()


def _faults(database: Path) -> list[str]:
    with closing(sqlite3.connect(database)) as looked:
        said = [row[0] for row in looked.execute("PRAGMA integrity_check")]
        broken = list(looked.execute("PRAGMA foreign_key_check"))
    return [each for each in said if each != "ok"] + [str(each) for each in broken]
