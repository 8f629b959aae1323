"""In which settings two setups differ: each once, a curve as a whole, in the order of the work."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from mint_lever.bench.engine.change_effects import changed_paths
from mint_lever.bench.engine.log import read_setting
from mint_lever.setup.catalogue.setting_rows import SettingRow, find_row, list_rows, name_path
from mint_lever.setup.catalogue.value_text import NOT_SET, write_value
from mint_lever.setup.device_of_setting import find_device
from mint_lever.setup.document import Setup
from mint_lever.setup.setting_description import Device

_DEVICES: tuple[Device, ...] = ("transmitter", "unit", "speed controller", "helicopter")
_WAY = ".way"


@dataclass(frozen=True)
class SettingDifference:
    """A setting, or a curve as a whole, that is another: ``row`` is what is known of it, of a curve
    of its points. ``old`` and ``new`` are lists for a curve, None where it is left out."""

    path: str
    row: SettingRow
    device: Device
    old: Any
    new: Any

    @property
    def name(self) -> str:
        """What it is called."""
        return name_path(self.path)

    @property
    def before(self) -> str:
        """The old value in words."""
        return write_setting(self.row, self.old)

    @property
    def after(self) -> str:
        """The new value in words."""
        return write_setting(self.row, self.new)

    @property
    def unit(self) -> str:
        """The new value's unit; empty where there is none."""
        return "" if self.new is None else self.row.unit


def list_differences(one: Setup, other: Setup) -> tuple[SettingDifference, ...]:
    """Give what differs, by the device that holds it in ``other``, then as the document has it."""
    place = {row.path: n for n, row in enumerate(list_rows())}
    documents = one.as_document(), other.as_document()
    found: dict[str, tuple[tuple[int, int, str], SettingDifference]] = {}
    for changed in changed_paths(one, other):
        path = changed.removesuffix(_WAY)
        row = find_row(path)
        head, _, last = path.rpartition(".")
        whole = head if last.isdecimal() else path
        if row is None or whole in found:
            continue
        device = find_device(path, other)
        old, new = (read_setting(document, whole) for document in documents)
        order = (_DEVICES.index(device), place[row.path], whole)
        found[whole] = (order, SettingDifference(whole, row, device, old, new))
    return tuple(each for _, each in sorted(found.values(), key=lambda one: one[0]))


def write_setting(row: SettingRow, value: Any) -> str:
    """A value in words; of a curve, of each of its points."""
    if value is None:
        return NOT_SET
    values = value if isinstance(value, list) else [value]
    return " · ".join(write_value(row, each) for each in values)
