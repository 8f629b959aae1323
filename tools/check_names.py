"""The naming rule's mechanical part, over all three houses; part of ``make lint``.

- A module's base name stands once in its wing (core), app (server), place or folder of parts (web).
- No module and no public function or class is called by a bare word that says nothing: a
  participle, an adverb, a preposition, a pronoun.

Prints one line for each name that breaks the rule, and ends with 1 where there is one.
"""

from __future__ import annotations

import ast
import sys
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path

BARE = frozenset(
    [
        "about",
        "above",
        "across",
        "after",
        "again",
        "all",
        "alike",
        "around",
        "asked",
        "at",
        "away",
        "back",
        "before",
        "begun",
        "behind",
        "below",
        "beside",
        "between",
        "both",
        "by",
        "carried",
        "changed",
        "common",
        "copied",
        "done",
        "down",
        "drawn",
        "each",
        "entered",
        "even",
        "every",
        "few",
        "fitted",
        "flown",
        "for",
        "found",
        "from",
        "given",
        "gone",
        "governed",
        "held",
        "helper",
        "helpers",
        "here",
        "in",
        "inside",
        "into",
        "just",
        "kept",
        "known",
        "landed",
        "left",
        "less",
        "likely",
        "logged",
        "looked",
        "made",
        "many",
        "measured",
        "misc",
        "more",
        "moved",
        "much",
        "near",
        "never",
        "next",
        "none",
        "not",
        "noted",
        "now",
        "of",
        "off",
        "on",
        "once",
        "only",
        "opened",
        "out",
        "outside",
        "over",
        "own",
        "past",
        "put",
        "read_out",
        "ready",
        "said",
        "same",
        "seen",
        "sent",
        "several",
        "shared_things",
        "shown",
        "since",
        "some",
        "stored",
        "stuff",
        "such",
        "sure",
        "taken",
        "taken_back",
        "taken_in",
        "taken_over",
        "taught",
        "then",
        "there",
        "things",
        "told",
        "touched",
        "trimmed",
        "turned",
        "typed",
        "under",
        "until",
        "up",
        "used",
        "util",
        "utils",
        "wanted",
        "ways",
        "where",
        "whole",
        "with",
        "without",
        "worked",
        "written",
    ]
)
"""Words that no module, public function or class is called by alone."""

KEPT = frozenset({"About", "Fitted", "Taken"})
"""``About(…)`` reads as a sentence on a setting's field; two tables of the database keep theirs."""

_ROOT = Path(__file__).parent.parent
_USUAL = frozenset({"__init__", "__main__", "api", "models", "schemas", "services", "base"})
"""Names that Django and Python give."""


def wings(root: Path) -> Iterator[tuple[str, list[Path]]]:
    """Give each wing of the three houses, with its files (tests of the browser left out)."""
    core, server, web = (
        root / "core/mint_lever",
        root / "server/mint_lever_server",
        root / "web/src",
    )
    for house in (core, server):
        for wing in sorted(each for each in house.iterdir() if each.is_dir()):
            files = [p for p in sorted(wing.rglob("*.py")) if "migrations" not in p.parts]
            yield str(wing.relative_to(root)), files
    folders = [*(web / "places").glob("*"), *(web / "parts").glob("*"), web / "parts", web / "api"]
    for folder in sorted(each for each in folders if each.is_dir()):
        files = [p for p in sorted(folder.glob("*.ts*")) if ".test." not in p.name]
        yield str(folder.relative_to(root)), files


def check_names(root: Path) -> Iterator[str]:
    """Give a line for each name that breaks the rule."""
    for wing, files in wings(root):
        met: dict[str, list[Path]] = defaultdict(list)
        for path in files:
            name = path.stem.replace("-", "_")
            if name not in _USUAL:
                met[name].append(path)
            if name in BARE:
                yield f"{path.relative_to(root)}: “{name}” says nothing; a module is a noun"
            if path.suffix == ".py":
                yield from _check_public(root, path)
        for name, paths in met.items():
            if len(paths) > 1:
                where = ", ".join(str(each.relative_to(root)) for each in paths)
                yield f"{wing}: “{name}” stands {len(paths)} times: {where}"


def _check_public(root: Path, path: Path) -> Iterator[str]:
    for node in ast.parse(path.read_text(encoding="utf-8")).body:
        if isinstance(node, ast.FunctionDef | ast.ClassDef) and _is_bare(node.name):
            where = f"{path.relative_to(root)}:{node.lineno}"
            yield f"{where}: “{node.name}” says nothing; a function is verb and object"


def _is_bare(name: str) -> bool:
    return name.lower() in BARE and name not in KEPT


def main() -> int:
    """Check this tree."""
    faults = list(check_names(_ROOT))
    print(*faults, sep="\n")
    return 1 if faults else 0


if __name__ == "__main__":
    sys.exit(main())
