"""Reading what the pilot entered: one value checked against the question it answers."""

from __future__ import annotations

import math
from typing import Any

from mint_lever.bench.advice import Ask
from mint_lever.faults import Fault, InvalidRequest


def entered(ask: Ask, value: Any) -> Any:
    """Give the value a question's entry stands for; decimal comma or point alike.

    Raises InvalidRequest naming the question, what was found and what is allowed.
    """
    if ask.kind == "confirm":
        return _one_of(ask, value, (True, False), "yes or no")
    if ask.kind == "number":
        return _number(ask, value)
    if ask.kind == "numbers":
        parts = value.replace(";", " ").split() if isinstance(value, str) else value
        if not isinstance(parts, list) or len(parts) > 12:
            raise _refused(ask, value, "up to 12 numbers with spaces between them")
        return [_number(ask, part) for part in parts]
    words = tuple(option.value for option in ask.options)
    if ask.kind == "balls" and isinstance(value, list):
        count = int(ask.high)
        if len(value) != count or any(type(ball) is not int or abs(ball) > 1 for ball in value):
            raise _refused(ask, value, f"{count} of 1 (up), 0 (still) or -1 (down)")
        return value
    return _one_of(ask, value, words, "one of " + ", ".join(words))


def _number(ask: Ask, value: Any) -> float:
    allowed = f"a number from {ask.low:g} to {ask.high:g} {ask.unit}, such as 1.3 or 1,3".rstrip()
    if isinstance(value, str):
        text = value.strip().replace("−", "-").replace(",", ".")
        try:
            value = float(text)
        except ValueError:
            raise _refused(ask, value, allowed) from None
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise _refused(ask, value, allowed)
    if not ask.low <= value <= ask.high:
        raise _refused(ask, f"{value:g} {ask.unit}".strip(), allowed)
    return float(value)


def _one_of(ask: Ask, value: Any, among: tuple[Any, ...], allowed: str) -> Any:
    if not any(value is each or (isinstance(value, str) and value == each) for each in among):
        raise _refused(ask, value, allowed)
    return value


def _refused(ask: Ask, value: Any, allowed: str) -> InvalidRequest:
    return InvalidRequest([Fault(ask.label, str(value)[:60] or "nothing", allowed)])
