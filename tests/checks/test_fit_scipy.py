"""Fitted geometry against SciPy's curve_fit, and against the truth it was simulated from."""

import numpy as np
import pytest
from scipy.optimize import curve_fit

from builds import document
from mint_lever.faults import InvalidRequest
from mint_lever.measure.geometry_fit import Reading, fit_geometry, predict
from mint_lever.model.chain import build_chain
from mint_lever.setup import read_setup

TRUE = {"grip_arm_mm": 24.1, "inner_ball_radius_mm": 14.3}
AT = [
    (collective, aileron, elevator, azimuth)
    for collective, aileron, elevator in [
        (-100, 0, 0),
        (-50, 0, 0),
        (50, 0, 0),
        (100, 0, 0),
        (0, 100, 0),
        (0, -100, 0),
        (0, 0, 100),
        (0, 0, -100),
    ]
    for azimuth in (180.0, 90.0)
]


def readings(rng, noise=0.1, true=TRUE):
    chain = build_chain(read_setup(document(head=true)))
    bare = [Reading(*at, pitch_deg=0.0) for at in AT]
    pitch = predict(chain, bare) + rng.normal(0, noise, len(AT))
    return [Reading(*at, pitch_deg=float(p)) for at, p in zip(AT, pitch, strict=True)]


def test_values_and_covariance_are_scipys():
    taken = readings(np.random.default_rng(1))
    setup = read_setup(document())
    ours = fit_geometry(setup, taken, ["grip_arm", "inner_radius"])

    def model(_, arm, radius):
        head = {"grip_arm_mm": arm, "inner_ball_radius_mm": radius}
        return predict(build_chain(read_setup(document(head=head))), taken)

    gauge = [reading.pitch_deg for reading in taken]
    value, covariance = curve_fit(
        model, np.arange(len(taken)), gauge, [23.0, 15.0], sigma=[0.1] * 16, absolute_sigma=True
    )
    assert ours.value_mm == pytest.approx(value, abs=1e-4)
    assert ours.covariance_mm2 == pytest.approx(covariance, rel=1e-3)


def test_readings_that_share_a_zero_are_weighed_as_scipy_does():
    """Two blades, each read from its own zero: what the zero was off stands in all of them."""
    rng, setup = np.random.default_rng(3), read_setup(document())
    taken = [
        Reading(*at, pitch_deg=each.pitch_deg + shared, blade=blade, from_rest=True)
        for blade, shared in ((0, 0.15), (1, -0.1))
        for at, each in zip(AT, readings(rng), strict=True)
    ]
    ours = fit_geometry(setup, taken, ["grip_arm", "inner_radius"])

    def model(_, arm, radius):
        head = {"grip_arm_mm": arm, "inner_ball_radius_mm": radius}
        return predict(build_chain(read_setup(document(head=head))), taken)

    gauge = [reading.pitch_deg for reading in taken]
    same = np.kron(np.eye(2), np.ones((len(AT), len(AT))))
    value, covariance = curve_fit(
        model,
        np.arange(len(taken)),
        gauge,
        [23.0, 15.0],
        sigma=0.01 * (np.eye(len(taken)) + same),
        absolute_sigma=True,
    )
    assert ours.value_mm == pytest.approx(value, abs=1e-4)
    assert ours.covariance_mm2 == pytest.approx(covariance, rel=1e-3)


def test_the_truth_lies_within_the_stated_uncertainty_as_often_as_stated():
    """For two lengths, 39 % of fits lie inside the one-sigma ellipse and 86 % inside two sigma."""
    setup, rng = read_setup(document()), np.random.default_rng(5)
    distance = []
    for _ in range(60):
        fit = fit_geometry(setup, readings(rng), ["grip_arm", "inner_radius"])
        off = fit.value_mm - [TRUE["grip_arm_mm"], TRUE["inner_ball_radius_mm"]]
        distance.append(float(off @ np.linalg.solve(fit.covariance_mm2, off)))
    inside = [np.mean(np.array(distance) < sigma**2) for sigma in (1, 2)]
    # Binomial spread over 60 fits: ±6 % and ±4.5 % (one standard deviation); three are allowed.
    assert inside[0] == pytest.approx(0.393, abs=0.19)
    assert inside[1] == pytest.approx(0.865, abs=0.135)


def test_predictions_start_from_the_real_helicopter_afterwards():
    fit = fit_geometry(
        read_setup(document()),
        readings(np.random.default_rng(2)),
        ["grip_arm", "inner_radius", "horn_length"],
        {"horn_length": 0.2},
    )
    assert np.sqrt(np.mean(fit.before_deg**2)) > 0.3
    assert np.sqrt(np.mean(fit.after_deg**2)) < 0.13
    assert np.all(fit.sd_mm < [0.6, 0.4, 0.21])


def test_what_the_blade_cannot_tell_apart_is_said():
    """Collective alone sees little but the ratio of horn and grip arm."""
    setup = read_setup(document())
    one = [Reading(100, 0, 0, 180.0, 11.0)]
    with pytest.raises(InvalidRequest, match="apart"):
        fit_geometry(setup, one, ["grip_arm", "inner_radius"])
    fit = fit_geometry(
        setup, one, ["grip_arm", "horn_length"], dict.fromkeys(("grip_arm", "horn_length"), 0.5)
    )
    assert np.all(fit.sd_mm < 0.5)


@pytest.mark.parametrize(
    ("taken", "names"),
    [
        ([], ["grip_arm"]),
        ([Reading(0, 0, 0, 0, float("nan"))], ["grip_arm"]),
        ([Reading(0, 0, 0, 0, 1.0, blade=5)], ["grip_arm"]),
        ([Reading(0, 0, 0, 0, 1.0)], ["wheelbase"]),
    ],
)
def test_rubbish_is_refused(taken, names):
    with pytest.raises(InvalidRequest):
        fit_geometry(read_setup(document()), taken, names)


@pytest.mark.parametrize("spread", [0.0, 1e-9, -0.1, float("nan")])
def test_a_length_measured_without_any_doubt_is_refused(spread):
    setup = read_setup(document())
    with pytest.raises(InvalidRequest, match=r"measured_sd_mm\.grip_arm"):
        fit_geometry(setup, [Reading(50, 0, 0, 180, 5.0)], ["grip_arm"], {"grip_arm": spread})
