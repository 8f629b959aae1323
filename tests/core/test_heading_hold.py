"""What a rudder asks for in heading hold, and how the tail is drawn. Common practice, no source."""

import pytest

import judge_tail
from builds import with_tail
from mint_lever.model.chain import Sticks, build_chain, compute_frame
from mint_lever.setup import Change, apply_changes, read_setup

GAIN = "transmitter.modes.normal.tail_gain_pct"


def tail_at(rudder, *changes):
    setup = read_setup(with_tail())
    made = [Change(path, value) for path, value in ((GAIN, 40.0), *changes)]
    setup = read_setup(apply_changes(setup.as_document(), made))
    return setup, compute_frame(build_chain(setup), Sticks.at(rudder=rudder), 180.0)


def test_half_a_stick_asks_for_half_of_what_the_unit_turns_at_full_stick():
    _, shown = tail_at(50.0, ("unit.full_stick_dps.rudder", 420.0))
    assert shown["tail"]["heading_hold"]["yaw_dps"] == pytest.approx(210.0)
    _, left = tail_at(-50.0, ("unit.full_stick_dps.rudder", 420.0))
    assert left["tail"]["heading_hold"]["yaw_dps"] == pytest.approx(-210.0)


def test_the_units_own_expo_acts_here_and_not_on_the_deflection():
    """(1 − k)·x + k·x³ with k = 0.4 at half a stick is 0.35."""
    plain = tail_at(50.0)[1]["tail"]
    soft = tail_at(50.0, ("unit.expo_pct.rudder", 40.0), ("unit.full_stick_dps.rudder", 400.0))[1]
    assert soft["tail"]["heading_hold"]["yaw_dps"] == pytest.approx(140.0)
    assert soft["tail"]["pitch_deg"] == plain["pitch_deg"]


@pytest.mark.parametrize(("rudder", "side"), [(20.0, "right"), (-20.0, "left"), (100.0, "right")])
def test_on_a_bench_the_servo_creeps_to_that_sides_limit(rudder, side):
    setup, shown = tail_at(rudder)
    held = shown["tail"]["heading_hold"]
    assert held["creeps_to"] == side
    metal, box = setup.airframe.tail.model_dump(), setup.unit.tail.model_dump()
    # Neither limit reaches a contact here, so the free linkage says where it ends.
    assert held["pitch_deg"] == pytest.approx(judge_tail.pitch(metal, box, 1 if rudder > 0 else -1))


def test_a_stick_let_go_creeps_nowhere():
    assert tail_at(0.0)[1]["tail"]["heading_hold"]["creeps_to"] is None


@pytest.mark.parametrize("gain", [-40.0, 2.0, None])
def test_no_mode_but_heading_hold_has_it(gain):
    assert tail_at(30.0, (GAIN, gain))[1]["tail"]["heading_hold"] is None


@pytest.mark.parametrize("outward", [True, False])
def test_the_drawn_slider_goes_the_way_this_tails_links_pull(outward):
    path = "airframe.tail.plus_is_outward"
    _, rest = tail_at(0.0, (path, outward))
    _, right = tail_at(60.0, (path, outward))
    moved = right["scene"]["tail"]["slider_out"] - rest["scene"]["tail"]["slider_out"]
    assert (moved > 0) == outward
    assert right["scene"]["tail"]["pushes"] == "right"
    assert -1 <= right["scene"]["tail"]["slider_out"] <= 1


def test_nothing_is_drawn_of_a_tail_that_is_not_described():
    setup = read_setup({**with_tail(), "airframe": {**with_tail()["airframe"], "tail": None}})
    assert compute_frame(build_chain(setup), Sticks.at(rudder=40.0), 180.0)["scene"]["tail"] is None
