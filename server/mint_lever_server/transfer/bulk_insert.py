"""Many rows at once: statements prepared once, where a row's model would take ten times as long.

While they are written nobody else writes.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from django.db import connection
from django.db.models import Field, Model

from mint_lever_server.bench.models import LogEntry
from mint_lever_server.hangar.models import Helicopter

_AS_THEY_ARE = {
    "AutoField",
    "BigAutoField",
    "BooleanField",
    "CharField",
    "FloatField",
    "IntegerField",
    "PositiveIntegerField",
    "TextField",
}
"""Columns that have their values as they are; asked for once a column, not once a value."""


@dataclass(frozen=True)
class Prepared:
    """Rows as the database has them, but for what is known only once they are written."""

    of: type[Model]
    names: tuple[str, ...]
    rows: list[tuple[Any, ...]]


def prepare(of: type[Model], rows: Iterable[dict[str, Any]]) -> Prepared:
    """Turn rows into what the database has, each with the same columns, by the names fields have
    in a row. It takes a while: done before anything is locked."""
    fields = {field.attname: field for field in of._meta.concrete_fields}
    names: tuple[str, ...] = ()
    keeps: list[Callable[[Any], Any]] = []
    made = []
    for row in rows:
        if not names:
            names = tuple(row)
            keeps = [_keeping(fields[name]) for name in names]
        made.append(tuple(keep(value) for keep, value in zip(keeps, row.values(), strict=True)))
    return Prepared(of, names, made)


def insert_many(prepared: Prepared, names: Sequence[str], rest: Iterable[Sequence[Any]]) -> None:
    """Insert prepared rows, each with the ``rest`` of its columns."""
    if not prepared.rows:
        return
    fields = {field.attname: field for field in prepared.of._meta.concrete_fields}
    columns = [_quoted(str(fields[name].column)) for name in (*prepared.names, *names)]
    keeps = [_keeping(fields[name]) for name in names]
    sql = (
        f"INSERT INTO {_quoted(prepared.of._meta.db_table)} ({', '.join(columns)}) "
        f"VALUES ({', '.join(['%s'] * len(columns))})"
    )
    with connection.cursor() as cursor:
        cursor.executemany(
            sql,
            [
                (*row, *(keep(value) for keep, value in zip(keeps, more, strict=True)))
                for row, more in zip(prepared.rows, rest, strict=True)
            ],
        )


def put_back(of: type[Model], rows: Sequence[Any], name: str, moments: Sequence[Any]) -> None:
    """Give rows the moment they were made at; the database put today's there."""
    fields = {field.name: field for field in of._meta.concrete_fields}
    field, key = fields[name], of._meta.pk
    assert key is not None
    keys = [key.get_db_prep_value(row.pk, connection) for row in rows]
    keep = _keeping(field)
    kept = [keep(each) for each in moments]
    sql = (
        f"UPDATE {_quoted(of._meta.db_table)} SET {_quoted(str(field.column))} = %s "
        f"WHERE {_quoted(str(key.column))} = %s"
    )
    with connection.cursor() as cursor:
        cursor.executemany(sql, list(zip(kept, keys, strict=True)))


def replaces_many(helicopter: Helicopter, places: Sequence[tuple[int, int]]) -> None:
    """Say of lines of a log, by their places, which older line each was put instead of."""
    for new, old in places:
        older = LogEntry.objects.filter(helicopter=helicopter, sequence=old).values("pk")
        LogEntry.objects.filter(helicopter=helicopter, sequence=new).update(replaces=older)


def _keeping(field: Field[Any, Any]) -> Callable[[Any], Any]:
    """How a column has its values in the database."""
    target: Any = field
    while target.is_relation:
        target = target.target_field
    if target.get_internal_type() in _AS_THEY_ARE:
        return _as_it_is
    return lambda value: field.get_db_prep_save(value, connection)


def _as_it_is(value: Any) -> Any:
    return value


def _quoted(name: str) -> str:
    return connection.ops.quote_name(name)
