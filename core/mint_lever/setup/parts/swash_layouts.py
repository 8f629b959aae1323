"""Where each layout puts its balls. A layout only fills them in; the balls decide."""

from __future__ import annotations

from typing import Annotated

from mint_lever.setup.parts.airframe import Ball, LayoutName
from mint_lever.sources import PRACTICE

# Azimuths are common practice: the elevator ball on the tail side, the others mirrored about the
# fore-and-aft line; "135" and "140" name the angle between the elevator ball and either neighbour.
_PATTERNS: Annotated[dict[LayoutName, tuple[tuple[str, float], ...]], PRACTICE] = {
    "single": (("elevator", 180.0), ("aileron", 90.0), ("pitch", 0.0)),
    "three_120": (("elevator", 180.0), ("aileron", 60.0), ("pitch", 300.0)),
    "three_90": (("elevator", 180.0), ("aileron", 90.0), ("pitch", 270.0)),
    "three_135": (("elevator", 180.0), ("aileron", 45.0), ("pitch", 315.0)),
    "three_140": (("elevator", 180.0), ("aileron", 40.0), ("pitch", 320.0)),
    "four_90": (("elevator", 180.0), ("aileron", 90.0), ("pitch", 270.0), ("elevator 2", 0.0)),
    "four_45": (("elevator", 225.0), ("aileron", 135.0), ("pitch", 315.0), ("elevator 2", 45.0)),
}


LAYOUT_NAMES: tuple[LayoutName, ...] = tuple(_PATTERNS)


def layout_balls(layout: LayoutName, radius_mm: float) -> list[Ball]:
    """Give the balls of a named layout at one radius (mm), in the order servos follow.

    The pitch ball of ``single`` sits at the centre (radius 0): it lifts the whole swash, and the
    other two servos ride on it. Raises KeyError for ``custom``, which has no pattern.
    """
    return [
        Ball(
            role=role,
            azimuth_deg=azimuth,
            radius_mm=0.0 if layout == "single" and role == "pitch" else radius_mm,
        )
        for role, azimuth in _PATTERNS[layout]
    ]
