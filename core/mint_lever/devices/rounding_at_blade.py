"""What it costs at the blade that a device holds a value only roughly."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, Setup, apply_changes, read_setup
from mint_lever.setup.parts.flight_modes import ModeName

_COLLECTIVE = np.linspace(-100.0, 100.0, 101)
_CYCLIC = np.linspace(-100.0, 100.0, 17)
_STICKS = Sticks.at(
    aileron=np.concatenate([0 * _COLLECTIVE, _CYCLIC, 0 * _CYCLIC]),
    elevator=np.concatenate([0 * _COLLECTIVE, 0 * _CYCLIC, _CYCLIC]),
    collective=np.concatenate([_COLLECTIVE, 0 * _CYCLIC, 0 * _CYCLIC]),
)
"""All along each stick, the others centred: a curve's point may lie anywhere."""


def cost_deg(
    setup: Setup, wanted: Sequence[Change], held: Sequence[Change], mode: ModeName = "normal"
) -> float | None:
    """Give how far (deg) any blade stands from where it was wanted, at most, anywhere along the
    collective, the aileron or the elevator stick with the others centred; None where the swash does
    not get there, so that nobody can tell.

    Raises InvalidSetup where what is wanted, or held, is no setup.
    """
    pitches = []
    for changes in (wanted, held):
        chain = build_chain(read_setup(apply_changes(setup.as_document(), changes)))
        found = evaluate_pose(chain, _STICKS, mode=mode)
        if not found.reachable.all():
            return None
        pitches.append(found.pitch_deg)
    return float(np.abs(pitches[0] - pitches[1]).max())
