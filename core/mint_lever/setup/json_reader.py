"""Reads JSON that a stranger sent: bounded, finite, each key once, letters that can be read."""

from __future__ import annotations

import json
import math
import sys
from typing import Any

from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.readable_letters import READABLE, unreadable
from mint_lever.setup.validation_faults import write_found

DEEPEST = 24
"""No document of ours is nested deeper than a dozen."""
_MOST_DIGITS = 18
_MOST_FAULTS = 20
_LEAST = sys.float_info.min
"""A number nearer to zero has lost digits already: nobody measured it."""


class _DuplicateKey(ValueError):
    pass


def _object(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    """Build an object, refusing a key that stands twice: the later one would win silently."""
    made: dict[str, Any] = {}
    for key, value in pairs:
        if key in made:
            raise _DuplicateKey(key)
        made[key] = value
    return made


def _whole(digits: str) -> int | float:
    """A whole number; one of more digits than anything has is out of every range anyway."""
    return int(digits) if len(digits) <= _MOST_DIGITS else math.inf


def parse_json(source: bytes | str, most_bytes: int) -> Any:
    """Parse the bytes or text of a JSON document.

    Raises InvalidSetup, with at most 20 faults, when it is too large, not UTF-8, not JSON, nested
    beyond reason, has a key twice, a number that is not finite or has lost its digits, or text with
    half a letter, a control character or one that changes its direction.
    """
    raw = source.encode("utf-8", "surrogatepass") if isinstance(source, str) else source
    if len(raw) > most_bytes:
        raise _refused(f"{len(raw):,} bytes", f"at most {most_bytes:,} bytes")
    try:
        data = json.loads(raw.decode("utf-8-sig"), object_pairs_hook=_object, parse_int=_whole)
    except UnicodeDecodeError as error:
        raise _refused(f"a byte that is not UTF-8 at {error.start}", "UTF-8 text") from error
    except json.JSONDecodeError as error:
        where = f"{error.msg.lower()} at line {error.lineno}, column {error.colno}"
        raise _refused(f"text that is not JSON ({where})", "JSON") from error
    except _DuplicateKey as error:
        raise _refused(f"the key {write_found(str(error))} twice", "each key once") from error
    except (RecursionError, ValueError) as error:
        raise _refused("JSON nested or numbered beyond reason", "a document of ours") from error
    if faults := _faults(data):
        raise InvalidSetup(faults)
    return data


def _faults(data: Any) -> list[Fault]:
    """What cannot be kept, wherever it stands; no deeper than reason goes."""
    found: list[Fault] = []
    left: list[tuple[str, int, Any]] = [("", 0, data)]
    while left and len(found) < _MOST_FAULTS:
        path, depth, value = left.pop()
        if isinstance(value, dict | list):
            if depth == DEEPEST:
                found.append(Fault(path[:80], "something nested beyond reason", "less deep"))
                continue
            parts = value.items() if isinstance(value, dict) else enumerate(value)
            left += [(f"{path}.{key}".lstrip("."), depth + 1, each) for key, each in parts]
            if isinstance(value, dict):
                found += [
                    Fault(path, f"the key {ascii(key)[:40]}", READABLE)
                    for key in value
                    if unreadable(key)
                ]
        elif isinstance(value, float):
            if not math.isfinite(value):
                found.append(Fault(path, write_found(value), "a finite number"))
            elif 0 < abs(value) < _LEAST:
                found.append(Fault(path, write_found(value), "0, or a number that can be measured"))
        elif isinstance(value, str) and unreadable(value):
            found.append(Fault(path, ascii(value)[:60], READABLE))
    return found[:_MOST_FAULTS]


def _refused(found: str, allowed: str) -> InvalidSetup:
    return InvalidSetup([Fault("", found, allowed)])
