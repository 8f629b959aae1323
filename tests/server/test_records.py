"""Two setups compared over the API, and readings, changes and flights out as CSV."""

import csv
import io
import json

import pytest

from builds import described

GAIN = "transmitter.modes.normal.tail_gain_pct"
CURVE = "transmitter.modes.normal.pitch_curve"


class Records:
    """One helicopter's records, over the API."""

    def __init__(self, tab, at):
        self.tab, self.at = tab, at

    def edit(self, path, value):
        version = self.tab.get(self.at).json()["version"]
        body = {"version": version, "changes": [{"path": path, "value": value}]}
        assert self.tab.send("PATCH", f"{self.at}/draft", body).status_code == 200

    def save(self, note=""):
        body = {"version": self.tab.get(self.at).json()["version"], "note": note}
        assert self.tab.send("POST", f"{self.at}/revisions", body).status_code == 201

    def compare(self, status=200, **query):
        answer = self.tab.get(f"{self.at}/compare", query)
        assert answer.status_code == status, answer.content
        return answer.json()

    def table(self, name):
        answer = self.tab.get(f"{self.at}/tables/{name}")
        assert answer["Content-Type"].startswith("text/csv")
        text = b"".join(answer.streaming_content).decode("utf-8-sig")
        return list(csv.DictReader(io.StringIO(text)))


@pytest.fixture
def records(tab):
    made = described().as_document()
    answer = tab.send("POST", "/api/helicopters/import", raw=json.dumps(made))
    found = Records(tab, f"/api/helicopters/{answer.json()['id']}")
    found.save("as it was")
    return found


class TestCompare:
    def test_a_draft_that_is_its_revision_differs_in_nothing(self, records):
        found = records.compare(revision=1)
        assert (found["differences"], found["stale"], found["lost"]) == ([], [], [])
        assert (found["one"], found["other"]) == ("Fennel 500, draft", "Fennel 500, revision 1")

    def test_back_to_a_revision_from_to_effect_and_what_goes_stale(self, records):
        records.edit(GAIN, 40.0)
        records.edit("unit.cyclic_pct", 30.0)
        found = records.compare(revision=1)
        by_path = {each["path"]: each for each in found["differences"]}
        assert (by_path[GAIN]["before"], by_path[GAIN]["after"]) == ("40", "44")
        assert by_path[GAIN]["value"] == 44.0
        assert by_path["unit.cyclic_pct"]["effect"]["unit"] == "deg"
        assert found["effect"]["size"] > 0.5
        assert "Final directions and fail-safe" in found["stale"]

    def test_a_single_setting_goes_back_in_one_step_that_can_be_undone(self, records):
        curve = described().as_document()["transmitter"]["modes"]["normal"]["pitch_curve"]
        records.edit(CURVE, [30.0, *curve[1:]])
        records.edit(GAIN, 40.0)
        (back,) = [d for d in records.compare(revision=1)["differences"] if d["path"] == CURVE]
        records.edit(CURVE, back["value"])
        assert [d["path"] for d in records.compare(revision=1)["differences"]] == [GAIN]

    def test_two_revisions_and_another_helicopter(self, records):
        records.edit(GAIN, 40.0)
        records.save()
        records.edit(GAIN, 36.0)
        found = records.compare(one_revision=1, revision=2)
        assert [(d["before"], d["after"]) for d in found["differences"]] == [("44", "40")]
        assert found["from_draft"] is False
        copy = records.tab.send("POST", f"{records.at}/copy").json()
        found = records.compare(helicopter=copy["id"])
        assert {d["path"] for d in found["differences"]} == {"name"}

    def test_readings_that_lose_their_ground_are_counted(self, records):
        at = f"{records.at}/bench"

        def read(step, key, value):
            version = records.tab.get(f"{at}?step={step}").json()["version"]
            body = {"version": version, "step": step, "key": key, "value": value}
            assert records.tab.send("POST", f"{at}/readings", body).status_code == 200

        for ask in records.tab.get(f"{at}?step=make_safe").json()["advice"]["asks"]:
            read("make_safe", ask["key"], True)
        records.edit("airframe.servos.0.arm_mm", 12.0)
        read("zero_pitch", "blade.0", 0.2)
        lost = records.compare(revision=1)["lost"]
        assert [(each["title"], each["readings"]) for each in lost] == [
            ("Zero pitch and tracking", 1)
        ]

    def test_what_is_not_there_or_anothers_is_not_found(self, records, stranger):
        records.compare(status=404, revision=9)
        other = stranger.send("POST", "/api/helicopters", {"name": "Theirs"}).json()["id"]
        records.compare(status=404, helicopter=other)
        assert stranger.get(f"{records.at}/compare", {"revision": 1}).status_code == 404


class TestTables:
    def test_flights_with_units_and_what_was_not_said_is_not_called_clean(self, records):
        at = f"{records.at}/field/flights"
        for number, seen in ((1, [{"symptom": "tail_wags", "mode": "normal"}]), (2, None), (3, [])):
            records.tab.send("POST", at)
            records.tab.send("POST", f"{at}/{number}/begin", {"knowing": True})
            records.tab.send("POST", f"{at}/{number}/land")
            if seen is not None:
                body = {"seen": seen, "minutes": 5.5, "words": 'calm, "glassy"\nsea'}
                records.tab.send("PATCH", f"{at}/{number}", body)
            records.edit(GAIN, 40.0 - number)
        rows = records.table("flights")
        assert [row["seen"] for row in rows] == [
            "Tail wags quickly, in normal",
            "not written down",
            "nothing was wrong",
        ]
        assert (rows[0]["duration (min)"], rows[0]["fit"]) == ("5.5", "no")
        assert rows[0]["in the pilot's words"] == 'calm, "glassy"\nsea'
        assert rows[1]["changed before it"] == "Normal, tail gain: 44 → 39 ±100"

    def test_changes_are_what_each_revision_has_otherwise(self, records):
        records.edit(GAIN, 40.0)
        records.save("softer tail")
        (row,) = records.table("changes")
        assert (row["revision"], row["note"], row["device"]) == ("2", "softer tail", "transmitter")
        assert (row["path"], row["from"], row["to"], row["unit"]) == (GAIN, "44", "40", "±100")

    def test_readings_with_units_the_struck_out_and_practice_marked(self, records):
        at = f"{records.at}/bench"

        def read(step, key, value):
            version = records.tab.get(f"{at}?step={step}").json()["version"]
            body = {"version": version, "step": step, "key": key, "value": value}
            assert records.tab.send("POST", f"{at}/readings", body).status_code == 200

        for ask in records.tab.get(f"{at}?step=make_safe").json()["advice"]["asks"]:
            read("make_safe", ask["key"], True)
        read("zero_pitch", "blade.0", 0.6)
        rows = records.table("readings")
        assert (rows[-1]["answer"], rows[-1]["unit"], rows[-1]["counts"]) == ("0.6", "°", "yes")
        assert rows[-1]["simulated model"] == ""
        number = rows[-1]["number"]
        records.tab.send("POST", f"{at}/readings/{number}/strike?step=zero_pitch", {})
        assert records.table("readings")[-1]["counts"] == "no, struck out"

    def test_a_table_that_is_none_is_refused(self, records):
        assert records.tab.get(f"{records.at}/tables/secrets").status_code == 422
