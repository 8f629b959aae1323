"""What is still to be keyed in: counted, ticked off, taken back; fitness is withheld meanwhile."""

import json
import uuid

import pytest

from builds import described
from mint_lever_server.bench.models import LogEntry
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import held_by_devices, log_of

RATE = "transmitter.modes.normal.tail_gain_pct"


class Keying:
    """One helicopter's keying list, over the API."""

    def __init__(self, tab, at):
        self.tab, self.at = tab, at

    @property
    def now(self):
        return self.tab.get(f"{self.at}/keying").json()

    def tick(self, *paths, status=200, **more):
        body = {"version": self.now["version"], "paths": list(paths), **more}
        answer = self.tab.send("POST", f"{self.at}/keying/ticks", body)
        assert answer.status_code == status, answer.content
        return answer.json()

    def tick_all(self):
        return self.tick(*(path for line in self.now["lines"] for path in line["paths"]))

    def edit(self, path, value):
        body = {"version": self.now["version"], "changes": [{"path": path, "value": value}]}
        assert self.tab.send("PATCH", f"{self.at}/draft", body).status_code == 200


@pytest.fixture
def keying(tab):
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(described().as_document()))
    return Keying(tab, f"/api/helicopters/{answer.json()['id']}")


def test_a_device_is_said_to_hold_the_drafts_values(pilot, keying):
    paths = ["unit.cyclic_pct", "transmitter.channels.aileron.travel_high_pct"]
    keying.tick(*paths)
    bench = bench_of(pilot, uuid.UUID(keying.at.rsplit("/", 1)[1]))
    held = held_by_devices(log_of(bench, None))
    assert [(h.device, h.path) for h in held] == [
        ("unit", "unit.cyclic_pct"),
        ("transmitter", "transmitter.channels.aileron.travel_high_pct"),
    ]
    assert held[1].value == 100.0


def test_one_line_of_log_says_it_of_all_of_a_device(keying):
    assert keying.tick_all()["lines"] == []
    assert LogEntry.objects.filter(kind="holds").count() == 1


def test_a_log_of_before_is_read_as_it_was_written(pilot, keying):
    keying.tick("unit.cyclic_pct")
    older = {"device": "unit", "value": 41.0}
    LogEntry.objects.filter(kind="holds").update(key="unit.cyclic_pct", value=older)
    bench = bench_of(pilot, uuid.UUID(keying.at.rsplit("/", 1)[1]))
    bench.sequence += 2_000  # as after a restore: nothing is kept in memory
    (held,) = held_by_devices(log_of(bench, None))
    assert (held.device, held.path, held.value) == ("unit", "unit.cyclic_pct", 41.0)


def test_what_is_changed_after_it_was_keyed_in_is_open_with_old_and_new(keying):
    keying.tick_all()
    keying.edit(RATE, 40.0)
    (line,) = keying.now["lines"]
    assert (line["device"], line["paths"]) == ("transmitter", [RATE])
    assert (line["before"], line["after"]) == ("44", "40")
    keying.tab.send("POST", f"{keying.at}/draft/undo", {"version": keying.now["version"]})
    assert keying.now["lines"] == []


def test_a_tick_made_by_mistake_is_taken_back(keying):
    keying.tick_all()
    keying.edit(RATE, 40.0)
    ticked = keying.tick(RATE)
    assert ticked["lines"] == []
    back = keying.tab.send("POST", f"{keying.at}/keying/ticks/{ticked['ticked']}/remove").json()
    assert [line["before"] for line in back["lines"]] == ["44"]


def test_only_a_tick_is_taken_back_so(keying):
    keying.tab.send("POST", f"{keying.at}/bench/work", {"what": "crash"})
    answer = keying.tab.send("POST", f"{keying.at}/keying/ticks/1/remove")
    assert answer.status_code == 404


def test_what_another_tab_changed_meanwhile_is_not_ticked_unseen(keying):
    seen = keying.now["version"]
    keying.edit(RATE, 40.0)
    refused = keying.tick(RATE, status=409, version=seen)
    assert refused["title"] == "The setup was changed elsewhere"
    assert LogEntry.objects.filter(kind="holds").count() == 0


@pytest.mark.parametrize("path", ["airframe.head.grip_arm_mm", "unit.nothing", "notes"])
def test_what_no_device_holds_is_not_ticked(keying, path):
    refused = keying.tick(path, status=422)
    assert "a device holds" in refused["faults"][0]["allowed"]


def test_what_a_step_set_on_a_device_is_ticked_already(keying):
    keying.tick_all()
    at = f"{keying.at}/bench"

    def bench(step):
        return keying.tab.get(f"{at}?step={step}").json()

    def read(step, key, value):
        body = {"version": bench(step)["version"], "step": step, "key": key, "value": value}
        assert keying.tab.send("POST", f"{at}/readings", body).status_code == 200

    for ask in bench("make_safe")["advice"]["asks"]:
        read("make_safe", ask["key"], True)
    read("arrival", "aileron.low", -96.0)
    now = bench("arrival")
    action = next(a for a in now["advice"]["actions"] if a["key"] == "end.aileron.low")
    body = {"version": now["version"], "sequence": now["sequence"], "step": "arrival"}
    done = keying.tab.send("POST", f"{at}/acts", {**body, "key": action["key"]})
    assert done.status_code == 200
    assert keying.now["version"] > now["version"]
    assert keying.now["lines"] == []


def test_the_hangar_counts_it(keying):
    def count():
        (standing,) = keying.tab.get("/api/bench/standings").json()["standings"]
        return standing["to_key_in"]

    assert count() == len(keying.now["lines"]) > 50
    keying.tick_all()
    assert count() == 0
    keying.edit(RATE, 40.0)
    assert count() == 1


def test_in_practice_nothing_is_keyed_in(keying):
    table = {"version": keying.now["version"], "simulated": True}
    keying.tab.send("POST", f"{keying.at}/bench/table", table)
    assert (keying.now["practice"], keying.now["lines"]) == (True, [])


def test_another_pilots_list_is_not_there(keying, stranger):
    assert stranger.get(f"{keying.at}/keying").status_code == 404
