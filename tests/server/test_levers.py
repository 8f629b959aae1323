"""The live frame: the core's own numbers, in the shape the API describes."""

import json

import numpy as np
import pytest

from builds import document, with_tail
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_setup
from mint_lever_server.config.api import api
from mint_lever_server.hangar.models import DraftVersion
from mint_lever_server.hangar.services import KEPT_VERSIONS
from mint_lever_server.levers.api import FrameOut, ResponseOut
from mint_lever_server.levers.chain_cache import _built


def address(helicopter, what, **query):
    pairs = "&".join(f"{key}={value}" for key, value in query.items())
    return f"/api/helicopters/{helicopter['id']}/{what}?{pairs}"


def test_a_frame_carries_the_cores_numbers(tab, helicopter):
    query = {"version": 1, "collective": 40, "aileron": -30, "elevator": 20, "azimuth": 75}
    answer = tab.get(address(helicopter, "frame", **query))
    assert answer["Cache-Control"] == "no-store"
    frame = FrameOut.model_validate(answer.json())
    expected = evaluate_pose(build_chain(read_setup(document())), Sticks.at(40, -30, 20), [75])
    assert frame.blade.pitch_deg == pytest.approx(expected.pitch_deg.item())
    assert frame.blade.collective_deg == pytest.approx(expected.head.collective_deg.item())
    assert frame.blade.phase_error_deg == pytest.approx(expected.phase_error_deg.item())
    assert [s.pulse_us for s in frame.servos] == pytest.approx(expected.run.servo.sent_us[:, 0])
    stages = frame.functions.aileron
    assert (stages.stick_pct, stages.pulse_us, stages.demand_pct) == (-30, 1400, -12)
    # The drawing's links are as long as the setup says.
    for servo, horn, ball in zip(
        document()["airframe"]["servos"],
        frame.scene.horn_balls,
        frame.scene.swash_balls,
        strict=True,
    ):
        length = sum((a - b) ** 2 for a, b in zip(horn, ball, strict=True)) ** 0.5
        assert length == pytest.approx(servo["link_length_mm"], abs=1e-9)


def test_the_rudder_is_followed_to_the_tail_where_one_is_described(tab, helicopter):
    """40 % of 200 µs is 16° of a 7.5 mm horn with a rod of 160 mm, 0.5 mm off zero pitch."""
    assert tab.get(address(helicopter, "frame", version=1, rudder=40)).json()["tail"] is None
    other = tab.send("POST", "/api/helicopters/import", raw=json.dumps(with_tail())).json()
    tail = FrameOut.model_validate(
        tab.get(address(other, "frame", version=1, rudder=40)).json()
    ).tail
    aside = 7.5 * (1 - np.cos(np.radians(16)))
    slider = 7.5 * np.sin(np.radians(16)) + np.sqrt(160**2 - aside**2) - 160 + 0.5
    assert (tail.pulse_us, tail.horn_deg) == pytest.approx((840, 16))
    assert tail.slider_mm == pytest.approx(slider)
    assert tail.pitch_deg == pytest.approx(np.degrees(np.arcsin(slider / 9.5)))
    assert tail.pushes == "right"
    left = tab.get(address(other, "frame", version=1, rudder=-60)).json()["tail"]
    assert left["pushes"] == "left"


def test_a_slider_at_its_contact_is_among_the_warnings(tab):
    pressed = with_tail(unit__tail__limit_right_pct=150)
    other = tab.send("POST", "/api/helicopters/import", raw=json.dumps(pressed)).json()
    found = tab.get(address(other, "frame", version=1, rudder=100)).json()
    assert found["tail"]["clear_plus_mm"] < 0
    (warning,) = [each for each in found["warnings"] if each["path"] == "airframe.tail"]
    assert "presses" in warning["text"]


def test_exaggeration_changes_the_drawing_and_not_one_figure(tab, helicopter):
    query = {"version": 1, "collective": 60, "aileron": 30}
    plain = tab.get(address(helicopter, "frame", **query)).json()
    large = tab.get(address(helicopter, "frame", **query, exaggerate=2)).json()
    assert large["scene"]["centre"][2] == pytest.approx(2 * plain["scene"]["centre"][2])
    for key in ("functions", "servos", "swash", "blade", "warnings"):
        assert large[key] == plain[key]


def test_the_response_runs_through_the_live_point(tab, helicopter):
    query = {"version": 1, "function": "collective", "aileron": 25, "azimuth": 200}
    response = ResponseOut.model_validate(tab.get(address(helicopter, "response", **query)).json())
    point = tab.get(
        address(helicopter, "frame", version=1, collective=50, aileron=25, azimuth=200)
    ).json()
    at = response.stick_pct.index(50)
    assert response.pitch_deg[at] == pytest.approx(point["blade"]["pitch_deg"])
    assert response.deg_per_us > 0


def test_a_version_just_gone_is_drawn_as_it_was_in_any_process(tab, helicopter):
    full = {"aileron": 100}
    before = tab.get(address(helicopter, "frame", version=1, **full)).json()
    change = {"version": 1, "changes": [{"path": "unit.cyclic_pct", "value": 20.0}]}
    tab.send("PATCH", f"/api/helicopters/{helicopter['id']}/draft", change)
    _built.cache_clear()  # as another process, which never saw it
    assert tab.get(address(helicopter, "frame", version=1, **full)).json() == before
    now = tab.get(address(helicopter, "frame", version=2, **full)).json()
    assert now["blade"]["cyclic_deg"] < before["blade"]["cyclic_deg"]
    undone = tab.send("POST", f"/api/helicopters/{helicopter['id']}/draft/undo", {"version": 2})
    assert undone.json()["version"] == 3
    again = tab.get(address(helicopter, "frame", version=3, **full)).json()
    assert again == {**before, "version": 3}


def test_a_version_of_long_ago_or_never_is_refused_with_the_one_there_is(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}"
    reached = KEPT_VERSIONS + 51
    for version in range(1, reached):
        change = {"path": "unit.cyclic_pct", "value": 40.0 + version / 10}
        edited = tab.send("PATCH", f"{path}/draft", {"version": version, "changes": [change]})
        assert edited.status_code == 200
    assert DraftVersion.objects.filter(helicopter=helicopter["id"]).count() <= KEPT_VERSIONS + 50
    _built.cache_clear()
    for gone in (1, reached + 1):
        refused = tab.get(address(helicopter, "frame", version=gone))
        assert (refused.status_code, refused.json()["version"]) == (409, reached)


def test_a_draft_put_aside_for_long_is_drawn_when_it_is_back(tab, helicopter, monkeypatch):
    monkeypatch.setattr("mint_lever_server.hangar.services.KEPT_VERSIONS", 3)
    monkeypatch.setattr("mint_lever_server.hangar.services._SWEPT_EVERY", 2)
    path = f"/api/helicopters/{helicopter['id']}"

    def on_table(simulated):
        version = tab.get(path).json()["version"]
        body = {"version": version, "simulated": simulated}
        assert tab.send("POST", f"{path}/bench/table", body).status_code == 200
        return tab.get(path).json()["version"]

    version = on_table(True)
    for length in range(20):
        change = {"path": "airframe.servos.0.arm_mm", "value": 12 + length / 10}
        body = {"version": version, "changes": [change]}
        version = tab.send("PATCH", f"{path}/draft", body).json()["version"]
    back = on_table(False)
    # What is put on the table is counted: the higher of two versions is what is there now.
    assert back > version
    _built.cache_clear()
    assert tab.get(address(helicopter, "frame", version=back)).status_code == 200


@pytest.mark.parametrize(
    ("query", "path"),
    [
        ({"collective": 101}, "collective"),
        ({"aileron": "nan"}, "aileron"),
        ({"azimuth": "inf"}, "azimuth"),
        ({"exaggerate": 9}, "exaggerate"),
        ({"mode": "flying"}, "mode"),
        ({"elevator": "abc"}, "elevator"),
    ],
)
def test_bad_levers_are_refused_by_name(tab, helicopter, query, path):
    refused = tab.get(address(helicopter, "frame", version=1, **query))
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == path


def test_the_api_describes_itself_and_the_setup_file(client, db):
    described = client.get("/api/openapi.json", headers={"host": "127.0.0.1"}).json()
    assert "/api/helicopters/{helicopter_id}/frame" in described["paths"]
    # It takes seconds to make and can be asked for by anybody.
    assert api.get_openapi_schema() is api.get_openapi_schema()
    schema = client.get("/api/setup-schema", headers={"host": "127.0.0.1"})
    assert schema.json()["title"] == "Setup"
    missing = client.get("/api/nothing", headers={"host": "127.0.0.1"})
    assert (missing.status_code, missing.json()["title"]) == (404, "Not found")
