"""Verdicts, next values, splines, levelling, tracking: against brute force, SciPy and the facts."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from mint_lever.bench.steps.swash.cyclic_throw import throw_band
from mint_lever.faults import InvalidRequest
from mint_lever.measure.blade_tracking import (
    degrees_per_turn,
    pitch_from_chord_edges,
    pitch_from_picture,
    pitch_from_tip_gap,
    tracking_turns,
)
from mint_lever.measure.horn_spline import best_horn_places, spline_step_deg, sub_trim_us
from mint_lever.measure.next_value import Control, next_figure, next_value
from mint_lever.measure.swash_level import level_turns
from mint_lever.measure.verdict import (
    REFERENCE_TILT,
    SUB_TRIM_US,
    ZERO_PITCH,
    Band,
    judge,
)
from mint_lever.setup.parts.swash_layouts import layout_balls
from mint_lever.setup.parts.targets import Targets


@pytest.mark.parametrize(
    ("reading", "word"),
    [
        (0.0, "in"),
        (0.1, "in"),
        (-0.15, "read again"),
        (0.35, "workable"),
        (0.45, "read again"),
        (0.5, "read again"),
        (0.7, "out"),
        (-3.0, "out"),
    ],
)
def test_zero_pitch_verdicts_allow_for_the_gauge(reading, word):
    assert judge(reading, ZERO_PITCH) == word


@pytest.mark.parametrize(
    ("reading", "band", "word"),
    [
        (6.0, REFERENCE_TILT, "in"),  # F10a
        (6.8, REFERENCE_TILT, "workable"),
        (7.2, REFERENCE_TILT, "out"),
        (9.0, throw_band(Targets()), "in"),  # F10b, F12
        (10.5, throw_band(Targets()), "in"),
        (11.5, throw_band(Targets()), "workable"),
        (12.3, throw_band(Targets()), "out"),
        (30.0, SUB_TRIM_US, "in"),  # F8
        (50.0, SUB_TRIM_US, "workable"),
        (90.0, SUB_TRIM_US, "out"),
    ],
)
def test_bands_of_the_trade(reading, band, word):
    assert judge(reading, band) == word


@given(st.floats(-5, 5), st.floats(0.2, 3), st.floats(0, 2))
def test_a_verdict_other_than_read_again_survives_the_gauges_repeat(reading, wanted, more):
    band = Band.around(0.0, wanted, wanted + more)
    word = judge(reading, band)
    if word != "read again":
        for shifted in (reading - 0.1, reading + 0.1):
            assert judge(shifted, band, repeats=0.0) == word


def test_a_reading_of_rubbish_is_refused():
    with pytest.raises(InvalidRequest, match="reading"):
        judge(float("nan"), ZERO_PITCH)


def test_f26_new_travel_is_old_travel_times_100_over_seen():
    """F26, common practice, no source: 96 % seen at 100 % travel needs about 104 %."""
    found = next_value([100.0], [96.0], 100.0, Control(0, 150, step=1))
    assert found.value == 104
    assert found.expected == pytest.approx(99.84)
    assert next_value([100.0], [102.0], 100.0, Control(0, 150)).value == 98


def test_two_readings_make_a_line_and_the_range_holds():
    found = next_value([40, 50], [6.0, 7.5], 9.0, Control(0, 100))
    assert (found.value, found.held) == (60, False)
    assert found.expected == pytest.approx(9.0)
    held = next_value([40, 50], [6.0, 7.5], 20.0, Control(0, 100))
    assert (held.value, held.held) == (100, True)
    half = next_value([40.0], [6.0], 6.2, Control(0, 100, step=0.5))
    assert half.value == 41.5


@given(st.floats(0.05, 0.4), st.floats(-1, 1), st.floats(5, 9))
def test_on_a_straight_control_the_second_value_lands(slope, rest, target):
    """Two readings on any straight line hit the target to within the control's own step."""
    values = [40.0, 55.0]
    readings = [slope * v + rest for v in values]
    found = next_value(values, readings, target, Control(-1000, 1000, step=1))
    assert abs(slope * found.value + rest - target) <= slope / 2 + 1e-6


@pytest.mark.parametrize(
    ("values", "readings"),
    [([], []), ([0.0], [3.0]), ([10, 20], [3.0, 3.0]), ([1], [float("nan")]), ([1, 2], [1])],
)
def test_readings_that_say_nothing_are_refused(values, readings):
    with pytest.raises(InvalidRequest, match="readings"):
        next_value(values, readings, 5.0, Control(0, 100))


def test_figures_too_near_for_a_gauge_to_tell_count_as_one():
    """A step of one percent moves 11.5° by 0.29°: two readings good to 0.1° have no slope."""
    for noise in ((0.0, 0.3), (0.1, 0.1), (0.2, -0.1)):
        readings = [11.5 + noise[0], 11.5 * 39 / 40 + noise[1]]
        found = next_figure([40.0, 39.0], readings, 11.0, Control(0, 100))
        assert abs(found.value - 40 * 11.0 / 11.5) <= 1.0
    with pytest.raises(InvalidRequest):
        next_value([40.0, 39.0], [11.6, 11.6], 11.0, Control(0, 100))


def test_figures_further_apart_keep_their_own_line():
    args = ([30.0, 40.0], [7.0, 10.0], 11.5, Control(0, 100))
    assert next_figure(*args) == next_value(*args)


@pytest.mark.parametrize(("arms", "teeth"), [(1, 23), (4, 25), (6, 23), (4, 24)])
def test_arms_times_teeth_give_finer_steps_than_one_tooth(arms, teeth):
    """formulas §4, against every place a wheel can be pressed on."""
    step = spline_step_deg(arms, teeth)
    every = {
        round((a * 360 / arms + t * 360 / teeth) % 360, 6)
        for a, t in product(range(arms), range(teeth))
    }
    assert step == pytest.approx(360 / len({*every}))
    for error in (-11.3, 0.4, 7.77):
        best = best_horn_places(error, arms, teeth)[0]
        assert abs(best.left_deg) <= step / 2 + 1e-9
        left = min(abs((error + e + 180) % 360 - 180) for e in every)
        assert abs(best.left_deg) == pytest.approx(left, abs=1e-5)


def test_sub_trim_turns_what_is_left_back():
    assert sub_trim_us(2.0, 10.0, 1) == -20
    assert sub_trim_us(2.0, 10.0, -1) == 20


@pytest.mark.parametrize("layout", ["three_120", "three_140", "three_90", "four_90", "four_45"])
@pytest.mark.parametrize("seed", range(3))
def test_level_turns_bring_the_plate_level(layout, seed):
    """Against SciPy's rotations: turn the links as told, see what tilt is left."""
    rng = np.random.default_rng(seed)
    balls = layout_balls(layout, 22.0)
    right, forward = rng.uniform(-4, 4, 2)
    advice = level_turns(balls, right, forward, 0.45)
    assert np.all(np.mod(advice.turns * 2, 1) == 0)
    azimuth = np.radians([ball.azimuth_deg for ball in balls])
    at = 22.0 * np.stack([np.sin(azimuth), np.cos(azimuth), 0 * azimuth], axis=1)
    plate = Rotation.from_euler("yx", [right, -forward], degrees=True)
    lifted = plate.apply(at)[:, 2] + 0.45 * advice.turns
    slope = np.linalg.lstsq(np.c_[np.ones(len(at)), at[:, :2]], lifted, rcond=None)[0]
    left = np.degrees(np.arctan(slope[1:]))
    # Half a turn of one link tilts the plate by a quarter of a millimetre over its arm: what is
    # left is within that, and what the advice says of it is right.
    assert np.hypot(*left) < 0.62
    assert advice.left_right_deg == pytest.approx(-left[0], abs=0.03)
    assert advice.left_forward_deg == pytest.approx(-left[1], abs=0.03)


def brute_spread(pitch, notch):
    around = [np.round(-p / notch) + np.arange(-2, 3) for p in pitch]
    return min(np.ptp(np.array(pitch) + np.array(n) * notch) for n in product(*around))


@pytest.mark.parametrize("blades", [2, 3, 4])
@pytest.mark.parametrize("seed", range(6))
def test_tracking_brings_the_blades_as_near_as_any_turning_could(blades, seed):
    rng = np.random.default_rng([blades, seed])
    pitch = rng.uniform(-3, 3, blades)
    notch = 0.55
    advice = tracking_turns(pitch, 2 * notch, step=0.5, worth_deg=0.0)
    assert np.ptp(advice.expected_deg) == pytest.approx(brute_spread(pitch, notch), abs=2e-3)
    assert advice.expected_deg == pytest.approx(pitch + advice.turns * 2 * notch)
    assert abs(advice.expected_deg.mean()) <= notch


def test_blades_that_agree_at_zero_are_left_alone():
    assert tracking_turns([0.28, 0.0], 1.04).turns.tolist() == [0, 0]  # −0.24 is hardly better
    assert tracking_turns([0.05, 0.0], 1.0).turns.tolist() == [0, 0]
    assert tracking_turns([0.5, 0.0], 1.0, step=0.5).turns.tolist() in ([-0.5, 0.0], [0.0, 0.5])


def test_f13_and_other_means_of_measuring():
    """F13, common practice, no source; thread M2 0.40 mm from ISO 261/262."""
    assert degrees_per_turn(0.40, 1, 23.0) == pytest.approx(1.0, abs=0.01)
    assert degrees_per_turn(0.40, 2, 23.0) == pytest.approx(2.0, abs=0.01)
    # Hand arithmetic: 1 in 20 over either length is asin(0.05) = 2.866°.
    assert pitch_from_tip_gap(30.0, 300.0) == pytest.approx(2.866, abs=1e-3)
    assert pitch_from_chord_edges(-2.5, 50.0) == pytest.approx(-2.866, abs=1e-3)
    level, rising = [(0, 50), (100, 50)], [(10, 90), (110, 80)]
    assert pitch_from_picture(rising, level) == pytest.approx(np.degrees(np.arctan(0.1)))
    assert pitch_from_picture(rising[::-1], level) == pytest.approx(np.degrees(np.arctan(0.1)))
    for wrong in (lambda: pitch_from_tip_gap(700, 300), lambda: degrees_per_turn(0.4, 1, 0.2)):
        with pytest.raises(InvalidRequest):
            wrong()
    with pytest.raises(InvalidRequest, match="reference_line"):
        pitch_from_picture(rising, [(1, 1), (1, 1)])
