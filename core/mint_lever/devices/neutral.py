"""Profiles to start from: every setting of a kind of device, in our own words and order.

No real product's: the pilot renames, reorders and rescales what his own device does otherwise.
"""

from __future__ import annotations

from mint_lever.devices.profile import (
    MOST_SETTINGS,
    DeviceProfile,
    DeviceSetting,
    GaugeFigures,
    Kind,
    holds_settings,
)
from mint_lever.setup.catalogue import Row, catalogue

_NAMES: dict[Kind, str] = {
    "transmitter": "My transmitter",
    "unit": "My unit",
    "speed controller": "My speed controller",
    "gauge": "My pitch gauge",
    "receiver": "My receiver",
}
_KINDS_SHOWN = ("number", "whole", "choice", "flag")


def neutral_profile(kind: Kind) -> DeviceProfile:
    """Give a profile that says of every setting what we call it, on our own scale."""
    rows = [row for row in catalogue() if row.device == kind and row.kind in _KINDS_SHOWN]
    settings = [] if not holds_settings(kind) else [_setting(row) for row in rows[:MOST_SETTINGS]]
    return DeviceProfile(
        format="mint-lever-device",
        version=1,
        kind=kind,
        name=_NAMES[kind],
        settings=settings,
        gauge=GaugeFigures() if kind == "gauge" else None,
    )


def _setting(row: Row) -> DeviceSetting:
    plain = DeviceSetting(path=row.path, called=row.path[:60])
    return plain.model_copy(update={"called": plain.label[:60], "menu": plain.group[:60]})
