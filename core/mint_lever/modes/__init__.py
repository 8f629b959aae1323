"""Flight modes: pitch in degrees at the blade, rates, and what happens when the switch moves."""

from mint_lever.modes.curve_points import add_point, remove_point
from mint_lever.modes.drawn_curve import CurveName, find_curve, make_drawn_mode
from mint_lever.modes.head_speed_table import ModeSpeed, compare_head_speeds
from mint_lever.modes.hover_record import forget_hover, record_hover
from mint_lever.modes.hover_table import WORDS
from mint_lever.modes.measured_speeds import (
    list_measured_speeds,
    make_measured_change,
    write_unmeasured_speeds,
)
from mint_lever.modes.mode_copying import CopiedPart, copy_mode, remove_mode
from mint_lever.modes.mode_hover import HoverSource, ModeHover, find_hover
from mint_lever.modes.mode_switching import compare_modes
from mint_lever.modes.pitch_degrees import (
    compute_collective,
    compute_pitch_curve,
    make_pitch_changes,
    mark_degrees,
)
from mint_lever.modes.punch_trial import PackState, simulate_punch
from mint_lever.modes.rate_comparison import RATED, RateCurve, SofterSign, compute_rate_curve

__all__ = [
    "RATED",
    "WORDS",
    "CopiedPart",
    "CurveName",
    "HoverSource",
    "ModeHover",
    "ModeSpeed",
    "PackState",
    "RateCurve",
    "SofterSign",
    "add_point",
    "compare_head_speeds",
    "compare_modes",
    "compute_collective",
    "compute_pitch_curve",
    "compute_rate_curve",
    "copy_mode",
    "find_curve",
    "find_hover",
    "forget_hover",
    "list_measured_speeds",
    "make_drawn_mode",
    "make_measured_change",
    "make_pitch_changes",
    "mark_degrees",
    "record_hover",
    "remove_mode",
    "remove_point",
    "simulate_punch",
    "write_unmeasured_speeds",
]
