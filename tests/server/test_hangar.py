"""Helicopters, drafts and revisions: owned, versioned, all or nothing."""

import json
import uuid

import pytest
from django.db import DatabaseError, connection, transaction

from builds import document
from mint_lever_server.hangar.models import Document, DraftState, Helicopter, Revision, Taken

ARM = "airframe.servos.0.arm_mm"


def edit(tab, draft, *changes, version=None):
    body = {
        "version": draft["version"] if version is None else version,
        "changes": [{"path": path, "value": value} for path, value in changes],
    }
    return tab.send("PATCH", f"/api/helicopters/{draft['id']}/draft", body)


def do(tab, draft, what, **body):
    path = f"/api/helicopters/{draft['id']}/{what}"
    return tab.send("POST", path, {"version": draft["version"], **body})


def revisions(tab, draft, **query):
    return tab.get(f"/api/helicopters/{draft['id']}/revisions", query).json()


def arm(draft):
    return draft["document"]["airframe"]["servos"][0]["arm_mm"]


def test_edit_undo_redo_and_a_new_edit_cuts_the_redo_off(tab, helicopter):
    assert helicopter["undo"] is None
    one = edit(tab, helicopter, (ARM, 14.0)).json()
    two = edit(tab, one, (ARM, 15.0)).json()
    changed = {"words": "Servo 1, horn length", "paths": [ARM]}
    assert (arm(two), two["undo"], two["redo"]) == (15.0, changed, None)
    back = do(tab, two, "draft/undo").json()
    assert (arm(back), back["redo"]) == (14.0, changed)
    start = do(tab, back, "draft/undo").json()
    assert (arm(start), start["undo"]) == (13.0, None)
    assert do(tab, start, "draft/undo").status_code == 409
    assert arm(do(tab, start, "draft/redo").json()) == 14.0
    fresh = tab.get(f"/api/helicopters/{helicopter['id']}").json()
    other = edit(tab, fresh, (ARM, 9.0)).json()
    assert other["redo"] is None
    assert other["version"] == fresh["version"] + 1


def test_two_tabs_never_overwrite_each_other_silently(tab, helicopter):
    first = edit(tab, helicopter, (ARM, 14.0)).json()
    second = edit(tab, helicopter, (ARM, 11.0))
    assert second.status_code == 409
    problem = second.json()
    assert problem["version"] == first["version"]
    assert "Nothing was overwritten" in problem["detail"]
    for what in ("draft/undo", "revisions"):
        assert do(tab, helicopter, what).status_code == 409
    assert arm(tab.get(f"/api/helicopters/{helicopter['id']}").json()) == 14.0


def test_a_refused_edit_leaves_everything_as_it_was(tab, helicopter):
    before = DraftState.objects.count()
    refused = edit(tab, helicopter, ("unit.cyclic_pct", 55.0), (ARM, -1.0))
    assert refused.status_code == 422
    fault = refused.json()["faults"][0]
    assert fault == {"path": ARM, "found": "-1.0", "allowed": "a number of at least 0.1"}
    assert edit(tab, helicopter, ("no.such", 1)).json()["faults"][0]["path"] == "no.such"
    assert edit(tab, helicopter, (ARM, "13")).status_code == 422
    assert DraftState.objects.count() == before
    now = tab.get(f"/api/helicopters/{helicopter['id']}").json()
    assert (now["document"], now["version"]) == (helicopter["document"], helicopter["version"])


def test_an_edit_that_breaks_the_geometry_is_refused(tab, helicopter):
    refused = edit(tab, helicopter, ("airframe.servos.0.link_extra_mm", 100.0))
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "airframe.servos"


def test_revisions_are_numbered_noted_and_never_change(tab, helicopter):
    saved = do(tab, helicopter, "revisions", note="  as built ").json()
    (kept,) = revisions(tab, saved)["revisions"]
    assert (kept["number"], kept["note"]) == (1, "as built")
    assert (saved["unsaved"], saved["revision"]) == (False, 1)
    again = do(tab, saved, "revisions")
    assert again.status_code == 409
    assert "same as revision 1" in again.json()["detail"]
    moved = edit(tab, saved, (ARM, 14.5)).json()
    assert moved["unsaved"]
    two = do(tab, moved, "revisions", note="longer horn").json()
    assert [r["number"] for r in revisions(tab, two)["revisions"]] == [2, 1]
    old = tab.get(f"/api/helicopters/{helicopter['id']}/revisions/1").json()
    assert old["airframe"]["servos"][0]["arm_mm"] == 13.0

    revision = Revision.objects.get(number=1)
    with pytest.raises(ValueError, match="never changes"):
        revision.save()
    with pytest.raises(DatabaseError, match="never changes"), transaction.atomic():
        Revision.objects.filter(number=1).update(note="forged")


def test_a_draft_of_many_revisions_is_shown_without_them_and_they_come_in_pages(tab, helicopter):
    kept = Document.objects.get(helicopter_id=helicopter["id"])
    Revision.objects.bulk_create(
        Revision(helicopter_id=helicopter["id"], number=n, note=f"as of {n}", document=kept)
        for n in range(1, 46)
    )
    one = edit(tab, helicopter, (ARM, 14.0)).json()
    assert one["revision"] == 45
    assert "revisions" not in one
    numbers, before = [], None
    while True:
        page = revisions(tab, one, **({"before": before} if before else {}))
        numbers += [revision["number"] for revision in page["revisions"]]
        if not page["more"]:
            break
        before = numbers[-1]
    assert numbers == list(range(45, 0, -1))


def test_a_change_sent_twice_is_made_once(tab, helicopter):
    sent = {"id": "6d0a3f5e-4f2a-4a57-9f0c-0e4f3c1d2b1a", "version": helicopter["version"]}
    body = {**sent, "changes": [{"path": ARM, "value": 14.0}]}
    path = f"/api/helicopters/{helicopter['id']}/draft"
    first = tab.send("PATCH", path, body).json()
    again = tab.send("PATCH", path, body)
    assert again.status_code == 200
    assert (again.json()["version"], arm(again.json())) == (first["version"], 14.0)
    back = do(tab, first, "draft/undo", id="00000000-0000-4000-8000-000000000001").json()
    twice = do(tab, first, "draft/undo", id="00000000-0000-4000-8000-000000000001").json()
    assert (arm(back), twice["version"]) == (13.0, back["version"])


def test_the_same_setup_is_kept_once_and_goes_with_its_helicopter(tab, helicopter):
    one = edit(tab, helicopter, (ARM, 14.0)).json()
    there_and_back = edit(tab, one, (ARM, 13.0)).json()
    do(tab, there_and_back, "revisions")
    assert Document.objects.count() == 2
    assert there_and_back["digest"] == helicopter["digest"] != one["digest"]
    tab.send("DELETE", f"/api/helicopters/{helicopter['id']}")
    assert Document.objects.count() == 0


def standings(tab, count):
    """Where all of so many helicopters stand: of those not asked about before, some come later."""
    for _ in range(count):
        found = tab.get("/api/bench/standings").json()
        if found["complete"]:
            assert len(found["standings"]) == count
            return found
    raise AssertionError("they never came")


def test_the_first_standings_of_a_large_fleet_come_one_answer_after_another(tab, monkeypatch):
    names = [f"Chervil {n}" for n in range(4)]
    for name in names:
        tab.send("POST", "/api/helicopters", {"name": name})
    monkeypatch.setattr("mint_lever_server.bench.run_api._STANDINGS_S", 0.0)
    answers = [tab.get("/api/bench/standings").json() for _ in range(5)]
    assert [len(each["standings"]) for each in answers] == [1, 2, 3, 4, 4]
    assert [each["complete"] for each in answers] == [False, False, False, True, True]
    ids = {each["id"] for each in tab.get("/api/helicopters").json()}
    assert {each["id"] for each in answers[-1]["standings"]} == ids
    # What was changed since is judged anew, and nothing else waits for it.
    helicopter = tab.get(f"/api/helicopters/{ids.pop()}").json()
    edit(tab, helicopter, (ARM, 14.0))
    after = tab.get("/api/bench/standings").json()
    assert (len(after["standings"]), after["complete"]) == (4, True)
    # One that is removed meanwhile is waited for by nobody.
    tab.send("DELETE", f"/api/helicopters/{ids.pop()}")
    after = tab.get("/api/bench/standings").json()
    assert (len(after["standings"]), after["complete"]) == (3, True)


def test_the_fleet_takes_four_queries_however_long_and_builds_nothing_it_knows(
    tab, helicopter, django_assert_max_num_queries, monkeypatch
):
    for n in range(12):
        tab.send("POST", "/api/helicopters", {"name": f"Chervil {n}"})
    first = tab.get("/api/helicopters").json(), standings(tab, 13)

    def never(*_):
        raise AssertionError("a chain was built for a setup whose summary is kept")

    monkeypatch.setattr("mint_lever_server.hangar.summaries.build_chain", never)
    monkeypatch.setattr("mint_lever_server.bench.fitness.run_of", never)
    with django_assert_max_num_queries(4):
        assert tab.get("/api/helicopters").json() == first[0]
    with django_assert_max_num_queries(4):
        assert tab.get("/api/bench/standings").json() == first[1]


def test_a_revision_comes_back_into_the_draft_and_that_can_be_undone(tab, helicopter):
    saved = do(tab, helicopter, "revisions").json()
    moved = edit(tab, saved, (ARM, 14.5)).json()
    restored = do(tab, moved, "draft/restore", revision=1).json()
    assert (arm(restored), restored["unsaved"]) == (13.0, False)
    assert restored["undo"] == {"words": "revision 1 restored", "paths": []}
    assert arm(do(tab, restored, "draft/undo").json()) == 14.5
    assert do(tab, restored, "draft/restore", revision=7).status_code == 404


def test_reshaping_is_one_step_that_can_be_undone(tab, helicopter):
    four = do(tab, helicopter, "draft/rebuild", layout="four_90", blades=3).json()
    airframe = four["document"]["airframe"]
    assert (len(airframe["servos"]), airframe["head"]["blades"]) == (4, 3)
    assert do(tab, four, "draft/rebuild", blades=9).status_code == 422
    back = do(tab, four, "draft/undo").json()
    assert back["document"] == helicopter["document"]


def test_another_pilots_helicopter_is_not_found_by_any_address(tab, stranger, helicopter):
    saved = do(tab, helicopter, "revisions").json()
    base = f"/api/helicopters/{helicopter['id']}"
    reads = [
        "",
        "/export",
        "/export?revision=1",
        "/revisions/1",
        f"/frame?version={saved['version']}",
        f"/response?version={saved['version']}&function=aileron",
    ]
    # The owner's own frame first, so that a chain is kept which the stranger must not be given.
    for path in reads:
        assert tab.get(base + path).status_code == 200, path
        found = stranger.get(base + path)
        assert (found.status_code, found.json()["title"]) == (404, "Not found"), path
    for what in ("draft/undo", "draft/redo", "draft/restore", "draft/rebuild", "revisions"):
        assert do(stranger, saved, what, revision=1).status_code == 404, what
    assert edit(stranger, saved, (ARM, 9.0)).status_code == 404
    assert stranger.send("DELETE", base).status_code == 404
    assert stranger.get("/api/helicopters").json() == []
    assert arm(tab.get(base).json()) == 13.0


def test_export_and_import_carry_everything(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/export"
    file = tab.get(path)
    assert 'filename="fennel-500-draft.json"' in file["Content-Disposition"]
    again = tab.send("POST", "/api/helicopters/import", raw=file.content)
    assert again.status_code == 201
    # All of it, under a name that is free.
    assert again.json()["document"] == {**helicopter["document"], "name": "Fennel 500 (2)"}
    assert again.json()["id"] != helicopter["id"]
    third = tab.send("POST", "/api/helicopters/import", raw=file.content).json()
    assert third["document"]["name"] == "Fennel 500 (3)"


def test_a_copy_has_the_setup_and_nothing_that_was_measured(tab, stranger, helicopter):
    path = f"/api/helicopters/{helicopter['id']}"
    reading = {"version": 1, "step": "make_safe", "key": "motor", "value": True}
    assert tab.send("POST", f"{path}/bench/readings", reading).status_code == 200
    copied = tab.send("POST", f"{path}/copy")
    assert copied.status_code == 201
    made = copied.json()
    assert made["document"] == {**helicopter["document"], "name": "Fennel 500 (2)"}
    assert made["revision"] is None
    bench = tab.get(f"/api/helicopters/{made['id']}/bench?step=make_safe").json()
    assert bench["advice"]["log"]["lines"] == []
    assert stranger.send("POST", f"{path}/copy").status_code == 404


class TestSameRadio:
    @pytest.fixture
    def trimmed(self, tab, helicopter):
        path = f"/api/helicopters/{helicopter['id']}"
        changes = [
            {"path": "transmitter.channels.aileron.subtrim_pct", "value": 6.0},
            {"path": "transmitter.modes.normal.tail_gain_pct", "value": 41.0},
        ]
        edit = {"version": helicopter["version"], "changes": changes}
        assert tab.send("PATCH", f"{path}/draft", edit).status_code == 200
        radio = tab.send("POST", "/api/devices", {"kind": "transmitter"}).json()
        fitted = {"kind": "transmitter", "device": radio["id"]}
        assert tab.send("PUT", f"{path}/devices", fitted).status_code == 204
        return path, radio

    def test_what_never_carries_over_is_said_before(self, tab, stranger, trimmed):
        path, radio = trimmed
        said = tab.get(f"{path}/copy").json()
        assert said["radio"] == radio["name"]
        names = {each["kind"]: each["names"] for each in said["never_carries"]}
        assert names["sub-trims and trims"] == ["Aileron channel, sub-trim"]
        assert stranger.get(f"{path}/copy").status_code == 404

    def test_the_copy_keeps_what_is_shared_and_the_radio(self, tab, trimmed):
        path, _ = trimmed
        made = tab.send("POST", f"{path}/copy", {"same_radio": True}).json()
        transmitter = made["document"]["transmitter"]
        assert transmitter["channels"]["aileron"]["subtrim_pct"] == 0.0
        assert transmitter["modes"]["normal"]["tail_gain_pct"] == 41.0
        (device,) = tab.get("/api/devices").json()
        assert made["id"] in device["helicopters"]
        plain = tab.send("POST", f"{path}/copy").json()["document"]["transmitter"]
        assert plain["channels"]["aileron"]["subtrim_pct"] == 6.0


@pytest.mark.parametrize(
    ("raw", "path"),
    [
        (json.dumps({**document(), "colour": 1}), "colour"),
        (json.dumps({**document(), "version": 4}), "version"),
        (json.dumps({**document(), "arrangement": "transmitter_mixes"}), "transmitter.swash_mix"),
        (json.dumps(document()).replace("23.0", "NaN"), "airframe.head.grip_arm_mm"),
        (json.dumps(document()).replace("23.0", "1e999"), "airframe.head.grip_arm_mm"),
        (json.dumps(document(arm=-13.0)), "airframe.servos.0.arm_mm"),
        (
            json.dumps(document(head={"link_extra_mm": [99.0, 0.0]})),
            "airframe.head.link_extra_mm.0",
        ),
        (b"\x00\x01\x02\xff" * 50, ""),
        (b"{", ""),
        (b"[" * 100_000, ""),
    ],
)
def test_a_bad_file_is_refused_with_its_path_and_nothing_is_stored(tab, raw, path):
    refused = tab.send("POST", "/api/helicopters/import", raw=raw)
    assert refused.status_code == 422
    assert refused["Content-Type"] == "application/problem+json"
    problem = refused.json()
    assert problem["faults"][0]["path"] == path
    assert problem["faults"][0]["allowed"]
    assert Helicopter.objects.count() == 0


def test_a_50_megabyte_upload_is_refused_and_nothing_is_stored(tab):
    refused = tab.send("POST", "/api/helicopters/import", raw=b" " * 50_000_000)
    assert refused.status_code == 413
    assert "50,000,000 bytes" in refused.json()["detail"]
    assert Helicopter.objects.count() == 0


@pytest.mark.parametrize("layout", ["single", "three_120", "three_90", "four_45"])
def test_a_fresh_helicopter_of_any_layout_computes(tab, layout):
    body = {"name": "Dill 450", "layout": layout, "blades": 3, "rotation": "counter_clockwise"}
    made = tab.send("POST", "/api/helicopters", body)
    assert made.status_code == 201
    row = tab.get("/api/helicopters").json()[0]
    assert (row["layout"], row["blades"], row["revision"], row["unsaved"]) == (
        layout,
        3,
        None,
        True,
    )
    assert row["reach"]["collective_high_deg"] > 8


@pytest.mark.parametrize("body", [{}, {"name": ""}, {"name": "x", "blades": 9}, {"name": "x" * 81}])
def test_a_fresh_helicopter_needs_a_sensible_name_and_build(tab, body):
    refused = tab.send("POST", "/api/helicopters", body)
    assert refused.status_code == 422
    assert refused.json()["faults"]
    assert Helicopter.objects.count() == 0


def test_removing_takes_everything_of_that_helicopter(tab, helicopter):
    do(tab, helicopter, "revisions")
    assert tab.send("DELETE", f"/api/helicopters/{helicopter['id']}").status_code == 204
    assert Revision.objects.count() == DraftState.objects.count() == 0


def test_the_database_keeps_every_finished_save(db):
    with connection.cursor() as cursor:
        found = [
            cursor.execute(f"PRAGMA {name}").fetchone()[0]
            for name in ("synchronous", "foreign_keys", "busy_timeout")
        ]
    assert found == [2, 1, 10000]  # 2 is FULL


def test_documents_are_let_go_when_nothing_has_them_any_more(tab, helicopter, monkeypatch):
    monkeypatch.setattr("mint_lever_server.hangar.services.KEPT_STATES", 4)
    monkeypatch.setattr("mint_lever_server.hangar.services.KEPT_VERSIONS", 4)
    monkeypatch.setattr("mint_lever_server.hangar.services._SWEPT_EVERY", 3)
    draft = edit(tab, helicopter, (ARM, 9.5)).json()
    draft = do(tab, draft, "revisions", note="kept for good").json()
    draft = edit(tab, draft, (ARM, 9.9)).json()
    told = f"/api/helicopters/{draft['id']}/bench/readings"
    reading = {"version": draft["version"], "step": "make_safe", "key": "motor", "value": True}
    assert tab.send("POST", told, reading).status_code == 200
    draft = tab.get(f"/api/helicopters/{draft['id']}").json()
    for length in range(100, 113):
        draft = edit(tab, draft, (ARM, length / 10)).json()
    lengths = {
        json.loads(text)["airframe"]["servos"][0]["arm_mm"]
        for text in Document.objects.values_list("text", flat=True)
    }
    assert {9.5, 9.9} <= lengths
    assert 10.0 not in lengths
    assert 11.2 in lengths
    first = tab.get(f"/api/helicopters/{draft['id']}/revisions/1").json()
    assert arm({"document": first}) == 9.5


def test_undo_and_an_edit_over_and_over_leave_no_heap_of_documents(tab, helicopter, monkeypatch):
    monkeypatch.setattr("mint_lever_server.hangar.services._SWEPT_EVERY", 5)
    monkeypatch.setattr("mint_lever_server.hangar.services.KEPT_VERSIONS", 5)
    draft = helicopter
    for length in range(100, 130):
        draft = edit(tab, draft, (ARM, length / 10)).json()
        draft = do(tab, draft, "draft/undo").json()
    assert Document.objects.filter(helicopter=draft["id"]).count() < 8
    assert arm(do(tab, draft, "draft/redo").json()) == 12.9


def test_ids_of_changes_are_let_go_in_time(tab, helicopter, monkeypatch):
    monkeypatch.setattr("mint_lever_server.hangar.services._SWEPT_EVERY", 3)
    monkeypatch.setattr("mint_lever_server.hangar.services.KEPT_TAKINGS", 10)
    table = f"/api/helicopters/{helicopter['id']}/bench/work"
    for _ in range(30):
        body = {"id": str(uuid.uuid4()), "what": "crash"}
        assert tab.send("POST", table, body).status_code == 200
    assert Taken.objects.count() < 14


class TestNewHelicopter:
    def test_its_size_and_battery_are_what_was_said_and_its_audit_finds_nothing(self, tab):
        body = {
            "name": "Lovage 480",
            "size": "micro",
            "cells": 3,
            "arrangement": "transmitter_mixes",
        }
        made = tab.send("POST", "/api/helicopters", body).json()
        airframe, drive = made["document"]["airframe"], made["document"]["drive"]
        assert (airframe["size_class"], drive["pack"]["cells"]) == ("micro", 3)
        audit = tab.get(f"/api/helicopters/{made['id']}/audit").json()
        assert {each["severity"] for each in audit["findings"]} == {"not_set"}

    @pytest.mark.parametrize(("field", "value"), [("cells", 0), ("cells", 21), ("size", "huge")])
    def test_a_size_or_battery_that_is_none_is_refused(self, tab, field, value):
        answer = tab.send("POST", "/api/helicopters", {"name": "Lovage 480", field: value})
        assert answer.status_code == 422
        assert field in answer.content.decode()

    def test_servos_are_made_alike_in_one_step_that_is_undone_in_one(self, tab, helicopter):
        path = f"/api/helicopters/{helicopter['id']}"

        def send(method, what, **body):
            version = tab.get(path).json()["version"]
            answer = tab.send(method, f"{path}/{what}", {"version": version, **body})
            assert answer.status_code == 200
            return [servo["arm_mm"] for servo in answer.json()["document"]["airframe"]["servos"]]

        arms = [12.0, 13.0, 14.0]
        changes = [
            {"path": f"airframe.servos.{i}.arm_mm", "value": arm} for i, arm in enumerate(arms)
        ]
        assert send("PATCH", "draft", changes=changes) == arms
        assert send("POST", "draft/copy-part", part="airframe.servos.1") == [13.0] * 3
        assert tab.get(path).json()["undo"]["words"].startswith("all servos alike")
        # There is nothing to carry over any more: no empty step to undo.
        assert send("POST", "draft/copy-part", part="airframe.servos.1") == [13.0] * 3
        assert send("POST", "draft/undo") == arms
