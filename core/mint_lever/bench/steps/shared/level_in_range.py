"""Step 8 where the servos stand at the ends of their range: no trim moves them there.

A collective figure that was begun far too large does it; it comes down before the end is levelled.
"""

from __future__ import annotations

import numpy as np

from mint_lever.bench.engine.advice import Action, Number
from mint_lever.bench.engine.readings import Readings
from mint_lever.devices.dials import collective
from mint_lever.modes.pitch_degrees import compute_collective


def back_into_range(run: Readings, stick: float, asks: tuple[Number, Number]) -> Action | None:
    """Bring the collective's figure to about what is wanted at one end; None where it is no more
    than that already, so that something else holds the servos."""
    dial, targets = collective(run.setup, run.unit_side(stick) > 0), run.setup.targets
    wanted = targets.collective_high_deg if stick > 0 else targets.collective_low_deg
    # Part of the stick at this figure makes what all of it makes at the same part of the figure.
    part = np.linspace(0.0, 1.0, 201)
    pitch, met = compute_collective(run.chain, run.mode, 50.0 + part * stick / 2)
    enough = part[met & (np.abs(pitch) >= wanted)]
    if not enough.size:
        return None
    new = float(np.floor(dial.value * enough[0]))
    if not dial.control.low <= new < dial.value:
        return None
    return Action(
        key=f"range.{'high' if stick > 0 else 'low'}",
        text=f"The servos stand at the ends of their range here, no trim moves them: set "
        f"{dial.name} {dial.value:g} → {new:g} %. Step 11 sets it exactly.",
        expect=f"About {wanted:.0f}° of pitch at this end; then read the tilt again.",
        device=dial.device,
        changes=(dial.set(new),),
        keys=tuple(ask.key for ask in asks),
    )
