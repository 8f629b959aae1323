"""How much of the throttle is left, and whether it is enough.

Common practice, no source.
"""

from __future__ import annotations

from mint_lever.measure.verdict import VerdictWord

GOOD_PCT, LEAST_PCT = 15.0, 10.0
"""Head-room at full collective on a resting pack: good from the first, out below the second."""


def headroom_word(headroom_pct: float | None) -> VerdictWord:
    """Judge the head-room (percent); None: this pack does not hold it at all."""
    if headroom_pct is None or headroom_pct < LEAST_PCT:
        return "out"
    return "in" if headroom_pct >= GOOD_PCT else "workable"
