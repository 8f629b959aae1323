"""The tail gain's two scales. The table is common practice, no source (F15, F16)."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.faults import InvalidRequest
from mint_lever.model.tail.gain_scales import (
    convert_to_one_channel,
    convert_to_signed,
    find_tail_mode,
    in_change_over,
    spread_by_head_speed,
    use_one_gain,
)


@pytest.mark.parametrize(
    ("one_channel", "signed", "mode"),
    [
        (100, 100, "heading_hold"),
        (75, 50, "heading_hold"),
        (72, 44, "heading_hold"),
        (70, 40, "heading_hold"),
        (52, 4, "heading_hold"),
        (48, -4, "rate"),
        (25, -50, "rate"),
        (0, -100, "rate"),
    ],
)
def test_the_two_scales(one_channel, signed, mode):
    assert convert_to_signed(one_channel) == signed
    assert convert_to_one_channel(signed) == one_channel
    assert find_tail_mode(signed) == mode


@pytest.mark.parametrize("flickers", [48.5, 49, 50, 51, 51.9])
def test_what_flickers_is_refused_with_the_reason(flickers):
    with pytest.raises(InvalidRequest, match="changes over and its mode flickers"):
        convert_to_signed(flickers)
    assert find_tail_mode(2 * (flickers - 50)) is None


@pytest.mark.parametrize("outside", [-1, 101, float("nan")])
def test_what_is_no_figure_of_the_scale_is_refused(outside):
    with pytest.raises(InvalidRequest, match="0 to 100"):
        convert_to_signed(outside)


@given(st.floats(-100, 100).filter(lambda signed: not in_change_over(signed)))
def test_there_and_back(signed):
    assert convert_to_signed(convert_to_one_channel(signed)) == pytest.approx(signed)


def test_one_gain_everywhere_is_normals_own_where_it_holds():
    modes = {"normal": 36.0, "idle_up_1": 50.0, "hold": None}
    assert use_one_gain(modes) == dict.fromkeys(modes, 36.0)
    for own in (None, 2.0, -40.0):  # not set, in the change-over, rate mode: practice's start
        assert set(use_one_gain({**modes, "normal": own}).values()) == {44.0}


def test_f16_by_head_speed_a_slower_head_has_three_points_more():
    modes = {"normal": None, "idle_up_1": 50.0, "idle_up_2": 20.0, "hold": 10.0}
    found = spread_by_head_speed(modes)
    assert found == {"normal": 56.0, "idle_up_1": 50.0, "idle_up_2": 50.0, "hold": 56.0}
    assert convert_to_one_channel(found["normal"]) - convert_to_one_channel(found["idle_up_1"]) == 3
    assert spread_by_head_speed({"normal": None}) == {"normal": 50.0}
