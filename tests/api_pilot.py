"""A pilot who can make a good call of every route: for each, what to send so that it is taken."""

from __future__ import annotations

import io
import json
import random
import secrets
import uuid
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

import requests
from PIL import Image

from builds import document
from live_server import FLEET
from mint_lever.devices import make_starting_profile

PASSWORD = "salt-works-7"
DAY = "2026-03-01"
LOG = b"Time (s),Head speed (rpm)\n" + b"".join(b"%d,2000\n" % i for i in range(40))


@dataclass
class Call:
    """What goes into an address, and the body: JSON, or bytes where it is a file."""

    path: dict[str, Any] = field(default_factory=dict)
    query: dict[str, Any] = field(default_factory=dict)
    body: Any = None


class ApiPilot:
    """One pilot with one helicopter (``bare``: none), and the server's word on where they stand."""

    def __init__(self, address: str, seed: int = 1, bare: bool = False) -> None:
        self.address = address
        self.random = random.Random(seed)
        self.name = f"heron {secrets.token_hex(6)}"
        self.http = self.browser()
        account = {"name": self.name, "password": PASSWORD}
        self.codes = self.ask("POST", "/api/account/sign-up", account).json()["codes"]
        if not bare:
            self.anew()

    def anew(self) -> None:
        """Stand before another helicopter, with nothing on its bench yet."""
        sorrel = json.loads((FLEET / "sorrel-690.json").read_text())
        self.helicopter = self.made("/api/helicopters/import", sorrel)["id"]
        self.at = f"/api/helicopters/{self.helicopter}"

    def browser(self) -> requests.Session:
        """A browser nobody is signed in with."""
        browser = requests.Session()
        browser.get(f"{self.address}/")
        # The token is another one after each sign-in.
        browser.auth = lambda asked: _with_token(asked, browser.cookies["csrftoken"])
        return browser

    def ask(self, method: str, path: str, body: Any = None) -> requests.Response:
        """Make a call of the pilot's own."""
        sent = {"data": body} if isinstance(body, bytes) else {"json": body}
        return self.http.request(
            method, self.address + path, **({} if body is None else sent), timeout=60
        )

    def made(self, path: str, body: Any) -> dict[str, Any]:
        """Make something by a call, and give what the server says of it."""
        answer = self.ask("POST", path, body)
        assert answer.ok, answer.text
        return answer.json()

    @property
    def version(self) -> int:
        """The draft's version as it is."""
        return self.ask("GET", self.at).json()["version"]

    def bench(self, step: str = "zero_pitch") -> dict[str, Any]:
        return self.ask("GET", f"{self.at}/bench?step={step}").json()

    def read(self, step: str, key: str, value: Any) -> None:
        """Enter a reading; before any other step the model is made safe."""
        if step != "make_safe":
            for ask in self.bench("make_safe")["advice"]["asks"]:
                if ask["answer"] is not True:
                    self.read("make_safe", ask["key"], True)
        body = {"version": self.version, "step": step, "key": key, "value": value}
        self.ask("POST", f"{self.at}/bench/readings", body)

    def on_table(self, simulated: bool) -> None:
        body = {"version": self.version, "simulated": simulated}
        self.made(f"{self.at}/bench/table", body)

    def edit(self) -> None:
        """Change the length of a horn."""
        body = {"version": self.version, "changes": [self.change()]}
        self.ask("PATCH", f"{self.at}/draft", body)

    def change(self) -> dict[str, Any]:
        arm = round(self.random.uniform(10, 16), 2)
        return {"path": "airframe.servos.0.arm_mm", "value": arm}

    def copy(self) -> str:
        return self.made(f"{self.at}/copy", {})["id"]

    def device(self) -> dict[str, Any]:
        return self.made("/api/devices", {"kind": "unit"})

    def log(self) -> str:
        """Keep a flight log, in the place of those before: only so many are kept."""
        for each in self.ask("GET", f"{self.at}/logs").json():
            self.ask("DELETE", f"{self.at}/logs/{each['id']}")
        return self.made(f"{self.at}/logs?{urlencode({'name': 'flight'})}", LOG)["id"]

    def clear(self) -> None:
        """Take away what calls have left behind, so that no quota is reached."""
        for each in self.ask("GET", "/api/helicopters").json():
            if each["id"] != self.helicopter:
                self.ask("DELETE", f"/api/helicopters/{each['id']}")
        for each in self.ask("GET", "/api/devices").json():
            self.ask("DELETE", f"/api/devices/{each['id']}")
        for each in self.ask("GET", f"{self.at}/logs").json():
            self.ask("DELETE", f"{self.at}/logs/{each['id']}")
        for each in self.ask("GET", "/api/field/packs").json():
            self.ask("DELETE", f"/api/field/packs/{each['id']}")


def _with_token(asked: requests.PreparedRequest, token: str) -> requests.PreparedRequest:
    asked.headers["X-CSRFToken"] = token
    return asked


def photo() -> bytes:
    file = io.BytesIO()
    Image.new("RGB", (40, 30), "white").save(file, "PNG")
    return file.getvalue()


def _undone(pilot: ApiPilot) -> Call:
    pilot.edit()
    pilot.ask("POST", f"{pilot.at}/draft/undo", {"version": pilot.version})
    return Call(body={"version": pilot.version})


def _edited(pilot: ApiPilot) -> Call:
    pilot.edit()
    return Call(body={"version": pilot.version})


def _saved(pilot: ApiPilot) -> int:
    pilot.edit()
    pilot.ask("POST", f"{pilot.at}/revisions", {"version": pilot.version})
    return 1


def _reading(pilot: ApiPilot) -> dict[str, Any]:
    pilot.read("zero_pitch", "blade.0", round(pilot.random.uniform(-3, 3), 1))
    lines = pilot.bench()["advice"]["log"]["lines"]
    line = next(line for line in reversed(lines) if line["kind"] == "reading")
    return {"sequence": line["sequence"]}


def _act(pilot: ApiPilot) -> Call:
    pilot.anew()
    for ask in pilot.bench()["advice"]["asks"]:
        if ask["key"].startswith("blade."):
            pilot.read("zero_pitch", ask["key"], round(pilot.random.uniform(2, 4), 1))
    now = pilot.bench()
    action = now["advice"]["actions"][0]["key"]
    stands = {"version": now["version"], "sequence": now["sequence"]}
    return Call(body={**stands, "step": "zero_pitch", "key": action})


def _lesson(pilot: ApiPilot) -> dict[str, Any]:
    readings = [
        ("zero_pitch", "blade.0", 0.0),
        ("zero_pitch", "blade.1", 0.1),
        ("collective_range", "up", 11.0),
        ("collective_range", "down", -11.0),
    ]
    for each in readings:
        pilot.read(*each)
    return {"parameters": ["grip_arm"]}


def _fix(pilot: ApiPilot) -> Call:
    wrong = {"path": "unit.tail.subtrim_us", "value": 14.0}
    pilot.ask("PATCH", f"{pilot.at}/draft", {"version": pilot.version, "changes": [wrong]})
    audit = pilot.ask("GET", f"{pilot.at}/audit").json()
    found = next(each for each in audit["findings"] if each["fixable"])
    keys = {key: found[key] for key in ("rule", "path")}
    return Call(body={"version": audit["version"], **keys})


def _simulated(pilot: ApiPilot, body: dict[str, Any]) -> Call:
    pilot.on_table(True)
    return Call(body=body)


def _of_device(pilot: ApiPilot) -> dict[str, Any]:
    device = pilot.device()
    pilot.ask("PUT", f"{pilot.at}/devices", {"kind": "unit", "device": device["id"]})
    return device


def _changed(pilot: ApiPilot) -> Call:
    device = pilot.device()
    return Call(
        {"device_id": device["id"]},
        {"version": device["version"]},
        {**device["profile"], "note": "on the shelf"},
    )


def _flight(stage: str = "ready") -> Callable[[ApiPilot], dict[str, Any]]:
    """A flight that is ready, in the air or down again, and not struck out."""

    def number(pilot: ApiPilot) -> dict[str, Any]:
        now = pilot.ask("GET", f"{pilot.at}/field").json()["at_hand"]
        if now is not None and now["stage"] == "air":
            pilot.made(f"{pilot.at}/field/flights/{now['number']}/land", {})
        at = f"{pilot.at}/field/flights"
        found = {"number": pilot.made(at, {})["at_hand"]["number"]}
        if stage in ("air", "landed"):
            pilot.made(f"{at}/{found['number']}/begin", {"knowing": True})
        if stage == "landed":
            pilot.made(f"{at}/{found['number']}/land", {})
        return found

    return number


def _simulated_flight(pilot: ApiPilot) -> Call:
    pilot.anew()
    pilot.on_table(True)
    return Call(_flight()(pilot), body={})


def _trimmed(pilot: ApiPilot) -> Call:
    pilot.anew()
    trims = {"aileron_pct": 1.5, "elevator_pct": -0.5}
    return Call(body={"version": pilot.version, "mode": "normal", **trims})


def _measured(pilot: ApiPilot) -> dict[str, Any]:
    pack = _pack(pilot)
    made = pilot.made(f"/api/field/packs/{pack}/measures", {"day": DAY, "mohm": 12.0})
    return {"pack_id": pack, "measure": made["measures"][0]["id"]}


def _ticked(pilot: ApiPilot) -> int:
    held = {"version": pilot.version, "paths": ["unit.cyclic_pct"]}
    return pilot.made(f"{pilot.at}/keying/ticks", held)["ticked"]


def _looked(pilot: ApiPilot) -> Call:
    _flight("landed")(pilot)
    return Call(body={"symptom": "tail_wags", "found": False})


def _advised(pilot: ApiPilot) -> Call:
    """A pilot who was told which setting to move, and by how much."""
    pilot.anew()
    at = f"{pilot.at}/field"
    number = _flight("landed")(pilot)["number"]
    seen = [{"symptom": "collective_sharp", "mode": "normal"}]
    advised = pilot.ask("PATCH", f"{at}/flights/{number}", {"seen": seen}).json()["next"]
    value = advised["new_value"]
    new = {"path": advised["path"], "new": value if isinstance(value, list) else [value]}
    return Call(body={"version": pilot.version, **new})


def _name(pilot: ApiPilot) -> str:
    return f"6S {pilot.random.getrandbits(40)}"


def _pack(pilot: ApiPilot) -> str:
    for each in pilot.ask("GET", "/api/field/packs").json():
        pilot.ask("DELETE", f"/api/field/packs/{each['id']}")
    made = str(uuid.UUID(int=pilot.random.getrandbits(128), version=4))
    pilot.made("/api/field/packs", {"id": made, "name": f"6S {made[:8]}"})
    return made


def _curve(**more: Any) -> Callable[[ApiPilot], Call]:
    return lambda pilot: Call(
        body={"version": pilot.version, "mode": "normal", "which": "pitch", **more}
    )


def _flown(**more: Any) -> Callable[[ApiPilot], Call]:
    def call(pilot: ApiPilot) -> Call:
        pilot.anew()
        return Call(body={"version": pilot.version, "mode": "idle_up_1", **more})

    return call


def _versioned(**more: Any) -> Callable[[ApiPilot], Call]:
    return lambda pilot: Call(body={"version": pilot.version, **more})


def _account(pilot: ApiPilot, **more: Any) -> Call:
    return Call(body={"name": pilot.name, "password": PASSWORD, **more})


_H = "/api/helicopters/{helicopter_id}"
_RATE = {"rate_pct": 80.0, "expo_pct": 10.0}


def _crashed(pilot: ApiPilot) -> Call:
    """A piece looked at after a crash that was written down."""
    pilot.ask("POST", f"{pilot.at}/bench/work", {"what": "crash"})
    return Call(body={"what": "Frame", "looked": True})


GOOD: dict[tuple[str, str], Callable[[ApiPilot], Call]] = {
    ("POST", "/api/account/sign-up"): lambda _: Call(
        body={"name": f"teal {secrets.token_hex(6)}", "password": PASSWORD}
    ),
    ("POST", "/api/account/sign-in"): _account,
    ("POST", "/api/account/password/reset"): lambda pilot: _account(
        pilot, code=pilot.codes.pop() if pilot.codes else "none is left"
    ),
    ("POST", "/api/account/password"): lambda _: Call(
        body={"old_password": PASSWORD, "new_password": PASSWORD}
    ),
    ("POST", "/api/account/codes"): lambda _: Call(body={"password": PASSWORD}),
    ("POST", "/api/account/remove"): lambda _: Call(body={"password": PASSWORD}),
    ("POST", "/api/helicopters"): lambda _: Call(body={"name": "Dill"}),
    ("POST", "/api/helicopters/import"): lambda _: Call(body=document()),
    ("DELETE", _H): lambda pilot: Call({"helicopter_id": pilot.copy()}),
    ("PATCH", f"{_H}/draft"): lambda pilot: Call(
        body={"version": pilot.version, "changes": [pilot.change()]}
    ),
    ("POST", f"{_H}/draft/undo"): _edited,
    ("POST", f"{_H}/draft/redo"): _undone,
    ("POST", f"{_H}/draft/rebuild"): lambda pilot: Call(
        body={"version": pilot.version, "blades": pilot.random.choice((2, 3))}
    ),
    ("POST", f"{_H}/draft/copy-part"): _versioned(part="airframe.servos.0"),
    ("POST", f"{_H}/draft/restore"): lambda pilot: Call(
        body={"revision": _saved(pilot), "version": pilot.version}
    ),
    ("POST", f"{_H}/revisions"): _edited,
    ("GET", f"{_H}/revisions/{{number}}"): lambda pilot: Call({"number": _saved(pilot)}),
    ("GET", f"{_H}/export"): lambda pilot: Call(query={"revision": _saved(pilot)}),
    ("GET", f"{_H}/frame"): lambda pilot: Call(query={"version": pilot.version}),
    ("GET", f"{_H}/response"): lambda pilot: Call(
        query={"version": pilot.version, "function": "collective"}
    ),
    ("GET", f"{_H}/bench"): lambda _: Call(query={"step": "level"}),
    ("GET", f"{_H}/bench/log"): lambda _: Call(query={"step": "zero_pitch"}),
    ("POST", f"{_H}/bench/readings"): _versioned(step="make_safe", key="motor", value=True),
    ("PUT", f"{_H}/bench/readings/{{sequence}}"): lambda pilot: Call(
        _reading(pilot), {"step": "zero_pitch"}, {"value": 0.4}
    ),
    ("POST", f"{_H}/bench/readings/{{sequence}}/strike"): lambda pilot: Call(
        _reading(pilot), {"step": "zero_pitch"}, {}
    ),
    ("POST", f"{_H}/bench/acts"): _act,
    ("POST", f"{_H}/bench/work"): lambda pilot: Call(
        body={"what": pilot.random.choice(pilot.bench()["worked_on"])}
    ),
    ("POST", f"{_H}/bench/times"): lambda _: Call(body={"what": "power"}),
    ("POST", f"{_H}/keying/ticks"): _versioned(paths=["unit.cyclic_pct"]),
    ("POST", f"{_H}/keying/ticks/{{sequence}}/remove"): lambda pilot: Call(
        {"sequence": _ticked(pilot)}, body={}
    ),
    ("POST", f"{_H}/bench/table"): lambda pilot: Call(
        body={"version": pilot.version, "simulated": pilot.random.random() < 0.5}
    ),
    ("POST", f"{_H}/bench/simulated-model"): lambda pilot: _simulated(pilot, {}),
    ("POST", f"{_H}/bench/simulated-reading"): lambda pilot: _simulated(
        pilot, {"step": "zero_pitch", "key": "blade.0"}
    ),
    ("POST", f"{_H}/bench/leveller"): lambda _: Call(body={"gaps_mm": [1.0, 1.2, 0.9]}),
    ("POST", f"{_H}/bench/leveller/high-ball"): lambda _: Call(body={"ball": 0}),
    ("POST", f"{_H}/bench/lesson"): lambda pilot: Call(body=_lesson(pilot)),
    ("POST", f"{_H}/bench/lesson/apply"): lambda pilot: Call(
        body={**_lesson(pilot), "version": pilot.version}
    ),
    ("POST", f"{_H}/bench/photos"): lambda _: Call(body=photo()),
    ("GET", f"{_H}/bench/photos/{{photo_id}}"): lambda pilot: Call(
        {"photo_id": pilot.made(f"{pilot.at}/bench/photos", photo())["id"]}
    ),
    ("GET", f"{_H}/modes"): lambda pilot: Call(query={"version": pilot.version}),
    ("GET", f"{_H}/switch"): lambda pilot: Call(
        query={"version": pilot.version, "before": "normal", "after": "hold"}
    ),
    ("POST", f"{_H}/modes/curve"): _curve(points=[0.0, 40.0, 60.0, 80.0, 100.0]),
    ("POST", f"{_H}/modes/degrees"): _versioned(mode="normal", degrees={"4": 9.0}),
    ("POST", f"{_H}/modes/rates"): _versioned(
        mode="normal", rates=dict.fromkeys(("aileron", "elevator", "rudder"), _RATE)
    ),
    ("POST", f"{_H}/modes/copy"): _versioned(mode="idle_up_1", source="normal"),
    ("POST", f"{_H}/modes/remove"): _versioned(mode="idle_up_2"),
    ("POST", f"{_H}/modes/point"): _curve(index=1, put_in=True),
    ("POST", f"{_H}/modes/resample"): _curve(points=7),
    ("POST", f"{_H}/modes/throttle-shape"): lambda _: Call(body={"name": "flat"}),
    ("GET", f"{_H}/head-speed"): lambda pilot: Call(query={"version": pilot.version}),
    ("POST", f"{_H}/head-speed/punch"): _flown(gain=6.0),
    ("POST", f"{_H}/head-speed/hover"): _versioned(day=DAY),
    ("POST", f"{_H}/head-speed/measurement"): _versioned(mode="normal", day=DAY),
    ("POST", f"{_H}/logs"): lambda pilot: Call(
        {"helicopter_id": pilot.copy()}, {"name": "flight"}, LOG
    ),
    ("POST", f"{_H}/logs/simulation"): _flown(seed=3),
    ("PUT", f"{_H}/logs/{{log_id}}/mapping"): lambda pilot: Call(
        {"log_id": pilot.log()},
        body={"channels": {"time": {"column": "Time (s)", "unit": "s"}}},
    ),
    ("GET", f"{_H}/logs/{{log_id}}"): lambda pilot: Call({"log_id": pilot.log()}),
    ("DELETE", f"{_H}/logs/{{log_id}}"): lambda pilot: Call({"log_id": pilot.log()}),
    ("PUT", f"{_H}/devices"): lambda pilot: Call(
        body={"kind": "unit", "device": pilot.device()["id"]}
    ),
    ("GET", f"{_H}/devices"): lambda pilot: Call(query={"version": pilot.version}),
    ("GET", f"{_H}/devices/{{device_id}}/sheet"): lambda pilot: Call(
        {"device_id": _of_device(pilot)["id"]},
        {"version": pilot.version, "path": "unit.cyclic_pct", "figure": 50.0},
    ),
    ("POST", f"{_H}/audit/fix"): _fix,
    ("GET", f"{_H}/compare"): lambda pilot: Call(query={"revision": _saved(pilot)}),
    ("GET", f"{_H}/archive"): lambda _: Call(),
    ("POST", "/api/helicopters/import/archive"): lambda pilot: Call(
        body=pilot.ask("GET", f"/api/helicopters/{pilot.copy()}/archive").content
    ),
    ("GET", f"{_H}/copy"): lambda _: Call(),
    ("POST", f"{_H}/copy"): lambda pilot: Call(
        body={"same_radio": pilot.random.choice((True, False))}
    ),
    ("GET", f"{_H}/papers/{{which}}"): lambda pilot: Call(
        {"which": pilot.random.choice(("bench", "field"))}
    ),
    ("GET", f"{_H}/papers/{{which}}/pdf"): lambda pilot: Call(
        {"which": pilot.random.choice(("bench", "field"))}, {"size": "letter"}
    ),
    ("GET", f"{_H}/tables/{{table}}"): lambda pilot: Call(
        {"table": pilot.random.choice(("readings", "changes", "flights"))}
    ),
    ("POST", f"{_H}/field/flights"): lambda _: Call(body={}),
    ("POST", f"{_H}/field/flights/{{number}}/begin"): lambda pilot: Call(
        _flight()(pilot), body={"knowing": True}
    ),
    ("POST", f"{_H}/field/flights/{{number}}/land"): lambda pilot: Call(
        _flight("air")(pilot), body={}
    ),
    ("POST", f"{_H}/field/flights/{{number}}/cancel"): lambda pilot: Call(
        _flight()(pilot), body={}
    ),
    ("PATCH", f"{_H}/field/flights/{{number}}"): lambda pilot: Call(
        _flight("landed")(pilot), body={"words": "calm", "minutes": 5.5}
    ),
    ("POST", f"{_H}/field/flights/{{number}}/strike"): lambda pilot: Call(
        _flight("landed")(pilot), body={}
    ),
    ("POST", f"{_H}/field/looks"): _looked,
    ("POST", f"{_H}/field/changes"): _advised,
    ("POST", "/api/field/packs"): lambda pilot: Call(
        body={
            "id": str(uuid.UUID(int=pilot.random.getrandbits(128), version=4)),
            "name": _name(pilot),
        }
    ),
    ("PATCH", "/api/field/packs/{pack_id}"): lambda pilot: Call(
        {"pack_id": _pack(pilot)}, body={"put_away": True}
    ),
    ("GET", "/api/field/packs/{pack_id}/life"): lambda pilot: Call({"pack_id": _pack(pilot)}),
    ("POST", "/api/field/packs/{pack_id}/measures"): lambda pilot: Call(
        {"pack_id": _pack(pilot)}, body={"day": DAY, "mohm": 12.5}
    ),
    ("DELETE", "/api/field/packs/{pack_id}/measures/{measure}"): lambda pilot: Call(
        _measured(pilot)
    ),
    ("GET", f"{_H}/field/trim"): lambda _: Call(query={"mode": "normal"}),
    ("POST", f"{_H}/field/trim"): _trimmed,
    ("POST", f"{_H}/field/crash-checks"): _crashed,
    ("POST", f"{_H}/field/parts"): lambda _: Call(body={"part": "belt"}),
    ("POST", f"{_H}/field/flights/{{number}}/simulation"): _simulated_flight,
    ("DELETE", "/api/field/packs/{pack_id}"): lambda pilot: Call({"pack_id": _pack(pilot)}),
    ("POST", "/api/bench/pitch"): lambda _: Call(
        body={"by": "gap", "small_mm": 12.0, "large_mm": 600.0}
    ),
    ("POST", "/api/devices"): lambda _: Call(body={"kind": "gauge"}),
    ("POST", "/api/devices/import"): lambda _: Call(
        body=make_starting_profile("transmitter").model_dump(mode="json")
    ),
    ("PUT", "/api/devices/{device_id}"): _changed,
    ("DELETE", "/api/devices/{device_id}"): lambda pilot: Call({"device_id": pilot.device()["id"]}),
    ("GET", "/api/devices/{device_id}/file"): lambda pilot: Call(
        {"device_id": pilot.device()["id"]}
    ),
}
"""A route that is not here is taken whatever it is called with."""

OF_ITS_OWN = ("sign-up", "sign-in", "reset", "demo", "sign-out", "remove", "password")
"""Account calls that change who the browser is: each is made from a browser of its own."""
