"""A stretch of a log as a picture needs it: the least and the most of each channel in each step."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array
from mint_lever.flight_logs.recorded_flight import Channel, RecordedFlight

MOST_STEPS = 1200


@dataclass(frozen=True)
class Stretch:
    """From ``start_s`` to ``end_s`` in steps: their middles (s), and each channel's least and most
    in them (steps,)."""

    start_s: float
    end_s: float
    time_s: Array
    channels: dict[Channel, tuple[Array, Array]]


def sample_stretch(log: RecordedFlight, start_s: float, end_s: float, steps: int) -> Stretch:
    """Give a stretch of a log in so many steps, fewer where it has fewer samples. A stretch that
    lies outside the log is moved into it."""
    first, last = float(log.time_s[0]), float(log.time_s[-1])
    start = min(max(start_s, first), last)
    end = min(max(end_s, start), last)
    i = int(np.searchsorted(log.time_s, start))
    j = max(int(np.searchsorted(log.time_s, end, side="right")), i + 2)
    i = min(i, len(log.time_s) - 2)
    count = max(min(steps, MOST_STEPS, j - i), 1)
    edges = np.linspace(i, min(j, len(log.time_s)), count + 1).astype(int)
    starts = edges[:-1]
    drawn = {
        name: (
            np.minimum.reduceat(values[: edges[-1]], starts),
            np.maximum.reduceat(values[: edges[-1]], starts),
        )
        for name, values in log.channels.items()
    }
    middles = log.time_s[np.minimum((edges[:-1] + edges[1:]) // 2, len(log.time_s) - 1)]
    return Stretch(start, end, middles, drawn)
