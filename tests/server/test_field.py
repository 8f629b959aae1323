"""Flights from the ground to the ground, what was seen, the next thing, and what "made it" does."""

import json
import uuid

import pytest

from builds import described
from field.models import Flight

GAIN = "transmitter.modes.normal.tail_gain_pct"
WAGS = {"symptom": "tail_wags", "mode": "normal"}


@pytest.fixture
def at(tab):
    made = described().as_document()
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(made))
    assert answer.status_code == 201, answer.content
    return f"/api/helicopters/{answer.json()['id']}"


@pytest.fixture
def field(tab, at):
    return Field(tab, at)


def figures(value):
    return value if isinstance(value, list) else [value]


class Field:
    """One helicopter's field, over the API."""

    def __init__(self, tab, at):
        self.tab, self.at = tab, at

    def show(self):
        return self.tab.get(f"{self.at}/field").json()

    def call(self, method, path, body=None, status=200):
        answer = self.tab.send(method, f"{self.at}/field/{path}", body)
        assert answer.status_code == status, answer.content
        return answer.json()

    def up(self, **body):
        """Take off, knowing that it is not fit; give the flight's number."""
        number = self.call("POST", "flights")["at_hand"]["number"]
        self.call("POST", f"flights/{number}/begin", {"knowing": True, **body})
        return number

    def fly(self, *seen, **written):
        """Fly once, and write down what was seen."""
        number = self.up()
        self.call("POST", f"flights/{number}/land")
        return self.call("PATCH", f"flights/{number}", {"seen": list(seen), **written})

    def look(self, symptom, found=False):
        return self.call("POST", "looks", {"symptom": symptom, "found": found})

    def made(self, status=200, **more):
        now = self.show()
        what = {"version": now["version"], "path": now["next"]["path"]} if now["next"] else {}
        body = {**what, "new": figures((now["next"] or {}).get("new_value", 0.0)), **more}
        return self.call("POST", "made", body, status)

    def answer(self, step, *right):
        """Answer everything a step of the bench asks with what is right for it."""
        asks = self.tab.get(f"{self.at}/bench?step={step}").json()["advice"]["asks"]
        for ask in asks:
            offered = [option["value"] for option in ask.get("options", [])]
            value = next((each for each in right if each in offered), right[0])
            body = {"version": self.show()["version"], "step": step, "key": ask["key"]}
            answer = self.tab.send("POST", f"{self.at}/bench/readings", {**body, "value": value})
            assert answer.status_code == 200, answer.content

    def edit(self, path, value):
        body = {"version": self.show()["version"], "changes": [{"path": path, "value": value}]}
        assert self.tab.send("PATCH", f"{self.at}/draft", body).status_code == 200

    def save(self):
        body = {"version": self.show()["version"], "note": ""}
        assert self.tab.send("POST", f"{self.at}/revisions", body).status_code == 201

    def timeline(self, skip=0):
        return self.tab.get(f"{self.at}/field/timeline?skip={skip}").json()

    def flights(self):
        """The flights in the timeline, the newest first."""
        happened = self.timeline()["happened"]
        return [each["flight"] for each in happened if each["kind"] == "flight"]

    def revisions(self):
        return self.tab.get(f"{self.at}/revisions").json()["revisions"]

    def setting(self, path):
        document = self.tab.get(self.at).json()["document"]
        for part in path.split("."):
            document = document[part]
        return document


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
        assert field.call("POST", f"flights/{number}/back")["at_hand"]["stage"] == "ready"
        assert field.call("POST", f"flights/{number}/back")["at_hand"] is None
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
        field.call("POST", f"flights/{number}/back")
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
        field.tab.send("POST", f"{field.at}/bench/touched", {"what": "crash"})
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
        advised.call("POST", "made", body)
        again = advised.call("POST", "made", body)
        assert len(again["will_fly"]) == 1
        assert advised.setting(GAIN) == now["next"]["new_value"]

    def test_what_got_worse_is_put_back_and_not_advised_that_way_again(self, advised):
        advised.made()
        advised.fly(WAGS, verdict="worse")
        back = advised.show()["next"]
        assert (back["kind"], back["new_value"]) == ("put back", 44.0)
        advised.made()
        advised.fly(WAGS)
        again = advised.show()["next"]
        assert not (again["kind"] == "move" and again["path"] == GAIN)

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
        now = field.call("POST", "trimmed", {"version": field.show()["version"], **self.TRIMS})
        centre = field.setting("unit.centre_trim")
        assert [centre["aileron_pct"], centre["elevator_pct"]] == to
        assert field.setting("transmitter.channels.aileron.trim_pct") == 0.0
        # Right and back is where it was trimmed to (formulas: + is right and forward).
        assert to[0] > 0 > to[1]
        assert now["at_hand"]["stage"] == "ready"
        assert now["will_fly"][0]["against"].startswith("Drifts in a hover")

    def test_both_axes_at_once_are_one_change(self, field):
        field.fly()
        now = field.call("POST", "trimmed", {"version": field.show()["version"], **self.TRIMS})
        assert len(now["will_fly"]) == 2
        assert not any("settings are other" in each for each in now["against"])

    def test_nothing_to_move_is_said(self, field):
        none = {"version": field.show()["version"], "mode": "normal"}
        body = {**none, "aileron_pct": 0.0, "elevator_pct": 0.0}
        assert field.call("POST", "trimmed", body, status=409)["title"].startswith("There is noth")


class TestSimulatedFlying:
    @pytest.fixture
    def practised(self, field, settings):
        settings.SIMULATION_SEED = 5
        table = {"version": field.show()["version"], "simulated": True}
        field.tab.send("POST", f"{field.at}/bench/table", table)
        return field

    def fly(self, field):
        number = field.call("POST", "flights")["at_hand"]["number"]
        return field.call("POST", f"flights/{number}/simulated")

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
        refused = field.call("POST", f"flights/{number}/simulated", status=409)
        assert refused["title"] == "The real model is on the table"
        assert field.show()["at_hand"]["stage"] == "ready"


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


class TestRecord:
    def test_flights_revisions_and_work_stand_in_the_order_they_happened(self, field):
        field.save()
        field.fly(WAGS)
        field.tab.send("POST", f"{field.at}/bench/touched", {"what": "tail push rod"})
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
