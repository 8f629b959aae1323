"""Reads a setup document from bytes, text or a parsed object: all of it, or none of it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.document import FORMAT, VERSION, Setup
from mint_lever.setup.json_reader import parse_json
from mint_lever.setup.part_agreement import disagreements
from mint_lever.setup.upgrade import upgraded
from mint_lever.setup.validation_faults import make_faults, write_found

MAX_BYTES = 1_000_000


def read_document(source: bytes | str) -> Any:
    """Parse the bytes or text of a JSON file. Raises InvalidSetup as :func:`parse_json` does."""
    return parse_json(source, MAX_BYTES)


def read_setup(source: object) -> Setup:
    """Read and check a setup document of this version or any older one: its bytes or text, or what
    was parsed of it.

    Raises InvalidSetup with every fault found (path, found, allowed).
    """
    data = read_document(source) if isinstance(source, bytes | str) else source
    if not isinstance(data, Mapping):
        raise _refuse("", write_found(data), "one JSON object")
    _check_envelope(data)
    try:
        setup = Setup.model_validate(upgraded(data))
    except ValidationError as error:
        raise InvalidSetup(make_faults(error)) from error
    if faults := disagreements(setup):
        raise InvalidSetup(faults)
    return setup


def _check_envelope(data: Mapping[str, Any]) -> None:
    """Judge format and version first: what follows depends on them."""
    if data.get("format") != FORMAT:
        raise _refuse("format", write_found(data.get("format")), f'"{FORMAT}"')
    version = data.get("version")
    if isinstance(version, bool):
        raise _refuse("version", write_found(version), f"a whole number up to {VERSION}")
    if isinstance(version, int) and version > VERSION:
        raise _refuse(
            "version",
            f"{version}, a file of a newer Mint Lever",
            f"versions up to {VERSION}; update this Mint Lever to read it",
        )


def _refuse(path: str, found: str, allowed: str) -> InvalidSetup:
    return InvalidSetup([Fault(path, found, allowed)])
