"""The trim flight: what was trimmed out becomes the unit's centre, and the swash stays as flown."""

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from builds import LAYOUTS, described, random_document
from mint_lever.faults import InvalidRequest
from mint_lever.field import list_obstacles, move_trim_into_centre
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement

GAINS = "transmitter.modes.normal.cyclic_gains"


def with_(setup, *changes):
    return read_setup(apply_changes(setup.as_document(), [Change(*each) for each in changes]))


def trimmed(setup, aileron, elevator):
    return with_(
        setup,
        ("transmitter.channels.aileron.trim_pct", aileron),
        ("transmitter.channels.elevator.trim_pct", elevator),
    )


@settings(deadline=None, max_examples=60)
@given(
    st.sampled_from(LAYOUTS),
    st.integers(0, 10_000),
    st.floats(-12, 12),
    st.floats(-12, 12),
    st.booleans(),
    st.booleans(),
)
def test_the_swash_stands_as_it_was_flown(layout, seed, aileron, elevator, reversed_, collective):
    """Whatever the build, the channels' directions and travels, and the collective held."""
    setup = read_setup(random_document(np.random.default_rng(seed), layout))
    setup = with_(
        setup,
        ("transmitter.channels.aileron.reversed", reversed_),
        ("transmitter.channels.elevator.travel_low_pct", 90.0),
        ("unit.centre_trim.aileron_pct", 1.3),
    )
    sticks = Sticks.at(-60.0 if collective else 0.0)
    flown = evaluate_pose(build_chain(trimmed(setup, aileron, elevator)), sticks)
    assume(flown.reachable.all())
    moved = with_(
        setup, *((c.path, c.value) for c in move_trim_into_centre(setup, aileron, elevator).changes)
    )
    now = evaluate_pose(build_chain(moved), sticks)
    # A tenth of a percent of 500 µs is half a microsecond, rounded either way, on two functions.
    assert now.run.servo.sent_us == pytest.approx(flown.run.servo.sent_us, abs=0.75)


def test_a_trim_of_five_percent_is_worked_out_by_hand():
    """Unit of 40 % cyclic throw, channel 4 µs a percent, full at 400 µs: 5 % trim is 5 % of the
    command, so 2 % of full servo throw."""
    found = move_trim_into_centre(described(), 5.0, -2.5)
    assert found.new == (2.0, -1.0)
    assert {change.path: change.value for change in found.changes} == {
        "unit.centre_trim.aileron_pct": 2.0,
        "unit.centre_trim.elevator_pct": -1.0,
    }
    again = with_(described(), *((c.path, c.value) for c in found.changes))
    assert move_trim_into_centre(again, 0.0, 0.0).changes == ()
    assert move_trim_into_centre(again, -5.0, 0.0).new == (0.0, -1.0)


def test_so_much_trim_is_no_trim():
    assert move_trim_into_centre(described(), 10.0, 0.0).suspect == ""
    assert "look at the swash" in move_trim_into_centre(described(), 80.0, 0.0).suspect


def test_a_transmitter_that_mixes_has_no_such_centre():
    with pytest.raises(InvalidRequest, match="arrangement"):
        move_trim_into_centre(with_arrangement(described(), "transmitter_mixes"), 2.0, 0.0)


class TestNotReady:
    def test_rate_mode_at_a_middling_gain_with_the_tail_held_shows_the_lean(self):
        ready = with_(described(), (f"{GAINS}.roll.mode", "rate"), (f"{GAINS}.pitch.mode", "rate"))
        assert list_obstacles(ready, "normal") == ()

    def test_hold_mode_hides_it(self):
        found = list_obstacles(described(), "normal")
        assert [(each.path, each.wanted) for each in found] == [
            (f"{GAINS}.roll.mode", "rate"),
            (f"{GAINS}.pitch.mode", "rate"),
        ]
        assert "hides" in found[0].text

    @pytest.mark.parametrize("gain", [20.0, 80.0])
    def test_a_gain_far_from_the_middle_is_said(self, gain):
        setup = with_(
            described(),
            (f"{GAINS}.roll.mode", "rate"),
            (f"{GAINS}.pitch.mode", "rate"),
            (f"{GAINS}.pitch.gain_pct", gain),
        )
        assert [(each.path, each.wanted) for each in list_obstacles(setup, "normal")] == [
            (f"{GAINS}.pitch.gain_pct", 50.0)
        ]

    def test_a_tail_in_rate_mode_is_said(self):
        path = "transmitter.modes.normal.tail_gain_pct"
        found = list_obstacles(with_(described(), (path, -44.0)), "normal")
        assert [(each.path, each.wanted) for each in found][-1] == (path, 44.0)

    def test_what_nobody_wrote_down_is_not_ready(self):
        found = list_obstacles(with_(described(), (GAINS, None)), "normal")
        assert [each.wanted for each in found] == [None, None]
        assert len(list_obstacles(described(), "trimming")) == 1
