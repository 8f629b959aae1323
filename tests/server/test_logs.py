"""Flight logs over the API: kept as a stream, bounded, mapped once, shown stretch by stretch."""

import json

import pytest
from django.conf import settings

from builds import with_tail
from made_log import as_csv, flight
from mint_lever.flight_logs.recorded_flight import MOST_BYTES
from mint_lever_server.flight_logs.models import FlightLog

pytestmark = pytest.mark.django_db

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
    "head_inertia_kg_m2": 0.04,
}


@pytest.fixture(autouse=True)
def own_folder(tmp_path, settings):
    settings.VAR = tmp_path


@pytest.fixture
def path(tab):
    document = with_tail(drive=DRIVE)
    document["transmitter"] = {"modes": {"normal": {"head_speed_rpm": 1600.0}}}
    made = tab.send("POST", "/api/helicopters/import", raw=json.dumps(document))
    return f"/api/helicopters/{made.json()['id']}"


def put(tab, path, text, name="evening.csv"):
    raw = text if isinstance(text, bytes) else text.encode()
    return tab.send("POST", f"{path}/logs?name={name}", raw=raw)


FLOWN = as_csv(flight(seconds=60.0, punches=[(20.0, 0.07)]))


def test_a_log_is_kept_guessed_judged_and_its_findings_have_a_place(tab, path):
    made = put(tab, path, FLOWN)
    assert made.status_code == 201, made.content
    log = made.json()
    assert log["mapping"]["head_rpm"] == {"column": "rpm", "unit": "rpm"}
    shown = tab.get(f"{path}/logs/{log['id']}").json()
    assert shown["fault"] == ""
    (droop,) = [f for f in shown["findings"] if f["kind"] == "droop"]
    assert droop["at_s"] == pytest.approx(20.0, abs=0.5)
    assert {line["channel"] for line in shown["lines"]} >= {"head_rpm", "volt", "amp"}
    near = tab.get(f"{path}/logs/{log['id']}?start=18&end=24&steps=100").json()
    assert (near["start_s"], near["end_s"]) == (18.0, 24.0)
    (speed,) = [line for line in near["lines"] if line["channel"] == "head_rpm"]
    assert min(speed["low"]) < 1900 < max(speed["high"])
    assert len(near["time_s"]) <= 100


def test_a_packs_resistance_is_kept_of_a_real_log_and_of_no_simulated_one(tab, path):
    log = put(tab, path, FLOWN).json()
    found = tab.get(f"{path}/logs/{log['id']}").json()["findings"]
    (pack,) = [f for f in found if f["kind"] == "pack_resistance"]
    assert pack["keeps"]["path"] == "drive.pack.resistance_mohm"
    # The setting's own step is half a milliohm.
    assert pack["keeps"]["value"] == pytest.approx(pack["value"], abs=0.25)
    assert all(f["keeps"] is None for f in found if f["kind"] != "pack_resistance")
    version = tab.get(path).json()["version"]
    edit = {"version": version, "changes": [pack["keeps"]]}
    assert tab.send("PATCH", f"{path}/draft", edit).status_code == 200
    fly = {"version": version + 1, "mode": "normal", "seed": 1}
    flown = tab.send("POST", f"{path}/logs/simulation", fly).json()
    simulated = tab.get(f"{path}/logs/{flown['id']}").json()["findings"]
    assert "pack_resistance" in {f["kind"] for f in simulated}
    assert all(f["keeps"] is None for f in simulated)


def test_what_a_pilot_said_of_the_columns_is_remembered_for_the_next_log(tab, path):
    strange = FLOWN.replace("rpm", "Umdrehung", 1)
    log = put(tab, path, strange).json()
    assert "head_rpm" not in log["mapping"]
    said = {**log["mapping"], "head_rpm": {"column": "Umdrehung", "unit": "rpm"}}
    done = tab.send("PUT", f"{path}/logs/{log['id']}/mapping", {"channels": said})
    assert done.status_code == 200
    again = put(tab, path, strange).json()
    assert again["mapping"]["head_rpm"]["column"] == "Umdrehung"


@pytest.mark.parametrize(
    ("channel", "said", "names"),
    [
        ("height", {"column": "rpm", "unit": "rpm"}, "height"),
        ("head_rpm", {"column": "no such", "unit": "rpm"}, "no such"),
        ("head_rpm", {"column": "rpm", "unit": "furlongs"}, "furlongs"),
    ],
)
def test_a_mapping_that_cannot_be_is_refused_by_name(tab, path, channel, said, names):
    log = put(tab, path, FLOWN).json()
    refused = tab.send(
        "PUT",
        f"{path}/logs/{log['id']}/mapping",
        {"channels": {**log["mapping"], channel: said}},
    )
    assert refused.status_code == 422
    assert names in refused.content.decode()
    assert FlightLog.objects.get(pk=log["id"]).mapping == log["mapping"]


def test_a_file_without_a_time_is_kept_and_says_what_is_missing(tab, path):
    log = put(tab, path, "a,b\n" + "1,2\n" * 40).json()
    shown = tab.get(f"{path}/logs/{log['id']}").json()
    assert "time" in shown["fault"]
    assert shown["lines"] == []


def test_too_large_a_log_leaves_nothing_behind(tab, path, monkeypatch):
    monkeypatch.setattr("mint_lever_server.flight_logs.services.MOST_BYTES", 10_000)
    assert MOST_BYTES > 10_000
    refused = put(tab, path, FLOWN)
    assert refused.status_code == 422
    assert FlightLog.objects.count() == 0
    assert list((settings.VAR / "logs").iterdir()) == []
    assert put(tab, path, b"").status_code == 422


def test_a_log_may_be_larger_than_any_other_body(tab, path):
    text = as_csv(flight(seconds=700.0))
    assert len(text) > settings.BODY_LIMIT
    assert put(tab, path, text).status_code == 201


def test_only_so_many_logs_are_kept_and_one_that_is_taken_away_leaves_no_file(
    tab, path, django_capture_on_commit_callbacks
):
    made = [put(tab, path, FLOWN).json() for _ in range(8)]
    refused = put(tab, path, FLOWN)
    assert refused.status_code == 409
    assert "8 logs" in refused.content.decode()
    with django_capture_on_commit_callbacks(execute=True):
        assert tab.send("DELETE", f"{path}/logs/{made[0]['id']}").status_code == 204
    assert len(tab.get(f"{path}/logs").json()) == 7
    assert len(list((settings.VAR / "logs").iterdir())) == 7


def test_a_simulated_flight_is_marked_as_one(tab, path):
    version = tab.get(path).json()["version"]
    body = {"version": version, "mode": "normal", "seed": 4}
    made = tab.send("POST", f"{path}/logs/simulation", body)
    assert made.status_code == 201
    assert made.json()["simulated"]
    shown = tab.get(f"{path}/logs/{made.json()['id']}").json()
    assert any(f["kind"] == "pack_resistance" for f in shown["findings"])


def test_another_pilots_logs_are_not_found(tab, path, stranger):
    log = put(tab, path, FLOWN).json()
    assert stranger.get(f"{path}/logs").status_code == 404
    assert stranger.get(f"{path}/logs/{log['id']}").status_code == 404
    assert put(stranger, path, FLOWN).status_code == 404
