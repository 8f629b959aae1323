"""The catalogue over the API: every setting of every helicopter, and its names where they show."""

import re

import pytest

from mint_lever.setup.catalogue.setting_rows import list_rows

ROW = {"path", "label", "help", "device", "stage", "unit", "steps", "record", "arrangements"}


@pytest.fixture
def rows(client, db):
    answer = client.get("/api/catalogue")
    assert answer.status_code == 200
    return answer.json()["rows"]


def test_every_row_of_the_core_is_served_with_all_it_says(rows):
    assert [row["path"] for row in rows] == [row.path for row in list_rows()]
    for row in rows:
        assert row.keys() >= ROW
        assert row["label"]
        assert row["help"] != row["label"]
        assert row["arrangements"]


def test_a_row_only_records_or_belongs_to_a_step_by_its_title(rows):
    for row in rows:
        assert row["record"] or row["steps"], row["path"]
        assert all(title[0].isupper() and "_" not in title for title in row["steps"])


def test_every_value_of_a_draft_has_its_row(rows, tab, helicopter):
    patterns = {row["path"] for row in rows}

    def walk(value, path):
        if isinstance(value, dict) and path not in patterns:
            for key, each in value.items():
                yield from walk(each, f"{path}.{key}" if path else key)
        elif isinstance(value, list) and path not in patterns:
            for each in value:
                yield from walk(each, f"{path}.*")
        elif value is not None:
            yield path

    shown = tab.get(f"/api/helicopters/{helicopter['id']}").json()["document"]
    missing = set(walk(shown, "")) - patterns - {"format", "version"}
    assert {path for path in missing if "{" not in path} == set()


def test_undo_says_the_settings_name_in_words(tab, helicopter):
    for path, value in (("unit.cyclic_pct", 44), ("airframe.head.head_height_mm", 44.5)):
        changes = [{"path": path, "value": value}]
        body = {"version": helicopter["version"], "changes": changes}
        helicopter = tab.send("PATCH", f"/api/helicopters/{helicopter['id']}/draft", body).json()
        words = helicopter["undo"]["words"]
        assert not re.search(r"[_.]", words)
        assert helicopter["undo"]["paths"] == [path]
