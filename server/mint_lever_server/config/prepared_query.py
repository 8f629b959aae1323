"""A query asked on nearly every request: its SQL is made once, at its first use."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cached_property
from typing import Any, NamedTuple

from django.db import connection
from django.db.models import QuerySet


class _Made(NamedTuple):
    sql: str
    converters: dict[int, tuple[list[Callable[..., Any]], Any]]


class Prepared:
    """One query that is asked again and again with other values.

    ``make`` gives it as Django has it, with ``values_list``, asking for any value at each place
    that changes. To turn it into SQL takes ten times as long as to ask it.
    """

    def __init__(self, make: Callable[[], QuerySet[Any, Any]]) -> None:
        self._make = make

    @cached_property
    def _made(self) -> _Made:
        compiler = self._make()[:1].query.get_compiler(connection=connection)
        sql, _ = compiler.as_sql()
        columns = [column for column, *_ in compiler.select]
        return _Made(sql, compiler.get_converters(columns))

    def first(self, *values: Any) -> Sequence[Any] | None:
        """Give the first row, None without one. ``values`` as the database has them, in the order
        of the query's filters."""
        made = self._made
        with connection.cursor() as cursor:
            cursor.execute(made.sql, values)
            row = cursor.fetchone()
        if row is None:
            return None
        told = list(row)
        for place, (converters, expression) in made.converters.items():
            for convert in converters:
                told[place] = convert(told[place], expression, connection)
        return told
