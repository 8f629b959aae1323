"""Judging a reading against its bands, the gauge's own repeatability taken into account."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.sources import PRACTICE, fact

VerdictWord = Literal["in", "workable", "out", "wrong side", "read again"]
"""``wrong side`` is out as well: a figure that is on the other side of zero from where it helps."""

GAUGE_REPEATS_DEG: Annotated[float, fact("F23")] = 0.1
"""F23: a pitch gauge repeats within about 0.1°."""


@dataclass(frozen=True)
class Band:
    """A wanted band and a workable one round it, in the reading's unit.

    Each is low ≤ reading ≤ high; the workable band holds the wanted one. One that is not given is
    the same as the wanted band.
    """

    low: float
    high: float
    workable_low: float
    workable_high: float

    @classmethod
    def around(cls, target: float, wanted: float, workable: float | None = None) -> Band:
        """Make a band a distance each side of a target."""
        wide = wanted if workable is None else workable
        return cls(target - wanted, target + wanted, target - wide, target + wide)

    @property
    def target(self) -> float:
        """The middle of the wanted band."""
        return (self.low + self.high) / 2


ZERO_PITCH: Annotated[Band, PRACTICE] = Band.around(0.0, 0.2, 0.5)
BLADE_TO_BLADE: Annotated[Band, PRACTICE] = Band.around(0.0, 0.2, 0.3)
REFERENCE_TILT: Annotated[Band, fact("F10a")] = Band(5.7, 6.5, 5.7, 7.0)
REFERENCE_TILT_AT_MOST: Annotated[Band, fact("F10a")] = Band(5.7, 6.1, 5.0, 6.5)
"""F10a, the school of "at most 6": 5 is a start; the gauge's own 0.1° is let be above."""
GOOD_CYCLIC_DEG: Annotated[float, fact("F10b")] = 11.0
"""Full-stick cyclic is good up to here."""
MOST_CYCLIC_DEG: Annotated[float, fact("F12")] = 12.0
"""Full-stick cyclic is workable up to here, where nothing touches."""
SIDES_EQUAL: Annotated[Band, fact("F11")] = Band.around(0.0, 0.3)
SUB_TRIM_US: Annotated[Band, fact("F8")] = Band.around(0.0, 35.0, 60.0)


def judge(reading: float, band: Band, repeats: float = GAUGE_REPEATS_DEG) -> VerdictWord:
    """Judge a reading: in, workable, out, or read again.

    "Read again" is for a reading so near an edge that the gauge's repeatability (same unit) could
    carry it over: formulas §8. A band narrower than the gauge can tell apart is judged as read.
    Raises InvalidRequest for a reading that is not finite.
    """
    if not np.isfinite(reading):
        raise InvalidRequest([Fault("reading", f"{reading}", "a finite number")])
    word = _plain(reading, band)
    narrow = band.high - band.low <= 2 * repeats
    if not narrow:
        for shifted in (reading - repeats, reading + repeats):
            if _plain(shifted, band) != word:
                return "read again"
    return word


def _plain(reading: float, band: Band) -> VerdictWord:
    # A hair's breadth of tolerance: 0.1 + 0.2 must not fall out of a band that ends at 0.3.
    slack = 1e-9
    if band.low - slack <= reading <= band.high + slack:
        return "in"
    if band.workable_low - slack <= reading <= band.workable_high + slack:
        return "workable"
    return "out"
