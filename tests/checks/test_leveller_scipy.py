"""A leveller without degrees, against a plate that is really turned (SciPy's rotations)."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from mint_lever.faults import InvalidRequest
from mint_lever.measure.ring_leveller import tilt_of_gaps
from mint_lever.setup.parts.swash_layouts import layout_balls

# A ring on the plate's edge: gap under each arm, the first of which touches.
AROUND = ["three_120", "three_140", "three_90", "four_90", "four_45"]


def gaps_of(layout, right, forward, radius=22.0):
    """Turn the balls about the shaft's foot; how far each then stands under the highest one."""
    azimuth = np.radians([ball.azimuth_deg for ball in layout_balls(layout, radius)])
    # x right, y forward, z up: right side down is a turn about y, front down one against x.
    points = radius * np.stack([np.sin(azimuth), np.cos(azimuth), 0 * azimuth], axis=1)
    turned = Rotation.from_euler("yx", [right, -forward], degrees=True).apply(points)
    return turned[:, 2].max() - turned[:, 2]


@given(st.sampled_from(AROUND), st.floats(-4, 4), st.floats(-4, 4))
def test_the_tilt_is_found_again_from_the_gaps(layout, right, forward):
    found = tilt_of_gaps(layout_balls(layout, 22.0), gaps_of(layout, right, forward))
    # The formula takes the two tilts one by one: of 4° each that leaves some hundredths.
    assert found == pytest.approx((right, forward), abs=0.03)


def test_square_is_no_tilt_and_a_gap_everywhere_is_only_a_leveller_held_too_high():
    balls = layout_balls("three_120", 22.0)
    assert tilt_of_gaps(balls, [0.0, 0.0, 0.0]) == (0.0, 0.0)
    assert tilt_of_gaps(balls, [0.6, 0.6, 0.6]) == pytest.approx((0.0, 0.0))
    # Free at the tail: the tail is low, which is front up.
    right, forward = tilt_of_gaps(balls, [0.8, 0.0, 0.0])
    assert right == pytest.approx(0.0, abs=1e-9)
    assert forward < -1.0


@pytest.mark.parametrize(
    ("layout", "gaps", "says"),
    [
        ("three_120", [0.0, 0.2], "3, one a ball"),
        ("three_120", [0.0, -0.2, 0.0], "gaps_mm.1"),
        ("four_90", [0.0, 0.0, 0.0, 21.0], "0 to 20 mm"),
        ("single", [0.0, 0.2, 0.0], "read degrees here"),
    ],
)
def test_what_says_no_tilt_is_refused(layout, gaps, says):
    with pytest.raises(InvalidRequest, match=says):
        tilt_of_gaps(layout_balls(layout, 22.0), gaps)
