"""Head speed over the API: figures by mode, the punch that is tried, the hover that was flown."""

import json

import pytest

from builds import with_tail

pytestmark = pytest.mark.django_db

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
    "head_inertia_kg_m2": 0.04,
}


@pytest.fixture
def path(tab):
    document = with_tail(drive=DRIVE)
    document["transmitter"] = {"modes": {"normal": {"head_speed_rpm": 1600.0}}}
    made = tab.send("POST", "/api/helicopters/import", raw=json.dumps(document))
    assert made.status_code in (200, 201), made.content
    return f"/api/helicopters/{made.json()['id']}"


def version(tab, path):
    return tab.get(path).json()["version"]


SAFE = ("motor", "hold", "blades")


def read(tab, path, step, key, value, **more):
    body = {"version": version(tab, path), "step": step, "key": key, "value": value, **more}
    return tab.send("POST", f"{path}/bench/readings", body)


def the_motor_cannot_drive(tab, path):
    for step, keys in (("make_safe", SAFE), ("drive_safe", ("motor", "blades", "hold"))):
        for key in keys:
            assert read(tab, path, step, key, True).status_code == 200


def speeds(tab, path):
    answer = tab.get(f"{path}/head-speed?version={version(tab, path)}")
    assert answer.status_code == 200
    return answer.json()


def test_every_mode_with_a_head_speed_is_shown_with_its_pinions_and_packs(tab, path):
    found = speeds(tab, path)
    (mode,) = found["modes"]
    assert (mode["mode"], mode["rpm"]) == ("normal", 1600.0)
    assert [row["teeth"] for row in mode["pinions"]] == list(range(9, 16))
    assert set(mode["packs"]) == {"full", "resting", "empty"}
    assert mode["hover"]["by"] == "paper"
    assert mode["table"][0]["what"] == "as it is"
    # Neither the blades' weight nor anything else is guessed.
    assert mode["energy_j"] is None
    assert "airframe.rotor.blade_mass_g" in [lack["path"] for lack in found["lacks"]]


def test_a_hover_that_was_flown_is_kept_used_undone_and_taken_away(tab, path):
    body = {"mode": "normal", "stick_pct": 70.0, "day": "2026-10-03"}
    kept = tab.send(
        "POST", f"{path}/head-speed/hover", {**body, "version": version(tab, path)}
    ).json()
    assert kept["document"]["flown"]["hover"]["stick_pct"] == 70.0
    found = speeds(tab, path)
    assert found["calibration"]["factor"] is not None
    assert found["modes"][0]["hover"]["by"] == "air"
    undone = tab.send("POST", f"{path}/draft/undo", {"version": kept["version"]}).json()
    assert undone["document"].get("flown") is None
    tab.send("POST", f"{path}/draft/redo", {"version": undone["version"]})
    away = tab.send(
        "POST",
        f"{path}/head-speed/hover",
        {"mode": None, "stick_pct": None, "day": "2026-10-03", "version": version(tab, path)},
    )
    assert away.json()["document"].get("flown") is None
    assert speeds(tab, path)["calibration"]["factor"] is None


def test_a_stick_that_is_no_hovers_is_refused_by_name_and_nothing_is_kept(tab, path):
    before = version(tab, path)
    body = {"mode": "normal", "stick_pct": 3.0, "day": "2026-10-03", "version": before}
    refused = tab.send("POST", f"{path}/head-speed/hover", body)
    assert refused.status_code == 422
    assert "more than 0" in refused.content.decode()
    assert version(tab, path) == before


@pytest.mark.parametrize(
    ("more", "status"),
    [({"gain": 6.0}, 200), ({"gain": 900.0}, 422), ({"gain": 6.0, "pinion": 2}, 422)],
)
def test_a_punch_is_tried_within_bounds_and_kept_nowhere(tab, path, more, status):
    before = version(tab, path)
    body = {"version": before, "mode": "normal", "pack": "empty", **more}
    answer = tab.send("POST", f"{path}/head-speed/punch", body)
    assert answer.status_code == status
    if status == 200:
        found = answer.json()
        assert len(found["time_s"]) == len(found["rpm"]) == len(found["duty"]) <= 600
        assert min(found["rpm"]) < 1600.0
    assert version(tab, path) == before


def test_what_a_punch_would_need_is_named(tab, path):
    changes = [{"path": "drive.head_inertia_kg_m2", "value": None}]
    tab.send("PATCH", f"{path}/draft", {"version": version(tab, path), "changes": changes})
    body = {"version": version(tab, path), "mode": "normal", "gain": 6.0}
    refused = tab.send("POST", f"{path}/head-speed/punch", body)
    assert refused.status_code == 422
    assert "blade" in refused.content.decode().lower()


def test_another_pilots_head_speeds_are_not_found(path, stranger):
    assert stranger.get(f"{path}/head-speed?version=1").status_code == 404
    body = {"version": 1, "mode": "normal", "gain": 6.0}
    assert stranger.send("POST", f"{path}/head-speed/punch", body).status_code == 404


def test_a_card_of_the_controller_is_bounded(tab, path):
    items = [{"name": f"Item {i}", "choices": ["off", "on"], "wanted": 0} for i in range(25)]
    changes = [{"path": "speed_controller.card", "value": items}]
    refused = tab.send(
        "PATCH", f"{path}/draft", {"version": version(tab, path), "changes": changes}
    )
    assert refused.status_code == 422
    changes = [{"path": "speed_controller.card", "value": items[:6]}]
    kept = tab.send("PATCH", f"{path}/draft", {"version": version(tab, path), "changes": changes})
    assert len(kept.json()["document"]["speed_controller"]["card"]) == 6


def test_a_card_says_when_the_real_controller_confirmed_what_is_wanted(tab, path):
    items = [{"name": name, "choices": ["off", "on"], "wanted": 0} for name in ("Brake", "Start")]
    changes = [{"path": "speed_controller.card", "value": items}]
    tab.send("PATCH", f"{path}/draft", {"version": version(tab, path), "changes": changes})

    def took(key, value):
        return read(tab, path, "controller_card", key, value, at="2026-10-03T19:30:00Z")

    def table(what):
        bench = tab.get(f"{path}/bench").json()
        body = {"version": bench["version"], "simulated": what}
        return tab.send("POST", f"{path}/bench/table", body)

    assert tab.get(f"{path}/head-speed/card").json() == [None, None]
    the_motor_cannot_drive(tab, path)
    assert took("item.0", "0").status_code == 200
    assert took("item.1", "1").status_code == 200  # the other choice: not what is wanted
    shown = tab.get(f"{path}/head-speed/card").json()
    assert shown == ["2026-10-03T19:30:00Z", None]
    # What a simulated controller takes is no word of the real one; the real one's stays.
    assert table(True).status_code == 200
    the_motor_cannot_drive(tab, path)
    assert took("item.1", "0").status_code == 200
    assert tab.get(f"{path}/head-speed/card").json() == shown
    assert table(False).status_code == 200
    edit = [{"path": "speed_controller.card.0.wanted", "value": 1}]
    tab.send("PATCH", f"{path}/draft", {"version": version(tab, path), "changes": edit})
    assert tab.get(f"{path}/head-speed/card").json() == [None, None]


def test_a_part_that_moves_the_throttle_takes_no_reading_before_the_motor_was_looked_at(tab, path):
    for key in SAFE:
        assert read(tab, path, "make_safe", key, True).status_code == 200
    assert tab.get(f"{path}/bench?step=throttle").json()["advice"]["waits_for"] == ["drive_safe"]
    refused = read(tab, path, "throttle", "low", "low")
    assert refused.status_code == 409
    assert "The motor cannot drive" in refused.content.decode()
    the_motor_cannot_drive(tab, path)
    assert read(tab, path, "throttle", "low", "low").status_code == 200


class TestMeasured:
    @pytest.fixture
    def fit(self, monkeypatch):
        """Fitness is judged elsewhere; here it is there."""
        monkeypatch.setattr("mint_lever_server.head_speed.api.fit_first", lambda *_: None)

    def keep(self, tab, path, **more):
        body = {"version": version(tab, path), "mode": "normal", "day": "2026-10-03", **more}
        return tab.send("POST", f"{path}/head-speed/measurement", body)

    def test_what_is_not_fit_is_not_spooled_up(self, tab, path):
        refused = self.keep(tab, path, rpm=1590.0)
        assert refused.status_code == 409
        assert "Spool up only what is fit" in refused.content.decode()
        assert tab.get(path).json()["document"].get("flown") is None

    def test_a_measured_speed_is_judged_replaced_and_taken_away(self, tab, path, fit):
        for rpm, by, word in (
            (1595.0, "tachometer", "in"),
            (1553.0, "logger", "in"),
            (1400.0, "optical", "out"),
            (1600.0, "governor", None),
            (1600.0, None, None),
        ):
            assert self.keep(tab, path, rpm=rpm, by=by).status_code == 200
            row = next(r for r in speeds(tab, path)["measured"] if r["mode"] == "normal")
            assert (row["rpm"], row["asked_rpm"], row["word"]) == (rpm, 1600.0, word)
        self.keep(tab, path)
        assert speeds(tab, path)["measured"][0]["rpm"] is None

    def test_what_measured_it_is_one_of_the_list(self, tab, path, fit):
        refused = self.keep(tab, path, rpm=1590.0, by="ear")
        assert refused.status_code == 422
        assert "by" in refused.content.decode()

    def test_f20_two_points_make_the_percent_line_and_one_is_provisional(self, tab, path, fit):
        """RPM = b + m · percent, worked out by hand: 1200 at 50 and 1700 at 75 is 20 a percent."""
        changes = [
            {"path": "transmitter.modes.idle_up_1", "value": {"head_speed_rpm": 1800.0}},
        ]
        tab.send("PATCH", f"{path}/draft", {"version": version(tab, path), "changes": changes})
        self.keep(tab, path, rpm=1200.0, percent=50.0)
        assert speeds(tab, path)["percent_line"]["provisional"]
        self.keep(tab, path, mode="idle_up_1", rpm=1700.0, percent=75.0)
        found = speeds(tab, path)
        line = found["percent_line"]
        assert not line["provisional"]
        assert (line["slope_rpm"], line["base_rpm"]) == pytest.approx((20.0, 200.0))
        wanted = {row["mode"]: row["wanted_percent"] for row in found["measured"]}
        assert (wanted["normal"], wanted["idle_up_1"]) == pytest.approx((70.0, 80.0))

    def test_a_hover_that_is_taken_away_leaves_the_speeds(self, tab, path, fit):
        self.keep(tab, path, rpm=1590.0)
        body = {"mode": "normal", "stick_pct": 70.0, "day": "2026-10-03"}
        tab.send("POST", f"{path}/head-speed/hover", {**body, "version": version(tab, path)})
        none = {"mode": None, "stick_pct": None, "day": "2026-10-03"}
        tab.send("POST", f"{path}/head-speed/hover", {**none, "version": version(tab, path)})
        flown = tab.get(path).json()["document"]["flown"]
        assert flown.get("hover") is None
        assert flown["speeds"][0]["rpm"] == 1590.0
