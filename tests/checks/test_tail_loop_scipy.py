"""The gyro's loop against SciPy: the same loop's frequency response, and its answer in time."""

import numpy as np
import pytest
from scipy.optimize import brentq
from scipy.signal import freqs, zpk2tf

from mint_lever.model.tail.gyro_loop import (
    Lags,
    carry_gain,
    horn_that_suits,
    lags_of,
    loop_metal,
    start_below,
)
from mint_lever.setup.parts.tail import Tail, TailServo
from mint_lever.setup.parts.unit import UnitTail


def margin_by_response(servo_s, inflow_s, dead_s):
    """The gain at which the loop's phase is −180° with a size of 1, from its frequency response."""
    b, a = zpk2tf([], [0.0, -1 / servo_s, -1 / inflow_s], 1 / (servo_s * inflow_s))
    omega = np.geomspace(1.0, 2000.0, 4000)
    _, response = freqs(b, a, omega)
    phase = np.unwrap(np.angle(response)) - omega * dead_s

    def over(at):
        return np.interp(at, omega, phase) + np.pi

    crossing = brentq(over, omega[0], omega[-1])
    return 1 / abs(freqs(b, a, [crossing])[1][0])


@pytest.mark.parametrize("seed", range(20))
def test_the_ceiling_is_the_gain_margin_of_the_same_loop(seed):
    rng = np.random.default_rng(seed)
    lags = Lags(rng.uniform(0.01, 0.05), rng.uniform(0.003, 0.02), rng.uniform(0.008, 0.03))
    other = margin_by_response(lags.servo_s, lags.inflow_s, lags.dead_s)
    assert lags.ceiling == pytest.approx(other, rel=1e-4)


def swings(lags, gain, seconds=3.0, step=2e-4):
    """Yaw rate after a push, integrated: rate fed back through dead time, servo and inflow."""
    waits = round(lags.dead_s / step)
    rate, servo, push = 1.0, 0.0, 0.0
    past, rates = [0.0] * waits + [0.0], []
    for _ in range(round(seconds / step)):
        past.append(-gain * rate)
        servo += step * (past[-1 - waits] - servo) / lags.servo_s
        push += step * (servo - push) / lags.inflow_s
        rate += step * push
        rates.append(rate)
    return np.array(rates)


def grows(lags, gain):
    rates = np.abs(swings(lags, gain))
    third = len(rates) // 3
    return rates[-third:].max() > rates[third : 2 * third].max()


@pytest.mark.parametrize(("servo_60", "frame_hz"), [(0.05, 333.0), (0.08, 166.0), (0.04, 560.0)])
def test_in_time_the_tail_begins_to_swing_within_three_percent_of_the_ceiling(servo_60, frame_hz):
    tail = Tail(servo=TailServo(seconds_per_60_deg=servo_60))
    lags = lags_of(tail, UnitTail(frame_rate_hz=frame_hz))
    assert not grows(lags, 0.97 * lags.ceiling)
    assert grows(lags, 1.03 * lags.ceiling)
    assert 7 <= lags.crossing_rad_s / (2 * np.pi) <= 12


class TestCarried:
    BOX = UnitTail(full_throw_us=200.0, frame_rate_hz=333.0)

    def metal(self, rpm=2000.0, box=BOX, **servo):
        given = {"arm_mm": 8.0, "us_per_deg": 5.0, "seconds_per_60_deg": 0.05, **servo}
        return loop_metal(Tail(servo=TailServo(**given), grip_arm_mm=9.0), box, rpm)

    def test_seventy_five_with_a_horn_of_8_mm_is_seventy_with_one_of_10(self):
        """Common practice, no source: 75 of the one-channel scale is an amount of 50."""
        assert carry_gain(50.0, self.metal(), self.metal(arm_mm=10.0)) == pytest.approx(40.0)

    def test_head_speed_goes_by_its_square(self):
        at = carry_gain(40.0, self.metal(), self.metal(rpm=1600.0))
        assert at == pytest.approx(40 * 1.25**2)

    def test_a_servo_that_turns_less_for_a_pulse_wants_as_much_more(self):
        assert carry_gain(40.0, self.metal(), self.metal(us_per_deg=10.0)) == pytest.approx(80.0)

    def test_a_slower_servo_lowers_the_ceiling(self):
        slow = self.metal(seconds_per_60_deg=0.1)
        share = margin_by_response(0.025, 0.005, 1.5 / 333 + 0.005)
        share /= margin_by_response(0.0125, 0.005, 1.5 / 333 + 0.005)
        assert carry_gain(40.0, self.metal(), slow) == pytest.approx(40 * share, rel=1e-3)

    def test_the_units_throw_counts_only_where_its_output_goes_by_it(self):
        wide = self.metal(box=self.BOX.model_copy(update={"full_throw_us": 250.0}))
        assert carry_gain(40.0, self.metal(), wide) == pytest.approx(40.0)
        assert carry_gain(40.0, self.metal(), wide, scales_by_throw=True) == pytest.approx(32.0)

    def test_servos_of_unknown_speed_are_carried_without_their_lags(self):
        unknown = self.metal(seconds_per_60_deg=None)
        assert carry_gain(40.0, unknown, self.metal(arm_mm=4.0)) == pytest.approx(80.0)

    def test_there_and_back_again_is_where_it_was(self):
        one, other = self.metal(), self.metal(rpm=1700.0, arm_mm=6.5, seconds_per_60_deg=0.07)
        assert carry_gain(carry_gain(40.0, one, other), other, one) == pytest.approx(40.0)


def test_a_horn_that_brings_the_start_into_60_to_80():
    """Start at 0.85 of the ceiling. Amounts 20 to 60 are 60 to 80: by hand for 8 mm and 76.5."""
    assert start_below(90.0) == pytest.approx(76.5)
    assert horn_that_suits(8.0, 76.5) == pytest.approx((8 * 76.5 / 60, 8 * 76.5 / 20))
    assert horn_that_suits(8.0, 40.0) is None
    shortest, longest = horn_that_suits(8.0, 10.0)
    assert longest == pytest.approx(4.0)
    assert shortest < longest
