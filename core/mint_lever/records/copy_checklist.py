"""A copy of a helicopter: what never carries over to another one, and what one radio shares.

Common practice, no source: travel, sub-trims, horn places and link lengths belong to one model
alone; one radio is set up for two receivers with one set of modes.
"""

from __future__ import annotations

from dataclasses import dataclass
from fnmatch import fnmatchcase
from typing import Any

from mint_lever.setup import Setup, read_setup
from mint_lever.setup.catalogue.default_values import has_default, is_default
from mint_lever.setup.catalogue.setting_rows import name_path
from mint_lever.setup.plain_values import walk_values

KINDS: dict[str, tuple[str, ...]] = {
    "travel and limits": (
        "transmitter.channels.*.travel_*",
        "transmitter.channels.*.limit_*",
        "transmitter.servo_channels.*.travel_*",
        "transmitter.servo_channels.*.limit_*",
        "unit.servos.*.min_us",
        "unit.servos.*.max_us",
        "unit.tail.limit_*",
    ),
    "sub-trims and trims": (
        "transmitter.*.subtrim_pct",
        "transmitter.*.trim_pct",
        "unit.servos.*.subtrim_us",
        "unit.tail.subtrim_us",
        "unit.centre_trim.*",
        "unit.level_trim.*",
    ),
    "horn places": (
        "airframe.servos.*.arm_mm",
        "airframe.servos.*.horn_error_deg",
        "airframe.tail.servo.arm_mm",
        "airframe.tail.servo.horn_error_deg",
    ),
    "link lengths": (
        "airframe.servos.*.link_*_mm",
        "airframe.head.link_extra_mm.*",
        "airframe.tail.servo.rod_mm",
    ),
}


@dataclass(frozen=True)
class UncopiedSetting:
    """One kind of what never carries over, and the settings of it that were entered."""

    kind: str
    names: tuple[str, ...]


def list_uncopied(setup: Setup) -> tuple[UncopiedSetting, ...]:
    """Give what of a setup is of this one helicopter alone, where it is not as delivered."""
    entered = [path for path, _ in walk_values(setup.as_document()) if not is_default(setup, path)]
    found = (
        UncopiedSetting(kind, tuple(name_path(path) for path in entered if _is(path, kind)))
        for kind in KINDS
    )
    return tuple(each for each in found if each.names)


def copy_for_same_radio(setup: Setup) -> Setup:
    """Give what another helicopter on the same radio begins with: all of it but what never carries
    over, which is as delivered, and what was found in the air. A length that has no value of
    delivery stays, to be measured over."""
    document = setup.as_document()
    document.pop("flown", None)
    for path in [
        path for path, _ in walk_values(document) if any(_is(path, kind) for kind in KINDS)
    ]:
        # Of a list of plain values the whole list: its entries have no value of delivery each.
        head, _, last = path.rpartition(".")
        whole = head if last.isdecimal() else path
        if has_default(setup, whole):
            _take_out(document, whole)
    return read_setup(document)


def _is(path: str, kind: str) -> bool:
    return any(fnmatchcase(path, pattern) for pattern in KINDS[kind])


def _take_out(document: Any, path: str) -> None:
    """Take a value out, so that the one of delivery is read."""
    *around, last = path.split(".")
    for step in around:
        document = document[int(step)] if isinstance(document, list) else document.get(step, {})
    document.pop(last, None)
