"""What a log tells of the pack: its resistance, and where it sagged most."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import Array
from mint_lever.flight_logs.recorded_flight import RecordedFlight

_MEAN_S = 20.0
_LEAST_A = 1.0
"""Less current than this, or hardly any change of it, tells nothing of a resistance."""


def resistance_mohm(log: RecordedFlight) -> float | None:
    """Give the whole pack's resistance: minus the slope of volts on amps, after a running mean of
    twenty seconds is taken out of both; None without both, without changing current, or where volts
    rise as amps do."""
    volts, amps = log.channels.get("volt"), log.channels.get("amp")
    if volts is None or amps is None:
        return None
    count = log.samples(_MEAN_S)
    v, a = (values - _running_mean(values, count) for values in (volts, amps))
    spread = float(a @ a)
    if float(np.sqrt(spread / len(a))) < _LEAST_A:
        return None
    found = -1000.0 * float(a @ v) / spread
    # Volts that rise as amps do are no resistance: a sign, or a column, is another than was said.
    return found if found > 0 else None


def _running_mean(values: Array, count: int) -> Array:
    """The mean of ``count`` samples round each, fewer at the ends."""
    total = np.concatenate([[0.0], np.cumsum(values)])
    here = np.arange(len(values))
    low = np.maximum(here - count // 2, 0)
    high = np.minimum(here + count // 2 + 1, len(values))
    return np.asarray((total[high] - total[low]) / (high - low))
