"""What it costs at the blade that a device holds a value only roughly."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from mint_lever.chain import Sticks, build_chain, evaluate
from mint_lever.setup import Change, Setup, apply_changes, read_setup
from mint_lever.setup.modes import ModeName

_FULL = 100.0
_STICKS = (
    (0.0, 0.0, 0.0),
    (0.0, 0.0, _FULL),
    (0.0, 0.0, -_FULL),
    (_FULL, 0.0, 0.0),
    (-_FULL, 0.0, 0.0),
    (0.0, _FULL, 0.0),
    (0.0, -_FULL, 0.0),
)


def cost_deg(
    setup: Setup, wanted: Sequence[Change], held: Sequence[Change], mode: ModeName = "normal"
) -> float | None:
    """Give how far (deg) any blade stands from where it was wanted, at most, with the sticks
    centred and at each end of collective, aileron and elevator; None where the swash does not get
    there, so that nobody can tell.

    Raises InvalidSetup where what is wanted, or held, is no setup.
    """
    pitches = []
    for changes in (wanted, held):
        chain = build_chain(read_setup(apply_changes(setup.as_document(), changes)))
        sticks = np.array(_STICKS).T
        found = evaluate(
            chain, Sticks.at(aileron=sticks[0], elevator=sticks[1], collective=sticks[2]), mode=mode
        )
        if not found.reachable.all():
            return None
        pitches.append(found.pitch_deg)
    return float(np.abs(pitches[0] - pitches[1]).max())
