"""The pilot's devices over the API: described once, carried in and out, fitted to helicopters."""

import json

import pytest

pytestmark = pytest.mark.django_db

GAIN = "transmitter.modes.idle_up_1.tail_gain_pct"
PROFILE = {
    "format": "mint-lever-device",
    "version": 1,
    "kind": "transmitter",
    "name": "Grey box",
    "settings": [
        {"path": "transmitter.channels.rudder.travel_low_pct", "called": "Throw, left"},
        {"path": GAIN, "called": "Sense", "factor": 0.5, "zero": 50.0, "step": 1.0, "unit": "%"},
    ],
}


def bring(tab, profile=PROFILE):
    return tab.send("POST", "/api/devices/import", raw=json.dumps(profile))


def fit(tab, helicopter, device, kind="transmitter"):
    path = f"/api/helicopters/{helicopter['id']}/devices"
    return tab.send("PUT", path, {"kind": kind, "device": device})


def shown(tab, helicopter):
    version = tab.get(f"/api/helicopters/{helicopter['id']}").json()["version"]
    found = tab.get(f"/api/helicopters/{helicopter['id']}/devices?version={version}")
    assert found.status_code == 200
    return found.json()


def test_a_device_begins_in_our_own_words_is_described_and_goes_out_as_it_came(tab):
    made = tab.send("POST", "/api/devices", {"kind": "unit"})
    assert made.status_code == 201
    device = made.json()
    assert device["name"] == "My unit"
    assert len(device["profile"]["settings"]) > 20
    own = {**PROFILE, "kind": "unit", "settings": [], "name": "Blue cube", "learns": "all_ends"}
    changed = tab.send("PUT", f"/api/devices/{device['id']}", own).json()
    assert (changed["name"], changed["profile"]["learns"]) == ("Blue cube", "all_ends")
    out = tab.get(f"/api/devices/{device['id']}/file")
    assert 'filename="blue-cube.json"' in out["Content-Disposition"]
    again = bring(tab, json.loads(out.content))
    assert again.status_code == 201
    assert again.json()["name"] == "Blue cube (2)"
    assert [each["name"] for each in tab.get("/api/devices").json()] == [
        "Blue cube",
        "Blue cube (2)",
    ]


def test_a_helicopter_shows_its_settings_as_its_device_does(tab, helicopter):
    device = bring(tab).json()
    assert shown(tab, helicopter) == []
    assert fit(tab, helicopter, device["id"]).status_code == 204
    version = tab.get(f"/api/helicopters/{helicopter['id']}").json()["version"]
    edit = {"version": version, "changes": [{"path": GAIN, "value": 41.0}]}
    tab.send("PATCH", f"/api/helicopters/{helicopter['id']}/draft", edit)
    throw, gain = shown(tab, helicopter)
    assert (throw["called"], throw["text"], throw["rounded"]) == ("Throw, left", "100", False)
    # 41 is 70.5 on its scale; it holds whole figures.
    assert (gain["path"], gain["exact"], gain["text"], gain["rounded"]) == (
        GAIN,
        70.5,
        "70",
        True,
    )
    (kept,) = tab.get("/api/devices").json()
    assert kept["helicopters"] == [helicopter["id"]]
    assert fit(tab, helicopter, None).status_code == 204
    assert shown(tab, helicopter) == []


def test_one_device_serves_two_helicopters_and_one_kind_has_one_device(tab, helicopter):
    new = {"name": "Dill 380", "layout": "three_120", "rotation": "clockwise", "blades": 2}
    other = tab.send("POST", "/api/helicopters", {**new, "arrangement": "unit_mixes"}).json()
    first, second = bring(tab).json(), bring(tab).json()
    for each in (helicopter, other):
        fit(tab, each, first["id"])
    fit(tab, other, second["id"])
    kept = {each["id"]: each["helicopters"] for each in tab.get("/api/devices").json()}
    assert kept == {first["id"]: [helicopter["id"]], second["id"]: [other["id"]]}
    # A device that is gone leaves the helicopter without one.
    assert tab.send("DELETE", f"/api/devices/{second['id']}").status_code == 204
    assert shown(tab, other) == []


@pytest.mark.parametrize(
    ("change", "named"),
    [
        ({"kind": "kettle"}, "kind"),
        ({"settings": [{"path": "unit.governor", "called": "X"}]}, "unit.governor"),
        ({"settings": [{"path": "nowhere", "called": "X"}]}, "settings.0.path"),
    ],
)
def test_a_profile_that_is_none_is_refused_by_name_and_nothing_is_kept(tab, change, named):
    refused = bring(tab, {**PROFILE, **change})
    assert refused.status_code == 422
    assert named in refused.content.decode()
    assert tab.get("/api/devices").json() == []


def test_a_device_stays_of_its_kind_and_fits_no_other_place(tab, helicopter):
    device = bring(tab).json()
    other = {**PROFILE, "kind": "unit", "settings": []}
    assert tab.send("PUT", f"/api/devices/{device['id']}", other).status_code == 409
    assert fit(tab, helicopter, device["id"], kind="unit").status_code == 409


def test_another_pilots_device_is_not_found(tab, stranger, helicopter):
    device = bring(tab).json()
    path = f"/api/devices/{device['id']}"
    assert stranger.get("/api/devices").json() == []
    assert stranger.send("PUT", path, PROFILE).status_code == 404
    assert stranger.send("DELETE", path).status_code == 404
    assert stranger.get(f"{path}/file").status_code == 404
    # Nor may it be fitted to a stranger's own helicopter.
    new = {"name": "Dill", "layout": "three_120", "rotation": "clockwise", "blades": 2}
    own = stranger.send("POST", "/api/helicopters", {**new, "arrangement": "unit_mixes"}).json()
    assert fit(stranger, own, device["id"]).status_code == 404


def test_devices_are_bounded(tab):
    for _ in range(40):
        assert bring(tab).status_code == 201
    refused = bring(tab)
    assert refused.status_code == 409
    assert "40 devices" in refused.content.decode()
