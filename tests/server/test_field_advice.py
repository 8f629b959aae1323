"""The next thing after a flight, what "made it" does, the trim flight, simulated flying."""

import uuid

import pytest
from django.contrib.auth.models import User

from made_log import MAP, as_csv, flight
from mint_lever_server.field.models import Flight
from mint_lever_server.flight_logs import services
from mint_lever_server.flight_logs.api import ColumnMapping
from mint_lever_server.flight_logs.models import FlightLog
from mint_lever_server.flight_logs.services import keep_log, map_log

from .field_pilot import GAIN, WAGS


class TestNextThing:
    def test_nothing_is_advised_until_somebody_said_what_was_seen(self, field):
        number = field.up()
        landed = field.call("POST", f"flights/{number}/land")
        assert (landed["next"], landed["newest"]["seen"]) == (None, None)
        assert field.call("PATCH", f"flights/{number}", {"seen": []})["next"]["kind"] == "fly"

    def test_a_look_comes_before_a_setting_and_one_that_found_something_is_flown_first(self, field):
        field.fly(WAGS)
        assert field.show()["next"]["kind"] == "look"
        assert field.look("tail_wags")["next"]["kind"] == "move"
        assert field.look("tail_wags", found=True)["next"]["kind"] == "fly"

    def test_it_says_device_from_to_and_what_it_opens(self, field):
        field.fly(WAGS)
        advised = field.look("tail_wags")["next"]
        assert (advised["device"], advised["path"]) == ("transmitter", GAIN)
        assert float(advised["old"]) == 44.0
        # F22 and the table of symptoms: down, by three to five points of the one-channel scale,
        # which are six to ten of the signed one (F15).
        assert 6 <= 44.0 - advised["new_value"] <= 10
        assert advised["opens"]
        assert advised["wrong_if"]

    def test_a_danger_keeps_it_on_the_ground_until_its_step_was_measured_anew(self, field):
        field.fly({"symptom": "flips_as_it_lifts", "mode": "normal"})
        advised = field.show()["next"]
        assert (advised["kind"], advised["step"]) == ("bench", "corrections")
        assert advised["headline"].startswith("Do not fly")
        number = field.call("POST", "flights")["at_hand"]["number"]
        refused = field.call("POST", f"flights/{number}/begin", status=409)
        assert refused["detail"].startswith("Do not fly")
        field.call("POST", f"flights/{number}/cancel")
        field.answer("make_safe", True)
        assert field.show()["next"]["step"] == "corrections"
        field.answer("corrections", "against", "holds")
        assert field.show()["next"]["kind"] == "fly"

    def test_the_last_change_and_its_signs_stand_first_in_the_list(self, field):
        field.fly(WAGS)
        field.look("tail_wags")
        field.made()
        likely = field.show()["likely"]
        assert likely[:2] == ["tail_wags", "tail_drifts"]
        assert set(likely) == {each["key"] for each in field.tab.get("/api/field/symptoms").json()}

    def test_a_crash_makes_it_another_helicopter(self, field):
        field.fly(WAGS)
        field.look("tail_wags")
        assert field.show()["next"]["kind"] == "move"
        field.tab.send("POST", f"{field.at}/bench/work", {"what": "crash"})
        assert field.show()["next"]["kind"] == "fly"


class TestMadeIt:
    @pytest.fixture
    def advised(self, field):
        field.save()
        field.fly(WAGS)
        field.look("tail_wags")
        return field

    def test_it_is_in_the_draft_held_by_the_device_and_the_next_flight_is_ready_with_it(
        self, advised
    ):
        to = advised.show()["next"]["new_value"]
        now = advised.made()
        assert advised.setting(GAIN) == to
        assert now["at_hand"]["stage"] == "ready"
        assert [each["path"] for each in now["will_fly"]] == [GAIN]
        assert now["will_fly"][0]["against"] == "Tail wags quickly, in normal"
        assert now["next"] is None
        held = Flight.objects.get(number=2).helicopter.log.get(kind="holds")
        assert (held.key, held.value) == (GAIN, {"held": [["transmitter", GAIN, to]]})
        assert held.place == "field"

    def test_a_revision_is_saved_with_the_change_as_its_note(self, advised):
        advised.made()
        newest = advised.revisions()[0]
        assert newest["number"] == 2
        assert "44 →" in newest["note"]
        assert "flight 2" in newest["note"]

    def test_no_revision_is_saved_of_a_draft_that_had_other_changes_already(self, advised):
        advised.edit("unit.tuning.cyclic.response", 45)
        advised.made()
        assert [each["number"] for each in advised.revisions()] == [1]

    def test_advice_that_has_changed_since_is_not_followed(self, advised):
        refused = advised.made(status=409, new=[12.5])
        assert refused["title"] == "The advice has changed"
        assert advised.setting(GAIN) == 44.0
        refused = advised.made(status=409, version=1_000)
        assert refused["title"] == "The setup was changed elsewhere"

    def test_sent_twice_it_is_made_once(self, advised):
        sent = str(uuid.uuid4())
        now = advised.show()
        body = {
            "id": sent,
            "version": now["version"],
            "path": GAIN,
            "new": [now["next"]["new_value"]],
        }
        advised.call("POST", "changes", body)
        again = advised.call("POST", "changes", body)
        assert len(again["will_fly"]) == 1
        assert advised.setting(GAIN) == now["next"]["new_value"]

    def test_what_got_worse_is_put_back_and_not_advised_that_way_again(self, advised):
        advised.made()
        advised.fly(WAGS, verdict="worse")
        back = advised.show()["next"]
        assert (back["kind"], back["new_value"]) == ("put back", 44.0)
        advised.made()
        advised.fly(WAGS)
        # A single description bars it for as long as anything else is left, and no longer.
        again = advised.show()["next"]
        if again["kind"] == "look":
            advised.look("tail_wags")
            again = advised.show()["next"]
        assert (again["kind"], again["path"]) == ("move", GAIN)
        assert "It was said once to make it worse" in again["note"]
        advised.made()
        advised.fly(WAGS, verdict="worse")
        advised.made()
        advised.fly(WAGS)
        last = advised.show()["next"]
        assert not (last["kind"] == "move" and last["path"] == GAIN)

    def test_what_was_looked_for_and_not_seen_is_asked_twice_and_then_gone(self, advised):
        advised.made()
        flown = advised.fly({"symptom": "wants_pop", "mode": "normal"}, gone=[WAGS])
        assert flown["newest"]["gone"][0]["symptom"] == "tail_wags"
        assert [each["seen"]["symptom"] for each in flown["looked_for"]] == ["tail_wags"]
        assert advised.fly(gone=[WAGS])["newest"]["seen"] == []
        assert [each["seen"]["symptom"] for each in advised.show()["looked_for"]] != []
        advised.fly(gone=[WAGS])
        assert advised.show()["next"]["confirm"] == []

    def test_the_record_has_the_change_it_flew_with(self, advised):
        advised.made()
        advised.fly()
        flight = advised.show()["newest"]
        assert [(each["path"], each["before"]) for each in flight["changed"]] == [(GAIN, "44")]


class TestSeveralAtOnce:
    def test_a_change_made_anywhere_else_is_in_the_record_too(self, field):
        field.fly()
        field.edit("unit.tuning.tail.response", 45)
        number = field.up()
        changed = field.show()["at_hand"]["changed"]
        assert [(each["path"], each["against"]) for each in changed] == [
            ("unit.tuning.tail.response", "")
        ]
        assert number == 2

    def test_two_are_flown_only_after_being_told_why_not(self, field):
        field.fly()
        field.edit("unit.tuning.tail.response", 45)
        field.edit("unit.tuning.cyclic.response", 45)
        number = field.call("POST", "flights")["at_hand"]["number"]
        against = field.show()["against"]
        assert any("2 settings" in each for each in against)
        refused = field.call("POST", f"flights/{number}/begin", {}, status=409)
        assert "nobody will know which one did it" in refused["detail"]

    def test_what_was_changed_and_put_back_is_no_change(self, field):
        field.fly()
        field.edit("unit.tuning.tail.response", 45)
        field.edit("unit.tuning.tail.response", 50)
        field.up()
        assert field.show()["at_hand"]["changed"] == []


class TestTrimFlight:
    TRIMS = {"mode": "normal", "aileron_pct": 2.0, "elevator_pct": -1.0}

    def trim(self, field, **query):
        return field.tab.get(f"{field.at}/field/trim", {**self.TRIMS, **query}).json()

    def test_hold_mode_hides_the_lean_and_is_said_before_it_flies(self, field):
        waits = self.trim(field)["not_ready"]
        assert [each["wanted"] for each in waits if each["path"].endswith("roll.mode")] == ["rate"]

    def test_trims_go_into_the_centre_the_transmitters_to_zero_and_the_next_flight_is_ready(
        self, field
    ):
        field.edit("transmitter.channels.aileron.trim_pct", 2.0)
        field.fly({"symptom": "drifts_in_rate", "mode": "normal", "toward": "left"})
        to = self.trim(field)["new"]
        now = field.call("POST", "trim", {"version": field.show()["version"], **self.TRIMS})
        centre = field.setting("unit.centre_trim")
        assert [centre["aileron_pct"], centre["elevator_pct"]] == to
        assert field.setting("transmitter.channels.aileron.trim_pct") == 0.0
        # Right and back is where it was trimmed to (formulas: + is right and forward).
        assert to[0] > 0 > to[1]
        assert now["at_hand"]["stage"] == "ready"
        assert now["will_fly"][0]["against"].startswith("Drifts in a hover")

    def test_both_axes_at_once_are_one_change(self, field):
        field.fly()
        now = field.call("POST", "trim", {"version": field.show()["version"], **self.TRIMS})
        assert len(now["will_fly"]) == 2
        assert not any("settings are other" in each for each in now["against"])

    def test_nothing_to_move_is_said(self, field):
        none = {"version": field.show()["version"], "mode": "normal"}
        body = {**none, "aileron_pct": 0.0, "elevator_pct": 0.0}
        assert field.call("POST", "trim", body, status=409)["title"].startswith("There is noth")


class TestSimulatedFlying:
    @pytest.fixture
    def practised(self, field, settings):
        settings.SIMULATION_SEED = 5
        table = {"version": field.show()["version"], "simulated": True}
        field.tab.send("POST", f"{field.at}/bench/table", table)
        return field

    def fly(self, field):
        number = field.call("POST", "flights")["at_hand"]["number"]
        return field.call("POST", f"flights/{number}/simulation")

    def test_by_the_advice_alone_it_flies_clean_in_the_end(self, practised):
        now = self.fly(practised)
        for _ in range(30):
            advised = now["next"]
            if advised["kind"] == "fly" and not advised["later"] and not now["newest"]["seen"]:
                break
            if advised["kind"] in ("move", "put back"):
                practised.made()
            elif advised["kind"] in ("look", "hands"):
                now = practised.look(advised["symptom"])
                continue
            now = self.fly(practised)
        assert practised.flights()[-1]["seen"], "nothing was hidden: another seed"
        assert now["newest"]["seen"] == []

    def test_the_real_helicopter_is_not_flown_so(self, field):
        number = field.call("POST", "flights")["at_hand"]["number"]
        refused = field.call("POST", f"flights/{number}/simulation", status=409)
        assert refused["title"] == "The real model is on the table"
        assert field.show()["at_hand"]["stage"] == "ready"


def test_practice_flights_are_kept_apart(field):
    field.fly(WAGS)
    version = field.show()["version"]
    table = {"version": version, "simulated": True}
    field.tab.send("POST", f"{field.at}/bench/table", table)
    assert field.show()["simulated"] is True
    assert field.show()["newest"] is None
    field.fly()
    assert [each["number"] for each in field.flights()] == [1]
    table = {"version": field.show()["version"], "simulated": False}
    field.tab.send("POST", f"{field.at}/bench/table", table)
    assert field.show()["newest"]["seen"][0]["symptom"] == "tail_wags"


class TestItsLog:
    def keep(self, field, simulated=False, **made):
        pilot = User.objects.get(username="heron")
        text = as_csv(flight(**made)).encode()
        helicopter = uuid.UUID(field.at.rsplit("/", 1)[-1])
        log = keep_log(pilot, helicopter, "noon", [text], simulated)
        channels = dict(each.split("=") for each in MAP.split(","))
        units = {"time": "s", "yaw_rate": "°/s", "throttle": "%", "volt": "V", "amp": "A"}
        said = {
            name: ColumnMapping(column=column, unit=units.get(name, "rpm"))
            for name, column in channels.items()
        }
        return map_log(pilot, helicopter, log.pk, said).pk

    def test_what_it_shows_stands_first_and_beside_the_next_thing(self, field):
        log = self.keep(field, wag=(9.0, 40.0, 20.0, 80.0))
        number = field.up()
        field.call("POST", f"flights/{number}/land")
        now = field.call("PATCH", f"flights/{number}", {"flight_log": str(log)})
        assert now["likely"][0] == "tail_wags"
        assert now["log_says"][0].startswith("The tail swings at 9")
        field.call("PATCH", f"flights/{number}", {"seen": [WAGS]})
        field.look("tail_wags")
        assert field.show()["next"]["known"][0].startswith("Its log says so too")

    def test_a_simulated_log_says_nothing_of_a_real_model(self, field):
        log = self.keep(field, simulated=True, wag=(9.0, 40.0, 20.0, 80.0))
        now = field.fly(WAGS, flight_log=str(log))
        assert now["log_says"] == []
        assert now["next"]["known"] == []

    def test_a_log_whose_file_is_gone_says_nothing(self, field):
        log = self.keep(field, wag=(9.0, 40.0, 20.0, 80.0))
        FlightLog.objects.get(pk=log).path.unlink()
        services._read.cache_clear()
        services._report.cache_clear()
        assert field.fly(WAGS, flight_log=str(log))["log_says"] == []
