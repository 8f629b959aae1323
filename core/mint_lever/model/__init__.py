"""A helicopter's control chain, stick to blade: transmitter, unit, swash, rotor, tail, drive."""

from mint_lever.model.chain.control_chain import Chain, build_chain
from mint_lever.model.chain.pitch_response import compute_response
from mint_lever.model.chain.reach import compute_reach
from mint_lever.model.chain.screen_frame import compute_frame
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.drive.punch_response import Punch
from mint_lever.model.rotor.hover_calibration import calibrate_hover
from mint_lever.model.tail.gain_scales import (
    MODE_MEANS,
    convert_to_one_channel,
    find_tail_mode,
    spread_by_head_speed,
    use_one_gain,
)
from mint_lever.model.transmitter.curve_resampling import resample
from mint_lever.model.transmitter.curves import read_curve, space_evenly
from mint_lever.model.transmitter.throttle_shapes import (
    ShapeName,
    ThrottleShape,
    make_throttle_points,
)

__all__ = [
    "MODE_MEANS",
    "Chain",
    "Punch",
    "ShapeName",
    "Sticks",
    "ThrottleShape",
    "build_chain",
    "calibrate_hover",
    "compute_frame",
    "compute_reach",
    "compute_response",
    "convert_to_one_channel",
    "find_tail_mode",
    "make_throttle_points",
    "read_curve",
    "resample",
    "space_evenly",
    "spread_by_head_speed",
    "use_one_gain",
]
