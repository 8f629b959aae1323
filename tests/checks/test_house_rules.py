"""What ``make lint`` asks of names and imports, on trees made for it: each rule can be broken."""

import sys
from pathlib import Path

import pytest

sys.path.insert(0, str(Path(__file__).parents[2] / "tools"))

from check_imports import find_declared, find_imported
from check_names import check_names

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
