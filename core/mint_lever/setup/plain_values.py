"""Every plain value of a document by its dotted path."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Any


def walk_values(value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    """Give the path and the value of everything that has no parts of its own, in order."""
    if not isinstance(value, dict | list):
        yield path, value
        return
    before = f"{path}." if path else ""
    # From the back of a list that grows at its end: what stands first comes out first.
    left = [(f"{before}{key}", inner) for key, inner in _parts(value)][::-1]
    while left:
        where, inner = left.pop()
        if isinstance(inner, dict | list):
            left += [(f"{where}.{key}", part) for key, part in _parts(inner)][::-1]
        else:
            yield where, inner


def _parts(value: dict[str, Any] | list[Any]) -> Iterable[tuple[str | int, Any]]:
    return value.items() if isinstance(value, dict) else enumerate(value)
