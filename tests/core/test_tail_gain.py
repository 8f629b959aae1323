"""The tail gain's two scales. The table is common practice, no source (F15, F16)."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.faults import InvalidRequest
from mint_lever.tail.gain import in_change_over, mode_of, one_channel_of, signed_of


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
    assert signed_of(one_channel) == signed
    assert one_channel_of(signed) == one_channel
    assert mode_of(signed) == mode


@pytest.mark.parametrize("flickers", [48.5, 49, 50, 51, 51.9])
def test_what_flickers_is_refused_with_the_reason(flickers):
    with pytest.raises(InvalidRequest, match="changes over and its mode flickers"):
        signed_of(flickers)
    assert mode_of(2 * (flickers - 50)) is None


@pytest.mark.parametrize("outside", [-1, 101, float("nan")])
def test_what_is_no_figure_of_the_scale_is_refused(outside):
    with pytest.raises(InvalidRequest, match="0 to 100"):
        signed_of(outside)


@given(st.floats(-100, 100).filter(lambda signed: not in_change_over(signed)))
def test_there_and_back(signed):
    assert signed_of(one_channel_of(signed)) == pytest.approx(signed)
