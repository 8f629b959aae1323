"""Edits a setup document by path: the one way a single setting is changed."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.catalogue.setting_rows import rows_under
from mint_lever.setup.validation_faults import write_found


@dataclass(frozen=True)
class Change:
    """Put ``value`` at a dotted ``path``, e.g. ``airframe.servos.0.arm_mm``."""

    path: str
    value: Any


def apply_changes(document: dict[str, Any], changes: Sequence[Change]) -> dict[str, Any]:
    """Apply changes in order to a copy of a full document and give it.

    Only places that exist can be changed (a document from ``Setup.as_document`` has every one);
    a key that a part may leave out can be put there, with the parts around it that were left out
    too, and None takes it away again. Raises InvalidSetup when a path leads nowhere. The result is
    not validated here.
    """
    edited = copy.deepcopy(document)
    for change in changes:
        holder, key = _find(edited, change.path)
        if change.value is None and isinstance(holder, dict):
            holder.pop(key, None)
        else:
            holder[key] = copy.deepcopy(change.value)
    return edited


def _find(document: Any, path: str) -> tuple[Any, str | int]:
    steps = path.split(".")
    holder: Any = document
    for index, step in enumerate(steps):
        key: str | int | None = None
        last = index == len(steps) - 1
        if isinstance(holder, dict) and (step in holder or (last and step)):
            key = step
        elif isinstance(holder, dict) and rows_under(".".join(steps[: index + 1])):
            key = step
            holder[step] = {}
        elif isinstance(holder, list) and step.isdecimal() and int(step) < len(holder):
            key = int(step)
        if key is None:
            there = ".".join(steps[:index]) or "the setup"
            raise InvalidSetup(
                [Fault(path, f"no {write_found(step)} in {there}", "a setting that exists")]
            )
        if last:
            return holder, key
        holder = holder[key]
    raise AssertionError("a path has at least one step")
