"""Reading what the pilot entered: one value checked against the question it answers."""

from __future__ import annotations

import math
import re
from typing import Any

from mint_lever.bench.engine.advice import Answer, Ask, Balls, Choice, Confirm, Number, Numbers
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.edits.path_edit import Change

_MOST_NUMBERS = 12
_THREE_DIGITS = re.compile(r"^([+-]?[1-9]\d{0,2})\.(\d{3})$")
"""Thousands to one pilot, thousandths to another."""


def check_answer(ask: Ask, value: Any) -> Answer:
    """Give the value a question's entry stands for; decimal comma or point alike.

    Raises InvalidRequest naming the question, what was found and what is allowed.
    """
    if isinstance(ask, Confirm):
        return _one_of(ask, value, (True, False), "yes or no")
    if isinstance(ask, Number):
        return _number(ask, value)
    if isinstance(ask, Numbers):
        parts = value.replace(";", " ").split() if isinstance(value, str) else value
        if not isinstance(parts, list) or len(parts) > _MOST_NUMBERS:
            allowed = f"up to {_MOST_NUMBERS} numbers with spaces between them"
            raise _refused(ask, value, allowed)
        return [_number(ask, part) for part in parts]
    if isinstance(ask, Balls) and isinstance(value, list):
        if len(value) != ask.count or any(type(b) is not int or abs(b) > 1 for b in value):
            raise _refused(ask, value, f"{ask.count} of 1 (up), 0 (still) or -1 (down)")
        return value
    words = tuple(option.value for option in ask.options)
    allowed = "one of " + ", ".join(words)
    if not words and isinstance(ask, Balls):
        allowed = f"{ask.count} of 1 (up), 0 (still) or -1 (down), ball by ball"
    return _one_of(ask, value, words, allowed)


def make_answer_changes(ask: Ask, answer: Answer) -> tuple[Change, ...]:
    """Give the settings an answer is written to: what was said about the metal stays with it."""
    if isinstance(ask, Choice) and any(option.kept is not None for option in ask.options):
        kept = next(option.kept for option in ask.options if option.value == answer)
        return tuple(Change(path, kept) for path in ask.writes)
    whole = [path for path in ask.writes if (row := find_row(path)) and row.kind == "whole"]
    return tuple(
        Change(path, int(answer) if path in whole else answer)  # type: ignore[arg-type]
        for path in ask.writes
    )


def _number(ask: Number | Numbers, value: Any) -> float:
    allowed = f"a number from {ask.low:g} to {ask.high:g} {ask.unit}".rstrip()
    allowed += ", such as 1.3 or 1,3"
    if isinstance(value, str):
        text = value.strip().removesuffix(ask.unit).strip().replace("−", "-").replace(",", ".")
        either = _THREE_DIGITS.match(text)
        if either is not None and ask.low <= float(either[1] + either[2]) <= ask.high:
            meant = f"{text} or {either[1]}{either[2]}, written without a separator"
            raise _refused(ask, value, meant)
        try:
            # Python alone reads "1_0" as ten.
            value = float(text.replace("_", "?"))
        except ValueError:
            raise _refused(ask, value, allowed) from None
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise _refused(ask, value, allowed)
    if not ask.low <= value <= ask.high:
        raise _refused(ask, f"{value:g} {ask.unit}".strip(), allowed)
    return float(value)


def _one_of(ask: Ask, value: Any, among: tuple[bool | str, ...], allowed: str) -> bool | str:
    for each in among:
        if value is each or (isinstance(value, str) and value == each):
            return each
    raise _refused(ask, value, allowed)


def _refused(ask: Ask, value: Any, allowed: str) -> InvalidRequest:
    return InvalidRequest([Fault(ask.label, str(value)[:60] or "nothing", allowed)])
