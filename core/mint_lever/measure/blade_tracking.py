"""Zero pitch and tracking: which blade link to turn, how far, and what it should give."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import Array
from mint_lever.faults import Fault, InvalidRequest


@dataclass(frozen=True)
class TrackingAdvice:
    """Turns for each blade's link (+ more pitch), and each blade's expected pitch (deg)."""

    turns: Array
    expected_deg: Array


def degrees_per_turn(thread_mm: float, ends: int, grip_arm_mm: float) -> float:
    """Give the blade degrees one turn of a link makes: asin(thread·ends/arm), formulas §7.

    Thread pitches: ISO 261/262 (M2 0.40 mm, M2.5 0.45 mm, M3 0.50 mm); a turnbuckle has two ends.
    """
    ratio = thread_mm * ends / grip_arm_mm
    if not 0 < ratio < 1:
        found = f"{thread_mm:g} mm on {grip_arm_mm:g} mm"
        raise InvalidRequest([Fault("thread", found, "a thread shorter than the grip arm")])
    return float(np.degrees(np.arcsin(ratio)))


def tracking_turns(
    pitch_deg: ArrayLike,
    per_turn_deg: float,
    step: float = 0.5,
    target_deg: float = 0.0,
    worth_deg: float = 0.05,
) -> TrackingAdvice:
    """Choose turns for each blade from its pitch reading (deg), in whole ``step``s of a turn.

    The blade-to-blade difference is made least first, then the mean's distance from the target,
    then the turning: a link whose turning would gain less than ``worth_deg`` is left alone. The
    default is half a gauge's repeatability (F23).
    """
    pitch = np.asarray(pitch_deg, dtype=float)
    if pitch.ndim != 1 or pitch.size < 2 or not np.isfinite(pitch).all():
        raise InvalidRequest([Fault("readings", f"{pitch}", "one finite pitch for each blade")])
    notch = per_turn_deg * step
    # Every blade brought to a common height h lands within half a notch of it. How the roundings
    # fall changes only where h passes the middle between two notches of some blade, and repeats
    # from notch to notch: a notch each side of the target holds every case.
    middles = target_deg + np.mod(pitch - target_deg + notch / 2, notch)
    hair = notch * 1e-6
    heights = np.concatenate(
        [middles - hair, middles + hair, middles - notch - hair, middles - notch + hair]
    )
    notches = np.round((np.append(heights, target_deg)[:, None] - pitch) / notch)
    landed = pitch + notches * notch
    spread = np.ptp(landed, axis=1)
    away = np.abs(landed.mean(axis=1) - target_deg)
    turned = np.abs(notches).sum(axis=1)
    # What lies within ``worth_deg`` of the best counts as equally good, so noise turns no link.
    good = spread <= spread.min() + worth_deg + 1e-9
    good &= away <= away[good].min() + worth_deg + 1e-9
    best = min(np.flatnonzero(good), key=lambda i: (turned[i], spread[i], away[i]))
    return TrackingAdvice(notches[best] * step, landed[best])


def pitch_from_tip_gap(gap_mm: float, bolt_to_tip_mm: float) -> float:
    """Pitch (deg) of two blades folded straight back whose tips stand ``gap_mm`` apart.

    Both at the same pitch: β = asin(g/(2B)), formulas §7.
    """
    return _arc("gap", gap_mm, 2.0 * bolt_to_tip_mm)


def pitch_from_chord_edges(difference_mm: float, chord_mm: float) -> float:
    """Pitch (deg) from the height of the leading edge over the trailing edge: β = asin(d/c)."""
    return _arc("difference", difference_mm, chord_mm)


def pitch_from_picture(
    chord_line: Sequence[tuple[float, float]], reference_line: Sequence[tuple[float, float]]
) -> float:
    """Pitch (deg) as the angle from a reference line to the chord's line in one picture.

    Each line is two points (x, y) in picture coordinates, y downward, drawn left to right or
    right to left alike; the result is between −90 and 90, + counter-clockwise as seen. Raises
    InvalidRequest for a line whose points coincide.
    """
    angles = []
    for name, line in (("chord_line", chord_line), ("reference_line", reference_line)):
        (x0, y0), (x1, y1) = line
        if np.hypot(x1 - x0, y1 - y0) < 1e-9:
            raise InvalidRequest([Fault(name, "one point twice", "two points apart")])
        angles.append(np.degrees(np.arctan2(y0 - y1, x1 - x0)))
    return float((angles[0] - angles[1] + 90.0) % 180.0 - 90.0)


def _arc(name: str, opposite: float, hypotenuse: float) -> float:
    if not (hypotenuse > 0 and abs(opposite) < hypotenuse):
        found = f"{opposite:g} mm over {hypotenuse:g} mm"
        raise InvalidRequest([Fault(name, found, "less than the length it is measured over")])
    return float(np.degrees(np.arcsin(opposite / hypotenuse)))
