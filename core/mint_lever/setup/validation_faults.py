"""Turns pydantic's validation errors into faults a pilot can act on."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from typing import Any

from pydantic import ValidationError

from mint_lever.faults import Fault

_ALLOWED: dict[str, Callable[[dict[str, Any]], str]] = {
    "greater_than": lambda c: f"a number above {c['gt']:g}",
    "greater_than_equal": lambda c: f"a number of at least {c['ge']:g}",
    "less_than_equal": lambda c: f"a number of at most {c['le']:g}",
    "finite_number": lambda c: "a finite number",
    "float_type": lambda c: "a number",
    "float_parsing": lambda c: "a number",
    "int_parsing": lambda c: "a whole number",
    "int_type": lambda c: "a whole number",
    "int_from_float": lambda c: "a whole number",
    "bool_type": lambda c: "true or false",
    "string_type": lambda c: "text",
    "string_too_short": lambda c: f"text of at least {c['min_length']} character",
    "string_too_long": lambda c: f"text of at most {c['max_length']} characters",
    "list_type": lambda c: "a list",
    "too_short": lambda c: f"at least {c['min_length']} entries",
    "too_long": lambda c: f"at most {c['max_length']} entries",
    "missing": lambda c: "this key, which has no default",
    "extra_forbidden": lambda c: "only the keys of the schema",
    "literal_error": lambda c: f"one of {c['expected']}",
    "model_type": lambda c: "an object",
}


def write_found(value: object) -> str:
    """Show a found value in one short line, as JSON where it is that."""
    try:
        text = json.dumps(value, ensure_ascii=False)
    except (TypeError, ValueError):
        text = repr(value)
    return text if len(text) <= 60 else text[:57] + "..."


def make_faults(error: ValidationError) -> list[Fault]:
    """List one fault for each thing pydantic found, with its dotted path."""
    return [
        make_fault(item, ".".join(str(step) for step in item["loc"]))
        for item in error.errors(include_url=False)
    ]


def make_fault(item: Mapping[str, Any], path: str) -> Fault:
    """Say one of pydantic's errors in plain words, as the fault of a path."""
    say = _ALLOWED.get(item["type"])
    allowed = say(item.get("ctx", {})) if say else str(item["msg"])
    if item["type"] == "missing":
        return Fault(path, "nothing", allowed)
    if item["type"] == "extra_forbidden":
        return Fault(path, "an unknown key", allowed)
    return Fault(path, write_found(item["input"]), allowed)
