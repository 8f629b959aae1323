"""The pitch curve made flatter or steeper round the hover, its ends and the hover left alone."""

from __future__ import annotations

from typing import Annotated

import numpy as np

from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import Mode, ModeName
from mint_lever.sources import MEMORY

_REACH_PCT: Annotated[float, MEMORY] = 30.0
"""How far from the hover's stick points are moved; from memory: a hover is flown within that."""
_MIDDLE_PCT = 50.0


def flatter_round_hover(setup: Setup, name: ModeName, factor: float) -> list[float]:
    """Give a mode's pitch curve (percent a point) with its slope round the hover times ``factor``.

    The stick the hover was flown at keeps its pitch, and so do both ends. Never falls where it did
    not fall before: where a point would, the curve is given as it is.
    """
    mode: Mode = getattr(setup.transmitter.modes, name)
    values = np.array(mode.pitch_curve)
    at = np.array(mode.pitch_curve_at or np.linspace(0.0, 100.0, len(values)))
    hover = _hover_stick(setup, name)
    level = float(np.interp(hover, at, values))
    inner = (np.abs(at - hover) <= _REACH_PCT) & (at > 0.0) & (at < 100.0)
    moved = np.where(inner, level + (values - level) * factor, values)
    moved = np.round(np.clip(moved, 0.0, 100.0), 1)
    falls = (np.diff(moved) < 0) & (np.diff(values) >= 0)
    return [float(v) for v in (values if falls.any() else moved)]


def _hover_stick(setup: Setup, name: ModeName) -> float:
    hover = setup.flown.hover if setup.flown is not None else None
    return hover.stick_pct if hover is not None and hover.mode == name else _MIDDLE_PCT
