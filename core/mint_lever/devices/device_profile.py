"""A device profile: one device of the pilot's, described once for every helicopter that has it.

What a device calls a setting, where it stands, on which scale and in which steps it is shown, is
the pilot's own data, read off the device or its manual. None of a real product ships.
"""

from __future__ import annotations

import re
from dataclasses import replace
from functools import cached_property
from typing import Annotated, Literal, get_args

from pydantic import Field, field_validator, model_validator

from mint_lever.setup.catalogue.setting_rows import SettingRow, find_row
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.setting_description import Device

FORMAT = "mint-lever-device"
VERSION = 1
MOST_SETTINGS = 300
_EVERY_MODE = re.compile(r"^(transmitter\.modes)\.\*(?=\.)")
_ONE_MODE = re.compile(r"^(transmitter\.modes)\.(\w+)(?=\.)")
MOST_POINTS = 17
"""Points of a curve; the setup document keeps no more."""

DeviceKind = Literal["transmitter", "unit", "speed controller", "gauge", "receiver"]
KINDS: tuple[DeviceKind, ...] = get_args(DeviceKind)
State = Literal["holding", "bypassed", "ready", "range_well_used", "range_poorly_used"]
"""What a device shows of itself: a unit that holds the servos still, one that lets everything
through, one that is ready to fly; and what it says of the range that a taught throw uses."""

Name = Annotated[str, Field(min_length=1, max_length=60)]
_NUMBER = re.compile(r" ?\{\w+\}")
"""An entry's number in our words: a device's words are of all entries."""
_Figure = Annotated[float, Field(ge=-1e6, le=1e6)]


class DeviceSetting(Part):
    """One setting as the device has it.

    ``path`` is the setup document's, with ``*`` where entries, or flight modes, share the words. A
    number is shown as ``zero`` + ``factor`` × what the document keeps, in ``unit``; ``amount`` is
    shown without its sign. ``step``, ``low`` and ``high`` are on the device's own scale. ``words``
    name the values of a choice.
    """

    path: Annotated[str, Field(min_length=1, max_length=200)]
    called: Name
    menu: Annotated[str, Field(max_length=60)] = ""
    unit: Annotated[str, Field(max_length=8)] = ""
    factor: _Figure = 1.0
    zero: _Figure = 0.0
    amount: bool = False
    step: Annotated[float, Field(gt=0, le=1e6)] | None = None
    low: _Figure | None = None
    high: _Figure | None = None
    words: Annotated[dict[Annotated[str, Field(max_length=60)], Name], Field(max_length=40)] = (
        Field(default_factory=dict)
    )

    @property
    def row(self) -> SettingRow:
        """The catalogue's row of it."""
        row = _row(self.path)
        assert row is not None  # checked when it was read
        return row

    @property
    def label(self) -> str:
        """Our short word for it, as a device's own would be."""
        return _NUMBER.sub("", self.row.about.label)

    @property
    def group(self) -> str:
        """What we put it together with."""
        return _NUMBER.sub("", self.row.group)

    @property
    def ours(self) -> str:
        """What we call it; without a number where it is of all entries of a list."""
        row = self.row
        if _EVERY_MODE.match(self.path):
            row = replace(row, holders=row.holders[1:])
        name = re.sub(r"\s+", " ", row.name(self.path))
        return re.sub(r" ('s|,|$)", r"\1", name)

    @field_validator("path")
    @classmethod
    def _is_a_setting(cls, path: str) -> str:
        if _row(path) is None:
            raise ValueError("a setting of the setup document")
        return path

    @model_validator(mode="after")
    def _hangs_together(self) -> DeviceSetting:
        if abs(self.factor) < 1e-4:
            raise ValueError("a factor of at least 0.0001 either way")
        if self.low is not None and self.high is not None and self.low >= self.high:
            raise ValueError("a low end below the high end")
        return self


class GaugeFigures(Part):
    """What a pitch gauge shows: with its sign or not, how finely, and how well it repeats (°)."""

    signed: bool = True
    step_deg: Annotated[float, Field(gt=0, le=1)] = 0.1
    repeats_deg: Annotated[float, Field(gt=0, le=1)] = 0.1


class DeviceProfile(Part):
    """One device. ``settings`` stand in the order of the device's own work.

    ``expo_softer``: the sign of expo that softens. ``curve_points``: how many points its curves can
    have. ``learns``: which ends a unit that is taught its throws wants. ``states``: what it shows.
    """

    format: Literal["mint-lever-device"]
    version: Literal[1]
    kind: DeviceKind
    name: Name
    note: Annotated[str, Field(max_length=500)] = ""
    settings: Annotated[list[DeviceSetting], Field(max_length=MOST_SETTINGS)] = Field(
        default_factory=list
    )
    expo_softer: Literal["plus", "minus"] | None = None
    curve_points: Annotated[
        list[Annotated[int, Field(ge=2, le=MOST_POINTS)]], Field(max_length=MOST_POINTS)
    ] = Field(default_factory=list)
    learns: Literal["all_ends", "one_end_of_each_axis"] | None = None
    states: dict[State, Name] = Field(default_factory=dict)
    gauge: GaugeFigures | None = None

    @cached_property
    def by_path(self) -> dict[str, tuple[int, DeviceSetting]]:
        """Each setting with its place in the device's work, by its path."""
        return {setting.path: (n, setting) for n, setting in enumerate(self.settings)}

    @model_validator(mode="after")
    def _is_of_its_kind(self) -> DeviceProfile:
        for setting in self.settings:
            if setting.row.device != self.kind:
                raise ValueError(
                    f"settings that a {self.kind} holds ({setting.path} is the "
                    f"{setting.row.device}'s)"
                )
        paths = [setting.path for setting in self.settings]
        twice = next((path for path in paths if paths.count(path) > 1), None)
        if twice is not None:
            raise ValueError(f"each setting once ({twice} stands twice)")
        if self.gauge is not None and self.kind != "gauge":
            raise ValueError("figures of a gauge with a gauge alone")
        return self


def in_every_mode(path: str) -> str:
    """Give the path that stands for a flight mode's setting in every mode."""
    return _ONE_MODE.sub(r"\1.*", path)


def find_mode(path: str) -> str | None:
    """Give the flight mode that a setting is of, None where it is of none."""
    found = _ONE_MODE.match(path)
    return None if found is None else found[2]


def _row(path: str) -> SettingRow | None:
    return find_row(_EVERY_MODE.sub(r"\1.normal", path))


def holds_settings(kind: DeviceKind) -> bool:
    """Whether a kind of device holds settings of the setup document."""
    return kind in get_args(Device)
