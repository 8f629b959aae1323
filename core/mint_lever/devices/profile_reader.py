"""Reads a device profile: all of it, or none of it."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import ValidationError

from mint_lever.devices.device_profile import FORMAT, VERSION, DeviceProfile
from mint_lever.faults import Fault, InvalidSetup
from mint_lever.setup.document_reader import read_document
from mint_lever.setup.validation_faults import make_faults, write_found


def read_profile(source: object) -> DeviceProfile:
    """Read and check a profile: its bytes or text, or what was parsed of it.

    Raises InvalidSetup with every fault found.
    """
    data = read_document(source) if isinstance(source, bytes | str) else source
    if not isinstance(data, Mapping):
        raise InvalidSetup([Fault("", write_found(data), "one JSON object")])
    for key, wanted in (("format", FORMAT), ("version", VERSION)):
        found = data.get(key)
        if found != wanted or isinstance(found, bool):
            allowed = f'"{wanted}"' if isinstance(wanted, str) else str(wanted)
            raise InvalidSetup([Fault(key, write_found(found), allowed)])
    try:
        return DeviceProfile.model_validate(dict(data))
    except ValidationError as error:
        raise InvalidSetup(make_faults(error)) from error
