"""The catalogue: every setting of the document as a row, made by walking the models.

Forms, undo texts, audit links, staleness and exports read it, so that a setting's name, unit and
step stand once, on its field.
"""

from __future__ import annotations

import re
import types
import typing
from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from functools import cache, lru_cache
from typing import Annotated, Any, Literal, get_args, get_origin

import annotated_types as bounds
from pydantic import BaseModel

from mint_lever.setup.arrangement import Arrangement, find_path_device
from mint_lever.setup.document import Setup
from mint_lever.setup.setting_description import (
    DIRECTION_SHOWN_AT,
    About,
    Device,
    Holder,
    Play,
    Quantity,
    Stage,
)

SettingKind = Literal["number", "whole", "choice", "flag", "text", "numbers", "names", "texts"]


@dataclass(frozen=True)
class SettingRow:
    """One setting. ``path`` has ``*`` where a list's entries differ only by their number.

    ``holders`` are the words of the parts it stands in, outermost first. ``least`` and ``most``
    bound a number, both allowed but where ``above`` says that ``least`` itself is not.
    ``optional``: it may be left out. ``plays``: where it does anything, all of them at once.
    ``words`` are the values of a choice with their names.
    ``steps`` are the steps of the bench it belongs to, ``emptied`` those to do anew when the memory
    that held it was emptied, ``lone`` those that are asked anew without what rests on them.
    """

    path: str
    about: About
    stage: Stage
    kind: SettingKind
    unit: str = ""
    nudge: float = 1.0
    least: float | None = None
    most: float | None = None
    above: bool = False
    optional: bool = False
    holders: tuple[str, ...] = ()
    group: str = ""
    function: str = ""
    plays: tuple[Play, ...] = ()
    words: tuple[tuple[Any, str], ...] = ()
    steps: tuple[str, ...] = ()
    emptied: tuple[str, ...] = ()
    lone: tuple[str, ...] = ()

    @property
    def device(self) -> Device:
        """The device that holds it."""
        return find_path_device(self.path)

    @property
    def metal(self) -> bool:
        """Whether it is a part of the helicopter itself, held by no device."""
        return self.path.startswith("airframe.")

    def in_play(self, arrangement: Arrangement, has_unit: bool = True) -> bool:
        """Whether it does anything in an arrangement."""
        return all(arrangement.plays(play, has_unit) for play in self.plays)

    def name(self, path: str) -> str:
        """Name the setting at a path of this row: "servo 2, horn length"."""
        return _capital(_numbered(", ".join((*self.holders, _small(self.about.label))), path))


@dataclass(frozen=True)
class _Place:
    """Where the walk is: the path so far and what the parts around it said."""

    path: str = ""
    holders: tuple[str, ...] = ()
    group: str = ""
    function: str = ""
    plays: tuple[Play, ...] = ()
    steps: tuple[str, ...] = ()
    emptied: tuple[str, ...] = ()
    lone: tuple[str, ...] = ()

    def into(self, key: str, holder: Holder | None) -> _Place:
        path = f"{self.path}.{key}" if self.path else key
        if holder is None:
            return replace(self, path=path)
        return _Place(
            path,
            (*self.holders, holder.name) if holder.name else self.holders,
            holder.group or self.group,
            holder.function or self.function,
            self.plays if holder.play == "always" else (*self.plays, holder.play),
            (*self.steps, *holder.steps),
            (*self.emptied, *(holder.steps if holder.emptied is None else holder.emptied)),
            (*self.lone, *(holder.steps if holder.alone else ())),
        )


@dataclass
class _Said:
    """What the metadata of one annotation says, and its bare type."""

    bare: Any
    about: About | None = None
    holder: Holder | None = None
    quantity: Quantity | None = None
    optional: bool = False
    least: float | None = None
    most: float | None = None
    above: bool = False
    marks: list[Any] = field(default_factory=list)


@cache
def list_rows() -> tuple[SettingRow, ...]:
    """Give every row, in the order of the document. Raises TypeError for a field that says nothing
    of itself: a setting cannot be put in without its name."""
    return tuple(_walk(Setup, _Place()))


@lru_cache(maxsize=4096)
def find_row(path: str) -> SettingRow | None:
    """Give the row of a setting's path (entries by number); None where no setting stands."""
    rows = _by_path()
    pattern = find_pattern(path)
    its_row = rows.get(pattern)
    if its_row is None and "." in pattern:
        # A list of plain values is one row, each of its entries a setting of it.
        its_row = rows.get(pattern.rsplit(".", 1)[0]) if pattern.endswith(".*") else None
    return its_row


def rows_under(path: str) -> tuple[SettingRow, ...]:
    """Give the rows of every setting at a path or inside the part that stands there."""
    pattern = find_pattern(path)
    inside = f"{pattern}."
    own = find_row(path)
    under_it = tuple(
        row for row in list_rows() if row.path == pattern or row.path.startswith(inside)
    )
    return under_it or ((own,) if own else ())


def find_pattern(path: str) -> str:
    """Give a path with ``*`` for every entry's number."""
    return ".".join("*" if part.isdecimal() else part for part in path.split("."))


def name_path(path: str) -> str:
    """Name what stands at a path, in a pilot's words: a setting, or a part with settings in it."""
    row = find_row(path)
    if row is not None:
        return row.name(path)
    inside = rows_under(path)
    if not inside:
        return "The setup"
    # What all rows inside have in common names the part.
    shared = [
        words
        for i, words in enumerate(inside[0].holders)
        if all(len(row.holders) > i and row.holders[i] == words for row in inside)
    ]
    if len(inside) == 1 and inside[0].group:
        shared.append(_small(inside[0].group))
    if shared:
        return _capital(_numbered(", ".join(shared), path).rstrip(" ,"))
    groups = {row.group for row in inside}
    return _capital(groups.pop()) if len(groups) == 1 else "Several settings"


@cache
def _by_path() -> dict[str, SettingRow]:
    return {row.path: row for row in list_rows()}


def _walk(model: type[BaseModel], place: _Place) -> Iterator[SettingRow]:
    # Not model_fields: they have lost the order and nesting of what an annotation says.
    hints = typing.get_type_hints(model, include_extras=True)
    for key in model.model_fields:
        yield from _rows(model, key, _read(hints[key]), place)


def _rows(model: type[BaseModel], key: str, said: _Said, place: _Place) -> Iterator[SettingRow]:
    if _is_part(said.bare):
        yield from _walk(said.bare, place.into(key, said.holder or Holder()))
        return
    if get_origin(said.bare) is list:
        inner = _read(get_args(said.bare)[0])
        if _is_part(inner.bare):
            whole = place.into(key, said.holder)
            yield from _walk(inner.bare, whole.into("*", inner.holder or Holder()))
            return
        if said.about is None and inner.about is not None:
            inner.optional = False
            yield _row(model, key, inner, place.into(key, None).into("*", None))
            return
        said.quantity = said.quantity or inner.quantity
        said.least, said.most, said.above = inner.least, inner.most, inner.above
    yield _row(model, key, said, place.into(key, None))


def _row(model: type[BaseModel], key: str, said: _Said, place: _Place) -> SettingRow:
    about, name = said.about, f"{model.__name__}.{key}"
    if about is None:
        raise TypeError(f"{name} says nothing of itself: give it an About")
    stage = about.stage or getattr(model, "stage_of_all", None)
    if stage is None:
        raise TypeError(f"{name} is of no stage: say it of the setting, or of its part")
    quantity = said.quantity or Quantity("")
    function = about.function or place.function
    forgotten = about.steps if about.emptied is None else about.emptied
    return SettingRow(
        path=place.path,
        about=about,
        stage=stage,
        kind=_kind(said.bare),
        unit=quantity.unit if about.unit is None else about.unit,
        nudge=quantity.nudge if about.nudge is None else about.nudge,
        least=said.least,
        most=said.most,
        above=said.above,
        optional=said.optional,
        holders=place.holders,
        group=about.group or getattr(model, "group_of_all", "") or place.group,
        function=function,
        plays=place.plays if about.play == "always" else (*place.plays, about.play),
        words=tuple(about.words.items()),
        steps=_steps(about, about.steps, function, place.steps),
        emptied=_steps(about, forgotten, function, place.emptied),
        lone=(*place.lone, *(about.steps if about.alone else ())),
    )


def _steps(
    about: About, own: tuple[str, ...], function: str, around: tuple[str, ...]
) -> tuple[str, ...]:
    shown = (DIRECTION_SHOWN_AT[function],) if about.turns else ()
    return tuple(dict.fromkeys((*own, *shown, *around)))


def _read(annotation: Any) -> _Said:
    """Take an annotation apart: through Annotated and "or None", down to the bare type."""
    said = _Said(annotation)
    while True:
        if get_origin(said.bare) is Annotated:
            inner, *marks = get_args(said.bare)
            # What stands further out was met first and wins.
            for mark in marks:
                _note(said, mark)
            said.bare = inner
        elif get_origin(said.bare) in (typing.Union, types.UnionType):
            inner_args = [arg for arg in get_args(said.bare) if arg is not type(None)]
            said.optional = True
            said.bare = inner_args[0]
        else:
            return said


def _note(said: _Said, mark: Any) -> None:
    if isinstance(mark, About):
        said.about = said.about or mark
    elif isinstance(mark, Holder):
        said.holder = said.holder or mark
    elif isinstance(mark, Quantity):
        said.quantity = said.quantity or mark
    for bound in getattr(mark, "metadata", ()):
        if isinstance(bound, bounds.Ge):
            said.least = float(bound.ge)  # type: ignore[arg-type]
        elif isinstance(bound, bounds.Gt):
            said.least, said.above = float(bound.gt), True  # type: ignore[arg-type]
        elif isinstance(bound, bounds.Le):
            said.most = float(bound.le)  # type: ignore[arg-type]


def _kind(bare: Any) -> SettingKind:
    if get_origin(bare) is list:
        inner = _read(get_args(bare)[0]).bare
        if inner is str:
            return "texts"
        return "names" if get_origin(inner) is Literal else "numbers"
    if get_origin(bare) is Literal:
        return "choice"
    return {bool: "flag", float: "number", int: "whole"}.get(bare, "text")  # type: ignore[return-value]


def _is_part(bare: Any) -> bool:
    return isinstance(bare, type) and issubclass(bare, BaseModel)


def _numbered(words: str, path: str) -> str:
    """Put an entry's numbers into the words that ask for them, in their order along the path."""
    numbers = iter([int(part) for part in path.split(".") if part.isdecimal()])

    def put(match: re.Match[str]) -> str:
        index = next(numbers, None)
        if index is None:
            return ""
        return chr(65 + index) if match[1] == "letter" else str(index + 1)

    return re.sub(r"\{(n|letter)\}", put, words)


def _small(text: str) -> str:
    """A label inside a sentence; abbreviations keep their capitals."""
    return text if text[:2].isupper() or text == "Kv" else text[:1].lower() + text[1:]


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def find_stage(path: str) -> Stage:
    """The stage of the chain a setting works at."""
    row = find_row(path)
    return row.stage if row else "whole"
