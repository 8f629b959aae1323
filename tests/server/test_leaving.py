"""Everything a pilot has goes out in open files, and goes for good when the pilot says so."""

import csv
import io
import json
import zipfile

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import CommandError

from builds import document
from mint_lever.devices import read_profile
from mint_lever.setup import read_setup
from mint_lever_server.bench.models import LogEntry, Photo
from mint_lever_server.demo.models import DemoPilot
from mint_lever_server.devices.models import Device
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.hangar.models import Document, Helicopter, Revision

from .conftest import Browser
from .test_photos import file_of, pixels

PACK = "5f0c9a52-3e0a-4a57-9d4e-0c6c7a1f2b3d"
REMOVE = "/api/account/remove"


@pytest.fixture
def full(tab, helicopter):
    """A hangar with a little of everything; two helicopters of one name."""
    path = f"/api/helicopters/{helicopter['id']}"
    tab.send("POST", "/api/helicopters/import", raw=json.dumps(document()))
    tab.send("POST", "/api/devices", {"kind": "unit"})
    tab.send("POST", f"{path}/revisions", {"version": 1, "note": "as it was"})
    reading = {"version": 1, "step": "make_safe", "key": "motor", "value": True}
    assert tab.send("POST", f"{path}/bench/readings", reading).status_code == 200
    assert tab.send("POST", "/api/field/packs", {"id": PACK, "name": "6S 1"}).status_code == 200
    for what, body in (
        ("flights", {}),
        ("flights/1/begin", {"knowing": True}),
        ("flights/1/land", {}),
        ("looks", {"symptom": "tail_wags", "found": True}),
    ):
        assert tab.send("POST", f"{path}/field/{what}", body).status_code == 200
    flown = {"pack": PACK, "words": "calm over the pans"}
    assert tab.send("PATCH", f"{path}/field/flights/1", flown).status_code == 200
    for what, body in (
        ("bench/photos", file_of(pixels())),
        ("logs?name=noon", b"t,rpm\n0,1\n1,2\n"),
    ):
        sent = tab.generic(
            "POST",
            f"{path}/{what}",
            body,
            content_type="application/octet-stream",
            headers={"x-csrftoken": tab.cookies["csrftoken"].value},
        )
        assert sent.status_code == 201, sent.content
    return tab


def test_everything_goes_out_and_each_file_can_be_read(full, stranger):
    answer = full.get("/api/account/archive")
    assert answer["Content-Type"] == "application/zip"
    archive = zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content)))
    assert archive.testzip() is None

    def read(name):
        return json.loads(archive.read(name))

    names = archive.namelist()
    first, second = sorted(name for name in names if name.endswith("/setup.json"))
    assert first != second
    for name in (first, second):
        assert (
            read_setup(read(name)).as_document()["airframe"]
            == read_setup(document()).as_document()["airframe"]
        )
    at = next(name.split("/")[0] for name in names if "/revisions/" in name)
    assert read(f"{at}/revisions/1.json")["note"] == "as it was"
    assert read_setup(read(f"{at}/revisions/1.json")["setup"])

    def lines(name):
        return [json.loads(line) for line in archive.read(name).splitlines()]

    log = lines(f"{at}/log.jsonl")
    assert [(line["kind"], line["key"], line["value"]) for line in log] == [
        ("start", "", None),
        ("reading", "motor", True),
    ]
    assert all(f"{at}/setups/{line['setup']}.json" in names for line in log)
    (flown,) = lines(f"{at}/flights.jsonl")
    assert (flown["number"], flown["pack"], flown["words"]) == (1, "6S 1", "calm over the pans")
    assert f"{at}/setups/{flown['setup']}.json" in names
    looks = read(f"{at}/field.json")["looks"]
    assert [(look["symptom"], look["found"]) for look in looks] == [("tail_wags", True)]
    assert read("packs.json")[0]["name"] == "6S 1"
    assert archive.read(next(n for n in names if n.endswith(".jpg"))).startswith(b"\xff\xd8")
    flight = archive.read(next(n for n in names if n.endswith(".csv"))).decode()
    assert next(csv.reader(io.StringIO(flight))) == ["t", "rpm"]
    assert read_profile(read(next(n for n in names if n.startswith("devices/"))))
    assert read("account.json")["name"] == "heron"
    others = zipfile.ZipFile(io.BytesIO(b"".join(stranger.get("/api/account/archive"))))
    assert others.namelist() == ["account.json"]


def test_an_account_is_removed_whole_and_by_its_pilot_only(
    full, stranger, django_capture_on_commit_callbacks
):
    (kept,) = FlightLog.objects.all()
    file = kept.path
    assert file.exists()
    stranger.send("POST", "/api/helicopters", {"name": "Dill"})
    wrong = full.send("POST", REMOVE, {"password": "guessed"})
    assert wrong.status_code == 422
    assert wrong.json()["faults"][0]["path"] == "password"
    assert Helicopter.objects.count() == 3
    with django_capture_on_commit_callbacks(execute=True):
        assert full.send("POST", REMOVE, {"password": "salt-works-7"}).json()["pilot"] is None
        # Until all of it is kept nothing is gone.
        assert file.exists()
    assert full.get("/api/helicopters").status_code == 401
    assert [user.username for user in User.objects.all()] == ["plover"]
    assert (Helicopter.objects.count(), Document.objects.count()) == (1, 1)
    for gone in (Revision, LogEntry, Photo, Device, FlightLog):
        assert not gone.objects.exists()
    assert not file.exists()
    again = Browser().send(
        "POST", "/api/account/sign-in", {"name": "heron", "password": "salt-works-7"}
    )
    assert again.status_code == 403


def test_guessing_at_the_removal_is_slowed_and_a_demo_hangar_goes_by_itself(tab, pilot):
    codes = [tab.send("POST", REMOVE, {"password": "guessed"}).status_code for _ in range(6)]
    assert codes == [422] * 5 + [429]
    DemoPilot.objects.create(user=pilot, visitor=True)
    assert tab.send("POST", REMOVE, {"password": "salt-works-7"}).status_code == 403
    assert User.objects.filter(pk=pilot.pk).exists()


def test_the_keeper_gives_a_pilot_who_forgot_another_password(tab, pilot):
    said = io.StringIO()
    call_command("new_password", "heron", stdout=said)
    made = said.getvalue().split("signs in with ")[1].split(" ")[0]
    assert len(made) > 20
    assert tab.get("/api/helicopters").status_code == 401  # whoever was in is out
    fresh = Browser().send("POST", "/api/account/sign-in", {"name": "heron", "password": made})
    assert fresh.json()["pilot"] == "heron"
    with pytest.raises(CommandError, match="Nobody here"):
        call_command("new_password", "nobody")
