"""Flight modes: curves carried over, pitch in degrees, throttle shapes, rates, the switch."""

from itertools import product

import numpy as np
import pytest
import sympy as sp

from builds import document
from mint_lever.faults import InvalidRequest, InvalidSetup
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.model.transmitter.curve_resampling import resample
from mint_lever.model.transmitter.curves import read_curve
from mint_lever.model.transmitter.throttle_shapes import ThrottleShape, make_throttle_points
from mint_lever.modes.mode_switching import compare_modes
from mint_lever.modes.pitch_degrees import (
    compute_collective,
    compute_pitch_curve,
    percent_for,
    sticks_for,
)
from mint_lever.modes.rate_comparison import as_radio_shows, compute_rate_curve, slope
from mint_lever.setup import Change, apply_changes, read_setup, with_arrangement
from mint_lever.setup.parts.flight_modes import Rate

DENSE = np.linspace(0, 100, 401)
OLD = [
    ([0.0, 20.0, 35.0, 62.0, 100.0], "straight", None),
    ([100.0, 70.0, 60.0, 72.0, 100.0], "straight", [0.0, 20.0, 45.0, 70.0, 100.0]),
    ([0.0, 45.0, 55.0, 100.0], "smooth", None),
    ([0.0, 0.0, 80.0, 80.0, 90.0, 100.0, 100.0], "smooth", None),
]


def edited(*changes):
    edits = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(read_setup(document()).as_document(), edits))


@pytest.mark.parametrize("new_shape", ["straight", "smooth"])
@pytest.mark.parametrize(("points", "shape", "places"), OLD)
def test_resampling_strays_no_more_than_the_best_of_a_brute_force_search(
    points, shape, places, new_shape
):
    found = resample(points, shape, places, 3, new_shape, step=10.0)
    old = read_curve(points, DENSE, shape, places)
    values = np.arange(0.0, 101.0, 10.0)
    best = min(
        np.abs(read_curve(tried, DENSE, new_shape) - old).max()
        for tried in product(values, repeat=3)
    )
    assert found.largest_pct == pytest.approx(best, abs=1e-9)
    stated = np.abs(read_curve(found.points, DENSE, new_shape, found.places) - old)
    assert found.largest_pct == pytest.approx(stated.max())
    assert found.at_pct == DENSE[stated.argmax()]
    assert found.rms_pct == pytest.approx(np.sqrt((stated**2).mean()))


def test_more_points_at_the_same_places_lose_nothing_and_free_places_are_kept():
    exact = resample([0.0, 20.0, 35.0, 62.0, 100.0], "straight", None, 9, step=0.5)
    assert exact.largest_pct == pytest.approx(0.0, abs=1e-9)
    free = resample([0.0, 50.0, 100.0], "straight", None, [0.0, 10.0, 55.0, 100.0])
    assert free.points == (0.0, 10.0, 55.0, 100.0)
    whole = resample(np.linspace(0, 100, 17), "straight", None, 7)
    assert all(value == round(value) for value in whole.points)


@pytest.mark.parametrize("new", [1, 18, 500, [0.0, 60.0, 40.0, 100.0], [10.0, 100.0], [0, np.nan]])
def test_no_curve_has_such_points(new):
    with pytest.raises(InvalidRequest):
        resample([0.0, 100.0], "straight", None, new)


@pytest.mark.parametrize(
    ("path", "value", "fault", "found"),
    [
        ("pitch_curve_at", [0.0, 60.0, 40.0, 80.0, 100.0], "pitch_curve_at.2", "40"),
        ("pitch_curve_at", [0.0, 50.0, 100.0], "pitch_curve_at", "3 entries"),
        ("pitch_curve_at", [5.0, 25.0, 50.0, 75.0, 100.0], "pitch_curve_at", "5 to 100"),
        ("throttle_curve", [50.0], "throttle_curve", "[50.0]"),
        ("throttle_curve", [1.0] * 500, "throttle_curve", "[1.0, 1.0"),
        ("throttle_curve", [0.0, float("nan")], "throttle_curve.1", "NaN"),
    ],
)
def test_a_bad_curve_is_named_with_what_was_found(path, value, fault, found):
    base = "transmitter.modes.normal."
    with pytest.raises(InvalidSetup) as refused:
        edited((base + path, value))
    assert refused.value.faults[0].path == base + fault
    assert refused.value.faults[0].found.startswith(found)


@pytest.mark.parametrize("arrangement", ["unit_mixes", "transmitter_mixes"])
@pytest.mark.parametrize("turned", [False, True])
def test_degrees_and_percent_go_both_ways_through_the_exact_chain(arrangement, turned):
    setup = with_arrangement(
        edited(("transmitter.channels.collective.reversed", turned)), arrangement
    )
    chain = build_chain(setup)
    wanted = [-6.0, -1.5, 0.0, 3.25, 7.0]
    percent = percent_for(chain, "normal", wanted, "pitch")
    got, reached = compute_collective(chain, "normal", percent)
    assert reached.all()
    assert got == pytest.approx(wanted, abs=1e-3)
    # The mean over the turn is what evaluate gives for the same stick.
    one = evaluate_pose(chain, Sticks.at(2 * percent[3] - 100)).head.collective_deg
    assert got[3] == pytest.approx(one[0], abs=1e-9)


def test_degrees_out_of_reach_are_refused_by_naming_the_reach():
    chain = build_chain(read_setup(document()))
    with pytest.raises(InvalidRequest, match="what this collective reaches in normal"):
        percent_for(chain, "normal", [19.0], "pitch")


def test_a_pitch_curve_states_its_slope_and_its_hover_point():
    setup = read_setup(document())
    chain = build_chain(setup)
    found = compute_pitch_curve(chain, "normal")
    stick, never = sticks_for(chain, "normal", [setup.targets.hover_deg, 20.0])
    at_hover, _ = compute_collective(chain, "normal", [stick])
    assert at_hover[0] == pytest.approx(setup.targets.hover_deg, abs=0.01)
    assert never is None
    middle = found.pitch_deg[101] - found.pitch_deg[99]
    assert found.slope[100] == pytest.approx(middle)


@pytest.mark.parametrize(
    ("shape", "points", "made"),
    [
        (ThrottleShape("v", 100, 60, 90), 5, [100, 80, 60, 75, 90]),
        (ThrottleShape("u", 100, 70, 100, flat_wide=50), 5, [100, 70, 70, 70, 100]),
        (ThrottleShape("flat", middle=85), 3, [85, 85, 85]),
        (
            ThrottleShape("soft_start", middle=50, high_end=80, reached_at=25),
            5,
            [0, 50, 60, 70, 80],
        ),
    ],
)
def test_throttle_shapes_follow_their_numbers(shape, points, made):
    assert make_throttle_points(shape, points) == made


def test_a_throttle_shape_out_of_bounds_names_the_number():
    with pytest.raises(InvalidRequest, match="reached_at"):
        make_throttle_points(ThrottleShape("soft_start", reached_at=99), 5)


@pytest.mark.parametrize("expo", [-60.0, 0.0, 35.0])
def test_expo_slope_is_the_derivative(expo):
    """Against SymPy's derivative of formulas §2.1."""
    x, k, r = sp.symbols("x k r")
    derivative = sp.diff(r * ((1 - k) * x + k * x**3), x)
    for stick in (0.0, 0.5, 1.0):
        exact = float(derivative.subs({x: stick, k: expo / 100, r: 0.8}))
        assert slope(Rate(rate_pct=80.0, expo_pct=expo), 100 * stick) == pytest.approx(exact)


def test_a_rate_says_what_blade_and_model_do_with_it():
    rates = "transmitter.modes.normal.rates.aileron"
    setup = edited(
        (f"{rates}.rate_pct", 50.0),
        (f"{rates}.expo_pct", 20.0),
        ("transmitter.expo_sign", "minus_softens"),
    )
    chain = build_chain(setup)
    half, full = (
        compute_rate_curve(chain, "normal", "aileron"),
        compute_rate_curve(chain, "normal", "elevator"),
    )
    assert half.radio_expo_pct == -20.0
    assert as_radio_shows(setup, -20.0) == 20.0
    # What the pilot said of the radio itself comes first.
    assert as_radio_shows(setup, -20.0, "plus") == -20.0
    assert half.full_stick_dps == pytest.approx(0.5 * setup.unit.full_stick_dps.aileron)
    assert half.cyclic_deg == pytest.approx(full.cyclic_deg / 2, rel=0.03)
    assert compute_rate_curve(chain, "normal", "rudder").cyclic_deg is None


@pytest.mark.parametrize("function", ["aileron", "elevator", "rudder"])
def test_degrees_per_second_are_of_what_arrives(function):
    """Travel of 80 % lets 80 % of the unit's full rate through; more than 100 % is not more."""
    channel = f"transmitter.channels.{function}"
    # The document leaves the rates out: full stick is 100 % before the channel.
    full = getattr(edited().unit.full_stick_dps, function)

    def turns(*changes):
        return compute_rate_curve(build_chain(edited(*changes)), "normal", function).full_stick_dps

    assert turns() == pytest.approx(full)
    assert turns((f"{channel}.travel_low_pct", 80.0)) == pytest.approx(0.8 * full)
    assert turns((f"{channel}.limit_high_pct", 70.0)) == pytest.approx(0.7 * full)
    over = [(f"{channel}.travel_{side}_pct", 120.0) for side in ("low", "high")]
    assert turns(*over) == pytest.approx(full)


def test_the_switch_says_what_jumps_and_warns_of_the_dangerous():
    whole = read_setup(document()).as_document()
    whole["transmitter"]["modes"] = {
        "normal": {"pitch_curve": [40.0, 75.0, 100.0], "throttle_curve": [0.0, 50.0, 80.0]},
        "idle_up_1": {"throttle_curve": [90.0, 80.0, 90.0], "head_speed_rpm": 2000.0},
        "hold": {"throttle_curve": [10.0, 0.0, 0.0]},
    }
    chain = build_chain(read_setup(whole))
    up = compare_modes(chain, "normal", "idle_up_1")
    pitch, _ = compute_collective(chain, "normal", [40.0, 0.0])
    assert up.pitch_jump_deg[0] == pytest.approx(pitch[1] - pitch[0])
    assert up.largest_stick_pct == 0.0
    assert "stick 50 %" in up.warnings[0].text
    assert up.at(50.0)[1] == pytest.approx(30.0)
    assert up.head_speed_jump_rpm is None
    assert [w.severity for w in up.warnings] == ["caution"]
    assert "danger" in {w.severity for w in compare_modes(chain, "idle_up_1", "hold").warnings}
    assert "danger" in {w.severity for w in compare_modes(chain, "hold", "idle_up_1").warnings}
    assert compare_modes(chain, "normal", "normal").warnings == ()
