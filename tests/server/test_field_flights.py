"""Flights from the ground to the ground, and the record that stays of them."""

import json
import uuid

import pytest

from mint_lever_server.field.models import Flight

from .field_pilot import WAGS


def test_before_the_first_flight_there_is_nothing_to_change(field):
    now = field.show()
    assert now["at_hand"] is None
    assert now["next"]["kind"] == "fly"
    assert now["newest"] is None
    assert now["final"] == "open"
    assert now["fitness"]["fit"] is False


class TestFlight:
    def test_it_begins_and_lands_by_the_clock_of_whoever_flew(self, field):
        number = field.up(at="2026-03-01T10:00:00Z")
        landed = {"at": "2026-03-01T10:06:30Z"}
        flight = field.call("POST", f"flights/{number}/land", landed)["newest"]
        assert flight["minutes"] == 6.5
        assert flight["began_at"] == "2026-03-01T10:00:00Z"

    def test_what_is_not_fit_is_flown_only_after_that_was_said_and_the_record_says_so(self, field):
        number = field.call("POST", "flights")["at_hand"]["number"]
        refused = field.call("POST", f"flights/{number}/begin", {}, status=409)
        assert "not fit to fly" in refused["detail"]
        assert field.show()["at_hand"]["stage"] == "ready"
        flown = field.call("POST", f"flights/{number}/begin", {"knowing": True})["at_hand"]
        assert flown["fit"] is False
        assert any("final directions" in each for each in flown["withheld"])

    def test_one_sent_twice_is_one(self, field):
        sent = {"id": str(uuid.uuid4())}
        field.call("POST", "flights", sent)
        number = field.call("POST", "flights", sent)["at_hand"]["number"]
        field.call("POST", f"flights/{number}/begin", {"knowing": True})
        land = {"id": str(uuid.uuid4())}
        field.call("POST", f"flights/{number}/land", land)
        field.call("POST", f"flights/{number}/land", land)
        assert [each["number"] for each in field.flights()] == [1]

    def test_what_is_written_stays_until_it_is_written_anew(self, field):
        field.fly(WAGS, words="in the turn by the brine pump", place="salt works", wind="light")
        number = field.show()["newest"]["number"]
        field.call("PATCH", f"flights/{number}", {"trims": {"aileron": 2.5}, "verdict": "same"})
        flight = field.show()["newest"]
        assert flight["words"] == "in the turn by the brine pump"
        assert flight["seen_words"] == ["Tail wags quickly, in normal"]
        assert flight["trims"] == {"aileron": 2.5, "elevator": None, "rudder": None}
        assert flight["verdict"] == "same"
        field.call("PATCH", f"flights/{number}", {"verdict": None})
        assert field.show()["newest"]["verdict"] is None

    def test_the_next_one_begins_where_the_last_one_was(self, field):
        field.fly(place="salt works", modes=["normal"])
        flight = field.call("POST", "flights")["at_hand"]
        assert (flight["number"], flight["place"], flight["wind"]) == (2, "salt works", "")

    def test_one_begun_by_mistake_is_ready_again_and_one_not_wanted_is_gone(self, field):
        number = field.up()
        assert field.call("POST", f"flights/{number}/cancel")["at_hand"]["stage"] == "ready"
        assert field.call("POST", f"flights/{number}/cancel")["at_hand"] is None
        assert not Flight.objects.exists()

    def test_a_flight_struck_out_teaches_nothing(self, field):
        field.fly(WAGS)
        assert field.show()["next"]["kind"] == "look"
        now = field.call("POST", "flights/1/strike", {"struck": True})
        assert now["next"]["kind"] == "fly"
        assert (now["newest"], field.flights()[0]["struck"]) == (None, True)
        assert field.call("POST", "flights/1/strike", {"struck": False})["next"]["kind"] == "look"

    @pytest.mark.parametrize(
        ("seen", "names"),
        [
            ({"symptom": "sings", "mode": "normal"}, "seen.0.symptom"),
            ({"symptom": "leans_in_climb", "mode": "normal"}, "seen.0.toward"),
            ({**WAGS, "toward": "left"}, "seen.0.toward"),
            ({"symptom": "cyclic_lazy", "mode": "normal"}, "seen.0.axis"),
            ({"symptom": "tail_wags", "mode": "idle_up_2"}, "seen"),
        ],
    )
    def test_what_cannot_have_been_seen_so_is_refused_and_nothing_is_kept(self, field, seen, names):
        field.fly(WAGS)
        refused = field.call("PATCH", "flights/1", {"seen": [seen], "words": "no"}, status=422)
        assert names in json.dumps(refused)
        flight = field.show()["newest"]
        assert (flight["seen"][0]["symptom"], flight["words"]) == ("tail_wags", "")

    def test_another_pilots_field_is_not_there(self, field, stranger):
        assert stranger.get(f"{field.at}/field").status_code == 404
        assert stranger.send("POST", f"{field.at}/field/flights").status_code == 404


class TestRecord:
    def test_flights_revisions_and_work_stand_in_the_order_they_happened(self, field):
        field.save()
        field.fly(WAGS)
        field.tab.send("POST", f"{field.at}/bench/work", {"what": "tail push rod"})
        field.fly()
        happened = field.timeline()["happened"]
        said = [(each["kind"], each["number"] or each["words"]) for each in happened]
        assert said == [
            ("flight", 2),
            ("work", "tail push rod"),
            ("flight", 1),
            ("revision", 1),
        ]

    def test_it_comes_page_by_page_and_nothing_twice(self, field):
        for _ in range(32):
            field.up()
            number = field.show()["at_hand"]["number"]
            field.call("POST", f"flights/{number}/land")
        first, second = field.timeline(), field.timeline(skip=30)
        numbers = [each["number"] for each in first["happened"] + second["happened"]]
        assert (first["more"], second["more"]) == (True, False)
        assert numbers == list(range(32, 0, -1))

    def test_what_changed_since_the_last_good_flight(self, field):
        field.fly()
        assert field.show()["since_good"] is None
        field.edit("unit.tuning.tail.response", 45)
        field.fly(WAGS)
        since = field.show()["since_good"]
        assert since["number"] == 1
        assert [(each["before"], each["after"]) for each in since["changed"]] == [("50", "45")]
