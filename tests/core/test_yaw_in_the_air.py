"""The gain at which a tail wags: integrated in time, against the ceiling carried by the formula."""

import numpy as np
import pytest

from few import few
from mint_lever.bench.simulate.random_builds import random_helicopter
from mint_lever.bench.simulate.yaw_motion import begins_to_wag, wags
from mint_lever.model.tail.gyro_loop import carry_gain, loop_metal


def metal_of(seed, rpm, **servo):
    bench = random_helicopter(seed)
    tail = bench.truth.tail.metal
    tail = tail.model_copy(
        update={"servo": tail.servo.model_copy(update={"seconds_per_60_deg": 0.06, **servo})}
    )
    return loop_metal(tail, bench.setup.tail_box, rpm), bench.truth.tail.wag_rate


@pytest.mark.parametrize(
    ("rpm", "changed"),
    [
        (1800.0, {"arm_mm": 5.0}),
        (1800.0, {"arm_mm": 12.0}),
        (2400.0, {}),
        (1400.0, {"seconds_per_60_deg": 0.04}),
        (2000.0, {"us_per_deg": 5.0, "arm_mm": 6.0}),
    ],
)
@pytest.mark.parametrize("seed", few([1, 2], 1))
def test_it_begins_to_wag_within_three_percent_of_what_was_carried(seed, rpm, changed):
    seen, wag_rate = metal_of(seed, 1800.0)
    now, _ = metal_of(seed, rpm, **changed)
    in_the_air = begins_to_wag(seen, wag_rate)
    predicted = carry_gain(in_the_air, seen, now)
    assert begins_to_wag(now, wag_rate) == pytest.approx(predicted, rel=0.03)


@pytest.mark.parametrize("seed", range(4))
def test_it_begins_to_wag_where_the_lags_make_up_a_quarter_turn(seed):
    """Rate feedback in 1/s at that gain, worked out here from the metal, against the ceiling."""
    metal, wag_rate = metal_of(seed, 1900.0)
    amount = begins_to_wag(metal, wag_rate)
    feedback = amount / 100 * wag_rate * metal.lever * 1.9**2 * 10 / metal.us_per_deg
    assert feedback == pytest.approx(metal.lags.ceiling, rel=0.03)


def test_below_it_a_step_dies_and_above_it_grows():
    metal, wag_rate = metal_of(4, 1900.0)
    at = begins_to_wag(metal, wag_rate)
    assert wags(np.array([0.9, 1.1]) * at, metal, wag_rate).tolist() == [False, True]


def test_a_servo_of_unknown_speed_cannot_be_flown():
    metal, wag_rate = metal_of(4, 1900.0, seconds_per_60_deg=None)
    with pytest.raises(ValueError, match="speed"):
        begins_to_wag(metal, wag_rate)
