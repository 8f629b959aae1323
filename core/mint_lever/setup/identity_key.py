"""A setup, or a part of one, as the key of what was worked out about it; and what is kept so."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache, wraps
from typing import Any, Generic, ParamSpec, TypeVar

from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.read_tracking import plain

P = TypeVar("P", bound=Part)
Given = ParamSpec("Given")
Found = TypeVar("Found")


class IdentityKey(Generic[P]):
    """The very same object, not an equal one, whose comparing would cost more."""

    __slots__ = ("part",)

    def __init__(self, part: P):
        self.part = plain(part)

    def __hash__(self) -> int:
        return id(self.part)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, IdentityKey) and other.part is self.part


def remember(most: int) -> Callable[[Callable[Given, Found]], Callable[Given, Found]]:
    """Keep a function's last ``most`` results, for the same setups, or parts of them, and equal
    other arguments. All of a setup that is given counts as read. Arguments stand in their order;
    one with a name raises TypeError. A result is shared by all who ask, so nobody may change it."""

    def keeping(work: Callable[Given, Found]) -> Callable[Given, Found]:
        @lru_cache(maxsize=most)
        def kept(*keys: Any) -> Any:
            return work(*(key.part if type(key) is IdentityKey else key for key in keys))  # type: ignore[call-arg]

        @wraps(work)
        def asked(*given: Given.args, **named: Given.kwargs) -> Found:
            if named:
                raise TypeError(f"without a name: {', '.join(named)}")
            found: Found = kept(
                *(IdentityKey(each) if isinstance(each, Part) else each for each in given)
            )
            return found

        return asked

    return keeping
