"""How a unit is kept from moving the swash while it is measured: named wherever it is."""

from __future__ import annotations

from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.wording.unit_indicator import shows_it
from mint_lever.devices.device_profile import State

_HOLDS = (
    "Unit holding: bring it into the state in which it only holds the servos, and leave it there."
)
_BYPASSED = "Unit bypassed: power it up so that it lets everything through."


def state_wanted(run: Readings) -> State:
    """Give the state the unit has to be in while the swash is measured."""
    return "holding" if run.setup.arranged.unit_mixes else "bypassed"


def how_it_is_kept_still(run: Readings) -> str:
    """Say what to do with the unit for it."""
    return _HOLDS if run.setup.arranged.unit_mixes else _BYPASSED


def kept_still(run: Readings, sticks_move: bool = False) -> tuple[str, ...]:
    """What a step that measures the swash begins with; nothing where no unit could move it.

    ``sticks_move``: the sticks move it there. A unit that mixes and holds would not let them.
    """
    arranged = run.setup.arranged
    if not arranged.stabilised or (sticks_move and arranged.unit_mixes):
        return ()
    return (f"{how_it_is_kept_still(run)} {shows_it(run, state_wanted(run))}".strip(),)
