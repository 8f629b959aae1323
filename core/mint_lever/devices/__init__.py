"""The pilot's own devices: what each calls a setting, in which order, on which scale."""

from mint_lever.devices.device_profile import KINDS, DeviceProfile, GaugeFigures, Kind
from mint_lever.devices.device_scale import Shown, kept_of, shown_by
from mint_lever.devices.device_sheet import every_shown
from mint_lever.devices.device_text import OnDevice, as_held, on_devices
from mint_lever.devices.profile_reader import read_profile
from mint_lever.devices.starting_profiles import neutral_profile

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
