"""The keying list: what still has to be entered into each device, old → new."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any

from mint_lever.bench.engine.log import HeldSetting
from mint_lever.devices import DeviceFigure, DeviceProfile, show_on_device
from mint_lever.setup.catalogue.setting_rows import SettingRow, find_row, list_rows, name_path
from mint_lever.setup.catalogue.value_text import NOT_SET, write_value
from mint_lever.setup.device_of_setting import find_device
from mint_lever.setup.document import Setup
from mint_lever.setup.plain_values import walk_values
from mint_lever.setup.setting_description import Device

NEVER_SAID = "not known"
"""What a device holds of which nobody said anything yet."""
_SEVERAL = " · "
_ORDER: tuple[Device, ...] = ("transmitter", "unit", "speed controller")


@dataclass(frozen=True)
class KeyingLine:
    """One setting to key into a device: ``paths`` are its places in the setup, several for a curve.

    ``before`` is what the device was last said to hold, :data:`NEVER_SAID` where nobody said;
    ``after`` what the setup has; both in words, with our ``unit``. ``shown_before`` and
    ``shown_after`` are the same on the device's own scale, where its profile speaks of it:
    ``called`` is then its own name of the setting and ``menu`` where it stands. ``open``: it is
    still to be keyed in.
    """

    device: Device
    paths: tuple[str, ...]
    name: str
    before: str
    after: str
    unit: str
    called: str = ""
    menu: str = ""
    shown_before: str = ""
    shown_after: str = ""
    shown_unit: str = ""
    open: bool = True


def list_to_key_in(
    setup: Setup, held: Iterable[HeldSetting], profiles: Sequence[DeviceProfile] = ()
) -> tuple[KeyingLine, ...]:
    """Give every setting that differs from what its device was last said to hold."""
    return tuple(line for line in list_device_lines(setup, held, profiles) if line.open)


def list_device_lines(
    setup: Setup, held: Iterable[HeldSetting], profiles: Sequence[DeviceProfile] = ()
) -> tuple[KeyingLine, ...]:
    """Give every setting that a device holds, with what it was last said to hold.

    ``held`` is oldest first. By device, then in the order of that device's own work; what its
    profile does not speak of comes after, in the order of the document.
    """
    last = {(each.device, each.path): each for each in held}
    document = dict(walk_values(setup.as_document()))
    # What was taken out of the setup since still stands in the device.
    gone = {path: None for _, path in last if path not in document}
    groups: dict[tuple[Device, str], list[_Line]] = {}
    for path, value in {**document, **gone}.items():
        row, device = find_row(path), find_device(path, setup)
        if row is None or device not in _ORDER or not _keyed(row, setup):
            continue
        line = _Line(device, row, path, last.get((device, path)), value, profiles)
        groups.setdefault((device, line.curve or path), []).append(line)
    place = {row.path: n for n, row in enumerate(list_rows())}
    ordered = sorted(
        groups.values(),
        key=lambda group: (*group[0].order, place[group[0].row.path], group[0].path),
    )
    return tuple(_written(group) for group in ordered)


@dataclass(frozen=True)
class _Line:
    device: Device
    row: SettingRow
    path: str
    known: HeldSetting | None
    value: Any
    profiles: Sequence[DeviceProfile]

    @property
    def open(self) -> bool:
        """Whether the device was last said to hold anything else, or nobody said anything."""
        return self.value is not None if self.known is None else self.known.value != self.value

    @property
    def order(self) -> tuple[int, int]:
        shown = self.shown(self.value)
        return _ORDER.index(self.device), 10_000 if shown is None else shown.order

    @property
    def curve(self) -> str:
        """The list of points it is of; empty where it stands alone."""
        head, _, last = self.path.rpartition(".")
        return head if last.isdecimal() else ""

    @property
    def before(self) -> str:
        return NEVER_SAID if self.known is None else self.said(self.known.value)

    def said(self, value: Any) -> str:
        return NOT_SET if value is None else write_value(self.row, value)

    def shown(self, value: Any) -> DeviceFigure | None:
        """A value as the device shows it, where its profile speaks of it."""
        found = (show_on_device(profile, self.path, value) for profile in self.profiles)
        return next((each for each in found if each is not None), None)


def _keyed(row: SettingRow, setup: Setup) -> bool:
    """Whether a setting is keyed in anywhere: it does something here, and is more than a note."""
    return not row.about.record and row.in_play(setup.arranged, setup.unit is not None)


def _written(group: Sequence[_Line]) -> KeyingLine:
    first = group[0]
    known = [line for line in group if line.known is not None]
    line = KeyingLine(
        device=first.device,
        paths=tuple(line.path for line in group),
        name=name_path(first.curve or first.path),
        before=_SEVERAL.join(line.before for line in group) if known else NEVER_SAID,
        after=_SEVERAL.join(line.said(line.value) for line in group),
        unit=first.row.unit,
        # A curve is keyed in as a whole, whichever of its points is another.
        open=any(line.open for line in group),
    )
    own = first.shown(first.value)
    if own is None or not own.own:
        return line
    before = [line.shown(line.known.value) for line in known if line.known is not None]
    after = [line.shown(line.value) for line in group]
    return replace(
        line,
        called=own.called,
        menu=own.menu,
        shown_before=_SEVERAL.join(each.text for each in before if each is not None),
        shown_after=_SEVERAL.join(each.text for each in after if each is not None),
        shown_unit=own.unit,
    )
