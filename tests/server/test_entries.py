"""A log read on from where it was read to is the log: whoever changed it meanwhile."""

import random
import uuid

import pytest

from bench import entries as kept
from bench.entries import entries_up_to
from bench.models import Bench, LogEntry
from mint_lever.run.log import MOST_OF_A_QUESTION, newest


@pytest.fixture
def bench(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}"
    tab.get(f"{path}/bench")

    def send(what, body, method="POST"):
        answer = tab.send(method, f"{path}/{what}", body)
        assert answer.status_code == 200, answer.content
        return answer.json()

    send.id = uuid.UUID(helicopter["id"])
    return send


def said(entries):
    return [(e.sequence, e.stands_at, e.value, e.struck, e.replaces_id, e.digest) for e in entries]


def read_anew(bench):
    found = LogEntry.objects.filter(helicopter=bench.id, simulated=None).order_by("sequence")
    return [
        (e.sequence, e.stands_at, e.value, e.struck, e.replaces_id, e.document.digest)
        for e in found
    ]


def test_read_on_after_every_change_it_is_what_the_database_has(bench):
    pick = random.Random(3)
    numbers, version = [], 1
    for _ in range(60):
        what = pick.choice(["read", "read", "read", "strike", "mistyped", "note", "edit"])
        if what == "edit":
            value = round(pick.uniform(12, 14), 2)
            change = {"path": "airframe.servos.0.arm_mm", "value": value}
            body = {"version": version, "changes": [change]}
            version = bench("draft", body, "PATCH")["version"]
        elif what == "read" or not numbers:
            body = {"version": version, "step": "make_safe", "key": "motor"}
            numbers.append(bench("bench/readings", {**body, "value": True})["sequence"])
        elif what == "strike":
            number = pick.choice(numbers)
            struck = not LogEntry.objects.get(sequence=number).struck
            if struck or not LogEntry.objects.filter(replaces__sequence=number).exists():
                bench(f"bench/readings/{number}/strike?step=make_safe", {"struck": struck})
        elif what == "mistyped":
            number = pick.choice(numbers)
            if not LogEntry.objects.get(sequence=number).struck:
                body = {"value": False}
                numbers.append(
                    bench(f"bench/readings/{number}?step=make_safe", body, "PUT")["sequence"]
                )
        else:
            bench("bench/notes", {"what": "power"})
        if pick.random() < 0.6:  # another process did the others
            count = Bench.objects.get().sequence
            assert said(entries_up_to(bench.id, None, count)) == read_anew(bench)
    count = Bench.objects.get().sequence
    assert said(entries_up_to(bench.id, None, count)) == read_anew(bench)


def test_after_a_restore_nothing_of_before_is_left(bench):
    body = {"version": 1, "step": "make_safe", "key": "motor", "value": True}
    for _ in range(3):
        bench("bench/readings", body)
    count = Bench.objects.get().sequence
    assert len(entries_up_to(bench.id, None, count)) == count
    # As a restore leaves it: fewer entries, every count moved on.
    LogEntry.objects.filter(sequence=count).delete()
    LogEntry.objects.update(changed_at=count + 1_000_000)
    assert said(entries_up_to(bench.id, None, count + 1_000_000)) == read_anew(bench)


def test_few_logs_are_held_in_memory(bench, monkeypatch):
    monkeypatch.setattr(kept, "_MOST", 3)
    for _ in range(9):
        entries_up_to(uuid.uuid4(), None, 1)
    assert len(kept._known) == 3


def test_the_newest_of_each_question_are_looked_at_in_their_order():
    lines = [(i % 3, i) for i in range(900)]
    found = newest(lines, lambda line: line[0])
    assert found == lines[-3 * MOST_OF_A_QUESTION :]
    assert newest(lines[:5], lambda line: line[0]) == lines[:5]
    assert newest([("a", 1), *lines], lambda line: line[0])[0] == ("a", 1)
