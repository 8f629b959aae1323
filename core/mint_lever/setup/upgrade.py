"""Reads every older version of the document. What was once written is never written anew.

One function a version, from it to the next; each gets a copy it may change.
"""

from __future__ import annotations

import copy
from collections.abc import Callable, Mapping
from typing import Any


def _from_1(document: dict[str, Any]) -> dict[str, Any]:
    """Version 2 only added to version 1: everything a document of it says still holds."""
    document["version"] = 2
    return document


def _from_2(document: dict[str, Any]) -> dict[str, Any]:
    """Version 3 only added to version 2 as well."""
    document["version"] = 3
    return document


_UPGRADES: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_1, 2: _from_2}


def upgraded(document: Mapping[str, Any]) -> dict[str, Any]:
    """Give a document in the newest version; one that is unknown or newest comes back as it is."""
    made = dict(document)
    while type(version := made.get("version")) is int and version in _UPGRADES:
        made = _UPGRADES[version](copy.deepcopy(made))
    return made
