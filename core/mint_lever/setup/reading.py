"""Reads a setup document from bytes, text or a parsed object: all of it, or none of it."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.agreement import disagreements
from mint_lever.setup.document import FORMAT, VERSION, Setup
from mint_lever.setup.plain_faults import faults_of, shown
from mint_lever.setup.upgrade import upgraded

MAX_BYTES = 1_000_000


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


def read_document(source: bytes | str) -> Any:
    """Parse the bytes or text of a JSON file.

    Raises InvalidSetup when it is too large, not UTF-8, not JSON, nested beyond reason, or has a
    key twice. NaN and Infinity are parsed here and refused by validation, which knows their path.
    """
    raw = source.encode() if isinstance(source, str) else source
    if len(raw) > MAX_BYTES:
        raise _refuse("", f"{len(raw):,} bytes", f"at most {MAX_BYTES:,} bytes")
    try:
        return json.loads(raw.decode("utf-8-sig"), object_pairs_hook=_object)
    except UnicodeDecodeError as error:
        raise _refuse("", f"a byte that is not UTF-8 at {error.start}", "UTF-8 text") from error
    except json.JSONDecodeError as error:
        where = f"{error.msg.lower()} at line {error.lineno}, column {error.colno}"
        raise _refuse("", f"text that is not JSON ({where})", "one JSON object") from error
    except _DuplicateKey as error:
        raise _refuse("", f"the key {shown(str(error))} twice", "each key once") from error
    except (RecursionError, ValueError) as error:
        raise _refuse("", "JSON nested or numbered beyond reason", "a setup document") from error


def read_setup(source: bytes | str | Mapping[str, Any]) -> Setup:
    """Read and check a setup document of this version or any older one.

    Raises InvalidSetup with every fault found (path, found, allowed).
    """
    data = source if isinstance(source, Mapping) else read_document(source)
    if not isinstance(data, Mapping):
        raise _refuse("", shown(data), "one JSON object")
    _check_envelope(data)
    try:
        setup = Setup.model_validate(upgraded(data))
    except ValidationError as error:
        raise InvalidSetup(faults_of(error)) from error
    if faults := disagreements(setup):
        raise InvalidSetup(faults)
    return setup


def _check_envelope(data: Mapping[str, Any]) -> None:
    """Judge format and version first: what follows depends on them."""
    if data.get("format") != FORMAT:
        raise _refuse("format", shown(data.get("format")), f'"{FORMAT}"')
    version = data.get("version")
    if isinstance(version, bool):
        raise _refuse("version", shown(version), f"a whole number up to {VERSION}")
    if isinstance(version, int) and version > VERSION:
        raise _refuse(
            "version",
            f"{version}, a file of a newer Mint Lever",
            f"versions up to {VERSION}; update this Mint Lever to read it",
        )


def _refuse(path: str, found: str, allowed: str) -> InvalidSetup:
    return InvalidSetup([Fault(path, found, allowed)])
