"""No sentence is cut off: a text that is left standing behind a return is never said."""

import ast
from pathlib import Path

import mint_lever

HOUSE = Path(mint_lever.__file__).parents[2]


def loose_texts(source):
    """Give the line of every text that is a statement of its own and no docstring."""
    docstrings = set()
    tree = ast.parse(source)
    for node in ast.walk(tree):
        body = getattr(node, "body", None)
        if not isinstance(body, list):
            continue
        for before, each in zip([None, *body], body, strict=False):
            text = isinstance(each, ast.Expr) and isinstance(each.value, ast.Constant)
            if text and isinstance(before, None | ast.Assign | ast.AnnAssign):
                docstrings.add(each)
    return [
        node.lineno
        for node in ast.walk(tree)
        if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant | ast.JoinedStr)
        if node not in docstrings and node.value is not ...
        if not (isinstance(node.value, ast.Constant) and node.value.value is ...)
    ]


def test_every_text_of_core_and_server_is_said():
    found = {
        str(path.relative_to(HOUSE)): lines
        for folder in ("core", "server")
        for path in sorted((HOUSE / folder).rglob("*.py"))
        if (lines := loose_texts(path.read_text()))
    }
    assert found == {}


def test_a_text_behind_a_return_is_found():
    assert loose_texts('def f():\n    """Say."""\n    return "a "\n    "b"\n') == [4]
