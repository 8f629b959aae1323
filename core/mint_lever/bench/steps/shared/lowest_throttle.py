"""The lowest throttle a mode's curve sends, and what lifts it above a governor's on-point."""

from __future__ import annotations

from typing import Annotated

from mint_lever.axes import SENT
from mint_lever.bench.engine.advice import Action
from mint_lever.model.chain.control_chain import chain_of
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.drive.governor_device import governed_modes, meant
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName
from mint_lever.sources import MEMORY

_STICKS = tuple(-100.0 + 5 * i for i in range(41))
_ROOM_PCT: Annotated[float, MEMORY] = 5.0
"""What a curve keeps above the on-point."""
_FLAT_PCT, _ABOVE_PCT = 70.0, 20.0
"""Where a background curve starts: flat, and at least so far above the on-point. From memory."""


@remember(64)
def lowest_throttle(setup: Setup, name: ModeName) -> float:
    """Give the lowest throttle (percent) a mode's own curve sends over the stick's way."""
    sent = chain_of(setup).shaped(Sticks.at(_STICKS), name)[SENT.index("throttle")]
    return float((sent.min() + 100.0) / 2)


def on_point(setup: Setup) -> float:
    """Give the throttle (percent) above which the governor switches on."""
    return 30.0 if setup.drive is None else setup.drive.governor.on_above_pct


def lift(setup: Setup, name: ModeName, *keys: str) -> Action | None:
    """Lift a governed mode's curve above the on-point; None where it lies there, or where no unit
    holds the speed. ``keys`` are the readings it asks for anew."""
    on = on_point(setup)
    if name not in governed_modes(setup) or meant(setup) != "unit":
        return None
    if lowest_throttle(setup, name) >= on + _ROOM_PCT:
        return None
    flat = max(_FLAT_PCT, min(on + _ABOVE_PCT, 100.0))
    count = len(getattr(setup.transmitter.modes, name).throttle_curve)
    return Action(
        key=f"lift.{name}",
        text=f"Make the throttle curve of {MODE_WORDS[name].lower()} flat at {flat:g} %: the "
        f"governor is on above {on:g} % only.",
        expect="Better forms come once it flies.",
        device="transmitter",
        changes=(Change(f"transmitter.modes.{name}.throttle_curve", [flat] * count),),
        keys=keys,
        together="curves",
    )
