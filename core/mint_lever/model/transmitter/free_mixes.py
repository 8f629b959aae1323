"""Free mixes: one function's value added to another's."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from mint_lever.axes import SENT, Array
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.setup.parts.transmitter import FreeMix


def add_mixes(shaped_pct: Array, mixes: Sequence[FreeMix], mode: ModeName) -> Array:
    """Add the mixes that are on in a mode to shaped values (percent, (SENT, poses)).

    formulas §2.2: a slave gets master × percent/100, the percentage of the side the master is on.
    Masters are taken as shaped, before any mix: mixes do not feed one another.
    """
    active = [mix for mix in mixes if mode in mix.modes]
    if not active:
        return shaped_pct
    mixed = shaped_pct.copy()
    for mix in active:
        master = shaped_pct[SENT.index(mix.master)]
        share = np.where(master < 0, mix.low_pct, mix.high_pct)
        mixed[SENT.index(mix.slave)] += master * share / 100.0
    return mixed
