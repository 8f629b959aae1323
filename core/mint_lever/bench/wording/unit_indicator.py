"""What the helicopter's own unit shows of itself, in its words."""

from __future__ import annotations

from mint_lever.bench.engine.readings import Readings
from mint_lever.devices.device_profile import State


def shows_it(run: Readings, state: State) -> str:
    """Say how the pilot's unit shows a state: "Blue cube shows “a steady dot” then.", "" where
    nothing is known of it."""
    for device in run.devices:
        if state in device.states:
            return f"{device.name} shows “{device.states[state]}” then."
    return ""
