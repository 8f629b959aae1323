"""What a unit behind the mixing learns from a transmitter, and what it then reads of another."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import FUNCTIONS, SENT, Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.unit.taught_throws import ShownThrows
from mint_lever.setup.parts.flight_modes import ModeName

_ENDS = (-100.0, 100.0)


def throws_shown_by(chain: Chain, mode: ModeName) -> ShownThrows:
    """Give what a unit learns when each stick goes to both its ends in a mode."""
    sent = chain.run(_each_end(), mode).servo.sent_us
    return ShownThrows(sent[:, 0], sent[:, 1:].T.reshape(2, 3, -1))


def full_stick_reads(chain: Chain, mode: ModeName, shown: ShownThrows) -> Array:
    """Say what a taught unit reads (percent, (2, 3)) of each function low in full, then high.

    −100 and 100 wherever the throws are still those it was shown. Full is anything from the most
    that a flight mode sends to what straight curves and full rates would: what modes shape is no
    change of the throws, and a curve that all of them shorten may have been taught as it is.
    """
    straight = np.stack([_each_end().of(name) for name in FUNCTIONS])
    by_straight, by_modes = (
        _reads(chain, mode, shown, ends) for ends in (straight, most_sent(chain))
    )
    full = np.array([[-100.0], [100.0]])
    low, high = np.minimum(by_modes, by_straight), np.maximum(by_modes, by_straight)
    return np.asarray(np.clip(full, low, high))


def _reads(chain: Chain, mode: ModeName, shown: ShownThrows, ends: Array) -> Array:
    sent = np.zeros((len(SENT), 7))
    sent[: len(FUNCTIONS)] = ends
    sent[SENT.index("throttle")] = -100.0
    read = shown.reads_pct(chain.run_shaped(sent, mode).servo.sent_us)[:, 1:]
    return np.stack([np.diagonal(read[:, :3]), np.diagonal(read[:, 3:])])


def most_sent(chain: Chain) -> Array:
    """Give the furthest that any flight mode sends each function (percent, (FUNCTIONS, 7)): sticks
    centred, then each of the first three low in turn, then high in turn."""
    ends = np.stack([_each_end().of(name) for name in FUNCTIONS])
    modes = chain.setup.transmitter.modes.names()
    sent = np.stack([chain.shaped(_each_end(), mode)[: len(FUNCTIONS)] for mode in modes])
    furthest = np.where(ends < 0, sent.min(axis=0), sent.max(axis=0))
    return np.where(ends == 0, 0.0, furthest)


def _each_end() -> Sticks:
    """Sticks centred, then collective, aileron and elevator low in turn, then high in turn."""
    at = np.zeros((3, 7))
    for side, end in enumerate(_ENDS):
        for f in range(3):
            at[f, 1 + 3 * side + f] = end
    return Sticks.at(*at)
