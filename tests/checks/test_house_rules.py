"""What ``make lint`` asks of names and imports, on trees made for it: each rule can be broken."""

import sys
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).parents[2] / "tools"))

from check_imports import find_declared, find_imported
from check_names import check_names
from make_check_values import Tagged, find_tagged, make_page
from mint_lever.sources import MEMORY, PRACTICE, Published, fact

GOOD = {
    "core/mint_lever/model/swash/swash_mixing.py": "def mix_servos(): ...\n",
    "core/mint_lever/model/tail/tail_mixing.py": "def _shown(): ...\n",
    "server/mint_lever_server/bench/api.py": "class Reading: ...\n",
    "server/mint_lever_server/field/api.py": "",
    "web/src/places/bench/keypad.tsx": "",
    "web/src/places/bench/keypad.test.tsx": "",
    "web/src/parts/dialog.tsx": "",
    "web/src/api/line.ts": "",
}


def tree(root, **more):
    for name, text in {**GOOD, **more}.items():
        path = root / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(text)
    return root


def test_a_tree_by_the_rule_is_left_alone(tmp_path):
    assert list(check_names(tree(tmp_path))) == []


@pytest.mark.parametrize(
    ("name", "text", "said"),
    [
        ("core/mint_lever/model/tail/swash_mixing.py", "", "stands 2 times"),
        ("core/mint_lever/model/tail/touched.py", "", "a module is a noun"),
        ("server/mint_lever_server/bench/given.py", "", "a module is a noun"),
        ("web/src/places/bench/taken-over.tsx", "", "a module is a noun"),
        ("core/mint_lever/model/tail/pulse.py", "def shown(): ...\n", "verb and object"),
        ("server/mint_lever_server/bench/log.py", "class Seen: ...\n", "verb and object"),
    ],
)
def test_a_name_that_breaks_it_is_said(tmp_path, name, text, said):
    (fault,) = check_names(tree(tmp_path, **{name: text}))
    assert name in fault
    assert said in fault


def test_what_is_imported_must_be_declared(tmp_path):
    made = tree(
        tmp_path,
        **{
            "pyproject.toml": '[project]\ndependencies = ["numpy>=2", "Django_Ninja"]\n',
            "core/mint_lever/model/tail/pulse.py": "import json\nfrom numpy import linalg\n",
            "server/mint_lever_server/bench/log.py": "import rapidfuzz.fuzz\nimport mint_lever\n",
        },
    )
    assert find_imported(made) == {"numpy", "rapidfuzz"}
    assert find_declared(made) == {"numpy", "django-ninja"}


def test_the_page_of_check_values_says_where_each_value_comes_from():
    page = make_page(
        [
            Tagged("mint_lever.measure.sag", "SAG_MM", "3.0", (fact("F23"), MEMORY)),
            Tagged("mint_lever.model.salt", "SALT", "7.0", (Published("Tidal Tables, 1911"),)),
            Tagged("mint_lever.model.wind", "WIND", "2.0", (PRACTICE,)),
        ]
    )
    (row,) = (line for line in page.splitlines() if line.startswith("| F23 |"))
    assert row.endswith("| `measure/sag.py` SAG_MM = 3.0 |")
    assert "| `model/salt.py` | `SALT` | 7.0 | Tidal Tables, 1911 |" in page
    practice, memory = page.split("without a number")[1].split("## From memory")
    assert "`WIND`" in practice
    assert "`SAG_MM`" in memory
    assert "1 values" in memory


def test_a_tag_in_the_code_is_found_and_a_number_that_is_none_refused():
    found = {(each.where, each.name): each.sources for each in find_tagged()}
    assert found["measure/verdict.py", "GAUGE_REPEATS_DEG"] == (fact("F23"),)
    assert len(found) > 100
    with pytest.raises(ValueError, match="F2 is no fact"):
        fact("F2")
