"""Setups that share in memory whatever they have in common.

A bench keeps hundreds of setups at hand which differ by a figure each. Parts are frozen, so equal
ones can be the same one.
"""

from __future__ import annotations

from hashlib import blake2b
from typing import TypeVar
from weakref import WeakValueDictionary

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.number_kinds import Part

_P = TypeVar("_P", bound=Part)

_parts: WeakValueDictionary[tuple[type[Part], bytes], Part] = WeakValueDictionary()
"""The parts in use, by their kind and the digest of their JSON text; one that nobody holds any more
is forgotten."""


def share_parts(setup: Setup) -> Setup:
    """Give a setup that was just read, and is in nobody else's hands, each of its parts replaced by
    the equal one in use."""
    return _with_shared_parts(setup)


def _with_shared_parts(part: _P) -> _P:
    for name, value in vars(part).items():
        vars(part)[name] = _shared(value)
    return part


def _shared(value: object) -> object:
    if isinstance(value, Part):
        key = type(value), blake2b(value.model_dump_json().encode(), digest_size=16).digest()
        known = _parts.get(key)
        if known is None:
            known = _parts[key] = _with_shared_parts(value)
        return known
    if isinstance(value, list):
        return [_shared(each) for each in value]
    return value
