"""Looking something up over the API: of one helicopter, and of all."""

import pytest


@pytest.fixture
def find(tab, helicopter):
    def found(text, path=f"/api/helicopters/{helicopter['id']}/search"):
        answer = tab.get(path, {"text": text})
        assert answer.status_code == 200
        return answer.json()["found"]

    return found


def read(tab, helicopter, step, key, value):
    path = f"/api/helicopters/{helicopter['id']}/bench"
    version = tab.get(f"/api/helicopters/{helicopter['id']}").json()["version"]
    body = {"version": version, "step": step, "key": key, "value": value}
    answer = tab.send("POST", f"{path}/readings", body)
    assert answer.status_code == 200, answer.content
    return answer.json()


def test_settings_steps_words_and_findings_are_found(find):
    assert {each["kind"] for each in find("collective")} >= {"word", "step", "setting"}
    assert "finding" in {each["kind"] for each in find("fail-safe")}


def test_a_reading_is_found_with_what_was_read(tab, helicopter, find):
    read(tab, helicopter, "make_safe", "motor", True)
    (reading,) = [each for each in find("motor cannot drive") if each["kind"] == "reading"]
    assert (reading["value"], reading["leads_to"]) == ("yes", "make_safe")
    assert "no longer holds" not in reading["says"]


def test_the_fleet_and_the_words_are_found_without_a_helicopter(find, helicopter):
    (found,) = find("fennel", "/api/search")
    assert (found["kind"], found["leads_to"]) == ("helicopter", helicopter["id"])
    assert find("cyclic", "/api/search")[0]["kind"] == "word"


def test_nobody_finds_anything_of_another_pilots(stranger, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/search"
    assert stranger.get(path, {"text": "gain"}).status_code == 404
    assert stranger.get("/api/search", {"text": "fennel"}).json()["found"] == []


def test_a_text_has_a_longest_length(tab, helicopter):
    path = f"/api/helicopters/{helicopter['id']}/search"
    assert tab.get(path, {"text": "x" * 80}).status_code == 200
    assert tab.get(path, {"text": "x" * 81}).status_code == 422


def test_every_word_has_its_meaning(tab):
    words = tab.get("/api/words").json()
    assert [each["name"] for each in words] == sorted(
        (each["name"] for each in words), key=str.casefold
    )
    assert all(each["says"] for each in words)
