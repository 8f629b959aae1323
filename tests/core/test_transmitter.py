"""Shaping, channels and arrival, against hand arithmetic and the facts of the trade."""

import numpy as np
import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from mint_lever.model.transmitter.channel_pulses import ChannelBank
from mint_lever.model.transmitter.curves import read_curve
from mint_lever.model.transmitter.stick_shaping import rate_and_expo
from mint_lever.model.unit.cyclic_ring import through_ring
from mint_lever.model.unit.unit_arrival import arrive
from mint_lever.setup.parts.channels import Channel
from mint_lever.setup.parts.flight_modes import Rate


def send(value, centre=1520.0, **settings):
    return ChannelBank([Channel(**settings)], centre, 4.0).send([[value]])


@pytest.mark.parametrize(("limit", "stops_at"), [(135.0, 135.0), (105.0, 105.0)])
def test_f3_a_mix_that_drives_a_channel_to_200_percent_stops_at_the_limit(limit, stops_at):
    """F3, common practice, no source: exact arithmetic."""
    stages = send(200.0, limit_high_pct=limit, limit_low_pct=limit)
    assert stages.limited_pct.item() == stops_at
    assert stages.limit_acts.item()


def test_f24_pulse_of_a_channel_with_105_percent_travel():
    """F24, common practice, no source: 1520 µs at centre, 1940 µs at the end, 4 µs per percent."""
    assert send(0.0).pulse_us.item() == 1520.0
    assert send(100.0, travel_high_pct=105.0).pulse_us.item() == pytest.approx(1940.0)


def test_the_order_is_direction_travel_subtrim_limit():
    # Hand arithmetic: 80 reversed is −80; low travel 50 % makes −40; sub-trim −10 makes −50;
    # the low limit stops it at −45.
    stages = send(
        80.0,
        reversed=True,
        travel_low_pct=50.0,
        travel_high_pct=120.0,
        subtrim_pct=-10.0,
        limit_low_pct=45.0,
    )
    found = [stages.directed_pct, stages.travelled_pct, stages.trimmed_pct, stages.limited_pct]
    assert [stage.item() for stage in found] == [-80.0, -40.0, -50.0, -45.0]
    assert stages.pulse_us.item() == 1520 - 180


def test_f4_a_reduced_rate_is_even_on_both_sides():
    """F4, common practice, no source."""
    ends = rate_and_expo([-100.0, 100.0], Rate(rate_pct=80.0, expo_pct=35.0))
    assert ends == pytest.approx([-80.0, 80.0])


def test_expo_softens_the_centre_by_its_own_share():
    slope = rate_and_expo([0.01], Rate(expo_pct=40.0)).item() / 0.01
    assert slope == pytest.approx(0.6, rel=1e-6)


def test_the_unit_reads_subtrim_as_a_held_stick_and_stops_at_100():
    pulses = send(0.0, subtrim_pct=6.0).pulse_us
    held = arrive(pulses, 1520.0, 4.0, [False])
    assert held.command.item() == pytest.approx(0.06)
    over = arrive([[1520 + 4 * 105.0]], 1520.0, 4.0, [True])
    assert over.seen_pct.item() == pytest.approx(105.0)
    assert over.command.item() == -1.0
    assert over.clamp_acts.item()


@given(st.floats(-1, 1), st.floats(-1, 1), st.floats(5, 150))
def test_the_ring_never_lets_more_through_and_keeps_the_direction(aileron, elevator, ring):
    a, e = through_ring(np.array([aileron]), np.array([elevator]), ring)
    assert np.hypot(a, e).item() <= max(ring / 100, 0) + 1e-9
    assert (a * elevator - e * aileron).item() == pytest.approx(0.0, abs=1e-12)


@given(
    st.lists(st.floats(0, 100), min_size=2, max_size=17),
    st.sampled_from(["straight", "smooth"]),
)
@example([0.0, 0.0, 2.2e-309], "smooth")  # a step so small that its inverse is none
def test_a_curve_passes_its_points_and_never_overshoots_them(points, shape):
    at = np.linspace(0, 100, len(points))
    assert read_curve(points, at, shape) == pytest.approx(points, abs=1e-9)
    between = read_curve(points, np.linspace(0, 100, 301), shape)
    assert between.min() >= min(points) - 1e-9
    assert between.max() <= max(points) + 1e-9


def test_a_curve_holds_its_ends_beyond_the_stick():
    assert read_curve([10, 90], [-5, 105]) == pytest.approx([10, 90])
