"""The pilot's own devices: what each calls a setting, in which order, on which scale."""

from mint_lever.devices.every import every_shown
from mint_lever.devices.neutral import neutral_profile
from mint_lever.devices.profile import KINDS, DeviceProfile, GaugeFigures, Kind
from mint_lever.devices.reading import read_profile
from mint_lever.devices.said import OnDevice, as_held, on_devices
from mint_lever.devices.shown import Shown, kept_of, shown_by

__all__ = [
    "KINDS",
    "DeviceProfile",
    "GaugeFigures",
    "Kind",
    "OnDevice",
    "Shown",
    "as_held",
    "every_shown",
    "kept_of",
    "neutral_profile",
    "on_devices",
    "read_profile",
    "shown_by",
]
