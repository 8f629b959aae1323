"""Whether a setting stands as it is delivered here, or was entered."""

from __future__ import annotations

from typing import Any

from pydantic_core import PydanticUndefined

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.number_kinds import Part


def is_default(setup: Setup, path: str) -> bool:
    """Whether what stands at a path is the value a setting has when nobody entered one. What has no
    such value, as a horn's length, was entered."""
    part, name = _part_of(setup, path)
    if not isinstance(part, Part):
        return False
    default = _default(part, name)
    return default is not PydanticUndefined and getattr(part, name) == default


def has_default(setup: Setup, path: str) -> bool:
    """Whether a setting has a value when nobody entered one."""
    part, name = _part_of(setup, path)
    return isinstance(part, Part) and _default(part, name) is not PydanticUndefined


def _part_of(setup: Setup, path: str) -> tuple[Any, str]:
    part: Any = setup
    *around, name = path.split(".")
    for step in around:
        part = part[int(step)] if isinstance(part, list) else getattr(part, step, None)
    return part, name


def _default(part: Part, name: str) -> Any:
    return type(part).model_fields[name].get_default(call_default_factory=True)
