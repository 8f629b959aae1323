"""Measuring: what a reading is worth, and the next thing to turn, with numbers."""

from mint_lever.measure.blade_tracking import (
    pitch_from_chord_edges,
    pitch_from_picture,
    pitch_from_tip_gap,
)
from mint_lever.measure.geometry_fit import FINEST_SD_MM, Parameter
from mint_lever.measure.ring_leveller import round_tilt
from mint_lever.measure.servo_power import compute_servo_power
from mint_lever.measure.verdict import VerdictWord

__all__ = [
    "FINEST_SD_MM",
    "Parameter",
    "VerdictWord",
    "compute_servo_power",
    "pitch_from_chord_edges",
    "pitch_from_picture",
    "pitch_from_tip_gap",
    "round_tilt",
]
