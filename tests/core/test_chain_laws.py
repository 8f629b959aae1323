"""Laws the whole chain keeps, whatever the build."""

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from builds import LAYOUTS, chain, document, random_document
from mint_lever.axes import Pose, wrap_deg
from mint_lever.faults import InvalidRequest
from mint_lever.model.chain import (
    Sticks,
    build_chain,
    compute_reach,
    compute_resolution,
    evaluate_pose,
    sweep_sticks,
)
from mint_lever.setup import read_setup

stick = st.floats(-100, 100)
layouts = st.sampled_from(LAYOUTS)
seeds = st.integers(0, 10_000)


@settings(deadline=None, max_examples=60)
@given(layouts, seeds, st.floats(-3, 3), st.floats(-9, 9), st.floats(-9, 9))
def test_pose_to_horns_to_pose_returns(layout, seed, height, right, forward):
    linkage = build_chain(read_setup(random_document(np.random.default_rng(seed), layout))).linkage
    horns = linkage.horns_for(Pose.of([height], [right], [forward]))
    assume(horns.reachable.all())
    back = linkage.poses_for(horns.horn_deg)
    assert back.reachable.all()
    assert back.residual_mm.item() == pytest.approx(0, abs=1e-8)
    found = [back.pose.height_mm, back.pose.tilt_right_deg, back.pose.tilt_forward_deg]
    assert [v.item() for v in found] == pytest.approx([height, right, forward], abs=1e-7)


def mirrored(made):
    """The same helicopter in a mirror: right becomes left."""
    head = made["airframe"]["head"]
    turn = {"clockwise": "counter_clockwise", "counter_clockwise": "clockwise"}
    head["rotation"] = turn[head["rotation"]]
    for ball in made["airframe"]["swash"]["balls"]:
        ball["azimuth_deg"] = 360.0 - ball["azimuth_deg"]
    for servo in made["airframe"]["servos"]:
        servo["arm_bearing_deg"] = 360.0 - servo["arm_bearing_deg"]
    made["unit"]["phase_deg"] *= -1
    return made


@settings(deadline=None, max_examples=40)
@given(st.sampled_from(LAYOUTS[1:]), seeds, stick, st.floats(-9, 9), st.floats(-9, 9))
def test_a_centre_moved_into_the_unit_is_a_stick_held_there(
    layout, seed, collective, right, forward
):
    """What was trimmed out stays as it was flown: the swash stands as if the stick were held."""
    made = random_document(np.random.default_rng(seed), layout)
    unit = made["unit"]
    unit["ring_pct"] = 200.0
    held = [100 * right / unit["cyclic_pct"], 100 * forward / unit["cyclic_pct"]]
    flown = evaluate_pose(build_chain(read_setup(made)), Sticks.at(collective, *held))
    unit["centre_trim"] = {"aileron_pct": right, "elevator_pct": forward}
    moved = evaluate_pose(build_chain(read_setup(made)), Sticks.at(collective))
    assert moved.run.servo.sent_us == pytest.approx(flown.run.servo.sent_us, abs=1e-6)


@settings(deadline=None, max_examples=40)
@given(st.sampled_from(LAYOUTS[1:]), seeds, stick, stick, stick)
def test_a_mirrored_build_does_everything_mirrored(layout, seed, collective, aileron, elevator):
    """The guide pin stands in the fore-and-aft plane, which is the mirror's own plane.

    Blade pitch keeps its sign in a mirror (leading edge up stays up), at the mirrored azimuth.
    """
    made = random_document(np.random.default_rng(seed), layout)
    one = build_chain(read_setup(made))
    other = build_chain(read_setup(mirrored(made)))
    here = evaluate_pose(one, Sticks.at(collective, aileron, elevator), [0, 50, 230])
    there = evaluate_pose(other, Sticks.at(collective, -aileron, elevator), [0, 310, 130])
    assume(here.reachable.all() and there.reachable.all())
    assert there.run.servo.sent_us == pytest.approx(here.run.servo.sent_us, abs=1e-6)
    a, b = here.run.swash.pose, there.run.swash.pose
    assert b.height_mm == pytest.approx(a.height_mm, abs=1e-6)
    assert b.tilt_forward_deg == pytest.approx(a.tilt_forward_deg, abs=1e-6)
    assert b.tilt_right_deg == pytest.approx(-a.tilt_right_deg, abs=1e-6)
    assert there.pitch_deg == pytest.approx(here.pitch_deg, abs=1e-6)


@pytest.mark.parametrize("rotation", ["clockwise", "counter_clockwise"])
@pytest.mark.parametrize("phase", [-20.0, -5.0, 12.0])
@pytest.mark.parametrize("layout", ["three_120", "four_90"])
def test_phase_turns_the_cyclic_azimuth_by_itself(layout, phase, rotation):
    sticks = Sticks.at(0.0, 30.0, 40.0)
    plain = evaluate_pose(chain(layout, rotation=rotation), sticks)
    turned = evaluate_pose(chain(layout, rotation=rotation, phase=phase), sticks)
    moved = wrap_deg(turned.head.cyclic_azimuth_deg - plain.head.cyclic_azimuth_deg)
    # The ring's arc bends it a little; a tenth of a degree is what a gauge could not show.
    assert moved.item() == pytest.approx(phase, abs=0.12)
    assert turned.phase_error_deg.item() == pytest.approx(phase, abs=0.3)


@settings(deadline=None, max_examples=30)
@given(layouts, stick)
def test_pure_collective_on_a_symmetric_build_stays_level(layout, collective):
    result = evaluate_pose(chain(layout), Sticks.at(collective))
    assert result.head.cyclic_deg.item() == pytest.approx(0, abs=1e-8)
    pose = result.run.swash.pose
    assert [pose.tilt_right_deg.item(), pose.tilt_forward_deg.item()] == pytest.approx([0, 0])
    assert result.run.swash.residual_mm.item() == pytest.approx(0, abs=1e-8)


@pytest.mark.parametrize("layout", LAYOUTS)
def test_small_movements_follow_the_hand_checks(layout):
    """formulas §6: dβ/dh ≈ 1/a; cyclic β ≈ R_b·τ/a for tilt τ."""
    made = chain(layout)
    head = made.setup.airframe.head
    pose = Pose.of([0.01, 0.0], [0.0, 0.1])
    pitch = made.grip.pitch(pose, [180.0]).pitch_deg[0]
    assert pitch[0] == pytest.approx(np.degrees(0.01 / head.grip_arm_mm), rel=0.02)
    expected = head.inner_ball_radius_mm * 0.1 / head.grip_arm_mm
    assert abs(pitch[1]) == pytest.approx(expected, rel=0.03)


def test_stick_right_lifts_the_blade_over_the_tail_of_a_clockwise_rotor():
    """formulas §6, checked by hand: δ = 90, clockwise, blade over the tail, stick right."""
    right = evaluate_pose(chain(), Sticks.at(0, 50, 0), [180.0])
    assert right.pitch_deg.item() > 3
    assert right.run.swash.pose.tilt_right_deg.item() > 3
    forward = evaluate_pose(chain(), Sticks.at(0, 0, 50))
    assert forward.run.swash.pose.tilt_forward_deg.item() > 3
    assert evaluate_pose(chain(), Sticks.at(50)).head.collective_deg.item() > 3


def test_a_trailing_arm_gains_pitch_when_the_swash_goes_down():
    """trade.md step 6, common practice, no source: some heads gain pitch with the swash down."""
    made = chain(grip_arm="trailing")
    pitch = made.grip.pitch(Pose.of([-1.0, 1.0]), [180.0]).pitch_deg[0]
    assert pitch[0] > 1
    assert pitch[1] < -1


def test_f13_one_turn_of_a_link_is_about_one_degree():
    """F13, common practice, no source; thread M2 0.40 mm from ISO 261/262, arm 23 mm."""
    link = 0.40
    plain = chain(head={"link_extra_mm": [0.0, 0.0], "grip_arm_mm": 23.0})
    turned = chain(head={"link_extra_mm": [link, 0.0], "grip_arm_mm": 23.0})
    rest = Pose.of([0.0])
    moved = turned.grip.pitch(rest, [180.0]).pitch_deg - plain.grip.pitch(rest, [180.0]).pitch_deg
    # formulas §7: asin(thread/a) for a link that stands upright; this one leans a little.
    assert abs(moved.item()) == pytest.approx(np.degrees(np.arcsin(link / 23.0)), rel=0.08)
    assert abs(moved.item()) == pytest.approx(1.0, abs=0.1)
    other_blade = turned.grip.pitch(rest, [180.0], 1).pitch_deg.item()
    assert other_blade == pytest.approx(0.0, abs=1e-9)


def test_f10d_throw_figure_and_cyclic_pitch_are_nearly_proportional():
    """F10d, common practice, no source: 7.5° at 50 % predicts 9.75° at 65 %, the horn's arc
    leaves about 9.5°."""
    low, high = (
        compute_reach(chain(unit={"cyclic_pct": pct, "servos": [{}] * 3}, arm=11.0)).aileron_deg
        for pct in (50.0, 65.0)
    )
    shortfall = low * 1.3 - high
    assert 0.05 * low / 7.5 < shortfall < 0.45 * low / 7.5


def test_degrees_per_microsecond_is_the_slope_of_the_exact_chain():
    made = chain()
    at = Sticks.at(20.0, 10.0, -5.0)
    slope = compute_resolution(made, at, [180.0])
    pulse = made.run(at).servo.sent_us
    step = np.array([[0.0], [1.0], [0.0]])
    moved = made.linkage.poses_for(made.servo_bank.horn_deg(np.hstack([pulse, pulse + step]))).pose
    pitch = made.grip.pitch(moved, [180.0]).pitch_deg[0]
    assert slope.per_servo[1, 0] == pytest.approx(pitch[1] - pitch[0], rel=1e-2)
    up = evaluate_pose(made, Sticks.at([20.0, 20.1], 10.0, -5.0), [180.0]).pitch_deg[0]
    per_us = (up[1] - up[0]) / (0.1 * 0.4 * 500 / 100)
    assert slope.collective.item() == pytest.approx(per_us, rel=1e-3)


def test_a_sweep_gives_the_same_as_one_position_at_a_time():
    made = build_chain(read_setup(random_document(np.random.default_rng(3), "three_140")))
    rng = np.random.default_rng(4)
    sticks = Sticks.at(*(rng.uniform(-100, 100, 9000) for _ in range(3)))
    swept = sweep_sticks(made, sticks, [0.0, 77.0])
    for row in (0, 4999, 8191, 8192, 8999):
        one = evaluate_pose(made, sticks.part(slice(row, row + 1)), [0.0, 77.0])
        assert swept.pitch_deg[:, row] == pytest.approx(one.pitch_deg[:, 0], abs=1e-9)


def notices(made, *sticks):
    return [
        n.text for n in evaluate_pose(build_chain(read_setup(made)), Sticks.at(*sticks)).notices(0)
    ]


def test_stops_that_act_are_reported():
    made = document(unit={"servos": [{"max_us": 1600.0}, {}, {}]})
    assert "servo 1 (elevator): held at 1600 µs, 1720 µs was asked" in notices(made, 100)
    made = document()
    made["transmitter"] = {"channels": {"aileron": {"travel_high_pct": 120, "limit_high_pct": 110}}}
    found = notices(made, 0, 100)
    assert "aileron: the limit holds the channel at 110.0 %, 120.0 % was asked" in found
    assert "aileron: 110.0 % arrives at the unit, which stops at 100 %" in found
    assert notices(document(), 100, 60, 60) == []


def test_a_pose_out_of_reach_is_said_never_nan():
    # Long horns on short links: swung far enough apart they pull the plate over.
    made = document(arm=22.0, link=14.0, unit={"cyclic_pct": 170.0, "full_throw_us": 700.0})
    made["unit"]["servos"] = [{"min_us": 200.0, "max_us": 3000.0}] * 3
    built = build_chain(read_setup(made))
    result = evaluate_pose(built, Sticks.at(np.linspace(-100, 100, 41), 100, 30))
    assert not result.reachable.all()
    for row in range(41):
        plain = result.as_row(row)
        numbers = [plain["collective_deg"], plain["height_mm"], *plain["pitch_deg"].values()]
        assert all(value is None or np.isfinite(value) for value in numbers)
        if not result.reachable[row]:
            assert any("bind" in text for text in plain["warnings"])
            assert plain["collective_deg"] is None


def test_four_servos_that_fight_are_reported_in_millimetres():
    made = document("four_90")
    made["airframe"]["servos"][2]["horn_error_deg"] = 3.0
    assert any("fight" in text for text in notices(made, 0))
    assert not any("fight" in text for text in notices(document("four_90"), 50))


@settings(deadline=None, max_examples=80)
@given(layouts, seeds, stick, stick, stick)
def test_nothing_ever_comes_out_as_nan(layout, seed, collective, aileron, elevator):
    made = random_document(np.random.default_rng(seed), layout)
    made["unit"].update(cyclic_pct=190.0, collective_pct=190.0)
    result = evaluate_pose(build_chain(read_setup(made)), Sticks.at(collective, aileron, elevator))
    for values in (result.pitch_deg, result.head.cyclic_deg, result.run.horn_deg):
        assert np.isfinite(values).all()
    assert np.isfinite(result.run.swash.residual_mm).all()


@pytest.mark.parametrize("bad", [101, -100.5, float("nan"), float("inf")])
def test_sticks_beyond_their_ends_are_refused_by_name(bad):
    with pytest.raises(InvalidRequest, match="elevator"):
        Sticks.at(0, 0, bad)
    with pytest.raises(InvalidRequest, match=r"elevator\.2"):
        Sticks.at(0, 0, [0, 1, bad])


def test_a_mode_the_setup_does_not_have_is_refused():
    with pytest.raises(InvalidRequest, match="allowed: one of normal"):
        evaluate_pose(chain(), Sticks.at(0), mode="idle_up_1")
