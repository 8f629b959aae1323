"""How a gauge is read so that two readings are of one thing. Common practice, no source."""

from __future__ import annotations

from mint_lever.bench.engine.advice import Cell, Number
from mint_lever.bench.engine.readings import Readings
from mint_lever.measure.verdict import VerdictWord

GAUGE_DISCIPLINE = (
    "The tail propped, the gauge at the same place on each blade; wait until its display settles.",
    "A model that had to be turned goes back exactly where it stood: else zero the gauge again.",
)
_MOST_DEG = 30.0


def pitch_of_blade(
    run: Readings,
    key: str,
    label: str,
    *,
    blade: int = 0,
    azimuth: float = 180.0,
    sticks: tuple[float, float, float] = (0.0, 0.0, 0.0),
    hint: str = "Collective at centre; leading edge up is +.",
    answer: float | None = None,
    word: VerdictWord | None = None,
    cell: Cell | None = None,
    optional: bool = False,
) -> Number:
    """Ask for a blade's pitch (°, leading edge up is +) by the pilot's gauge.

    ``azimuth`` is where the blade stands (°, 180 over the boom), ``sticks`` are collective,
    aileron and elevator (%).
    """
    return Number(
        key=key,
        label=label,
        hint=hint,
        unit="°",
        low=-_MOST_DEG,
        high=_MOST_DEG,
        nudge=run.gauge.step_deg,
        sticks=sticks,
        azimuth=azimuth,
        blade=blade,
        answer=answer,
        word=word,
        cell=cell,
        optional=optional,
    )
