"""Which ends a unit that rides behind the mixing wants to be shown."""

from __future__ import annotations

from mint_lever.axes import FUNCTIONS, Function
from mint_lever.bench.engine.readings import Readings

_ONE_END: tuple[Function, ...] = ("aileron", "elevator")


def is_taught_by_one_end(run: Readings) -> bool:
    """Whether the unit wants one end of each cyclic axis alone. What the pilot said of the unit
    itself comes before what one helicopter's setup says of it."""
    said = [device.learns for device in run.devices if device.kind == "unit" and device.learns]
    unit = run.setup.unit
    return (said[0] if said else unit.learns if unit else "all_ends") == "one_end_of_each_axis"


def swash_functions_taught(run: Readings) -> tuple[Function, ...]:
    """Give the swash functions that the unit is taught."""
    return _ONE_END if is_taught_by_one_end(run) else FUNCTIONS[:3]
