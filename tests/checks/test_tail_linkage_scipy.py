"""The tail's linkage against points in a plane, a root finder, and the textbook's limits.

The mechanism is the slider-crank of R. L. Norton, *Design of Machinery*: here its ends are placed
as points and the slider is found by SciPy where the rod's length fits.
"""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.slider_limits import just_clear
from mint_lever.model.tail.tail_linkage import TailLinkage, turn_of_rod_deg
from mint_lever.setup.parts.tail import Slider, Tail, TailServo
from mint_lever.setup.parts.unit import UnitTail


def tail(arm=8.0, rod=180.0, ratio=1.0, offset=0.0, grip=9.0, contacts=(6.0, 6.0), **servo):
    return Tail(
        servo=TailServo(arm_mm=arm, rod_mm=rod, ratio=ratio, **servo),
        offset_mm=offset,
        grip_arm_mm=grip,
        slider=Slider(minus_mm=contacts[0], plus_mm=contacts[1]),
    )


def slider_by_points(arm, rod, ratio, horn_deg):
    """Where the rod's far end stands on its line, from where it stands with the horn square."""
    end = arm * np.array([np.sin(np.radians(horn_deg)), np.cos(np.radians(horn_deg))])

    def misses(along):
        return np.hypot(*(np.array([along, arm]) - end)) - rod

    return ratio * (brentq(misses, end[0], end[0] + 2 * rod, xtol=1e-13) - rod)


@pytest.mark.parametrize("seed", range(60))
def test_the_slider_is_where_the_rods_length_fits(seed):
    rng = np.random.default_rng(seed)
    arm, ratio = rng.uniform(3, 16), rng.uniform(0.5, 2)
    rod = arm * rng.uniform(2.5, 40)
    offset, horn = rng.uniform(-1, 1), rng.uniform(-80, 80)
    pose = TailLinkage(tail(arm, rod, ratio, offset, grip=60.0)).pose(horn)
    slider = slider_by_points(arm, rod, ratio, horn) + offset
    assert float(pose.slider_mm) == pytest.approx(slider, abs=1e-9)
    # The grip's ball goes as far as the slider: a right-angled triangle.
    across = np.sqrt(60.0**2 - slider**2)
    assert float(pose.pitch_deg) == pytest.approx(np.degrees(np.arctan2(slider, across)), abs=1e-9)


def test_a_very_long_rod_leaves_the_sine():
    horn = np.linspace(-85, 85, 69)
    pushed, _ = TailLinkage(tail(rod=2900.0, arm=1.0)).pushed_mm(horn)
    assert pushed == pytest.approx(np.sin(np.radians(horn)), abs=1e-3)


def test_a_finite_rod_pulls_back_to_both_sides_alike():
    """x(α) + x(−α) is twice what the rod's lean takes away: 2·(√(L² − r²(1 − cos α)²) − L)."""
    pushed, _ = TailLinkage(tail(arm=10.0, rod=40.0)).pushed_mm([60.0, -60.0])
    assert pushed.sum() == pytest.approx(2 * (np.sqrt(40**2 - 5**2) - 40), abs=1e-12)


@given(st.floats(-80, 80), st.floats(2.2, 30), st.floats(-1.5, 1.5))
def test_the_way_back_finds_the_horn_again(horn, share, offset):
    linkage = TailLinkage(tail(arm=8.0, rod=8.0 * share, offset=offset, grip=100.0))
    slider = linkage.pose(horn).slider_mm
    # Past the place where the rod pulls as much as the horn pushes, a nearer angle does the same.
    back, reaches = linkage.horn_for(slider)
    assert bool(reaches)
    assert float(linkage.pose(back).slider_mm) == pytest.approx(float(slider), abs=1e-7)
    assert abs(float(back)) <= abs(horn) + 1e-6


class TestWhatCannotBe:
    def test_a_rod_that_is_too_short_is_said_and_is_no_nan(self):
        pose = TailLinkage(tail(arm=12.0, rod=8.0)).pose(np.array([0.0, 80.0]))
        assert pose.rod_reaches.tolist() == [True, False]
        assert pose.pitch_known.tolist() == [True, False]
        assert np.isfinite(pose.slider_mm).all()

    def test_a_horn_beyond_85_degrees_reaches_nothing(self):
        assert TailLinkage(tail()).pose([84.9, 85.1]).rod_reaches.tolist() == [True, False]

    def test_a_slider_further_out_than_the_grips_arm_makes_no_pitch(self):
        pose = TailLinkage(tail(grip=5.0)).pose([20.0, 60.0])
        assert pose.pitch_known.tolist() == [True, False]

    def test_without_a_grips_arm_the_slider_is_known_and_the_pitch_is_not(self):
        pose = TailLinkage(tail(grip=None)).pose(20.0)
        assert bool(pose.rod_reaches)
        assert not bool(pose.pitch_known)
        assert turn_of_rod_deg(tail(grip=None)) is None


def test_one_turn_of_the_rod_is_the_threads_pitch_at_the_grip():
    """M2, coarse (ISO 261: 0.40 mm), on a 9 mm arm: asin(0.4/9) = 2.547°, twice that both ends."""
    one = tail().model_copy(update={"rod_thread_mm": 0.4})
    assert turn_of_rod_deg(one) == pytest.approx(np.degrees(np.arcsin(0.4 / 9)))
    both = one.model_copy(update={"rod_ends": 2})
    assert turn_of_rod_deg(both) == pytest.approx(np.degrees(np.arcsin(0.8 / 9)))


class TestPulse:
    def test_by_hand(self):
        """760 + 40 sub-trim; left 80 % of 200 µs; 5 µs a degree; horn 1.5° off."""
        box = UnitTail(centre_us=760, subtrim_us=40, full_throw_us=200, limit_left_pct=80)
        output = TailOutput(box, TailServo(us_per_deg=5.0, horn_error_deg=1.5))
        pulse = output.pulse_us([-1.0, -0.5, 0.0, 1.0, 3.0])
        assert pulse.tolist() == [640.0, 720.0, 800.0, 1000.0, 1000.0]
        assert output.horn_deg(pulse).tolist() == [-22.5, -6.5, 9.5, 49.5, 49.5]
        assert output.pulse_for(output.horn_deg(pulse)) == pytest.approx(pulse)

    def test_reversed_turns_the_pulse_round_and_leaves_each_side_its_limit(self):
        box = UnitTail(full_throw_us=200, limit_left_pct=50, reversed=True)
        output = TailOutput(box, TailServo())
        assert output.pulse_us([-1.0, 1.0]).tolist() == [1620.0, 1320.0]


@pytest.mark.parametrize("turned", [False, True])
@pytest.mark.parametrize("mounted", [1, -1])
@pytest.mark.parametrize("side", ["left", "right"])
class TestLimits:
    def case(self, turned, mounted, **box):
        described = tail(arm=9.0, offset=0.6, contacts=(5.0, 7.0), us_per_deg=5.0, mounted=mounted)
        box = {"full_throw_us": 200.0, "subtrim_us": 12.0, "reversed": turned, **box}
        return described, UnitTail(**box)

    def clears(self, described, box, side, percent):
        """How far full rudder to a side stays off the nearer contact, by the whole path."""
        box = box.model_copy(update={f"limit_{side}_pct": percent})
        output = TailOutput(box, described.servo)
        horn = output.horn_deg(output.pulse_us(-1.0 if side == "left" else 1.0))
        slider = slider_by_points(9.0, 180.0, 1.0, float(horn)) + 0.6
        return min(slider + 5.0, 7.0 - slider)

    def test_the_limit_leaves_the_margin_and_one_percent_more_does_not(self, turned, mounted, side):
        described, box = self.case(turned, mounted)
        found = just_clear(described, box, side).percent
        assert self.clears(described, box, side, found) == pytest.approx(0.3, abs=1e-9)
        assert self.clears(described, box, side, found + 1) < 0.3

    def test_a_throw_that_never_gets_there_has_no_limit(self, turned, mounted, side):
        described, box = self.case(turned, mounted, full_throw_us=20.0)
        found = just_clear(described, box, side)
        assert (found.percent, found.none) == (None, "never")

    def test_a_slider_at_its_contact_has_none_either(self, turned, mounted, side):
        described, box = self.case(turned, mounted)
        at_it = -4.9 if (mounted * (-1 if turned else 1) > 0) == (side == "left") else 6.9
        described = described.model_copy(update={"offset_mm": at_it, "servo": described.servo})
        box = box.model_copy(update={"subtrim_us": 0.0})
        assert just_clear(described, box, side).none == "centre"
