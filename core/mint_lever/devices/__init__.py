"""The pilot's own devices: what each calls a setting, in which order, on which scale."""

from mint_lever.devices.device_profile import KINDS, DeviceKind, DeviceProfile, GaugeFigures
from mint_lever.devices.device_scale import DeviceFigure, read_device_figure, show_on_device
from mint_lever.devices.device_sheet import make_device_sheet
from mint_lever.devices.device_text import OnDevice, round_to_devices, write_on_devices
from mint_lever.devices.profile_reader import read_profile
from mint_lever.devices.starting_profiles import make_starting_profile

__all__ = [
    "KINDS",
    "DeviceFigure",
    "DeviceKind",
    "DeviceProfile",
    "GaugeFigures",
    "OnDevice",
    "make_device_sheet",
    "make_starting_profile",
    "read_device_figure",
    "read_profile",
    "round_to_devices",
    "show_on_device",
    "write_on_devices",
]
