"""The bench: readings kept and judged, advice followed, practice apart from the real model."""

import json
import time
import uuid

import pytest

from builds import document
from mint_lever_server.bench.models import LogEntry
from mint_lever_server.bench.practice import make_fresh_model
from mint_lever_server.hangar.models import Document

from .put_down import put_down

SAFE = ("motor", "hold", "blades")


class Table:
    """A browser tab at one helicopter's bench."""

    def __init__(self, tab, helicopter_id):
        self.tab, self.helicopter = tab, f"/api/helicopters/{helicopter_id}"
        self.path = f"{self.helicopter}/bench"
        self.see()

    def see(self, step=None):
        answer = self.tab.get(self.path + (f"?step={step}" if step else ""))
        return self._keep(answer)

    def send(self, path, method="POST", **body):
        return self._keep(self.tab.send(method, f"{self.path}/{path}", body))

    def read(self, step, key, value):
        return self.send("readings", version=self.now["version"], step=step, key=key, value=value)

    def act(self, step, key):
        now = self.now
        return self.send(
            "acts", version=now["version"], sequence=now["sequence"], step=step, key=key
        )

    def safe(self):
        for key in SAFE:
            assert self.read("make_safe", key, True).status_code == 200
        return self

    def state(self, step):
        return next(line["state"] for line in self.now["slip"] if line["name"] == step)

    def _keep(self, answer):
        if answer.status_code == 200:
            self.now = answer.json()
        return answer


@pytest.fixture
def table(tab, helicopter):
    return Table(tab, helicopter["id"])


def ask(table, key):
    return next(a for a in table.now["advice"]["asks"] if a["key"] == key)


def test_a_fresh_bench_starts_with_make_safe_and_its_cautions(table):
    assert table.now["next_step"] == table.now["advice"]["step"] == "make_safe"
    assert table.now["advice"]["cautions"]
    assert table.now["fitness"] == {
        "fit": False,
        "withheld": [
            *(f"{line['title'].lower()}: open" for line in table.now["slip"]),
            "danger: no throttle hold",
            "not set: no fail-safe is written down",
        ],
        "revision": None,
        "to_save": False,
    }


def test_nothing_else_starts_before_it_is_safe_and_every_power_up_asks_again(table):
    refused = table.read("zero_pitch", "blade.0", 1.0)
    assert refused.status_code == 409
    assert refused.json()["title"] == "Make safe first"
    table.safe()
    assert table.read("zero_pitch", "blade.0", 1.0).status_code == 200
    table.send("times", what="power")
    assert table.state("make_safe") == "stale"
    assert table.read("zero_pitch", "blade.1", 0.0).status_code == 409
    assert table.safe().read("zero_pitch", "blade.1", 0.0).status_code == 200
    assert ask(table, "blade.0")["answer"] == 1.0


@pytest.mark.parametrize(
    ("value", "found"),
    [("about one", "about one"), ("95", "95 °"), (95, "95 °"), ("", "nothing"), (None, "None")],
)
def test_an_entry_that_makes_no_sense_is_named_and_nothing_is_lost(table, value, found):
    table.safe().read("zero_pitch", "blade.0", "1,2")
    refused = table.read("zero_pitch", "blade.1", value)
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert fault == {
        "path": "Blade B over the boom",
        "found": found,
        "allowed": "a number from -30 to 30 °, such as 1.3 or 1,3",
    }
    table.see("zero_pitch")
    assert ask(table, "blade.0")["answer"] == 1.2


def test_a_reading_on_a_stale_base_is_kept_and_the_base_is_named(table):
    table.safe().read("zero_pitch", "blade.0", 0.1)
    line = next(line for line in table.now["slip"] if line["name"] == "zero_pitch")
    assert line["base"] == ["Level the swash"]
    assert ask(table, "blade.0")["answer"] == 0.1


def test_two_tabs_entering_at_once_lose_nothing(tab, table, helicopter):
    table.safe()
    other = Table(tab, helicopter["id"])
    assert table.read("zero_pitch", "blade.0", 1.0).status_code == 200
    assert other.read("zero_pitch", "blade.0", 1.2).status_code == 200
    ruler = other.now["advice"]["rulers"][0]
    assert [(mark["value"], mark["holds"]) for mark in ruler["marks"]] == [(1.0, True), (1.2, True)]
    other.read("zero_pitch", "blade.1", 0.0)
    # The first tab's advice is older than the log: it is not followed blindly.
    assert table.act("zero_pitch", "links").status_code == 409
    assert other.act("zero_pitch", "links").status_code == 200
    assert table.see("zero_pitch").status_code == 200
    assert len(table.now["advice"]["log"]["lines"]) == 4


def test_an_edit_elsewhere_is_told_before_a_reading_is_logged_on_it(tab, table, helicopter):
    table.safe()
    path = f"/api/helicopters/{helicopter['id']}/draft"
    change = {"path": "unit.cyclic_pct", "value": 44.0}
    tab.send("PATCH", path, {"version": 1, "changes": [change]})
    refused = table.read("cyclic_throw", "right", 8.0)
    assert refused.status_code == 409
    assert refused.json()["version"] == 2
    table.see()
    assert table.read("cyclic_throw", "right", 8.0).status_code == 200


def test_a_reading_can_be_struck_put_back_and_put_right(table):
    table.safe().read("zero_pitch", "blade.0", 11.0)
    (line,) = table.now["advice"]["log"]["lines"]
    strike = f"readings/{line['sequence']}/strike?step=zero_pitch"
    table.send(strike)
    assert ask(table, "blade.0")["answer"] is None
    assert table.now["advice"]["log"]["lines"][0]["struck"]
    table.send(strike, struck=False)
    assert ask(table, "blade.0")["answer"] == 11.0
    edit = f"readings/{line['sequence']}?step=zero_pitch"
    assert table.send(edit, "PUT", value="1x1").status_code == 422
    table.send(edit, "PUT", value="1,1")
    assert ask(table, "blade.0")["answer"] == 1.1
    was, now = table.now["advice"]["log"]["lines"]
    assert (was["value"], was["struck"], was["edited"]) == (11.0, True, True)
    assert (now["value"], now["holds"]) == (1.1, True)
    assert table.send(strike, struck=False).status_code == 409


def test_following_advice_changes_the_draft_and_can_be_undone(tab, table, helicopter):
    table.safe().read("cyclic_throw", "right", 6.0)
    table.read("cyclic_throw", "left", -6.0)
    (action,) = table.now["advice"]["actions"]
    assert action["text"] == "Set the unit's cyclic figure from 40 to 60 %."
    table.act("cyclic_throw", "figure")
    path = f"/api/helicopters/{helicopter['id']}"
    draft = tab.get(path).json()
    assert draft["document"]["unit"]["cyclic_pct"] == 60.0
    assert table.now["advice"]["next_key"] == "right"
    assert table.now["version"] == draft["version"]
    tab.send("POST", f"{path}/draft/undo", {"version": draft["version"]})
    assert tab.get(path).json()["document"]["unit"]["cyclic_pct"] == 40.0


def test_what_was_touched_makes_exactly_its_steps_stale(table):
    table.safe().read("zero_pitch", "blade.0", 0.1)
    table.read("zero_pitch", "blade.1", 0.0)
    assert table.state("zero_pitch") == "good"
    assert table.send("work", what="dropped it").status_code == 422
    table.send("work", what="crash")
    line = next(line for line in table.now["slip"] if line["name"] == "zero_pitch")
    assert (line["state"], line["because"]) == ("stale", ["a pitch link", "the rotor head"])
    assert table.state("make_safe") == "good"


def test_the_clock_counts_only_while_it_runs(table):
    assert not table.now["started"]
    table.send("times", what="start")
    assert table.now["running"]
    time.sleep(0.15)
    table.send("times", what="pause")
    stopped = table.now["elapsed_s"]
    assert 0.1 <= stopped < 2
    time.sleep(0.15)
    table.see()
    assert table.now["elapsed_s"] == stopped
    table.safe()
    table.send("times", what="resume")
    assert table.state("make_safe") == "good"
    table.send("times", what="power")
    assert table.state("make_safe") == "stale"


def test_the_clock_of_the_model_that_leaves_the_table_stops_and_goes_on_later(table):
    def put(simulated):
        table.send("table", version=table.now["version"], simulated=simulated)

    put(True)
    table.send("times", what="start")
    put(False)
    assert not table.now["started"]
    table.send("times", what="start")
    time.sleep(0.15)
    table.see()
    real = table.now["elapsed_s"]
    put(True)
    practised = table.now["elapsed_s"]
    assert practised < 0.15 <= real
    assert table.now["running"]
    # A pause that the pilot asked for stays.
    table.send("times", what="pause")
    put(False)
    assert table.now["running"]
    put(True)
    assert not table.now["running"]


def test_the_first_answer_starts_the_run_and_a_pause_stays_the_pilots(table):
    table.read("make_safe", SAFE[0], True)
    assert table.now["started"]
    assert table.now["running"]
    table.safe()
    assert table.state("make_safe") == "good"
    table.send("times", what="pause")
    table.read("mechanical_look", "shaft", True)
    assert not table.now["running"]


def practise(table, on=True):
    return table.send("table", version=table.now["version"], simulated=on)


def evening(table):
    """Follow the bench to its end with the simulated model's own instruments."""
    for _ in range(300):
        step, advice = table.now["next_step"], table.now["advice"]
        if step is None:
            return
        if advice["step"] != step:
            table.see(step)
            continue
        ready = advice["next_key"] is None or step in ("horns", "together", "tilts", "level")
        needed = [action for action in advice["actions"] if action["needed"]]
        if needed and ready:
            assert table.act(step, needed[0]["key"]).status_code == 200
            continue
        body = {"step": step, "key": advice["next_key"]}
        taken = table.tab.send("POST", f"{table.path}/simulated-reading", body).json()["value"]
        assert table.read(step, advice["next_key"], taken).status_code == 200
    raise AssertionError("the evening never ended")


@pytest.mark.judge
def test_a_practised_evening_never_counts_for_the_real_model(pilot, tab, table, helicopter):
    assert table.tab.send("POST", f"{table.path}/simulated-model").status_code == 409
    practise(table)
    make_fresh_model(pilot, helicopter["id"], seed=7)
    table.see()
    evening(table)
    assert table.now["simulated"]
    assert table.now["fitness"]["fit"]
    path = f"/api/helicopters/{helicopter['id']}"
    # A practice draft never becomes a revision, and the real draft comes back untouched.
    body = {"version": table.now["version"], "note": ""}
    assert tab.send("POST", f"{path}/revisions", body).status_code == 409
    assert tab.get(path).json()["document"] != helicopter["document"]
    (standing,) = tab.get("/api/bench/standings").json()["standings"]
    assert (standing["fit"], standing["done"], standing["practised"]) == (False, 0, True)
    practise(table, on=False)
    back = tab.get(path).json()
    assert back["document"] == helicopter["document"]
    # No undo brings the practice draft back as the real one's.
    assert back["undo"] is None
    undo = tab.send("POST", f"{path}/draft/undo", {"version": back["version"]})
    assert undo.status_code == 409
    assert {line["state"] for line in table.now["slip"]} == {"open"}
    practise(table)
    assert table.now["fitness"]["fit"]
    table.send("simulated-model")
    assert {line["state"] for line in table.now["slip"]} == {"open"}


@pytest.fixture
def all_read(tab, ended_evening):
    """A real model on which every step was read."""
    bench, evening = ended_evening()
    made = json.dumps(bench.setup.as_document())
    put_in = tab.send("POST", "/api/helicopters/import", raw=made).json()["id"]
    put_down(put_in, bench, evening)
    return Table(tab, put_in)


def test_fit_is_said_of_a_saved_revision_that_is_what_is_on_the_bench(tab, all_read):
    table, path = all_read, all_read.helicopter

    def standing():
        (found,) = tab.get("/api/bench/standings").json()["standings"]
        assert table.see().status_code == 200
        mine = {key: found[key] for key in table.now["fitness"]}
        assert mine == table.now["fitness"]
        return mine

    def edit(**change):
        body = {"version": tab.get(path).json()["version"], "changes": [change]}
        assert tab.send("PATCH", f"{path}/draft", body).status_code == 200

    def save():
        body = {"version": tab.get(path).json()["version"], "note": ""}
        assert tab.send("POST", f"{path}/revisions", body).status_code == 201

    assert {line["state"] for line in table.now["slip"]} <= {"good", "workable"}
    key_in(tab, path)
    found = standing()
    assert (found["fit"], found["to_save"], found["revision"]) == (False, True, None)
    save()
    assert (standing()["fit"], standing()["revision"]) == (True, 1)
    # A note changes nothing on the helicopter: revision 1 stays the one that is fit.
    edit(path="notes", value="new paint")
    assert (standing()["fit"], standing()["revision"]) == (True, 1)
    edit(path="unit.ring_pct", value=31.0)
    save()
    found = standing()
    assert not found["fit"]
    assert any("cyclic ring" in reason for reason in found["withheld"])


def key_in(tab, path):
    """Say that every device holds what the setup has."""
    now = tab.get(f"{path}/keying").json()
    paths = [each for line in now["lines"] for each in line["paths"]]
    body = {"version": now["version"], "paths": paths}
    assert tab.send("POST", f"{path}/keying/ticks", body).json()["lines"] == []


def test_the_evening_is_summed_up_against_what_was_saved_last(tab, all_read):
    path = all_read.helicopter

    def over():
        return tab.get(f"{path}/bench/summary").json()

    def write(method, what, **body):
        version = tab.get(path).json()["version"]
        assert tab.send(method, f"{path}/{what}", {"version": version, **body}).status_code < 300

    key_in(tab, path)
    found = over()
    assert found["since"] == "since this helicopter was entered"
    assert found["done"] == found["steps"]
    assert found["fitness"]["to_save"]
    assert {each["state"] for each in found["left_open"]} <= {"workable"}
    write("POST", "revisions", note="evening")
    found = over()
    assert (found["since"], found["was_set"], found["fitness"]["fit"]) == (
        "since revision 1",
        [],
        True,
    )
    write("PATCH", "draft", changes=[{"path": "unit.ring_pct", "value": 31.0}])
    found = over()
    (ring,) = found["was_set"]
    assert (ring["device"], ring["name"], ring["after"]) == ("unit", "Cyclic ring", "31")
    assert "clearance" in {each["step"] for each in found["left_open"]}


def test_a_leveller_without_degrees_reads_both_tilts(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/bench/leveller"
    found = tab.send("POST", path, {"gaps_mm": [0.5, 0.0, 0.0]}).json()
    assert found["right_deg"] == pytest.approx(0.0, abs=1e-9)
    assert -2.0 < found["forward_deg"] < -0.3
    for wrong in ([0.5, 0.0], [0.5, 0.0, -1.0], [0.5, 0.0, 99.0], [0.5, 0.0, 0.0, 0.0]):
        assert tab.send("POST", path, {"gaps_mm": wrong}).status_code == 422


def test_a_ball_that_is_high_comes_down_by_the_least_its_link_can_do(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}"
    changes = [
        {"path": "airframe.swash.link_step_turns", "value": 1.0},
        {"path": "airframe.swash.link_thread_mm", "value": 0.45},
    ]
    version = tab.get(path).json()["version"]
    tab.send("PATCH", f"{path}/draft", {"version": version, "changes": changes})
    said = tab.send("POST", f"{path}/bench/leveller/high-ball", {"ball": 1}).json()["says"]
    assert said.startswith("Turn servo 2's link 1 turn shorter")
    assert "0.45 mm" in said
    assert tab.send("POST", f"{path}/bench/leveller/high-ball", {"ball": 3}).status_code == 422


def test_the_hangar_says_what_comes_next(tab, table):
    table.safe()
    (standing,) = tab.get("/api/bench/standings").json()["standings"]
    assert (standing["done"], standing["next"]) == (1, "Mechanical look")
    table.send("times", what="power")
    (standing,) = tab.get("/api/bench/standings").json()["standings"]
    assert (standing["done"], standing["stale"]) == (0, ["Make safe"])


def test_readings_teach_lengths_and_no_step_is_undone_by_it(table):
    table.safe()
    uncertain = {"parameters": ["grip_arm"]}
    path = f"{table.path}/lesson"
    assert table.tab.send("POST", path, uncertain).status_code == 422
    for step, key, value in (
        ("zero_pitch", "blade.0", 0.0),
        ("zero_pitch", "blade.1", 0.1),
        ("collective_range", "up", 11.0),
        ("collective_range", "down", -11.0),
    ):
        assert table.read(step, key, value).status_code == 200
    lesson = table.tab.send("POST", path, uncertain).json()
    (arm,) = lesson["lengths"]
    assert arm["before_mm"] == 23.0
    assert arm["after_mm"] != 23.0
    assert max(map(abs, lesson["after_deg"])) < max(map(abs, lesson["before_deg"]))
    states = {line["name"]: line["state"] for line in table.now["slip"]}
    table.send("learn", version=table.now["version"], **uncertain)
    assert {line["name"]: line["state"] for line in table.now["slip"]} == states


@pytest.mark.parametrize(
    ("body", "pitch"),
    [
        ({"by": "gap", "small_mm": 20.94, "large_mm": 300.0}, 2.0),
        ({"by": "chord", "small_mm": 2.79, "large_mm": 40.0}, 4.0),
        (
            {
                "by": "picture",
                "chord_line": [[0, 100], [100, 90]],
                "reference_line": [[0, 0], [100, 0]],
            },
            5.7,
        ),
    ],
)
def test_pitch_by_other_means(tab, helicopter, body, pitch):
    answer = tab.send("POST", "/api/bench/pitch", body)
    assert answer.json()["pitch_deg"] == pytest.approx(pitch, abs=0.02)


def test_another_pilots_bench_is_not_there(stranger, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/bench"
    assert stranger.get(path).status_code == 404
    body = {"version": 1, "step": "make_safe", "key": "motor", "value": True}
    assert stranger.send("POST", f"{path}/readings", body).status_code == 404
    assert stranger.send("POST", f"{path}/notes", {"what": "start"}).status_code == 404


def test_a_helicopter_goes_with_its_bench(tab, table, helicopter):
    table.safe().read("zero_pitch", "blade.0", 11.0)
    (line,) = table.now["advice"]["log"]["lines"]
    table.send(f"readings/{line['sequence']}?step=zero_pitch", "PUT", value="1,1")
    assert tab.send("DELETE", f"/api/helicopters/{helicopter['id']}").status_code == 204
    assert table.see().status_code == 404


def test_a_step_or_question_that_is_not_there_is_named(table):
    refused = table.safe().read("trim_flight", "gain", 1)
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "step"
    refused = table.read("zero_pitch", "blade.7", 1)
    assert "blade.0, blade.1" in refused.json()["faults"][0]["allowed"]


def test_a_document_from_before_a_setting_existed_can_still_be_edited(tab):
    old = document()
    made = tab.send("POST", "/api/helicopters/import", raw=json.dumps(old)).json()
    Document.objects.filter(helicopter_id=made["id"]).update(text=json.dumps(old))
    change = {"path": "unit.collective_low_pct", "value": 41.0}
    body = {"version": 1, "changes": [change]}
    answer = tab.send("PATCH", f"/api/helicopters/{made['id']}/draft", body)
    assert answer.status_code == 200, answer.content


def test_the_simulated_unit_remembers_what_it_was_taught(tab, table, helicopter):
    body = {"version": table.now["version"], "arrangement": "transmitter_mixes_unit_behind"}
    tab.send("POST", f"/api/helicopters/{helicopter['id']}/draft/rebuild", body)
    table.see()
    practise(table)

    def take(key):
        taken = tab.send(
            "POST", f"{table.path}/simulated-reading", {"step": "teach_throws", "key": key}
        )
        return taken.json()["value"]

    ends = [
        f"shown.{f}.{end}" for f in ("collective", "aileron", "elevator") for end in ("low", "high")
    ]
    assert take(ends[0]) is None  # nothing was taught yet
    for function in ("collective", "aileron", "elevator"):
        assert take(function) is True
    first = [abs(take(key)) for key in ends]
    assert 100.0 <= max(first) <= 126.0  # one stick was moved in haste, the first time
    for function in ("collective", "aileron", "elevator"):
        take(function)
    assert [abs(take(key)) for key in ends] == [100.0] * 6


def test_a_new_reading_replaces_one_it_does_not_agree_with_unless_a_mean_is_asked_for(table):
    table.safe().read("zero_pitch", "blade.0", 3.0)
    table.read("zero_pitch", "blade.0", 0.4)
    held = [mark["holds"] for mark in table.now["advice"]["rulers"][0]["marks"]]
    assert held == [False, True]
    body = {"step": "zero_pitch", "key": "blade.0", "value": 1.4, "joins": True}
    table.send("readings", version=table.now["version"], **body)
    held = [mark["holds"] for mark in table.now["advice"]["rulers"][0]["marks"]]
    assert held == [False, True, True]


def test_a_reading_sent_twice_is_logged_once_with_its_own_clock_and_what_was_seen(table):
    table.safe()
    sent = {
        "id": "6d0a3f5e-4f2a-4a57-9f0c-0e4f3c1d2b1a",
        "at": "2026-03-01T20:15:00Z",
        "saw": table.now["digest"],
        "step": "zero_pitch",
        "key": "blade.0",
        "value": 0.1,
    }
    for _ in range(2):
        assert table.send("readings", version=table.now["version"], **sent).status_code == 200
    (line,) = table.now["advice"]["log"]["lines"]
    assert line["at"] == "2026-03-01T20:15:00Z"
    entry = LogEntry.objects.get(sent_id=sent["id"])
    assert entry.saw == entry.document.digest == table.now["digest"]


def test_whatever_is_sent_twice_is_done_once(table):
    """An answer that was lost on the way: the browser sends the same again under the same id."""

    def twice(path, method="POST", **body):
        stamp = {"id": str(uuid.uuid4()), "at": "2026-03-01T20:15:00Z"}
        answers = [table.send(path, method, **stamp, **body) for _ in range(2)]
        assert [answer.status_code for answer in answers] == [200, 200], answers[1].content
        assert answers[0].json()["sequence"] == answers[1].json()["sequence"]

    twice("times", what="start")
    twice("times", what="power")
    assert {str(at) for at in LogEntry.objects.values_list("sent_at", flat=True)} == {
        "2026-03-01 20:15:00+00:00"
    }
    table.safe().read("zero_pitch", "blade.0", 1.1)
    (line,) = table.now["advice"]["log"]["lines"]
    twice(f"readings/{line['sequence']}?step=zero_pitch", "PUT", value=1.3)
    line = table.now["advice"]["log"]["lines"][-1]
    twice(f"readings/{line['sequence']}/strike?step=zero_pitch", struck=True)
    version = table.now["version"]
    twice("table", version=version, simulated=True)
    twice("simulated-model")
    assert table.now["simulated"]


def test_what_is_said_about_the_metal_is_kept_with_the_helicopter_and_undoes_nothing(
    tab, table, helicopter
):
    table.safe().read("horns", "horn.0", 9.0)
    table.read("horns", "horn.1", 0.5)
    table.read("horns", "horn.2", 0.0)
    assert table.now["advice"]["next_key"] == "arms"
    assert table.now["advice"]["actions"] == []
    assert table.read("horns", "arms", "4").status_code == 200
    assert table.read("horns", "teeth", 25).status_code == 200
    draft = tab.get(f"/api/helicopters/{helicopter['id']}").json()
    servos = draft["document"]["airframe"]["servos"]
    assert {(servo["wheel_arms"], servo["spline_teeth"]) for servo in servos} == {(4, 25)}
    assert draft["undo"]["words"].startswith("Servo 1, teeth of the spline")
    (press,) = table.now["advice"]["actions"]
    assert "press the horn on" in press["text"]
    assert ask(table, "horn.1")["answer"] == 0.5


def test_the_log_comes_in_pages(tab, table):
    table.safe()
    for n in range(45):
        table.read("zero_pitch", "blade.0", round(n / 100, 2))
    log = table.now["advice"]["log"]
    assert (len(log["lines"]), log["more"]) == (40, True)
    before = log["lines"][0]["sequence"]
    older = tab.get(f"{table.path}/log", {"step": "zero_pitch", "before": before}).json()
    assert ([line["value"] for line in older["lines"]], older["more"]) == (
        [0.0, 0.01, 0.02, 0.03, 0.04],
        False,
    )


def test_the_simulated_model_never_guesses(table):
    table.safe()
    practise(table)
    for key in SAFE:
        table.read("make_safe", key, True)
    body = {"step": "cyclic_throw", "key": "horn_mm"}
    refused = table.tab.send("POST", f"{table.path}/simulated-reading", body)
    assert refused.status_code == 422
    assert "nothing on the simulated model" in refused.json()["faults"][0]["found"]


def test_the_log_says_a_chosen_answer_in_words(table):
    table.safe().read("tail_mechanics", "turns", "leading")
    (line,) = table.now["advice"]["log"]["lines"]
    assert line["value"] == "leading"
    assert line["said"] == "leading edge first, into that air"
    table.read("zero_pitch", "blade.0", 1.1)
    (line,) = table.now["advice"]["log"]["lines"]
    assert line["said"] == "1.1"
