"""How often a second a servo may be sent a pulse.

F5, F6 (common practice, no source): when the rating is unknown 166 Hz; a pulse of the wide family
up to 333 Hz, of the narrow one up to 560 Hz, and it must fit its frame with 200 µs to spare.
"""

from __future__ import annotations

SAFE_HZ = 166.0
STARTED_AT_HZ = 200.0
"""Some start a digital servo of unknown rating here, and lower it where tracking is in trouble."""
_SPARE_US = 200.0
_NARROW_US = 900.0


def narrow(centre_us: float) -> bool:
    """Whether a centre pulse is of the family of short pulses."""
    return centre_us < _NARROW_US


def family_rate_hz(centre_us: float) -> float:
    """The highest frame rate of a pulse family."""
    return 560.0 if narrow(centre_us) else 333.0


def started_higher(rated_hz: float, rate_hz: float, analogue: bool = False) -> bool:
    """Whether a servo of unknown rating (0) is sent more than is safe for sure, and no more than
    some start with: workable, with that said. Never an analogue one."""
    return not rated_hz and not analogue and SAFE_HZ < rate_hz <= STARTED_AT_HZ


STARTED_HIGHER = (
    "Nobody knows the rating: 166 Hz is the safe start. Some start at 200 and lower it where the "
    "servo gets warm or tracking is in trouble."
)


def highest_rate_hz(rated_hz: float, centre_us: float, longest_us: float) -> float:
    """Give the highest frame rate (Hz, whole) for a servo; a rating of 0 is an unknown one."""
    fits = 1e6 / (longest_us + _SPARE_US)
    return float(int(min(rated_hz or SAFE_HZ, family_rate_hz(centre_us), fits)))
