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
    return [setting for device in found.json() for setting in device["settings"]]


def test_a_device_begins_in_our_own_words_is_described_and_goes_out_as_it_came(tab):
    made = tab.send("POST", "/api/devices", {"kind": "unit"})
    assert made.status_code == 201
    device = made.json()
    assert device["name"] == "My unit"
    assert len(device["profile"]["settings"]) > 20
    own = {**PROFILE, "kind": "unit", "settings": [], "name": "Blue cube", "learns": "all_ends"}
    changed = tab.send("PUT", f"/api/devices/{device['id']}?version=1", own).json()
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
    assert (gain["path"], gain["text"], gain["rounded"], gain["kept"]) == (GAIN, "70", True, 40.0)
    (kept,) = tab.get("/api/devices").json()
    assert kept["helicopters"] == [helicopter["id"]]
    assert fit(tab, helicopter, None).status_code == 204
    assert shown(tab, helicopter) == []


def test_a_figure_off_the_display_is_kept_as_the_setup_means_it(tab, helicopter):
    device = bring(tab).json()
    fit(tab, helicopter, device["id"])
    ask = f"/api/helicopters/{helicopter['id']}/devices/{device['id']}/sheet?version=1"
    assert tab.get(f"{ask}&path={GAIN}&figure=72").json() == {"value": 44.0}
    refused = tab.get(f"{ask}&path=transmitter.nothing&figure=72")
    assert refused.status_code == 422
    assert "device profile" in refused.content.decode()


def test_the_bench_and_the_audit_speak_in_the_devices_words_and_keep_what_it_holds(tab, helicopter):
    path = "transmitter.channels.rudder.subtrim_pct"
    words = {"path": path, "called": "Middle", "menu": "Outputs", "low": 1.0, "high": 60.0}
    device = bring(tab, {**PROFILE, "settings": [words]}).json()
    fit(tab, helicopter, device["id"])
    base = f"/api/helicopters/{helicopter['id']}"
    edit = {"version": 1, "changes": [{"path": path, "value": 9.0}]}
    version = tab.send("PATCH", f"{base}/draft", edit).json()["version"]
    finding = next(f for f in tab.get(f"{base}/audit").json()["findings"] if f["path"] == path)
    (said,) = finding["on_devices"]
    # This one knows no zero: the fix leaves it at its lowest, and that is what is written down.
    assert (said["device"], said["called"], said["text"], said["rounded"]) == (
        "Grey box",
        "Middle",
        "1",
        True,
    )
    fixed = {"version": version, "rule": finding["rule"], "path": path}
    draft = tab.send("POST", f"{base}/audit/fix", fixed).json()
    assert draft["document"]["transmitter"]["channels"]["rudder"]["subtrim_pct"] == 1.0


def test_an_action_of_the_bench_says_each_figure_as_the_device_shows_it(tab, helicopter):
    curve = "transmitter.modes.*.pitch_curve.*"
    words = {"path": curve, "called": "Pitch", "factor": 2.0, "zero": -100.0}
    device = bring(tab, {**PROFILE, "settings": [words]}).json()
    base = f"/api/helicopters/{helicopter['id']}"
    mode = tab.get(f"{base}/bench").json()["mode"]
    bent = {"path": f"transmitter.modes.{mode}.pitch_curve", "value": [10, 50, 90]}
    tab.send("PATCH", f"{base}/draft", {"version": 1, "changes": [bent]})

    def said():
        actions = tab.get(f"{base}/bench?step=model_memory").json()["advice"]["actions"]
        (straighten,) = [each for each in actions if each["key"] == "straighten"]
        return [(each["called"], each["text"]) for each in straighten["on_devices"]]

    assert said() == []
    # As soon as it is fitted, on the same draft and log.
    fit(tab, helicopter, device["id"])
    assert said() == [("Pitch", "-100"), ("Pitch", "0"), ("Pitch", "100")]


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
    assert tab.send("PUT", f"/api/devices/{device['id']}?version=1", other).status_code == 409
    assert fit(tab, helicopter, device["id"], kind="unit").status_code == 409


def test_another_pilots_device_is_not_found(tab, stranger, helicopter):
    device = bring(tab).json()
    path = f"/api/devices/{device['id']}"
    assert stranger.get("/api/devices").json() == []
    assert stranger.send("PUT", f"{path}?version=1", PROFILE).status_code == 404
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


def test_what_another_page_described_meanwhile_is_not_overwritten(tab):
    device = tab.send("POST", "/api/devices", {"kind": "unit"}).json()
    path = f"/api/devices/{device['id']}?version={device['version']}"
    first = tab.send("PUT", path, {**device["profile"], "note": "of this page"})
    assert first.json()["version"] == device["version"] + 1
    late = tab.send("PUT", path, {**device["profile"], "note": "of another page"})
    assert late.status_code == 409
    assert late.json()["version"] == first.json()["version"]
    (kept,) = tab.get("/api/devices").json()
    assert kept["profile"]["note"] == "of this page"
    unsaid = tab.send("PUT", f"/api/devices/{device['id']}", device["profile"])
    assert unsaid.status_code == 422
