"""Every plain value of a document by its dotted path."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any


def leaves(value: Any, path: str = "") -> Iterator[tuple[str, Any]]:
    """Give the path and the value of everything that has no parts of its own, in order."""
    if isinstance(value, dict | list):
        entries = value.items() if isinstance(value, dict) else enumerate(value)
        for key, inner in entries:
            yield from leaves(inner, f"{path}.{key}" if path else str(key))
    else:
        yield path, value
