"""Makes ``docs/check-values.md`` from the tags on the core's values; ``--check`` is part of lint.

python tools/make_check_values.py            # writes it
python tools/make_check_values.py --check    # ends with 1 where it is not what it would write
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from dataclasses import dataclass
from importlib import import_module
from pathlib import Path
from pkgutil import walk_packages
from types import ModuleType
from typing import Any

import mint_lever
from mint_lever.sources import FACTS, Memory, Practice, Published

PAGE = Path(__file__).parent.parent / "docs/check-values.md"
HEAD = """# Check values

Made by `tools/make_check_values.py` from the tags on the core's values (`mint_lever/sources.py`);
edit those. They are defaults and yardsticks, never demo data; a maker's manual comes before any.
Names that begin with `_` are a module's own.
"""


@dataclass(frozen=True)
class Tagged:
    """A value with where it comes from."""

    module: str
    name: str
    value: str
    sources: tuple[object, ...]

    @property
    def where(self) -> str:
        """Its file, from the core's folder on."""
        return self.module.removeprefix("mint_lever.").replace(".", "/") + ".py"


def find_tagged() -> Iterator[Tagged]:
    """Give every tagged value of the core, by module and name."""
    names = sorted(each.name for each in walk_packages(mint_lever.__path__, "mint_lever."))
    for name in names:
        if not name.endswith("__main__"):
            yield from _in_module(import_module(name))


def _in_module(module: ModuleType) -> Iterator[Tagged]:
    for name, text in sorted(vars(module).get("__annotations__", {}).items()):
        if "Annotated" not in text:
            continue
        marks = getattr(eval(text, vars(module)), "__metadata__", ())  # our own source, no input
        found = tuple(each for each in marks if isinstance(each, Published | Practice | Memory))
        if found:
            yield Tagged(module.__name__, name, _words(getattr(module, name)), found)


def _words(value: Any) -> str:
    text = " ".join(repr(value).split()).replace("|", "\\|")
    return text if len(text) <= 60 else "see there"


def make_page(tagged: list[Tagged]) -> str:
    """Write the page."""
    by_fact: dict[str, list[Tagged]] = {number: [] for number in FACTS}
    for each in tagged:
        for source in each.sources:
            if isinstance(source, Practice) and source.number:
                by_fact[source.number].append(each)
    facts = "".join(
        f"| {number} | {FACTS[number]} | {_places(by_fact[number])} |\n" for number in FACTS
    )
    unnumbered = [t for t in tagged if Practice() in t.sources]
    published = [t for t in tagged if any(isinstance(s, Published) for s in t.sources)]
    remembered = [t for t in tagged if Memory() in t.sources]
    return (
        f"{HEAD}\n## Facts of the trade\n\nCommon practice, no source. Code and tests refer to them"
        f" by number.\n\n| id | fact | stands at |\n|---|---|---|\n{facts}"
        f"\n## Common practice without a number\n\n{_table(unnumbered)}"
        f"\n## Published\n\n{_table(published, reference=True)}\n"
        "Formulas name theirs in [formulas.md](formulas.md), tests beside each check.\n"
        f"\n## From memory\n\nTo be bettered by whoever finds a source: {len(remembered)} values."
        f"\n\n{_table(remembered)}"
    )


def _places(found: list[Tagged]) -> str:
    return (
        ", ".join(f"`{each.where}` {each.name} = {each.value}" for each in found) or "tests, text"
    )


def _table(found: list[Tagged], *, reference: bool = False) -> str:
    rows = ""
    for each in found:
        named = "; ".join(s.reference for s in each.sources if isinstance(s, Published))
        rows += f"| `{each.where}` | `{each.name}` | {each.value} |"
        rows += f" {named} |\n" if reference else "\n"
    head, line = "| file | name | value |", "|---|---|---|"
    return f"{head} source |\n{line}---|\n{rows}" if reference else f"{head}\n{line}\n{rows}"


def main() -> int:
    """Write the page, or check it."""
    page = make_page(list(find_tagged()))
    if "--check" in sys.argv:
        if PAGE.read_text(encoding="utf-8") != page:
            print("docs/check-values.md is not what tools/make_check_values.py writes: run it")
            return 1
        return 0
    PAGE.write_text(page, encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
