"""What no page of ours sends: refused in the one shape, said plainly, and nothing kept."""

import json
from urllib.parse import urlencode

import pytest
from django.contrib.auth.models import User
from django.db import connection
from django.test import Client

from builds import document
from mint_lever_server.config.api import api

HELICOPTERS = "/api/helicopters"


def inputs(schema):
    """Every place of a request's schema, as (path, schema)."""
    parts = schema["components"]["schemas"]

    def walk(part, path, seen):
        if "$ref" in part:
            name = part["$ref"].split("/")[-1]
            if name not in seen:
                yield from walk(parts[name], path, seen | {name})
            return
        yield path, part
        for way in ("anyOf", "oneOf", "allOf", "prefixItems"):
            for each in part.get(way, []):
                yield from walk(each, path, seen)
        if "items" in part:
            yield from walk(part["items"], f"{path}[]", seen)
        for key, each in part.get("properties", {}).items():
            yield from walk(each, f"{path}.{key}", seen)
        if isinstance(part.get("additionalProperties"), dict):
            yield from walk(part["additionalProperties"], f"{path}{{}}", seen)

    for address, methods in schema["paths"].items():
        for method, call in methods.items():
            for each in call.get("parameters", []):
                yield from walk(each["schema"], f"{method} {address}?{each['name']}", frozenset())
            for each in call.get("requestBody", {}).get("content", {}).values():
                yield from walk(each["schema"], f"{method} {address}", frozenset())


def unbounded(part):
    kind = part.get("type")
    if "enum" in part or "const" in part:
        return False
    if kind in ("number", "integer"):
        low = {"minimum", "exclusiveMinimum"} & part.keys()
        return not (low and {"maximum", "exclusiveMaximum"} & part.keys())
    if kind == "string":
        return "maxLength" not in part and part.get("format") not in ("uuid", "date-time", "date")
    return kind == "array" and "maxItems" not in part


def test_every_number_word_and_list_that_comes_in_has_a_maximum():
    places = list(inputs(api.get_openapi_schema()))
    assert len(places) > 200
    assert [path for path, part in places if unbounded(part)] == []


@pytest.mark.parametrize(
    ("raw", "path"),
    [
        ("null", ""),
        ("1", ""),
        ("[]", ""),
        ('"text"', ""),
        ("{", ""),
        ('{"format": 1, "format": 2}', ""),
        ('{"name": "half \\ud800 a letter"}', "name"),
        ("[" * 100_000, ""),
        ('{"a": ' * 60 + "1" + "}" * 60, "a.a"),
        ('{"airframe": {"servos": [{"arm_mm": 1e-320}]}}', "airframe.servos.0.arm_mm"),
        ('{"airframe": {"mass_g": NaN}}', "airframe.mass_g"),
        ('{"airframe": {"mass_g": 1e999}}', "airframe.mass_g"),
        ('{"version": ' + "9" * 400 + "}", "version"),
        ('{"version": ' + "9" * 5000 + "}", "version"),
    ],
)
def test_a_file_that_is_no_setup_is_refused_with_its_place(tab, raw, path):
    refused = tab.send("POST", f"{HELICOPTERS}/import", raw=raw)
    assert refused.status_code == 422
    faults = refused.json()["faults"]
    assert faults[0]["path"].startswith(path)
    assert len(faults) <= 20
    assert tab.get(HELICOPTERS).json() == []


def test_many_faults_are_capped(tab):
    raw = json.dumps({f"k{i}": 1e-320 for i in range(5000)})
    assert len(tab.send("POST", f"{HELICOPTERS}/import", raw=raw).json()["faults"]) == 20


@pytest.mark.parametrize("version", ["true", '"1"', "1.5", "-1", "1e30", "9" * 400, "NaN"])
def test_a_version_is_a_whole_number_and_nothing_that_passes_for_one(tab, helicopter, version):
    raw = f'{{"version": {version}, "changes": [{{"path": "name", "value": "Dill"}}]}}'
    refused = tab.send("PATCH", f"{HELICOPTERS}/{helicopter['id']}/draft", raw=raw)
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "version"


@pytest.mark.parametrize("asked", ["1_0", "1.5", "true", " 1", "1e2", "\u0661", "9" * 20, "-1"])
def test_an_address_takes_plain_digits_only(tab, helicopter, asked):
    refused = tab.get(f"{HELICOPTERS}/{helicopter['id']}/frame", {"version": asked})
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "version"


@pytest.mark.parametrize("lever", ["1_0", "nan", "inf", "1e-320", "101", "\u0661"])
def test_a_lever_is_a_plain_figure(tab, helicopter, lever):
    query = {"version": 1, "aileron": lever}
    refused = tab.get(f"{HELICOPTERS}/{helicopter['id']}/frame", query)
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "aileron"


@pytest.mark.parametrize(
    "raw",
    [
        '{"version": 1, "version": 1, "changes": [{"path": "name", "value": "Dill"}]}',
        '{"version": 1, "changes": [{"path": "name", "value": "Dill \\udc00"}]}',
        '{"version": 1, "changes": [{"path": "name", "value": "Dill\\u0000"}]}',
        '{"version": 1, "changes": [{"path": "name", "value": %s}]}' % ("[" * 480 + "]" * 480),
        '{"version": 1, "changes": [{"path": "airframe.mass_g", "value": NaN}]}',
        '{"version": 1, "changes": [{"path": "airframe.mass_g", "value": 1e-320}]}',
        "not json",
    ],
)
def test_a_body_is_read_as_strictly_as_a_file(tab, helicopter, raw):
    path = f"{HELICOPTERS}/{helicopter['id']}"
    refused = tab.send("PATCH", f"{path}/draft", raw=raw)
    assert refused.status_code == 422
    assert refused["Content-Type"] == "application/problem+json"
    assert tab.get(path).json()["version"] == 1


@pytest.mark.parametrize("spread", [0, 1e-300, -1])
def test_no_length_is_measured_without_any_doubt(tab, helicopter, spread):
    path = f"{HELICOPTERS}/{helicopter['id']}/bench/lesson"
    body = {"parameters": ["grip_arm"], "measured_sd_mm": {"grip_arm": spread}}
    refused = tab.send("POST", path, body)
    assert refused.json()["faults"][0]["path"] == "measured_sd_mm.grip_arm"


def numbers_in_bodies():
    """(method, address, key) of every number at the top of a JSON body."""
    schema = api.get_openapi_schema()
    parts = schema["components"]["schemas"]
    for address, methods in schema["paths"].items():
        for method, call in methods.items():
            body = call.get("requestBody", {}).get("content", {}).get("application/json", {})
            name = body.get("schema", {}).get("$ref", "").split("/")[-1]
            for key, part in parts.get(name, {}).get("properties", {}).items():
                kinds = {each.get("type") for each in [part, *part.get("anyOf", [])]}
                if kinds & {"number", "integer"} and not kinds & {"string", "boolean"}:
                    yield method.upper(), address, key


@pytest.mark.parametrize("said", ["7", "1_0", True])
def test_no_word_and_no_yes_stands_for_a_number_in_any_body(tab, helicopter, said):
    calls = list(numbers_in_bodies())
    assert len(calls) > 20
    for method, address, key in calls:
        path = address.replace("{helicopter_id}", helicopter["id"]).replace("{sequence}", "1")
        refused = tab.send(method, path.replace("{device_id}", helicopter["id"]), {key: said})
        paths = [fault["path"] for fault in refused.json()["faults"]]
        assert key in paths, (method, address, key)


NO_NAMES = [" ", "\u3000\u2003", "\u200b", "two\nlines", "a\tb", "gn\u202eir", "\u200fDill"]


@pytest.mark.parametrize("name", [*NO_NAMES, "bell \u0007", "\u2066Dill"])
def test_a_helicopters_name_can_be_read(tab, helicopter, name):
    path = f"{HELICOPTERS}/{helicopter['id']}"
    edit = {"version": 1, "changes": [{"path": "name", "value": name}]}
    for refused in (
        tab.send("POST", HELICOPTERS, {"name": name}),
        tab.send("POST", f"{HELICOPTERS}/import", {**document(), "name": name}),
        tab.send("PATCH", f"{path}/draft", edit),
    ):
        assert refused.status_code == 422
        assert refused.json()["faults"][0]["path"] in ("name", "changes.0.value")
    assert [each["name"] for each in tab.get(HELICOPTERS).json()] == [
        helicopter["document"]["name"]
    ]


@pytest.mark.parametrize("name", NO_NAMES)
def test_a_device_and_a_log_have_names_that_can_be_read(tab, helicopter, name):
    device = tab.send("POST", "/api/devices", {"kind": "gauge"}).json()
    profile = {**device["profile"], "name": name}
    at = f"/api/devices/{device['id']}?version={device['version']}"
    refused = tab.send("PUT", at, profile)
    assert refused.json()["faults"][0]["path"] == "name"
    logs = f"{HELICOPTERS}/{helicopter['id']}/logs?{urlencode({'name': name})}"
    assert tab.send("POST", logs, raw="time,rpm\n0,1\n").json()["faults"][0]["path"] == "name"


def test_a_name_of_before_that_nobody_would_take_now_stays_until_it_is_changed(tab, helicopter):
    from mint_lever_server.hangar.models import Document

    kept = Document.objects.get(helicopter=helicopter["id"])
    Document.objects.filter(pk=kept.pk).update(
        text=kept.text.replace(f'"name":"{helicopter["document"]["name"]}"', '"name":"  "')
    )
    path = f"{HELICOPTERS}/{helicopter['id']}"
    edit = {"version": 1, "changes": [{"path": "notes", "value": "Bent tail shaft"}]}
    assert tab.send("PATCH", f"{path}/draft", edit).status_code == 200


def test_text_of_several_lines_and_of_any_script_is_taken(tab, helicopter):
    notes = "Bent shaft:\n\tיד ימין, \u200fשמאל\nנמדד ליד 蓝色 स्वर"
    edit = {"version": 1, "changes": [{"path": "notes", "value": notes}]}
    edited = tab.send("PATCH", f"{HELICOPTERS}/{helicopter['id']}/draft", edit).json()
    assert edited["document"]["notes"] == notes


def test_a_form_is_no_helicopter(tab):
    tab.cookies["csrftoken"] = "a" * 32
    for path in (HELICOPTERS, f"{HELICOPTERS}/import"):
        sent = tab.post(path, {"name": "Dill"}, headers={"x-csrftoken": "a" * 32})
        assert sent.status_code == 415
        assert sent.json()["detail"] == "found a form; allowed: JSON"


@pytest.mark.parametrize("line", [{}, {"chord_line": [[0, 0]]}, {"chord_line": [[0, 0], [1, 1]]}])
def test_a_picture_needs_two_lines_of_two_points(tab, line):
    refused = tab.send("POST", "/api/bench/pitch", {"by": "picture", **line})
    assert refused.status_code == 422
    assert refused.json()["faults"]


@pytest.mark.parametrize("reading", ["9" * 400, "1_0", "1e999"])
def test_a_reading_of_endless_digits_is_refused(tab, helicopter, reading):
    path = f"{HELICOPTERS}/{helicopter['id']}/bench"
    for raw in (reading, json.dumps(reading)):
        body = f'{{"version": 1, "step": "zero_pitch", "key": "collective", "value": {raw}}}'
        assert tab.send("POST", f"{path}/readings", raw=body).status_code in (404, 422)


def test_custom_balls_begin_with_some_to_measure_over(tab):
    made = tab.send("POST", HELICOPTERS, {"name": "Dill", "layout": "custom"})
    assert made.status_code == 201
    swash = made.json()["document"]["airframe"]["swash"]
    assert (swash["layout"], len(swash["balls"])) == ("custom", 3)


def test_a_curve_carried_over_takes_no_finer_step_than_a_transmitter_has(tab, helicopter):
    body = {"version": 1, "mode": "normal", "which": "pitch", "points": 5}
    path = f"{HELICOPTERS}/{helicopter['id']}/modes/resample"
    assert tab.send("POST", path, {**body, "step": 0.5}).status_code == 200
    for step in (0.05, 0.2, 0, -1, 1e-9):
        refused = tab.send("POST", path, {**body, "step": step})
        assert refused.json()["faults"][0]["path"] == "step"


def test_every_call_describes_its_errors_and_no_answer_is_kept_on_the_way(tab, helicopter):
    schema = api.get_openapi_schema()
    for methods in schema["paths"].values():
        for call in methods.values():
            said = call["responses"]["default"]["content"]["application/problem+json"]
            assert said["schema"]["$ref"] == "#/components/schemas/Problem"
    assert set(schema["components"]["schemas"]["Problem"]["properties"]) == set(
        tab.get("/api/no-such-thing").json()
    )
    path = f"{HELICOPTERS}/{helicopter['id']}"
    for asked in (
        HELICOPTERS,
        path,
        f"{path}/bench",
        f"{path}/export",
        "/api/nothing",
        "/api/words",
    ):
        assert tab.get(asked)["Cache-Control"] == "no-store"


def test_a_deleted_helicopter_has_no_frames(tab, helicopter):
    path = f"{HELICOPTERS}/{helicopter['id']}"
    assert tab.get(f"{path}/frame", {"version": 1}).status_code == 200
    # As another process removes it: nothing in this one is told.
    from mint_lever_server.hangar.models import Helicopter

    Helicopter.objects.filter(pk=helicopter["id"]).delete()
    for what in ("frame", "modes", "head-speed"):
        assert tab.get(f"{path}/{what}", {"version": 1}).status_code == 404


class TestOurOwnFailures:
    """The database is really full, really shut: no page of Django's, no bare 500."""

    def refused(self, tab, status):
        answer = tab.send("POST", f"{HELICOPTERS}/import", raw=json.dumps(document()))
        assert answer.status_code == status
        assert answer["Content-Type"] == "application/problem+json"
        said = answer.json()
        assert said["detail"].startswith("Not saved; what you entered is still here.")
        assert "<" not in answer.content.decode()
        return said

    @pytest.fixture
    def database(self, db):
        def say(pragma):
            with connection.cursor() as cursor:
                cursor.execute(f"PRAGMA {pragma}")
                return cursor.fetchone()

        yield say
        say("query_only = OFF")
        say("max_page_count = 1073741823")

    def test_a_full_disk(self, tab, database):
        (pages,) = database("page_count")
        database(f"max_page_count = {pages}")
        # What little room is left in the last page may take a row or two.
        for _ in range(40):
            sent = tab.send("POST", f"{HELICOPTERS}/import", raw=json.dumps(document()))
            if sent.status_code != 201:
                break
        said = self.refused(tab, 507)
        assert said["title"] == "The server's disk is full"

    def test_a_database_that_cannot_be_written(self, tab, database):
        database("query_only = ON")
        said = self.refused(tab, 503)
        assert said["retry_after_s"] == 30

    def test_an_error_nobody_expected_has_a_reference(self, tab, monkeypatch, caplog):
        def broken(*_):
            raise RuntimeError("the reason")

        monkeypatch.setattr("mint_lever_server.hangar.api.add_beside", broken)
        said = self.refused(tab, 500)
        reference = said["detail"].split()[-1].rstrip(".")
        assert reference in caplog.text
        assert "the reason" in caplog.text
        assert "the reason" not in str(said)

    def test_what_fails_outside_the_api_has_the_shape_too(self, db, monkeypatch):
        client = Client(raise_request_exception=False, headers={"host": "127.0.0.1"})

        def broken(*_):
            raise RuntimeError

        monkeypatch.setattr(
            "mint_lever_server.demo.presence.DemoPresenceMiddleware.__call__", broken
        )
        failed = client.get("/api/account")
        assert failed.status_code == 500
        assert failed.json()["title"] == "Something went wrong here"


def test_neither_a_forged_change_nor_a_strange_host_gets_a_page_of_html(tab, db):
    forged = Client(enforce_csrf_checks=True, headers={"host": "127.0.0.1"}).post(
        "/api/account/sign-in", "{}", content_type="application/json"
    )
    strange = tab.get("/api/account", headers={"host": "elsewhere.example"})
    unknown = tab.get("/api/no-such-thing")
    wrong_way = tab.generic("BREW", "/api/account")
    for answer, status in ((forged, 403), (strange, 400), (unknown, 404), (wrong_way, 405)):
        assert answer.status_code == status
        assert answer.json()["status"] == status
    assert User.objects.count() == 1
