"""The arrangements in which the transmitter mixes: channels, signs, mixes, limits."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from builds import document
from mint_lever.bench.engine.change_effects import touched_by_difference
from mint_lever.bench.steps import graph_of, make_bench_run
from mint_lever.model.chain import (
    Sticks,
    build_chain,
    compute_frame,
    compute_response,
    evaluate_pose,
)
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement

LAYOUTS = ("three_120", "three_90", "three_140", "four_90", "four_45", "single")


def mixing(layout="three_120", **changes):
    """A setup in which the transmitter mixes, with changes by path ("__" for ".")."""
    setup = with_arrangement(read_setup(document(layout)), "transmitter_mixes")
    edits = [Change(path.replace("__", "."), value) for path, value in changes.items()]
    return read_setup(apply_changes(setup.as_document(), edits))


@pytest.mark.parametrize("layout", LAYOUTS)
def test_the_transmitter_moves_the_swash_as_the_unit_did(layout):
    """Carried over, the throws are the same: 400 µs of a channel are 400 of the unit's 500 µs."""
    unit = read_setup(document(layout, unit={"full_throw_us": 400.0}))
    sticks = Sticks.at([0, 60, -100, 30], [0, 50, 0, -70], [0, 0, 80, 40])
    before = evaluate_pose(build_chain(unit), sticks)
    after = evaluate_pose(build_chain(with_arrangement(unit, "transmitter_mixes")), sticks)
    # The unit's figures carry over to a tenth of a percent.
    assert after.run.horn_deg == pytest.approx(before.run.horn_deg, abs=0.03)
    assert after.pitch_deg == pytest.approx(before.pitch_deg, abs=0.03)


def test_full_throw_mixing_lets_the_furthest_ball_move_in_full():
    chain = build_chain(mixing("three_120", transmitter__swash_mix__aileron=50.0))
    run = chain.run(Sticks.at(0, 100, 0))
    assert np.abs(run.throw[:, 0]).max() == pytest.approx(0.5)
    plain = build_chain(mixing("three_120", transmitter__swash_mix__kind="geometric"))
    # A 120° plate's side balls stand at sin 60°.
    column = np.abs(plain.mixing[:, 1]).max()
    assert column == pytest.approx(np.sqrt(3) / 2)


def test_a_negative_mix_turns_the_function_round_and_nothing_else():
    sticks = Sticks.at([60, 0, 0], [0, 60, 0], [0, 0, 60])
    as_is = build_chain(mixing()).run(sticks).demand
    turned = build_chain(mixing(transmitter__swash_mix__aileron=-40.0 * np.sqrt(3) / 2))
    found = turned.run(sticks).demand
    assert found[1] == pytest.approx(-as_is[1], abs=1e-3)
    assert found[[0, 2]] == pytest.approx(as_is[[0, 2]])


def test_a_servo_channel_goes_through_reversing_travel_sub_trim_and_limit():
    base = "transmitter__servo_channels__1__"
    chain = build_chain(
        mixing(
            **{
                base + "reversed": True,
                base + "travel_low_pct": 50.0,
                base + "subtrim_pct": 5.0,
                base + "limit_low_pct": 12.0,
            }
        )
    )
    # Hand arithmetic: collective up at a 40 % mix is −40 reversed, half travel −20, sub-trim −15,
    # held at −12: 1520 − 48 µs.
    shown = compute_frame(chain, Sticks.at(100), 180.0)["servos"][1]
    stages = shown["channel"]
    names = ("directed_pct", "travelled_pct", "trimmed_pct", "limited_pct", "pulse_us")
    assert [stages[name] for name in names] == pytest.approx([-40, -20, -15, -12, 1472])
    assert stages["limit_acts"]
    assert shown["held"]
    texts = [notice["text"] for notice in compute_frame(chain, Sticks.at(100), 180.0)["warnings"]]
    assert any("held at 1472" in text for text in texts)


def test_f3_a_free_mix_at_100_percent_drives_the_rudder_to_200():
    """F3, common practice, no source: the limit stops it at 135 %, a limit of 105 % at 105 %."""
    mix = {"master": "aileron", "slave": "rudder", "low_pct": 100.0, "high_pct": 100.0}
    for limit in (135.0, 105.0):
        setup = read_setup(
            apply_changes(
                read_setup(document()).as_document(),
                [
                    Change("transmitter.free_mixes", [mix]),
                    Change("transmitter.channels.rudder.limit_high_pct", limit),
                ],
            )
        )
        shown = compute_frame(build_chain(setup), Sticks.at(0, 100, 0, 100), 180.0)["functions"][
            "rudder"
        ]
        assert (shown["shaped_pct"], shown["mixed_pct"]) == (100.0, 200.0)
        assert shown["limited_pct"] == limit
        assert shown["limit_acts"]


def test_a_free_mix_has_its_sides_and_its_modes():
    mix = {"master": "collective", "slave": "throttle", "low_pct": -20.0, "high_pct": 10.0}
    document_ = read_setup(document()).as_document()
    document_["transmitter"]["modes"]["hold"] = {}
    document_["transmitter"]["free_mixes"] = [{**mix, "modes": ["normal"]}]
    chain = build_chain(read_setup(document_))
    sticks = Sticks.at([-100, 0, 100])
    assert chain.run(sticks, "normal").mixed_pct[4] == pytest.approx([-80, 0, 110])
    assert chain.run(sticks, "hold").mixed_pct[4] == pytest.approx([-100, 0, 100])


def test_a_trim_lever_tilts_the_whole_swash_before_the_mixing():
    level = build_chain(mixing()).run(Sticks.at()).swash.pose
    tilted = build_chain(mixing(transmitter__channels__aileron__trim_pct=10.0)).run(Sticks.at())
    assert level.tilt_right_deg.item() == pytest.approx(0.0, abs=1e-9)
    assert tilted.swash.pose.tilt_right_deg.item() > 0.5
    assert tilted.swash.pose.height_mm.item() == pytest.approx(0.0, abs=0.05)


def test_what_has_no_channel_shows_none():
    shown = compute_frame(build_chain(mixing()), Sticks.at(50, 20, 10), 180.0)["functions"]
    assert shown["aileron"]["pulse_us"] is None
    assert shown["aileron"]["seen_pct"] is None
    assert shown["rudder"]["pulse_us"] == 1520.0
    assert shown["throttle"]["shaped_pct"] == pytest.approx(50.0)
    found = compute_response(build_chain(mixing()), "collective", Sticks.at(), 180.0)
    assert found.arrives_pct[[0, -1]] == pytest.approx([-100, 100])


def test_the_sign_of_a_mix_is_a_direction_and_its_size_a_throw():
    before = mixing()
    further = mixing(transmitter__swash_mix__elevator=55.0)
    turned = mixing(transmitter__swash_mix__elevator=-40.0)
    assert {t.step for t in touched_by_difference(before, further)} == {"cyclic_throw"}
    assert {t.step for t in touched_by_difference(before, turned)} == {"tilts"}


def test_each_arrangement_has_its_own_steps():
    names = {
        arrangement: set(graph_of(arrangement).by_name)
        for arrangement in ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")
    }
    unit, behind, alone = names.values()
    # Only a unit that mixes can turn the tilt round for a phase.
    assert unit - behind == {"arrival", "phase"}
    assert behind - alone == {"teach_throws", "corrections", "unit_itself", "unit_still"}
    # How a gyro of its own sits is the tail's affair.
    assert alone - behind == {"tail_mount"}
    assert behind - unit == {"teach_throws"}


def test_teaching_says_what_pulses_the_unit_is_shown():
    setup = with_arrangement(read_setup(document()), "transmitter_mixes_unit_behind")
    advice = make_bench_run(setup).advice("teach_throws")
    # 40 % of 4 µs a percent either way of 1520.
    assert advice.asks[0].hint.startswith("Servo by servo: 1360 to 1680;")


@settings(max_examples=150, deadline=None)
@given(
    st.lists(st.floats(-100, 100), min_size=4, max_size=4),
    st.floats(0, 200),
    st.floats(-100, 100),
    st.floats(-200, 200),
    st.booleans(),
)
def test_no_channel_ever_passes_its_limit(sticks, limit, trim, share, mixes):
    changes = [
        Change("transmitter.channels.rudder.limit_high_pct", limit),
        Change("transmitter.channels.rudder.limit_low_pct", limit),
        Change("transmitter.channels.rudder.subtrim_pct", trim),
        Change(
            "transmitter.free_mixes",
            [{"master": "elevator", "slave": "rudder", "low_pct": share, "high_pct": -share}],
        ),
    ]
    setup = read_setup(document())
    if mixes:
        setup = with_arrangement(setup, "transmitter_mixes")
        for i in range(3):
            changes.append(Change(f"transmitter.servo_channels.{i}.limit_low_pct", limit))
            changes.append(Change(f"transmitter.servo_channels.{i}.limit_high_pct", limit))
            changes.append(Change(f"transmitter.servo_channels.{i}.trim_pct", trim))
    run = build_chain(read_setup(apply_changes(setup.as_document(), changes))).run(
        Sticks.at(*sticks)
    )
    assert np.abs(run.channel.limited_pct[3]).max() <= limit
    if run.servo_channel is not None:
        assert np.abs(run.servo_channel.limited_pct).max() <= limit
        assert np.abs(run.servo.sent_us - 1520.0).max() <= 4.0 * limit + 1e-9
