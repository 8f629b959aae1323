"""What one pilot may keep: refused with a clear sentence, and nothing half kept."""

import json
import uuid

import pytest

from builds import document
from mint_lever_server.accounts import quotas
from mint_lever_server.accounts.quotas import PILOT, VISITOR, Quota
from mint_lever_server.demo.models import DemoPilot
from mint_lever_server.hangar.models import Document

HELICOPTERS = "/api/helicopters"


@pytest.fixture(autouse=True)
def small(monkeypatch):
    monkeypatch.setattr(quotas, "PILOT", _of(3, 2, 4))
    monkeypatch.setattr(quotas, "VISITOR", _of(1, 1, 2))


def _of(helicopters, revisions, log_lines):
    return Quota(
        helicopters=helicopters, revisions=revisions, log_lines=log_lines, flights=2, packs=2
    )


def refused(answer, what, most):
    assert answer.status_code == 403
    said = answer.json()
    assert said["title"] == f"No more {what} fit"
    assert said["detail"].startswith(f"There are {most}, the most kept. ")


def test_helicopters(tab, stranger):
    ways = (
        ("", json.dumps({"name": "Dill"})),
        ("/import", json.dumps(document())),
        ("/import", json.dumps(document())),
    )
    made = [tab.send("POST", f"{HELICOPTERS}{way}", raw=raw) for way, raw in ways]
    assert {each.status_code for each in made} == {201}
    documents = Document.objects.count()
    copied = f"{HELICOPTERS}/{made[0].json()['id']}/copy"
    for path, raw in ((f"{HELICOPTERS}", ways[0][1]), (f"{HELICOPTERS}/import", ways[1][1])):
        refused(tab.send("POST", path, raw=raw), "helicopters", 3)
    refused(tab.send("POST", copied), "helicopters", 3)
    assert (len(tab.get(HELICOPTERS).json()), Document.objects.count()) == (3, documents)
    assert stranger.send("POST", HELICOPTERS, {"name": "Dill"}).status_code == 201
    tab.send("DELETE", f"{HELICOPTERS}/{made[0].json()['id']}")
    assert tab.send("POST", HELICOPTERS, {"name": "Dill"}).status_code == 201


def test_revisions_and_lines_of_log(tab, helicopter):
    path = f"{HELICOPTERS}/{helicopter['id']}"
    version = 1
    for number in range(3):
        change = {"path": "airframe.servos.0.arm_mm", "value": 13 + number / 10}
        edited = tab.send("PATCH", f"{path}/draft", {"version": version, "changes": [change]})
        version = edited.json()["version"]
        saved = tab.send("POST", f"{path}/revisions", {"version": version})
        if number < 2:
            assert saved.status_code == 201
    refused(saved, "revisions", 2)
    reading = {"version": version, "step": "make_safe", "key": "motor", "value": True}
    # The first one starts the run too.
    for _ in range(3):
        assert tab.send("POST", f"{path}/bench/readings", reading).status_code == 200
    refused(tab.send("POST", f"{path}/bench/readings", reading), "lines of log", 4)
    assert tab.get(f"{path}/bench").json()["sequence"] == 4


def test_flights_and_packs(tab, helicopter):
    at = f"{HELICOPTERS}/{helicopter['id']}/field/flights"
    for number in (1, 2):
        assert tab.send("POST", at).status_code == 200
        for what in ("begin", "land"):
            flown = tab.send("POST", f"{at}/{number}/{what}", {"knowing": True})
            assert flown.status_code == 200, flown.content
    refused(tab.send("POST", at), "flights", 2)
    for pack in range(3):
        named = {"id": str(uuid.UUID(int=pack)), "name": f"6S {pack}"}
        answer = tab.send("POST", "/api/field/packs", named)
    refused(answer, "packs", 2)
    assert len(tab.get("/api/field/packs").json()) == 2


def test_a_visitor_of_the_demo_may_keep_little(tab, pilot):
    DemoPilot.objects.create(user=pilot, visitor=True)
    assert tab.send("POST", HELICOPTERS, {"name": "Dill"}).status_code == 201
    refused(tab.send("POST", HELICOPTERS, {"name": "Dill"}), "helicopters", 1)


def test_nobody_at_work_meets_them():
    assert PILOT.helicopters >= 300  # a fleet the benchmarks read
    assert PILOT.log_lines >= 20 * 2_000
    assert 4 < VISITOR.helicopters < PILOT.helicopters
    assert VISITOR.log_lines > 1_000  # an evening has some hundreds
