"""Letters that a text may have: what is seen, in the order it was written."""

from __future__ import annotations

import re

from mint_lever.faults import Fault, InvalidRequest

_NEVER = re.compile(
    "["
    "\\x00-\\x08\\x0b\\x0c\\x0e-\\x1f\\x7f-\\x9f"  # control letters; tab and ends of lines are text
    "\\u202a-\\u202e\\u2066-\\u2069"  # turn the direction of all that follows
    "\\ud800-\\udfff"  # halves of letters
    "]"
)
_NOT_IN_NAMES = re.compile("[\\t\\n\\r\\u2028\\u2029\\u200e\\u200f\\u061c]")
READABLE = "text without control characters or ones that change its direction"
NAMED = "a name of one line, with a letter, digit or sign that is seen"


def unreadable(text: str) -> bool:
    """Whether a text has a letter that cannot be kept, or that hides or turns others."""
    return _NEVER.search(text) is not None


def check_name(name: str) -> None:
    """Refuse a name that cannot be told or found again: blank, of several lines, or unreadable.
    Raises InvalidRequest with the fault."""
    seen = any(not each.isspace() and each.isprintable() for each in name)
    if not seen or unreadable(name) or _NOT_IN_NAMES.search(name):
        raise InvalidRequest([Fault("name", ascii(name)[:60], NAMED)])
