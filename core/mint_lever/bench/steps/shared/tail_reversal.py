"""Turning a direction of the tail round, each on its device."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings
from mint_lever.diagnose.tail_directions import Turn
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.setting_description import Device

_SAID: dict[Turn, tuple[str, Device]] = {
    "channel": ("reverse the rudder channel in the transmitter", "transmitter"),
    "servo": ("reverse the tail servo at the unit or gyro", "unit"),
    "gyro": (
        "reverse the yaw correction at the unit or gyro (the gyro, not the servo and not the "
        "channel)",
        "unit",
    ),
}
_PATHS: dict[Turn, str] = {
    "channel": "transmitter.channels.rudder.reversed",
    "servo": "unit.tail.reversed",
    "gyro": "unit.tail.gyro_reversed",
}


def turning(run: Readings, turned: tuple[Turn, ...], keys: tuple[str, ...]) -> Action:
    """Make the act that turns some things round; ``keys`` are the looks it asks for anew."""
    setup = run.setup
    now = {
        "channel": setup.transmitter.channels.rudder.reversed,
        "servo": setup.tail_box.reversed,
        "gyro": setup.tail_box.gyro_reversed,
    }
    words = " and ".join(_SAID[each][0] for each in turned)
    devices = {_SAID[each][1] for each in turned}
    expect = "Then look again, from a fresh centre: rate mode and back, or powered up again."
    if "channel" in turned and setup.arranged.shows_functions:
        expect += " The unit's display may then show it the other way: the tail has the last word."
    return Action(
        key=f"turn.{'.'.join(turned)}",
        text=f"{words[0].upper()}{words[1:]}.",
        expect=expect,
        device=devices.pop() if len(devices) == 1 else "helicopter",
        changes=tuple(Change(_PATHS[each], not now[each]) for each in turned),
        keys=keys,
    )
