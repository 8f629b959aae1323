"""A log read on from where it was read to is the log: whoever changed it meanwhile."""

import random
import uuid
from datetime import UTC, datetime, timedelta

import pytest

from mint_lever.bench.engine.log import MOST_OF_A_QUESTION
from mint_lever_server.bench import log_entries as kept
from mint_lever_server.bench.log_cache import Log, LogRow
from mint_lever_server.bench.log_entries import log_up_to
from mint_lever_server.bench.models import Bench, LogEntry


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
            bench("bench/times", {"what": "power"})
        if pick.random() < 0.6:  # another process did the others
            count = Bench.objects.get().sequence
            assert said(log_up_to(bench.id, None, count).entries) == read_anew(bench)
    count = Bench.objects.get().sequence
    read_on = log_up_to(bench.id, None, count)
    assert said(read_on.entries) == read_anew(bench)
    kept._known.clear()
    assert log_up_to(bench.id, None, count) == read_on


def test_after_a_restore_nothing_of_before_is_left(bench):
    body = {"version": 1, "step": "make_safe", "key": "motor", "value": True}
    for _ in range(3):
        bench("bench/readings", body)
    count = Bench.objects.get().sequence
    assert len(log_up_to(bench.id, None, count).entries) == count
    # As a restore leaves it: fewer entries, every count moved on.
    LogEntry.objects.filter(sequence=count).delete()
    LogEntry.objects.update(changed_at=count + 1_000_000)
    assert said(log_up_to(bench.id, None, count + 1_000_000).entries) == read_anew(bench)


def test_few_logs_are_held_in_memory(bench, monkeypatch):
    monkeypatch.setattr(kept, "_MOST", 3)
    for _ in range(9):
        log_up_to(uuid.uuid4(), None, 1)
    assert len(kept._known) == 3


def test_the_newest_of_each_question_are_looked_at_in_their_order():
    rows = [row(i, key=str(i % 3)) for i in range(900)]
    log = Log()
    for start in range(0, 900, 7):
        log = log.going_on(rows[start : start + 7])
    assert log.newest_answers == rows[-3 * MOST_OF_A_QUESTION :]
    assert Log().going_on(rows[:5]).newest_answers == rows[:5]
    first = row(-1, key="another")
    assert Log().going_on([first, *rows]).newest_answers[0] == first


def test_what_was_struck_out_counts_nowhere_but_is_still_shown():
    start, pause = row(1, kind="start", at=0), row(4, kind="pause", at=60)
    rows = [start, row(2), row(3, struck=True), pause, row(5, kind="resume", at=90, struck=True)]
    log = Log().going_on(rows)
    assert log.newest_answers == [rows[1]]
    assert log.others == (start, pause)
    assert log.by_step["zero_pitch"] == tuple(rows)
    assert (log.clock.at(moment(200)), log.clock.since) == (60, None)
    running = log.going_on([row(6, kind="resume", at=100)])
    assert running.clock.at(moment(200)) == 160
    assert running.started
    assert not Log().going_on(rows[1:3]).started


def row(number, kind="reading", key="blade.0", struck=False, at=0):
    when = moment(at)
    return LogRow(
        pk=number,
        sequence=number,
        stands_at=number,
        kind=kind,
        step="zero_pitch",
        key=key,
        label="",
        value=0.1,
        digest="",
        struck=struck,
        joins=False,
        replaces_id=None,
        at=when,
        sent_at=when,
    )


def moment(seconds):
    return datetime(2026, 3, 1, 20, tzinfo=UTC) + timedelta(seconds=seconds)
