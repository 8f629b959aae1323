"""Which device a setting is keyed into."""

from __future__ import annotations

from mint_lever.setup.arrangement import find_path_device
from mint_lever.setup.document import Setup
from mint_lever.setup.setting_description import Device

_GOVERNOR = "drive.governor."
_PLACES: dict[str, Device] = {"unit": "unit", "speed_controller": "speed controller"}


def find_device(path: str, setup: Setup) -> Device:
    """Give the device that holds a setting of a setup: a governor's figures stand where the
    governor does, everything else where its path says."""
    if path.startswith(_GOVERNOR) and setup.drive is not None:
        return _PLACES.get(setup.drive.governor.place, "helicopter")
    return find_path_device(path)
