"""The text of a logger's table as one kind of table: commas between, points for decimals.

Loggers write commas, semicolons or tabs between, a point or a comma for decimals, a byte-order
mark, a clock for the time. What was taken is said, so that it can be put right. Common practice, no
source.
"""

from __future__ import annotations

import csv
import re
from dataclasses import dataclass

from mint_lever.faults import Fault, InvalidRequest

_BETWEEN = {";": "semicolons between", "\t": "tabs between", ",": ""}
_DECIMAL_COMMA = re.compile(r"^\s*[+-]?\d+,\d+\s*$")
_CLOCK = re.compile(r"^(?:\d{4}-\d{2}-\d{2}[T ])?(\d{1,3}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$")
_LOOKED_AT = 200
DAY_S = 86_400.0


@dataclass(frozen=True)
class TableText:
    """``header`` names the columns, ``rest`` is the rows; ``taken`` says in words what is so."""

    header: tuple[str, ...]
    rest: str
    taken: tuple[str, ...]

    def rows(self) -> list[list[str]]:
        """The rows' cells."""
        return list(csv.reader(self.rest.splitlines()))


def table_text(raw: bytes, *, whole: bool = True) -> TableText:
    """Read a table's text. ``whole`` false: only its first part, cut anywhere.

    Raises InvalidRequest for bytes that are not UTF-8.
    """
    try:
        text = raw.decode("utf-8-sig", errors="strict" if whole else "replace")
    except UnicodeDecodeError as error:
        fault = Fault("log", f"a byte that is not UTF-8 at {error.start}", "CSV text")
        raise InvalidRequest([fault]) from error
    head, _, rest = text.partition("\n")
    head = head.strip().replace("\r", " ")
    between = max(_BETWEEN, key=lambda each: (head.count(each), each != ","))
    if head.count(between) == 0:
        between = ","
    header = tuple(name.strip() for name in next(csv.reader([head], delimiter=between), []))
    taken = [_BETWEEN[between]] if _BETWEEN[between] else []
    comma = _writes_decimal_commas(rest, between)
    if comma:
        taken.append("a comma for decimals")
    if between != "," and '"' not in rest:
        # By far the quickest: no cell is taken apart.
        rest = (rest.replace(",", ".") if comma else rest).replace(between, ",")
    elif between != "," or comma:
        rest = _anew(rest, between, comma)
    return TableText(header, rest, tuple(taken))


def number_in(cell: str) -> float:
    """Read a cell's number; a clock (h:min:s, min:s with a fraction, a day before it) as seconds.

    Raises ValueError for anything else.
    """
    found = _CLOCK.match(cell.strip())
    if found is None:
        return float(cell)
    first, second, third = found.groups()
    if third is None:
        return 60.0 * float(first) + float(second)
    return 3600.0 * float(first) + 60.0 * float(second) + float(third.replace(",", "."))


def is_clock(cell: str) -> bool:
    """Whether a cell is a time as a clock shows it."""
    return _CLOCK.match(cell.strip()) is not None


def _writes_decimal_commas(rest: str, between: str) -> bool:
    lines = rest.splitlines()[:_LOOKED_AT]
    cells = [cell for row in csv.reader(lines, delimiter=between) for cell in row]
    with_comma = sum(1 for cell in cells if _DECIMAL_COMMA.match(cell))
    return with_comma > 0 and with_comma >= sum(1 for cell in cells if "." in cell)


def _anew(rest: str, between: str, comma: bool) -> str:
    rows = csv.reader(rest.splitlines(), delimiter=between)
    return "\n".join(
        ",".join(cell.replace(",", ".") if comma else cell for cell in row) for row in rows
    )
