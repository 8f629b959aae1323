"""Every rule of the audit both ways: a clean helicopter, and one fault at a time."""

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from builds import document
from mint_lever.audit import RULES, audit
from mint_lever.audit.rule import list_rules, rule
from mint_lever.bench.engine.change_effects import list_values as settings_of
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import Sticks, build_chain, compute_frame
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement
from mint_lever.setup.new_setup import make_fresh_setup

FLYING = {"tail_gain_pct": 44.0, "throttle_curve": [80.0, 80.0, 80.0, 80.0, 80.0]}
CLEAN = {
    "modes": {
        "normal": {"throttle_curve": [0.0, 40.0, 60.0, 65.0, 70.0], "tail_gain_pct": 50.0},
        "idle_up_1": {**FLYING, "head_speed_rpm": 2100.0},
        "idle_up_2": {**FLYING, "head_speed_rpm": 2250.0},
        "hold": {"throttle_curve": [0.0, 0.0, 0.0, 0.0, 0.0], "tail_gain_pct": 50.0},
    },
    "fail_safe_throttle_pct": 0.0,
}
UNIT = {
    "cyclic_pct": 55.0,
    "collective_pct": 50.0,
    "collective_low_pct": 51.0,
    "full_throw_us": 380.0,
    "frame_rate_hz": 285.0,
    "rated_volt": 8.4,
}


def clean(blades=2, arrangement="unit_mixes", **unit):
    made = document(blades=blades, unit={**UNIT, **unit})
    made["transmitter"] = CLEAN
    return with_arrangement(read_setup(made), arrangement)


def with_changes(setup, *changes):
    edits = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), edits))


def _mix(master, slave, share):
    return {"master": master, "slave": slave, "low_pct": share, "high_pct": share}


def _rate(function, at="B", **rate):
    return {"function": function, "switch": at, "position": "down", "rate": rate}


MODES = "transmitter.modes"
RATE_SETS = "transmitter.rate_sets"
CHANNELS = "transmitter.channels"
# A governor in the unit whose band holds both targets, and a mode a fifth slower.
GOVERNED = (
    "drive",
    {"governor": {"place": "unit", "band_low_rpm": 1000.0, "band_high_rpm": 2800.0}},
)
MEASURED = {"mode": "idle_up_1", "rpm": 2100.0, "by": "tachometer", "date": "2026-10-03"}
SLOW = (f"{MODES}.idle_up_1.head_speed_rpm", 1750.0)
BROKEN = [
    ("throttle_high_in_hold", [(f"{MODES}.hold.throttle_curve.4", 15.0)]),
    ("throttle_high_in_hold", [(f"{MODES}.hold", None)]),
    (
        "throttle_high_in_hold",
        [
            (
                "transmitter.free_mixes",
                [{"master": "collective", "slave": "throttle", "high_pct": 20.0, "low_pct": 0.0}],
            )
        ],
    ),
    ("against_the_stick", [(f"{CHANNELS}.collective.reversed", True)]),
    ("against_the_stick", [("unit.function_reversed.elevator", True)]),
    ("against_the_stick", [("unit.servos.1.reversed", True)]),
    ("power_up_mode", [("transmitter.power_up_mode", "idle_up_1")]),
    ("throttle_at_low_stick", [(f"{MODES}.normal.throttle_curve.0", 20.0)]),
    ("fail_safe", [("transmitter.fail_safe_throttle_pct", None)]),
    ("fail_safe", [("transmitter.fail_safe_throttle_pct", 30.0)]),
    ("two_governors", [("unit.governor", True), ("speed_controller.governor", True)]),
    (
        "governor_starved",
        [
            ("unit.governor", True),
            (f"{MODES}.idle_up_1.throttle_curve", [100.0, 60.0, 20.0, 60.0, 100.0]),
        ],
    ),
    ("idle_up_that_stops", [(f"{MODES}.idle_up_1.throttle_curve", [0.0, 40.0, 50.0, 70.0, 90.0])]),
    ("governor_meant_but_off", [("drive", {"governor": {"place": "unit"}})]),
    ("governor_meant_but_off", [("drive", {"governor": {"place": "speed_controller"}})]),
    ("gear_the_wrong_way_round", [GOVERNED, ("drive.gear", {"pinion": 142, "main": 14})]),
    ("target_outside_the_band", [GOVERNED, ("drive.governor.band_high_rpm", 2200.0)]),
    ("target_outside_the_band", [GOVERNED, ("drive.governor.band_low_rpm", 2150.0)]),
    ("target_never_measured", [GOVERNED, ("flown", {"speeds": [MEASURED]})]),
    ("speeds_far_apart", [GOVERNED, ("drive.governor.ramp_up_s", 1.0), SLOW]),
    ("voltage_above_rating", [("speed_controller.bec_volt", 9.0)]),
    (
        "voltage_above_rating",
        [("speed_controller.bec_volt", 7.4), ("airframe.servos.1.rated_volt", 6.0)],
    ),
    ("double_mixing", [("transmitter.swash_mix", {})]),
    (
        "double_mixing",
        [
            (
                "transmitter.free_mixes",
                [{"master": "collective", "slave": "elevator", "high_pct": 4.0}],
            )
        ],
    ),
    ("sub_trim_on_a_unit_function", [(f"{CHANNELS}.elevator.subtrim_pct", 3.0)]),
    ("trim_on_a_unit_function", [(f"{CHANNELS}.aileron.trim_pct", -2.0)]),
    ("travel_not_arriving", [(f"{CHANNELS}.rudder.travel_low_pct", 92.0)]),
    ("limits_below_travel", [(f"{CHANNELS}.throttle.limit_high_pct", 95.0)]),
    (
        "throttle_off_the_channel",
        [
            (
                "transmitter.free_mixes",
                [
                    {
                        "master": "rudder",
                        "slave": "throttle",
                        "high_pct": 60.0,
                        "low_pct": 60.0,
                        "modes": ["idle_up_1"],
                    }
                ],
            )
        ],
    ),
    (
        "pitch_curve_not_rising",
        [(f"{MODES}.idle_up_2.pitch_curve", [0.0, 30.0, 25.0, 75.0, 100.0])],
    ),
    ("pitch_jumps", [(f"{MODES}.normal.pitch_curve", [40.0, 50.0, 55.0, 60.0, 65.0])]),
    (
        "head_speed_missing",
        [("unit.governor", True), (f"{MODES}.idle_up_1.head_speed_rpm", None)],
    ),
    ("gain_sign", [(f"{MODES}.idle_up_1.tail_gain_pct", -60.0)]),
    ("gain_sign", [(f"{MODES}.normal.tail_gain_pct", 2.0)]),
    ("frame_rate_against_family", [("unit.frame_rate_hz", 400.0)]),
    ("frame_rate_against_rating", [("airframe.servos.0.rated_frame_rate_hz", 200.0)]),
    ("pulse_longer_than_frame", [("unit.servos.2.max_us", 2990.0), ("unit.frame_rate_hz", 320.0)]),
    ("tail_sub_trim", [("unit.tail.subtrim_us", 15.0)]),
    ("ring_beyond_clearance", [("unit.servos.0.max_us", 1720.0)]),
    ("throw_window", [("unit.cyclic_pct", 44.0)]),
    ("throw_window", [("unit.cyclic_pct", 68.0)]),
    ("unequal_collective", [("unit.collective_low_pct", 42.0)]),
    ("collective_beyond_reason", [("unit.collective_pct", 90.0)]),
    ("mix_into_the_rudder", [("transmitter.free_mixes", [_mix("collective", "rudder", 8.0)])]),
    ("mix_past_a_limit", [("transmitter.free_mixes", [_mix("collective", "aileron", 60.0)])]),
    ("tail_servo_too_fast", [("unit.tail.frame_rate_hz", 560.0)]),
    ("tail_servo_too_fast", [("unit.tail.frame_rate_hz", 250.0)]),
    ("tail_limits_unequal", [("unit.tail.limit_left_pct", 80.0)]),
    ("tail_pitch_at_centre", [("airframe.tail", {"grip_arm_mm": 9.0, "offset_mm": -0.5})]),
    (
        "micro_horn",
        [("airframe.size_class", "micro"), ("airframe.tail", {"servo": {"arm_mm": 7.0}})],
    ),
    (
        "one_gain_for_all_speeds",
        [(f"{MODES}.idle_up_1.head_speed_rpm", 1800.0)],
    ),
    ("layout_against_balls", [("airframe.swash.layout", "three_135")]),
    (
        "expo_in_both",
        [("unit.expo_pct.rudder", 20.0), (f"{MODES}.normal.rates.rudder.expo_pct", 15.0)],
    ),
    ("rate_beyond_full", [(f"{MODES}.normal.rates.aileron.rate_pct", 110.0)]),
    ("expo_turns_back", [(f"{MODES}.idle_up_1.rates.rudder.expo_pct", -70.0)]),
    ("gain_out_of_the_usual", [(f"{MODES}.normal.tail_gain_pct", 16.0)]),
    ("gain_out_of_the_usual", [(f"{MODES}.normal.tail_gain_pct", 70.0)]),
    ("gain_out_of_the_usual", [(f"{MODES}.idle_up_2.tail_gain_pct", 95.0)]),
    ("hold_without_full_pitch", [(f"{MODES}.hold.pitch_curve", [0.0, 25.0, 50.0, 70.0, 80.0])]),
    ("hold_without_full_pitch", [(f"{MODES}.hold.pitch_curve", [30.0, 40.0, 50.0, 75.0, 100.0])]),
    ("rates_in_both", [(f"{MODES}.normal.rates.rudder.rate_pct", 45.0)]),
    # A side of its own, and a rate on a switch, are judged like the others.
    ("rates_in_both", [(f"{MODES}.normal.rates.rudder.rate_low_pct", 45.0)]),
    ("rate_beyond_full", [(RATE_SETS, [_rate("aileron", rate_pct=120.0)])]),
    ("expo_turns_back", [(RATE_SETS, [_rate("elevator", expo_low_pct=-80.0)])]),
    ("two_rates_at_one_position", [(RATE_SETS, [_rate("aileron"), _rate("aileron", at=" B ")])]),
    (
        "hold_works_more_than_hold",
        [("transmitter.controls.throttle_hold", "b"), (RATE_SETS, [_rate("rudder")])],
    ),
    ("large_sub_trim", [("unit.servos.1.subtrim_us", -80.0)]),
    (
        "gain_against_head_speed",
        [
            (f"{MODES}.idle_up_1.head_speed_rpm", 1700.0),
            (f"{MODES}.idle_up_1.tail_gain_pct", 38.0),
        ],
    ),
]


@pytest.mark.parametrize(
    "arrangement", ["unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes"]
)
def test_a_clean_helicopter_has_no_finding(arrangement):
    assert audit(clean(arrangement=arrangement)) == []


@pytest.mark.parametrize(("rule", "changes"), BROKEN)
def test_one_fault_is_found_and_its_fix_ends_it(rule, changes):
    setup = with_changes(clean(), *changes)
    found = [finding for finding in audit(setup) if finding.rule == rule]
    assert found
    for finding in found:
        assert finding.found
        assert finding.why
        assert finding.fix
        assert finding.rests_on
        if finding.changes:
            mended = read_setup(apply_changes(setup.as_document(), finding.changes))
            left = [f for f in audit(mended) if f.rule == rule and f.path == finding.path]
            assert left == []


def test_a_fix_that_would_not_end_its_finding_is_not_offered():
    """The curve starts at 0 already; a mix from the collective is what raises the throttle."""
    mix = {"master": "collective", "slave": "throttle", "low_pct": -20.0, "high_pct": 0.0}
    setup = with_changes(clean(), ("transmitter.free_mixes", [mix]))
    (found,) = [f for f in audit(setup) if f.rule == "throttle_at_low_stick"]
    assert found.changes == ()
    curve = with_changes(clean(), ("transmitter.modes.normal.throttle_curve.0", 12.0))
    (found,) = [f for f in audit(curve) if f.rule == "throttle_at_low_stick"]
    assert found.changes


def test_three_blades_want_a_phase_and_the_fix_has_the_exact_figure():
    head = {"inner_ball_lead_deg": 72.0}
    made = document(blades=3, unit=UNIT, head=head)
    made["transmitter"] = CLEAN
    setup = read_setup(made)
    found = [f for f in audit(setup) if f.rule == "phase_missing"]
    assert len(found) == 1
    mended = read_setup(apply_changes(setup.as_document(), found[0].changes))
    assert [f for f in audit(mended) if f.rule == "phase_missing"] == []
    assert "phase_missing" not in {f.rule for f in audit(clean(blades=3))}
    # A function that runs the wrong way is no phase, and nothing here offers to make it one.
    turned = with_changes(setup, ("unit.function_reversed.aileron", True))
    assert "phase_missing" not in {f.rule for f in audit(turned)}


def test_every_rule_is_broken_above():
    # In test_teaching.py and test_drive_audit.py.
    elsewhere = {"throws_not_as_taught", "full_at_low_stick", "target_beyond_the_drive"}
    by_themselves = {"phase_missing", *elsewhere}
    broken = {rule for rule, _ in BROKEN} | by_themselves
    assert {rule.__name__ for rule in RULES} == broken


def test_dangers_come_first_and_what_was_read_has_the_last_word():
    setup = with_changes(
        clean(),
        ("unit.tail.subtrim_us", 15.0),
        ("transmitter.fail_safe_throttle_pct", None),
        (f"{CHANNELS}.aileron.travel_high_pct", 112.0),
    )
    found = audit(setup)
    assert [f.severity for f in found] == sorted(
        (f.severity for f in found), key=["danger", "fault", "look", "not_set"].index
    )
    assert "travel_not_arriving" in {f.rule for f in found}
    # This unit was seen to show exactly 100 all the same.
    assert "travel_not_arriving" not in {
        f.rule for f in audit(setup, {"arrival.aileron.high": 100.0})
    }


@pytest.mark.parametrize("travel", [98.0, 103.0, 105.0])
def test_travel_as_a_usual_link_wants_it_is_a_fault_only_when_it_was_read_so(travel):
    """F26 (common practice, no source): 95 to 102 % seen at 100 wants 98 to 105 % of travel."""

    def found(read):
        setup = with_changes(clean(), (f"{CHANNELS}.rudder.travel_high_pct", travel))
        return "travel_not_arriving" in {f.rule for f in audit(setup, read)}

    assert not found({})
    assert not found({"arrival.rudder.high": 100.0})
    assert found({"arrival.rudder.high": 94.0})


def test_a_gauge_has_the_last_word_on_the_collective():
    setup = with_changes(clean(), ("unit.collective_low_pct", 42.0))
    equal = {"collective_range.up": 11.0, "collective_range.down": -10.9}
    assert "unequal_collective" not in {f.rule for f in audit(setup, equal)}
    apart = {**equal, "collective_range.down": -10.4}
    found = {f.rule: f for f in audit(clean(), apart)}["unequal_collective"]
    assert found.rests_on == "the gauge"


@pytest.mark.parametrize(("one_sided", "flickers"), [(52.0, False), (51.0, True), (49.0, True)])
def test_f15_next_to_the_change_over_the_gyro_flickers(one_sided, flickers):
    """F15, common practice, no source: 52 and above is hold mode, 51 flickers.

    formulas §10: signed = 2·(x − 50); 49 lies as near to the change-over on its other side.
    """
    setup = with_changes(clean(), (f"{MODES}.normal.tail_gain_pct", 2 * (one_sided - 50)))
    found = [f.found for f in audit(setup) if f.rule == "gain_sign"]
    assert bool(found) == flickers
    # 60 to 80 on that scale is 20 to 60 of hold, and nothing to remark on.
    for gain in (20.0, 60.0):
        good = with_changes(clean(), (f"{MODES}.normal.tail_gain_pct", gain))
        assert "gain_sign" not in {f.rule for f in audit(good)}


def test_an_expo_of_minus_fifty_is_the_last_whose_end_is_its_most():
    """formulas §2.1: rate·[(1−k)x + kx³] still rises at x = 1 as long as 1 + 2k ≥ 0."""
    at = f"{MODES}.normal.rates.aileron.expo_pct"
    for expo, turns in ((-50.0, False), (-50.5, True)):
        x = np.linspace(0.0, 1.0, 2001)
        k = expo / 100.0
        assert (np.diff((1 - k) * x + k * x**3).min() < 0) == turns
        found = {f.rule for f in audit(with_changes(clean(), (at, expo)))}
        assert ("expo_turns_back" in found) == turns


def test_f26_the_fix_of_a_travel_is_the_straight_line():
    """F26, common practice, no source: 96 % seen at 100 % travel wants about 104 %."""
    (finding,) = audit(clean(), {"arrival.elevator.low": -96.0})
    assert finding.changes[0] == Change(f"{CHANNELS}.elevator.travel_low_pct", 104.0)


WHOLE = clean(arrangement="transmitter_mixes_unit_behind")
LEAVES = [(path, value) for path, value in settings_of(WHOLE).items() if path != "version"]


def audit_and_monitor_hold(data):
    arrangement = data.draw(
        st.sampled_from(["unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes"])
    )
    whole = WHOLE.as_document()
    whole["arrangement"] = arrangement
    changes = []
    for path, value in data.draw(st.lists(st.sampled_from(LEAVES), min_size=1, max_size=6)):
        if isinstance(value, bool):
            new = not value
        elif isinstance(value, float):
            new = data.draw(st.sampled_from([0.0, 1.0, -1.0, 100.0, -100.0, 200.0, 1e-3, 333.0]))
        else:
            continue
        changes.append(Change(path, new))
    try:
        setup = read_setup(apply_changes(whole, changes))
        chain = build_chain(setup)
    except InvalidSetup:
        assume(False)
    findings = audit(setup)
    there = {(f.rule, f.path) for f in findings}
    for finding in (f for f in findings if f.changes):
        mended = read_setup(apply_changes(setup.as_document(), finding.changes))
        left = {(f.rule, f.path) for f in audit(mended)}
        assert (finding.rule, finding.path) not in left
        assert left < there
    for mode in setup.transmitter.modes.names():
        shown = compute_frame(chain, Sticks.at(100, -100, 100, 100), 90.0, mode)
        for name, stages in shown["functions"].items():
            if stages["limited_pct"] is not None:
                channel = getattr(setup.transmitter.channels, name)
                assert -channel.limit_low_pct <= stages["limited_pct"] <= channel.limit_high_pct


@settings(max_examples=40)
@given(st.data())
def test_no_input_of_the_schema_makes_audit_or_monitor_raise(data):
    audit_and_monitor_hold(data)


@pytest.mark.judge
@settings(max_examples=300)
@given(st.data())
def test_many_inputs_of_the_schema_make_neither_raise(data):
    audit_and_monitor_hold(data)


def test_an_idle_up_that_stops_is_said_only_where_no_governor_is_on():
    falls = (f"{MODES}.idle_up_1.throttle_curve", [0.0, 40.0, 50.0, 70.0, 90.0])
    rules = {f.rule for f in audit(with_changes(clean(), falls, ("unit.governor", True)))}
    assert "idle_up_that_stops" not in rules
    assert "governor_starved" in rules  # there it is the governor's on-point that counts
    low = (f"{MODES}.idle_up_1.throttle_curve", [5.0, 40.0, 50.0, 70.0, 90.0])
    assert "idle_up_that_stops" not in {f.rule for f in audit(with_changes(clean(), low))}


def test_a_new_helicopters_idle_ups_do_not_stop():
    for governor in (False, True):
        setup = with_changes(make_fresh_setup("Dill 500"), ("unit.governor", governor))
        rules = {finding.rule for finding in audit(setup)}
        assert not rules & {"idle_up_that_stops", "governor_starved"}


def test_a_governor_that_is_on_anywhere_or_meant_nowhere_is_not_missed():
    meant = ("drive", {"governor": {"place": "unit"}})
    for setup in (
        with_changes(clean(), meant, ("unit.governor", True)),
        with_changes(clean(), meant, ("speed_controller.governor", True)),
        with_changes(clean(), ("drive", {"governor": {"place": "none"}})),
    ):
        assert "governor_meant_but_off" not in {f.rule for f in audit(setup)}


def test_two_rules_of_one_rank_are_refused():
    def another(at):
        yield from ()

    with pytest.raises(ValueError, match=r"rank 10 is against_the_stick's; another needs another"):
        rule(10)(another)
    assert list_rules()[0].__name__ == "against_the_stick"
