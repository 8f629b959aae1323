"""Which optional settings a figure would need and does not have."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from mint_lever.setup.document import Setup


def missing(setup: Setup, paths: Sequence[str]) -> list[str]:
    """Give those of some settings that are not filled in, or whose part is not described."""
    return [path for path in paths if _value(setup, path) is None]


def _value(setup: Setup, path: str) -> Any:
    at: Any = setup
    for name in path.split("."):
        at = None if at is None else getattr(at, name)
    return at
