"""What a unit behind the mixing learns from a transmitter, and what it then reads of another."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Array
from mint_lever.chain.model import Chain
from mint_lever.chain.sticks import Sticks
from mint_lever.setup.modes import ModeName
from mint_lever.unit.shown_throws import ShownThrows

_ENDS = (-100.0, 100.0)


def throws_shown_by(chain: Chain, mode: ModeName) -> ShownThrows:
    """Give what a unit learns when each stick goes to both its ends in a mode."""
    sent = chain.run(_each_end(), mode).servo.sent_us
    return ShownThrows(sent[:, 0], sent[:, 1:].T.reshape(2, 3, -1))


def full_stick_reads(chain: Chain, mode: ModeName, shown: ShownThrows) -> Array:
    """Say what a taught unit reads (percent, (2, 3)) of each function low in full, then high.

    −100 and 100 wherever the throws are still those it was shown. In full means as straight curves
    and full rates send it: what a mode shapes is no change of the throws.
    """
    full = np.zeros((len(SENT), 7))
    full[: len(FUNCTIONS)] = np.stack([_each_end().of(name) for name in FUNCTIONS])
    full[SENT.index("throttle")] = -100.0
    read = shown.reads_pct(chain.run_shaped(full, mode).servo.sent_us)[:, 1:]
    return np.stack([np.diagonal(read[:, :3]), np.diagonal(read[:, 3:])])


def _each_end() -> Sticks:
    """Sticks centred, then collective, aileron and elevator low in turn, then high in turn."""
    at = np.zeros((3, 7))
    for side, end in enumerate(_ENDS):
        for f in range(3):
            at[f, 1 + 3 * side + f] = end
    return Sticks.at(*at)
