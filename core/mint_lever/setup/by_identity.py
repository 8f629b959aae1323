"""A setup, or a part of one, as the key of what was worked out about it."""

from __future__ import annotations

from typing import Generic, TypeVar

from mint_lever.setup.numbers import Part
from mint_lever.setup.watched import plain

P = TypeVar("P", bound=Part)


class ByIdentity(Generic[P]):
    """The very same object, not an equal one, whose comparing would cost more."""

    __slots__ = ("part",)

    def __init__(self, part: P):
        self.part = plain(part)

    def __hash__(self) -> int:
        return id(self.part)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, ByIdentity) and other.part is self.part
