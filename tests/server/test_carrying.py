"""A helicopter as one file: out and in again without loss, all of it or nothing."""

import io
import json
import os
import zipfile
from pathlib import Path

import pytest
from django.conf import settings

from builds import described, document
from mint_lever_server.bench.models import LogEntry, Photo
from mint_lever_server.demo.models import DemoPilot, prepared_pilot
from mint_lever_server.devices.models import Device
from mint_lever_server.field.models import Flight, Pack
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.hangar.models import Document, Helicopter

from .conftest import Browser, put_rows
from .test_photos import file_of, pixels

WHOLE = "/api/helicopters/import/archive"
MAGIC = {"magic": {"column": "t", "unit": "s"}}
NINTH = [
    {
        "flight": 9,
        "simulated": None,
        "symptom": "tail_wags",
        "found": True,
        "at": "2026-05-01T10:00:00Z",
    }
]
PACK = "5f0c9a52-3e0a-4a57-9d4e-0c6c7a1f2b3d"


def sent(tab, path, body):
    tab.cookies["csrftoken"] = token = "a" * 32
    headers = {"x-csrftoken": token}
    kind = "application/octet-stream"
    return tab.generic("POST", path, body, content_type=kind, headers=headers)


def taken_out(tab, address):
    answer = tab.get(f"{address}/archive")
    assert answer["Content-Type"] == "application/zip"
    return b"".join(answer.streaming_content)


def put_in(tab, file, status=201):
    answer = sent(tab, WHOLE, file)
    assert answer.status_code == status, answer.content
    return answer.json()


def unpacked(file):
    """Every file of it by its name, read."""
    archive = zipfile.ZipFile(io.BytesIO(file))
    assert archive.testzip() is None
    found = {}
    for name in archive.namelist():
        raw = archive.read(name)
        if name.endswith(".json"):
            found[name] = json.loads(raw)
        elif name.endswith(".jsonl"):
            found[name] = [json.loads(line) for line in raw.splitlines()]
        else:
            found[name] = raw
    return found


def packed(files):
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, what in files.items():
            if name.endswith(".jsonl") and not isinstance(what, bytes):
                what = "".join(json.dumps(line) + "\n" for line in what)
            archive.writestr(name, what if isinstance(what, bytes | str) else json.dumps(what))
    return made.getvalue()


@pytest.fixture
def full(tab):
    """A helicopter with a revision, readings, devices, packs, flights, a photo and a log."""
    made = tab.send("POST", "/api/helicopters/import", raw=json.dumps(described().as_document()))
    at = f"/api/helicopters/{made.json()['id']}"
    device = tab.send("POST", "/api/devices", {"kind": "unit"}).json()
    safe = [ask["key"] for ask in tab.get(f"{at}/bench?step=make_safe").json()["advice"]["asks"]]
    for path, body in (
        (f"{at}/revisions", {"version": 1, "note": "as it was"}),
        *((f"{at}/bench/readings", _reading("make_safe", key, True)) for key in safe),
        (f"{at}/bench/readings", _reading("zero_pitch", "blade.0", 0.6)),
        (f"{at}/bench/readings", _reading("zero_pitch", "blade.1", 0.7)),
        ("/api/field/packs", {"id": PACK, "name": "6S 1"}),
        (f"/api/field/packs/{PACK}/measures", {"day": "2026-05-01", "mohm": 9.5, "by": "meter"}),
        (f"{at}/field/flights", {}),
        (f"{at}/field/flights/1/begin", {"knowing": True}),
        (f"{at}/field/flights/1/land", {}),
        (f"{at}/field/looks", {"symptom": "tail_wags", "found": True}),
        (f"{at}/field/parts", {"part": "belt"}),
    ):
        answer = tab.send("POST", path, body)
        assert answer.status_code in (200, 201), answer.content
    lines = tab.get(f"{at}/bench?step=zero_pitch").json()["advice"]["log"]["lines"]
    newest = max(line["sequence"] for line in lines)
    mended = tab.send("PUT", f"{at}/bench/readings/{newest}?step=zero_pitch", {"value": 0.65})
    assert mended.status_code == 200, mended.content
    given = {"kind": "unit", "device": device["id"]}
    assert tab.send("PUT", f"{at}/devices", given).status_code == 204
    assert sent(tab, f"{at}/bench/photos", file_of(pixels())).status_code == 201
    log = sent(tab, f"{at}/logs?name=noon", b"t,rpm\n0,1800\n1,1790\n2,1805\n").json()
    flown = {
        "pack": PACK,
        "words": "calm over the pans",
        "seen": [{"symptom": "tail_wags", "mode": "normal"}],
        "flight_log": log["id"],
    }
    assert tab.send("PATCH", f"{at}/field/flights/1", flown).status_code == 200
    return at


def _reading(step, key, value):
    return {"version": 1, "step": step, "key": key, "value": value}


def counts():
    kinds = (Helicopter, Document, LogEntry, Flight, Device, Pack, Photo, FlightLog)
    files = len(list((Path(settings.VAR) / "logs").glob("*.csv")))
    return [kind.objects.count() for kind in kinds] + [files]


class TestThereAndBack:
    def test_out_in_and_out_again_is_the_same(self, tab, full, stranger):
        first = taken_out(tab, full)
        made = put_in(stranger, first)
        second = taken_out(stranger, f"/api/helicopters/{made['id']}")
        one, other = unpacked(first), unpacked(second)
        assert one == other
        assert [bool(line["replaces"]) for line in one["log.jsonl"]].count(True) == 1
        assert [line["struck"] for line in one["log.jsonl"]].count(True) == 1
        assert {name.split("/")[0] for name in one} == {
            "helicopter.json",
            "setup.json",
            "revisions",
            "setups",
            "log.jsonl",
            "flights.jsonl",
            "field.json",
            "packs.json",
            "devices.json",
            "photos",
            "photos.json",
            "flight-logs",
            "flight-logs.json",
        }

    def test_what_the_pages_say_is_the_same(self, tab, full, stranger):
        made = put_in(stranger, taken_out(tab, full))
        at = f"/api/helicopters/{made['id']}"

        def said(who, where):
            bench = who.get(f"{where}/bench?step=zero_pitch").json()
            field = who.get(f"{where}/field").json()
            return (
                bench["slip"],
                bench["advice"]["asks"],
                field["next"],
                field["fitness"],
                field["newest"]["words"],
                who.get(f"{where}/papers/bench").json(),
                who.get(f"{where}/field/wear").json(),
            )

        assert said(stranger, at) == said(tab, full)
        assert stranger.get("/api/devices").json()[0]["helicopters"] == [made["id"]]

    def test_beside_the_first_it_gets_a_number_and_shares_devices_and_packs(self, tab, full):
        made = put_in(tab, taken_out(tab, full))
        assert made["document"]["name"] == "Fennel 500 (2)"
        assert (Device.objects.count(), Pack.objects.count()) == (1, 1)
        assert Pack.objects.get().measures.count() == 1

    def test_the_whole_demo_with_a_season_and_practice(self, prepared_rows, db, request):
        put_rows(prepared_rows)
        tab = request.getfixturevalue("tab")
        owner = prepared_pilot()
        keeper = Browser()
        keeper.force_login(owner)
        for helicopter in Helicopter.objects.filter(owner=owner):
            first = taken_out(keeper, f"/api/helicopters/{helicopter.pk}")
            made = put_in(tab, first)
            second = taken_out(tab, f"/api/helicopters/{made['id']}")
            assert unpacked(first) == unpacked(second)
        simulated = LogEntry.objects.filter(helicopter__owner__username="heron", simulated__gt=0)
        assert simulated.count() > 100

    def test_it_can_be_gone_on_with(self, tab, full, stranger):
        made = put_in(stranger, taken_out(tab, full))
        at = f"/api/helicopters/{made['id']}"
        body = {**_reading("zero_pitch", "blade.0", 0.1), "version": made["version"]}
        assert stranger.send("POST", f"{at}/bench/readings", body).status_code == 200
        assert stranger.send("POST", f"{at}/field/flights", {}).json()["at_hand"]["number"] == 2
        revision = {"version": made["version"], "note": "here"}
        edit = {
            "version": made["version"],
            "changes": [{"path": "unit.cyclic_pct", "value": 41.0}],
        }
        revision["version"] = stranger.send("PATCH", f"{at}/draft", edit).json()["version"]
        assert stranger.send("POST", f"{at}/revisions", revision).status_code == 201
        assert len(stranger.get(f"{at}/revisions").json()) == 2


class TestRefused:
    @pytest.fixture
    def files(self, request, tab, kept_by_all):
        """A full helicopter's file, taken out once in a run."""
        kept = kept_by_all / "full-helicopter"
        if not kept.exists():
            written = kept.with_suffix(f".{os.getpid()}")
            written.write_bytes(taken_out(tab, request.getfixturevalue("full")))
            written.replace(kept)
        return unpacked(kept.read_bytes())

    def refused(self, who, body, status=422):
        before = counts()
        answer = put_in(who, body, status)
        assert counts() == before
        return answer

    @pytest.mark.parametrize("body", [b"", b"no zip", b"PK\x03\x04 cut off"])
    def test_no_zip(self, tab, body):
        (fault,) = self.refused(tab, body)["faults"]
        assert (fault["path"], fault["allowed"]) == ("file", "a helicopter's file")

    @pytest.mark.parametrize(
        ("name", "change", "path"),
        [
            ("helicopter.json", lambda it: it | {"format": "other"}, "helicopter.json.format"),
            ("helicopter.json", lambda it: it | {"version": 2}, "helicopter.json.version"),
            ("setup.json", lambda it: it | {"name": ""}, "setup.json.name"),
            ("log.jsonl", lambda it: [it[0] | {"kind": "secret"}], "log.jsonl.1.kind"),
            ("log.jsonl", lambda it: [*it, it[-1]], "log.jsonl.8.sequence"),
            ("log.jsonl", lambda it: [it[0] | {"sequence": 99}], "log.jsonl.1.sequence"),
            ("log.jsonl", lambda it: [it[0] | {"replaces": 7}], "log.jsonl.1.replaces"),
            ("log.jsonl", lambda it: [it[0] | {"at": "noon"}], "log.jsonl.1.at"),
            ("log.jsonl", lambda it: [it[0] | {"value": "x" * 3_000}], "log.jsonl.1"),
            ("log.jsonl", lambda it: [it[0] | {"setup": "0" * 64}], f"setups/{'0' * 64}.json"),
            (
                "log.jsonl",
                lambda it: [it[0] | {"kind": "act", "value": {"aspects": ["magic"]}}],
                "log.jsonl.1.aspects.0",
            ),
            (
                "log.jsonl",
                lambda it: [it[0] | {"kind": "touched", "key": "by magic"}],
                "log.jsonl.1",
            ),
            ("flights.jsonl", lambda it: [it[0], it[0]], "flights.jsonl.2.number"),
            ("flights.jsonl", lambda it: [it[0] | {"pack": "other"}], "flights.jsonl.1.pack"),
            ("flights.jsonl", lambda it: [it[0] | {"minutes": -1}], "flights.jsonl.1.minutes"),
            (
                "flights.jsonl",
                lambda it: [it[0] | {"seen": [{"symptom": "magic", "mode": "normal"}]}],
                "flights.jsonl.1",
            ),
            ("packs.json", lambda it: [it[0] | {"name": ""}], "packs.json.0.name"),
            ("devices.json", lambda it: [it[0] | {"kind": "oven"}], "devices.json.0.kind"),
            ("photos.json", lambda it: [it[0] | {"file": "../../x.jpg"}], "photos.json.0.file"),
            ("photos/1.jpg", lambda _: b"no picture", None),
            ("flight-logs.json", lambda it: [it[0] | {"mapping": MAGIC}], "magic"),
            ("field.json", lambda it: it | {"looks": NINTH}, "field.json.looks.0.flight"),
            ("revisions/1.json", lambda it: it | {"number": 0}, "revisions/1.json.number"),
        ],
    )  # fmt: skip
    def test_a_broken_part_is_named_and_nothing_is_kept(self, stranger, files, name, change, path):
        broken = {**files, name: change(files[name])}
        faults = self.refused(stranger, packed(broken))["faults"]
        assert [fault["path"] for fault in faults][:1] == ([] if path is None else [path])

    @pytest.mark.parametrize("name", ["log.jsonl", "setup.json", "field.json", "flight-logs/1.csv"])
    def test_a_missing_part_is_named(self, stranger, files, name):
        left = {each: what for each, what in files.items() if each != name}
        (fault,) = self.refused(stranger, packed(left))["faults"]
        assert (fault["path"], fault["found"]) == (name, "nothing")

    def test_what_unpacks_to_far_too_much_is_not_unpacked(self, stranger, files):
        bomb = packed({**files, "log.jsonl": b" " * 300_000})
        (fault,) = self.refused(stranger, bomb)["faults"]
        assert fault["path"] == "log.jsonl.1"
        held = files["log.jsonl"][0] | {"kind": "holds"}
        large = {"held": [["unit", "unit.cyclic_pct", "x" * 100_000]]}
        lines = [held | {"sequence": n, "stands_at": n, "value": large} for n in range(1, 900)]
        head = files["helicopter.json"] | {"counted": 1_000}
        long = packed({**files, "helicopter.json": head, "log.jsonl": lines})
        (fault,) = self.refused(stranger, long)["faults"]
        assert (fault["path"], fault["allowed"]) == ("log.jsonl", "at most 64 MB")
        huge = packed({**files, "flight-logs/1.csv": b"t,rpm\n" + b"0,1\n" * 11_000_000})
        assert len(huge) < 1_000_000
        (fault,) = self.refused(stranger, huge)["faults"]
        assert fault["path"] in ("log", "flight-logs/1.csv")

    def test_a_name_twice_a_password_and_a_damaged_part(self, stranger, files):
        body = packed(files)
        twice = io.BytesIO(body)
        with zipfile.ZipFile(twice, "a") as archive, pytest.warns(UserWarning, match="Duplicate"):
            archive.writestr("setup.json", "{}")
        assert self.refused(stranger, twice.getvalue())["faults"][0]["found"].startswith("a name")
        at = body.index(b"log.jsonl") + 40
        damaged = body[:at] + bytes(each ^ 0xFF for each in body[at : at + 40]) + body[at + 40 :]
        self.refused(stranger, damaged)

    def test_lines_that_break_what_reads_them_are_refused(self, stranger, files, monkeypatch):
        """Whatever the bounds let through is read once before it is kept."""

        def breaks(*_):
            raise KeyError("from another time")

        monkeypatch.setattr("mint_lever_server.transfer.import_proof.timeline", breaks)
        (fault,) = self.refused(stranger, packed(files))["faults"]
        assert fault["found"] == "lines that do not go together"

    def test_a_visitor_takes_in_no_photos_and_no_more_than_fits(self, pilot, tab, files):
        DemoPilot.objects.create(user=pilot, visitor=True)
        self.refused(tab, packed(files), 403)
        bare = {
            **{each: what for each, what in files.items() if "/1." not in each},
            "photos.json": [],
            "flight-logs.json": [],
            "flights.jsonl": [files["flights.jsonl"][0] | {"flight_log": None}],
        }
        bare.update({name: files[name] for name in files if name.startswith("revisions/")})
        assert put_in(tab, packed(bare))
        lines = [files["log.jsonl"][0] | {"sequence": n, "stands_at": n} for n in range(1, 2_003)]
        head = files["helicopter.json"] | {"counted": 3_000}
        (fault,) = self.refused(tab, packed({**bare, "helicopter.json": head, "log.jsonl": lines}))[
            "faults"
        ]
        assert fault["allowed"] == "at most 2,000"

    def test_more_than_sixty_megabytes_is_too_large(self, tab):
        answer = tab.generic("POST", WHOLE, b"", CONTENT_LENGTH=str(60 * 1024 * 1024 + 1))
        assert answer.status_code == 413

    def test_anothers_helicopter_is_not_given(self, full, stranger):
        assert stranger.get(f"{full}/archive").status_code == 404


def test_a_setup_file_is_no_helicopters_file(tab):
    assert put_in(tab, json.dumps(document()).encode(), 422)["faults"][0]["path"] == "file"
