"""Modes made like others, made plain, put in and left out."""

import pytest

from builds import document
from mint_lever.audit import audit
from mint_lever.faults import InvalidRequest
from mint_lever.modes.mode_copying import copy_mode, remove_mode
from mint_lever.setup import Change, apply_changes, read_setup

NORMAL = {
    "pitch_curve": [20.0, 50.0, 90.0],
    "pitch_curve_at": [0.0, 40.0, 100.0],
    "pitch_curve_shape": "smooth",
    "throttle_curve": [0.0, 55.0, 70.0],
    "rates": {"aileron": {"rate_pct": 80.0, "expo_pct": 25.0}},
    "tail_gain_pct": 73.0,
    "head_speed_rpm": 1900.0,
}


@pytest.fixture
def setup():
    made = document()
    made["transmitter"] = {"modes": {"normal": NORMAL, "hold": {"throttle_curve": [0.0, 0.0]}}}
    return read_setup(made)


def after(setup, changes):
    return read_setup(apply_changes(setup.as_document(), changes))


def test_a_mode_that_was_not_there_is_made_like_another(setup):
    made = after(setup, copy_mode(setup, "idle_up_1", "normal", "all")).transmitter.modes
    assert made.idle_up_1 == made.normal


def test_a_mode_that_was_not_there_is_made_plain(setup):
    made = after(setup, copy_mode(setup, "idle_up_2", None, "all")).transmitter.modes.idle_up_2
    assert made.pitch_curve == [0.0, 25.0, 50.0, 75.0, 100.0]
    assert made.rates.aileron.rate_pct == 100.0
    # Hold, made plain, has its throttle at its low end: it is what hold is for.
    hold = after(setup, copy_mode(setup, "hold", None, "all")).transmitter.modes.hold
    assert set(hold.throttle_curve) == {0.0}


@pytest.mark.parametrize(
    ("what", "taken"),
    [
        ("pitch", {"pitch_curve", "pitch_curve_at", "pitch_curve_shape"}),
        ("throttle", {"throttle_curve"}),
        ("rates", {"rates"}),
    ],
)
def test_only_the_part_that_was_asked_for_is_taken(setup, what, taken):
    setup = after(setup, copy_mode(setup, "idle_up_1", None, "all"))
    before = setup.transmitter.modes.idle_up_1.model_dump()
    made = after(setup, copy_mode(setup, "idle_up_1", "normal", what)).transmitter.modes
    now = made.idle_up_1.model_dump()
    assert {key for key in now if now[key] != before[key]} == taken
    assert {key: now[key] for key in taken} == {key: made.normal.model_dump()[key] for key in taken}


def test_no_throttle_passes_into_hold_or_out_of_it(setup):
    into = after(setup, copy_mode(setup, "hold", "normal", "all"))
    hold = into.transmitter.modes.hold
    assert hold.throttle_curve == [0.0, 0.0]
    assert hold.head_speed_rpm is None
    assert hold.pitch_curve == NORMAL["pitch_curve"]
    assert hold.tail_gain_pct == 73.0
    assert "throttle_high_in_hold" not in {finding.rule for finding in audit(into)}
    out = after(setup, copy_mode(setup, "normal", "hold", "all")).transmitter.modes.normal
    assert out.throttle_curve == NORMAL["throttle_curve"]
    assert out.head_speed_rpm == 1900.0
    with pytest.raises(InvalidRequest) as refused:
        copy_mode(setup, "hold", "normal", "throttle")
    assert refused.value.faults[0].path == "what"


def test_there_is_nothing_to_take_from_a_mode_that_is_not_there(setup):
    with pytest.raises(InvalidRequest) as refused:
        copy_mode(setup, "normal", "idle_up_2", "all")
    fault = refused.value.faults[0]
    assert (fault.path, fault.found) == ("source", "idle_up_2")
    assert fault.allowed == "one of normal, hold"


def test_a_mode_is_left_out_and_the_model_no_longer_powers_up_in_it(setup):
    setup = after(
        setup,
        [
            *copy_mode(setup, "idle_up_1", "normal", "all"),
            Change("transmitter.power_up_mode", "idle_up_1"),
        ],
    )
    left = after(setup, remove_mode(setup, "idle_up_1")).transmitter
    assert left.modes.names() == ("normal", "hold")
    assert left.power_up_mode == "normal"


@pytest.mark.parametrize("mode", ["normal", "idle_up_2"])
def test_normal_stays_and_what_is_not_there_is_not_left_out(setup, mode):
    with pytest.raises(InvalidRequest) as refused:
        remove_mode(setup, mode)
    assert refused.value.faults[0].path == "mode"
