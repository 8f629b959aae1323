"""Points put into a curve and taken out of it."""

import numpy as np
import pytest

from mint_lever.faults import InvalidRequest
from mint_lever.model.transmitter.curves import read_curve
from mint_lever.modes.curve_points import add_point, remove_point
from mint_lever.setup.parts.flight_modes import Mode

STICK = np.linspace(0.0, 100.0, 401)
V = Mode(pitch_curve=[10.0, 40.0, 55.0, 70.0, 100.0])
FREE = Mode(throttle_curve=[0.0, 60.0, 65.0, 90.0], throttle_curve_at=[0.0, 20.0, 50.0, 100.0])


def after(changes):
    """Points and their positions as the changes leave them."""
    (points, at) = (change.value for change in changes)
    return points, at


@pytest.mark.parametrize("index", range(4))
def test_a_point_put_in_leaves_a_straight_curve_what_it_was(index):
    points, at = after(add_point(V, "normal", "pitch", index))
    assert len(points) == len(at) == 6
    before = read_curve(V.pitch_curve, STICK)
    assert read_curve(points, STICK, "straight", at) == pytest.approx(before, abs=0.05)


def test_taken_out_again_the_curve_and_its_even_spacing_are_back():
    changes = add_point(FREE, "hold", "throttle", 1)
    assert [change.path for change in changes] == [
        "transmitter.modes.hold.throttle_curve",
        "transmitter.modes.hold.throttle_curve_at",
    ]
    points, at = after(changes)
    assert at == [0.0, 20.0, 35.0, 50.0, 100.0]
    assert points[2] == 62.5
    longer = Mode(throttle_curve=points, throttle_curve_at=at)
    assert after(remove_point(longer, "hold", "throttle", 2)) == (
        FREE.throttle_curve,
        FREE.throttle_curve_at,
    )
    points, at = after(add_point(V, "normal", "pitch", 0))
    put_back = remove_point(Mode(pitch_curve=points, pitch_curve_at=at), "normal", "pitch", 1)
    assert after(put_back) == (V.pitch_curve, None)  # even again, and no positions are kept


@pytest.mark.parametrize("index", [-1, 4, 99])
def test_there_is_nothing_after_the_last_point(index):
    with pytest.raises(InvalidRequest) as refused:
        add_point(V, "normal", "pitch", index)
    assert refused.value.faults[0].found == str(index)


def test_a_full_curve_takes_no_more_and_two_points_no_closer():
    full = Mode(pitch_curve=np.linspace(0, 100, 17).tolist())
    with pytest.raises(InvalidRequest) as refused:
        add_point(full, "normal", "pitch", 3)
    assert "17 points" in str(refused.value)
    close = Mode(pitch_curve=[0.0, 50.0, 100.0], pitch_curve_at=[0.0, 0.004, 100.0])
    with pytest.raises(InvalidRequest):
        add_point(close, "normal", "pitch", 0)


@pytest.mark.parametrize("index", [0, 4, -1])
def test_the_ends_of_the_stick_keep_their_points(index):
    with pytest.raises(InvalidRequest) as refused:
        remove_point(V, "normal", "pitch", index)
    assert refused.value.faults[0].path == "index"
