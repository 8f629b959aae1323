"""A setup that notes which of its values are read, for whoever wants to know what an answer was
worked out of."""

from __future__ import annotations

from functools import lru_cache, reduce
from types import FunctionType, MethodType
from typing import Any, Protocol, cast

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.number_kinds import Part


class Notes(Protocol):
    """Who notes what is read."""

    @property
    def takes_notes(self) -> bool:
        """Whether anything is noted now."""
        ...

    def reads_value(self, path: str) -> None:
        """A value at a path is read; "" is the whole setup."""
        ...

    def reads_presence(self, path: str) -> None:
        """It is read that there is a part at a path."""
        ...


def watched(setup: Setup, notes: Notes) -> Setup:
    """Give a setup that notes what is read of it. It is for the answer that reads it: kept beyond
    that it raises RuntimeError when it is read."""
    return cast(Setup, _Watched(setup, "", notes))


def value_at(setup: Setup, path: str) -> Any:
    """Give what stands at a path of a setup; None where a part on the way is left out."""
    return reduce(_within, path.split("."), setup) if path else setup


def _within(part: Any, name: str) -> Any:
    return None if part is None else getattr(part, name)


class _Watched:
    """A part of a setup that is read: to everybody who asks it is one of the part's own class."""

    __slots__ = ("_notes", "_part", "_path")

    def __init__(self, part: Part, path: str, notes: Notes):
        self._part, self._path, self._notes = part, path, notes

    @property  # type: ignore[misc]
    def __class__(self) -> Any:
        return type(self._part)

    def __getattr__(self, name: str) -> Any:
        if not self._notes.takes_notes:
            raise RuntimeError(f"{self._path or 'the setup'} was kept beyond the answer it is for")
        kind, found = _kind_of(type(self._part), name)
        if kind == "property":
            return found(self)
        if kind == "method":
            return MethodType(found, self)
        if kind == "other":
            return getattr(_whole(self), name)
        path = f"{self._path}.{name}" if self._path else name
        value = getattr(self._part, name)
        if isinstance(value, Part):
            self._notes.reads_presence(path)
            return _Watched(value, path, self._notes)
        self._notes.reads_value(path)
        return value

    def __eq__(self, other: object) -> bool:
        return bool(_whole(self) == plain(other))

    def __hash__(self) -> int:
        return hash(_whole(self))

    def __iter__(self) -> Any:
        return iter(_whole(self))

    def __repr__(self) -> str:
        return f"watched {self._part!r}"


def plain(part: Any) -> Any:
    """Give a part as it is, all of it noted as read; anything else as it comes."""
    return _whole(part) if type(part) is _Watched else part


def _whole(watched: _Watched) -> Part:
    watched._notes.reads_value(watched._path)
    return watched._part


@lru_cache(maxsize=4096)
def _kind_of(of: type[Part], name: str) -> tuple[str, Any]:
    """How a name of a part is read: as a value, or through what the part itself makes of its
    values, which reads those one by one. What the library makes of a part reads all of it."""
    if name in of.__pydantic_fields__:
        return "value", None
    for each in of.__mro__:
        if name in vars(each) and issubclass(each, Part) and each is not Part:
            found = vars(each)[name]
            if isinstance(found, property):
                return "property", found.fget
            if isinstance(found, FunctionType):
                return "method", found
    return "other", None
