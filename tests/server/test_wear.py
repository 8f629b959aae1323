"""Packs over their life, parts since they were new, and what a crash asks for."""

import uuid

import pytest

from mint_lever_server.bench.models import LogEntry


class TestWear:
    def test_flights_on_a_part_are_counted_from_when_it_was_new(self, field):
        field.fly()
        wear = field.call("POST", "parts", {"part": "belt"})
        belt = {each["name"]: each["flights"] for each in wear["parts"]}
        assert (belt["belt"], belt["main blades"]) == (0, None)
        field.fly()
        parts = field.tab.get(f"{field.at}/field/wear").json()["parts"]
        assert {each["name"]: each["flights"] for each in parts}["belt"] == 1

    def test_practice_wears_nothing_out(self, field):
        field.call("POST", "parts", {"part": "belt"})
        table = {"version": field.show()["version"], "simulated": True}
        field.tab.send("POST", f"{field.at}/bench/table", table)
        field.fly()
        assert field.tab.get(f"{field.at}/field/wear").json()["flown"] == 0

    def test_a_part_nobody_knows_is_refused(self, field):
        field.call("POST", "parts", {"part": "rotor"}, status=422)

    def test_a_pack_is_judged_by_its_measurements(self, tab):
        pack = str(uuid.uuid4())
        tab.send("POST", "/api/field/packs", {"id": pack, "name": "6S red 1"})
        for day, mohm in enumerate((10.0, 10.0, 10.0, 17.0, 17.0, 17.0), start=1):
            body = {"day": f"2026-03-{day:02}", "mohm": mohm}
            life = tab.send("POST", f"/api/field/packs/{pack}/measures", body).json()
        assert (life["word"], life["times"]) == ("worn", pytest.approx(1.7))
        last = life["measures"][-1]["id"]
        life = tab.send("DELETE", f"/api/field/packs/{pack}/measures/{last}").json()
        assert (life["word"], len(life["measures"])) == ("not known", 5)


class TestPacks:
    def test_a_pack_is_named_flown_and_then_only_put_away(self, tab, field):
        pack = str(uuid.uuid4())
        tab.send("POST", "/api/field/packs", {"id": pack, "name": "6S red 1"})
        field.fly(pack=pack)
        assert tab.get("/api/field/packs").json()[0]["flown"] == 1
        assert field.show()["newest"]["pack"] == pack
        assert tab.send("DELETE", f"/api/field/packs/{pack}").status_code == 409
        away = tab.send("PATCH", f"/api/field/packs/{pack}", {"put_away": True}).json()
        assert (away[0]["put_away"], away[0]["name"]) == (True, "6S red 1")

    def test_one_that_never_flew_can_go(self, tab):
        pack = str(uuid.uuid4())
        tab.send("POST", "/api/field/packs", {"id": pack, "name": "6S red 1"})
        assert tab.send("DELETE", f"/api/field/packs/{pack}").json() == []

    def test_two_of_one_name_are_refused_and_anothers_pack_is_none_of_yours(
        self, tab, field, stranger
    ):
        one, other = str(uuid.uuid4()), str(uuid.uuid4())
        tab.send("POST", "/api/field/packs", {"id": one, "name": "6S red 1"})
        twice = tab.send("POST", "/api/field/packs", {"id": other, "name": "6S red 1"})
        assert twice.status_code == 409
        assert stranger.get("/api/field/packs").json() == []
        stranger.send("POST", "/api/field/packs", {"id": other, "name": "theirs"})
        field.fly()
        field.call("PATCH", "flights/1", {"pack": other}, status=422)


class TestAfterACrash:
    def crash(self, field):
        field.tab.send("POST", f"{field.at}/bench/work", {"what": "crash"})

    def looked(self, field):
        wear = field.call("GET", "wear")
        return [each["what"] for each in wear["after_a_crash"] if each["looked"]]

    def test_what_was_looked_at_is_in_the_record(self, field):
        assert field.call("GET", "wear")["crashed_at"] is None
        self.crash(field)
        assert field.call("GET", "wear")["crashed_at"] is not None
        field.call("POST", "crash-checks", {"what": "Main shaft"})
        field.call("POST", "crash-checks", {"what": "Frame"})
        field.call("POST", "crash-checks", {"what": "Frame", "looked": False})
        assert self.looked(field) == ["Main shaft"]
        lines = LogEntry.objects.filter(kind="looked").values_list("key", "value")
        assert list(lines) == [("Main shaft", True), ("Frame", True), ("Frame", False)]

    def test_another_crash_begins_the_list_anew(self, field):
        self.crash(field)
        field.call("POST", "crash-checks", {"what": "Main shaft"})
        self.crash(field)
        assert self.looked(field) == []

    def test_sent_twice_it_is_noted_once(self, field):
        self.crash(field)
        body = {"what": "Frame", "id": str(uuid.uuid4())}
        for _ in range(2):
            field.call("POST", "crash-checks", body)
        assert LogEntry.objects.filter(kind="looked").count() == 1

    def test_without_a_crash_or_for_no_such_piece_it_is_refused(self, field):
        field.call("POST", "crash-checks", {"what": "Frame"}, 409)
        self.crash(field)
        (fault,) = field.call("POST", "crash-checks", {"what": "Rotor mast"}, 422)["faults"]
        assert fault["path"] == "what"
