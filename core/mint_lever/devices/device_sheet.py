"""A whole setup as a device shows it."""

from __future__ import annotations

from mint_lever.devices.device_profile import DeviceProfile
from mint_lever.devices.device_text import OnDevice, write_on_devices
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.plain_values import walk_values


def make_device_sheet(
    profile: DeviceProfile, setup: Setup, mode: ModeName = "normal"
) -> tuple[OnDevice, ...]:
    """Give every setting that the device has and that does anything in this setup, in the order of
    the device's own work."""
    arranged, has_unit = setup.arranged, setup.unit is not None
    return write_on_devices(
        [profile],
        setup,
        [
            Change(path, value)
            for path, value in walk_values(setup.as_document())
            if (row := find_row(path)) is not None and row.in_play(arranged, has_unit)
        ],
        mode,
    )
