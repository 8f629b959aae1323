"""Writing down how the servos turned out to be mounted, once it was seen."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.swash_looks import LooksSoFar, rides
from mint_lever.devices.dials import servo_reversed, sub_trim, sub_trim_us
from mint_lever.diagnose.direction_faults import COMMANDS
from mint_lever.model.swash.swash_mixing import mixing_matrix
from mint_lever.setup.edits.path_edit import Change


def note_mounting(run: Readings, seen: LooksSoFar) -> Action | None:
    """Write down which way round each servo turned out to be mounted, and where its horn stands.

    The balls' movement, the unit's direction settings and what arrives say it; every prediction
    after this rests on it.
    """
    changes: list[Change] = []
    for i, servo in enumerate(run.setup.airframe.servos):
        mounted = _mounted(run, seen, i)
        if mounted is None:
            continue
        if mounted != servo.mounted:
            changes.append(Change(f"airframe.servos.{i}.mounted", mounted))
        stands = run.mean("horns", f"horn.{i}")
        if stands is not None:
            # What the sub-trim takes out is in the horn's own error.
            trim_us = sub_trim(run.setup, i).value * sub_trim_us(run.setup)
            error = round(stands - mounted * trim_us / servo.us_per_deg, 1)
            if abs(error - servo.horn_error_deg) > 0.05:
                changes.append(Change(f"airframe.servos.{i}.horn_error_deg", error))
    if not changes:
        return None
    return Action(
        key="note",
        text="Write down how the servos turned out to be mounted and their horns to stand.",
        expect="Drawing and predictions then follow this helicopter; nothing is touched.",
        device="helicopter",
        changes=tuple(changes),
        learned=True,
    )


def _mounted(run: Readings, seen: LooksSoFar, servo: int) -> int | None:
    """Which way round a servo is mounted, by the collective; with mechanical mixing by the one look
    its horn moves in. None where nobody saw what its ball did."""
    mixing = mixing_matrix(run.setup.airframe.swash)[servo]
    column = int(np.argmax(np.abs(mixing))) if rides(run.setup) else 0
    look = seen.balls(run, COMMANDS[column])
    if look is None or not look[servo]:
        return None
    # The cyclic stick back is elevator the other way round.
    sent = np.sign(mixing[column]) * (-1 if COMMANDS[column] == "back" else 1)
    way = run.unit_way(FUNCTIONS[column]) * (-1 if servo_reversed(run.setup, servo) else 1)
    return int(look[servo] * sent * way)
