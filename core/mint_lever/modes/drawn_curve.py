"""A curve that is being drawn: checked like one that is kept, and a mode that has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from pydantic import ValidationError

from mint_lever.faults import InvalidRequest
from mint_lever.setup.part_agreement import place_faults
from mint_lever.setup.parts.flight_modes import CurveShape, Mode
from mint_lever.setup.validation_faults import make_faults

CurveName = Literal["pitch", "throttle"]


def make_drawn_mode(
    which: CurveName, points: Sequence[float], places: Sequence[float] | None, shape: CurveShape
) -> Mode:
    """Give a mode with this pitch or throttle curve (percent), all else at default.

    Raises InvalidRequest naming the point or stick position (percent) no curve has.
    """
    parts = {
        f"{which}_curve": list(points),
        f"{which}_curve_at": None if places is None else list(places),
        f"{which}_curve_shape": shape,
    }
    try:
        mode = Mode.model_validate(parts)
    except ValidationError as error:
        raise InvalidRequest(make_faults(error)) from error
    if places is not None and (wrong := place_faults(f"{which}_curve_at", places, len(points))):
        raise InvalidRequest(wrong)
    return mode


def find_curve(mode: Mode, which: CurveName) -> tuple[list[float], list[float] | None, CurveShape]:
    """Give a mode's curve: its points (percent), their stick positions if free, its line."""
    if which == "pitch":
        return mode.pitch_curve, mode.pitch_curve_at, mode.pitch_curve_shape
    return mode.throttle_curve, mode.throttle_curve_at, mode.throttle_curve_shape
