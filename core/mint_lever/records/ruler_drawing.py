"""A reading drawn on its band: the workable band thin, the wanted one thick, what was read."""

from __future__ import annotations

from mint_lever.measure.verdict import Band
from mint_lever.records.drawing import Drawing, Ring, Stroke

_WIDE, _HIGH = 18.0, 2.6
_EDGE = 1.0
_LEAST = 1e-9


def drawn_ruler(label: str, band: Band, value: float, said: str) -> Drawing:
    """Draw a reading on its band. The figures stand beside it, so it has no letters of its own.

    The scale goes over the workable band and the reading, with room at both ends.
    """
    low, high = min(band.workable_low, value), max(band.workable_high, value)
    room = max(0.2 * (high - low), _LEAST)
    low, high = low - room, high + room

    def x(of: float) -> float:
        return _EDGE + (_WIDE - 2 * _EDGE) * (of - low) / (high - low)

    middle = _HIGH / 2

    def along(one: float, other: float, *, thick: bool) -> Stroke:
        points = ((x(one), middle), (x(other), middle))
        return Stroke(points, "thick" if thick else "plain")

    ends = [
        Stroke(((x(at), middle - 0.7), (x(at), middle + 0.7)), "plain")
        for at in (band.low, band.high)
    ]
    return Drawing(
        title=label,
        says=said,
        width=_WIDE,
        height=_HIGH,
        strokes=(
            Stroke(((_EDGE, middle), (_WIDE - _EDGE, middle)), "thin"),
            along(band.workable_low, band.workable_high, thick=False),
            along(band.low, band.high, thick=True),
            *ends,
        ),
        rings=(Ring(x(value), middle, 0.8, filled=True),),
    )
