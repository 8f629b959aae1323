"""Profiles to start from: every setting of a kind of device, in our own words and order.

No real product's: the pilot renames, reorders and rescales what his own device does otherwise.
"""

from __future__ import annotations

from mint_lever.devices.device_profile import (
    MOST_SETTINGS,
    DeviceKind,
    DeviceProfile,
    DeviceSetting,
    GaugeFigures,
    holds_settings,
    in_every_mode,
)
from mint_lever.setup.catalogue.setting_rows import list_rows

_NAMES: dict[DeviceKind, str] = {
    "transmitter": "My transmitter",
    "unit": "My unit",
    "speed controller": "My speed controller",
    "gauge": "My pitch gauge",
    "receiver": "My receiver",
}
_KINDS_SHOWN = ("number", "whole", "choice", "flag")


def make_starting_profile(kind: DeviceKind) -> DeviceProfile:
    """Give a profile that says of every setting what we call it, on our own scale."""
    rows = [row for row in list_rows() if row.device == kind and row.kind in _KINDS_SHOWN]
    # A device calls a setting the same in every flight mode.
    paths = list(dict.fromkeys(in_every_mode(row.path) for row in rows))
    settings = [_setting(path) for path in paths[:MOST_SETTINGS]] if holds_settings(kind) else []
    return DeviceProfile(
        format="mint-lever-device",
        version=1,
        kind=kind,
        name=_NAMES[kind],
        settings=settings,
        gauge=GaugeFigures() if kind == "gauge" else None,
    )


def _setting(path: str) -> DeviceSetting:
    plain = DeviceSetting(path=path, called=path[:60])
    return plain.model_copy(update={"called": plain.label[:60], "menu": plain.group[:60]})
