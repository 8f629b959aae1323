"""What core and server import is declared in ``pyproject.toml``, and nothing else; part of lint.

Prints one line for each package that is imported and not declared, or the other way round, and
ends with 1 where there is one.
"""

from __future__ import annotations

import ast
import re
import sys
import tomllib
from importlib.metadata import packages_distributions
from pathlib import Path

_ROOT = Path(__file__).parent.parent
_OWN = {"mint_lever", "mint_lever_server"}
_BY_NAME = {"granian", "whitenoise", "django-csp"}
"""Named in settings or on a command line, where no import shows them."""


def find_imported(root: Path) -> set[str]:
    """Give the distributions that core and server import, by their normal names."""
    found: set[str] = set()
    for house in ("core", "server"):
        for path in (root / house).rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.Import):
                    found |= {each.name.split(".")[0] for each in node.names}
                elif isinstance(node, ast.ImportFrom) and node.module and node.level == 0:
                    found.add(node.module.split(".")[0])
    given = packages_distributions()
    outside = found - _OWN - set(sys.stdlib_module_names)
    return {_normal(given.get(each, [each])[0]) for each in outside}


def find_declared(root: Path) -> set[str]:
    """Give the distributions that ``pyproject.toml`` declares."""
    project = tomllib.loads((root / "pyproject.toml").read_text(encoding="utf-8"))["project"]
    names = (re.match(r"[\w.-]+", each) for each in project["dependencies"])
    return {_normal(found.group()) for found in names if found}


def _normal(name: str) -> str:
    return re.sub(r"[-_.]+", "-", name).lower()


def main() -> int:
    """Check this tree."""
    imported, declared = find_imported(_ROOT), find_declared(_ROOT)
    faults = [f"{each} is imported and not declared" for each in sorted(imported - declared)]
    faults += [f"{each} is declared, not used" for each in sorted(declared - imported - _BY_NAME)]
    print(*faults, sep="\n")
    return 1 if faults else 0


if __name__ == "__main__":
    sys.exit(main())
