"""Every setting of a setup that a device profile speaks of."""

from __future__ import annotations

from mint_lever.devices.profile import DeviceProfile
from mint_lever.devices.shown import Shown, shown_by
from mint_lever.setup.document import Setup
from mint_lever.setup.leaves import leaves


def every_shown(profile: DeviceProfile, setup: Setup) -> list[tuple[str, Shown]]:
    """Give the path of every setting that the device has and what it shows there, in the order of
    the device's own work."""
    found = [
        (path, shown)
        for path, value in leaves(setup.as_document())
        if (shown := shown_by(profile, path, value)) is not None
    ]
    return sorted(found, key=lambda each: each[1].order)
