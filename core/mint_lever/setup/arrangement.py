"""Who mixes, and what follows from it: the one place an arrangement is asked about."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mint_lever.setup.setting_description import Device, Play

ArrangementName = Literal["unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes"]


@dataclass(frozen=True)
class Arrangement:
    """How transmitter and unit share the work. Ask it by name; compare no names.

    ``unit_mixes``: the unit turns functions into servo positions; else the transmitter does.
    ``stabilised``: a unit has the cyclic in hand. ``words`` is what pilots call it.
    """

    name: ArrangementName
    words: str
    unit_mixes: bool
    stabilised: bool

    @property
    def transmitter_mixes(self) -> bool:
        """Whether the transmitter sends servo positions."""
        return not self.unit_mixes

    @property
    def taught_by_throws(self) -> bool:
        """Whether a unit rides behind the mixing and has to be shown the throws."""
        return self.stabilised and not self.unit_mixes

    @property
    def shows_functions(self) -> bool:
        """Whether the unit sees, and can show, what each function sends."""
        return self.unit_mixes

    @property
    def mixer(self) -> Literal["unit", "transmitter"]:
        """The device that does the swash mixing."""
        return "unit" if self.unit_mixes else "transmitter"

    def plays(self, where: Play, has_unit: bool = True) -> bool:
        """Whether a setting that only counts somewhere counts here."""
        return {
            "always": True,
            "unit_mixes": self.unit_mixes,
            "transmitter_mixes": self.transmitter_mixes,
            "stabilised": self.stabilised,
            "has_unit": has_unit,
        }[where]


ARRANGEMENTS: dict[ArrangementName, Arrangement] = {
    "unit_mixes": Arrangement("unit_mixes", "unit mixes", unit_mixes=True, stabilised=True),
    "transmitter_mixes_unit_behind": Arrangement(
        "transmitter_mixes_unit_behind",
        "transmitter mixes, unit behind",
        unit_mixes=False,
        stabilised=True,
    ),
    "transmitter_mixes": Arrangement(
        "transmitter_mixes",
        "transmitter mixes, no cyclic stabiliser",
        unit_mixes=False,
        stabilised=False,
    ),
}


def find_path_device(path: str) -> Device:
    """Give the device that holds the setting at a path."""
    if path.startswith("transmitter."):
        return "transmitter"
    if path.startswith("unit."):
        return "unit"
    return "speed controller" if path.startswith("speed_controller.") else "helicopter"
