"""Undo takes back what the pilot did last with the model on the table, reading or setting."""

import random

import pytest

from few import few
from server.test_bench import SAFE, Table


@pytest.fixture
def table(tab, helicopter):
    return Table(tab, helicopter["id"]).safe()


def undo(table, way="undo", **more):
    draft = table.tab.get(table.helicopter).json()
    done = table.tab.send("POST", f"{table.path}/{way}", {"version": draft["version"], **more})
    assert done.status_code == 200
    table.see()
    return done.json()


def edit(table, path, value):
    version = table.tab.get(table.helicopter).json()["version"]
    body = {"version": version, "changes": [{"path": path, "value": value}]}
    assert table.tab.send("PATCH", f"{table.helicopter}/draft", body).status_code == 200
    table.see()


def document(table):
    return table.tab.get(table.helicopter).json()["document"]


def answers(table, step):
    table.see(step)
    return {ask["key"]: ask["answer"] for ask in table.now["advice"]["asks"]}


def test_a_reading_after_a_setting_is_undone_first(table):
    edit(table, "unit.cyclic_pct", 44.0)
    table.read("zero_pitch", "blade.0", 0.3)
    first = undo(table)
    assert first["said"] == "Undone: Blade A over the boom: 0.3, step 9"
    assert answers(table, "zero_pitch")["blade.0"] is None
    assert document(table)["unit"]["cyclic_pct"] == 44.0
    second = undo(table)
    assert second["said"].startswith("Undone: Cyclic throw")
    assert second["said"].endswith("step 10")
    assert document(table)["unit"]["cyclic_pct"] == 40.0
    assert undo(table, "redo")["said"].startswith("Done again: Cyclic throw")
    assert undo(table, "redo")["said"] == "Done again: Blade A over the boom: 0.3, step 9"
    assert answers(table, "zero_pitch")["blade.0"] == 0.3
    assert document(table)["unit"]["cyclic_pct"] == 44.0


def test_an_act_is_undone_with_its_settings_and_its_line(table):
    for end, value in (("low", 94), ("high", -95), ("centre", 0)):
        table.read("arrival", f"aileron.{end}", value)
    assert table.act("arrival", "turn.aileron").status_code == 200
    assert document(table)["transmitter"]["channels"]["aileron"]["reversed"]
    assert answers(table, "arrival")["aileron.low"] is None
    said = undo(table)["said"]
    assert said == "Undone: Reverse the aileron channel, step 3"
    assert not document(table)["transmitter"]["channels"]["aileron"]["reversed"]
    # What was read before it holds again.
    assert answers(table, "arrival")["aileron.low"] == 94


def test_hands_are_asked_about_and_the_record_is_struck_only_where_it_is_so(table):
    table.read("zero_pitch", "blade.0", 2.0)
    table.read("zero_pitch", "blade.1", 0.0)
    table.see("zero_pitch")
    key = table.now["advice"]["actions"][0]["key"]
    assert table.act("zero_pitch", key).status_code == 200
    waiting = undo(table)
    assert waiting["said"] == ""
    assert waiting["undo"]["question"] == "Is the link of blade A turned back?"
    assert answers(table, "zero_pitch")["blade.0"] is None
    done = undo(table, hands="turned_back")
    assert done["said"].startswith("Undone: ")
    assert answers(table, "zero_pitch")["blade.0"] == 2.0
    assert undo(table, "redo")["said"].startswith("Done again")
    assert answers(table, "zero_pitch")["blade.0"] is None


def test_a_reading_put_right_goes_back_to_what_it_was(table):
    table.read("zero_pitch", "blade.0", 3.0)
    line = table.now["advice"]["log"]["lines"][-1]
    table.tab.send(
        "PUT", f"{table.path}/readings/{line['sequence']}?step=zero_pitch", {"value": 0.3}
    )
    assert answers(table, "zero_pitch")["blade.0"] == 0.3
    undo(table)
    assert answers(table, "zero_pitch")["blade.0"] == 3.0
    undo(table, "redo")
    assert answers(table, "zero_pitch")["blade.0"] == 0.3


def test_practice_and_real_each_have_their_own(table):
    table.read("zero_pitch", "blade.0", 0.3)
    table.send("table", version=table.now["version"], simulated=True)
    assert undo(table)["said"] == ""
    table.read("make_safe", SAFE[0], True)
    assert undo(table)["said"].startswith("Undone: ")
    table.send("table", version=table.now["version"], simulated=False)
    assert undo(table)["said"] == "Undone: Blade A over the boom: 0.3, step 9"


def test_what_was_done_since_ends_redo(table):
    table.read("zero_pitch", "blade.0", 0.3)
    undo(table)
    table.read("zero_pitch", "blade.1", 0.1)
    assert undo(table, "redo")["said"] == ""


@pytest.mark.parametrize("seed", few(range(50)))
def test_in_any_order_undo_leads_back_and_redo_forward(table, seed):
    """Fifty drawn orders of readings, settings and undone things: all of it undone is the
    beginning, all of it done again the end."""
    draw = random.Random(seed)
    begin = (document(table), answers(table, "zero_pitch"), answers(table, "arrival"))

    def something(turn):
        kind = draw.randrange(4)
        if kind == 0:
            edit(table, "unit.cyclic_pct", 41.0 + turn)
        elif kind == 1:
            table.read("zero_pitch", f"blade.{draw.randrange(2)}", draw.randrange(-9, 9) / 10)
        elif kind == 2:
            end = draw.choice(["low", "high"])
            table.read(
                "arrival", f"aileron.{end}", {"low": -1, "high": 1}[end] * draw.randrange(90, 98)
            )
        else:
            table.see("arrival")
            acts = [each for each in table.now["advice"]["actions"] if each["sets"]]
            if not acts:
                return 0
            assert table.act("arrival", acts[0]["key"]).status_code == 200
        return 1

    depth = 0
    for turn in range(draw.randrange(4, 9)):
        depth += something(turn)
        if depth and draw.random() < 0.3:
            assert undo(table)["said"]
            depth -= 1
    end = (document(table), answers(table, "zero_pitch"), answers(table, "arrival"))
    for _ in range(depth):
        assert undo(table)["said"]
    assert (document(table), answers(table, "zero_pitch"), answers(table, "arrival")) == begin
    for _ in range(depth):
        assert undo(table, "redo")["said"]
    assert (document(table), answers(table, "zero_pitch"), answers(table, "arrival")) == end
