"""A setting's value in words, with its unit, as a page or a print says it."""

from __future__ import annotations

from typing import Any

from mint_lever.setup.catalogue.setting_rows import SettingRow

NOT_SET = "not set"
_UNITS = {
    "us": "µs",
    "us/%": "µs/%",
    "us/deg": "µs/°",
    "deg": "°",
    "deg/s": "°/s",
    "mohm": "mΩ",
    "±100": "on ±100",
}


def write_unit(unit: str) -> str:
    """Say a unit as it is written on paper."""
    return _UNITS.get(unit, unit)


def write_value(row: SettingRow, value: Any) -> str:
    """Say a value of a row: a choice by its words, a figure without its unit, ``not set`` for
    nothing."""
    if value is None:
        return NOT_SET
    words: dict[Any, str] = dict(row.words)
    return words[value] if value in words else plainly(value)


def plainly(value: Any) -> str:
    """Say a value that no row or question has words for: yes, no, a figure to ten digits."""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, int | float):
        return f"{value:.10g}".replace("-", "−")
    return str(value)
