"""The closed linkage against SciPy's generic root finders on the raw length constraints.

Outside reference: scipy.optimize.root (MINPACK hybrid Powell), least_squares and brentq, with
rotations from scipy.spatial.transform. Nothing of the core's own algebra is used on that side.
"""

import numpy as np
import pytest
from scipy.optimize import brentq, least_squares, root
from scipy.spatial.transform import Rotation

from builds import LAYOUTS, random_document
from mint_lever.axes import Pose
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_setup

CASES = [(layout, seed) for layout in LAYOUTS for seed in range(8)]


def direction(azimuth_deg):
    angle = np.radians(azimuth_deg)
    return np.array([np.sin(angle), np.cos(angle), 0.0])


def rotation_of(right, forward):
    return Rotation.from_rotvec([-forward, 0, 0]) * Rotation.from_rotvec([0, right, 0])


def link_misses(setup, horn_deg, pose):
    """Length error of each link, straight from formulas §5."""
    h, right, forward = pose
    misses = []
    balls = setup.airframe.swash.balls
    has_centre = any(ball.radius_mm == 0 for ball in balls)
    for ball, servo, angle in zip(balls, setup.airframe.servos, np.radians(horn_deg), strict=True):
        rest = ball.radius_mm * direction(ball.azimuth_deg)
        at = np.array([0, 0, h]) + rotation_of(right, forward).apply(rest)
        arm = direction(servo.arm_bearing_deg)
        horn = (
            rest
            - servo.link_length_mm * np.array([0, 0, 1])
            + servo.arm_mm * ((np.cos(angle) - 1) * arm + np.sin(angle) * np.array([0, 0, 1]))
        )
        if has_centre and ball.radius_mm > 0:
            horn = horn + np.array([0, 0, h])  # rides on the centre lift
        length = servo.link_length_mm + servo.link_extra_mm
        misses.append(np.linalg.norm(at - horn) - length)
    return np.array(misses)


def scipy_pose(setup, horn_deg):
    def misses(pose):
        return link_misses(setup, horn_deg, pose)

    if len(horn_deg) == 3:
        found = root(misses, np.zeros(3), tol=1e-13)
        assert np.abs(found.fun).max() < 1e-9
        return found.x, found.fun
    tight = {"xtol": 1e-15, "ftol": 1e-15, "gtol": 1e-15}
    found = least_squares(misses, np.zeros(3), jac="3-point", method="lm", **tight)
    return found.x, found.fun


def scipy_pitch(setup, pose, azimuth, blade):
    """Pitch from the raw construction of formulas §6 and a bracketing root finder."""
    head = setup.airframe.head
    sigma = 1 if head.rotation == "clockwise" else -1
    lam = 1 if head.grip_arm == "leading" else -1
    e, e_t = direction(azimuth), sigma * direction(azimuth + 90)
    up = np.array([0, 0, 1.0])

    def inner(h, right, forward):
        normal = rotation_of(right, forward).apply(up)
        in_plane = np.cross(normal, np.cross(e, up))
        y = in_plane / np.linalg.norm(in_plane)
        y = y if y @ e > 0 else -y
        x = np.cross(y, normal)
        lead = np.radians(sigma * head.inner_ball_lead_deg)
        return h * up + head.inner_ball_radius_mm * (np.sin(lead) * x + np.cos(lead) * y)

    def grip(beta):
        return (
            head.grip_ball_span_mm * e
            + lam * head.grip_arm_mm * np.cos(beta) * e_t
            + (head.head_height_mm + lam * head.grip_arm_mm * np.sin(beta)) * up
        )

    length = np.linalg.norm(grip(0.0) - inner(0, 0, 0)) + head.link_extra_mm[blade]
    ball = inner(*pose)
    # The branch that holds zero pitch at rest is the one nearest zero: widen until it is bracketed.
    for half in np.radians([5, 10, 15, 20, 25, 30, 40, 50]):
        ends = [np.linalg.norm(grip(b) - ball) - length for b in (-half, half)]
        if ends[0] * ends[1] < 0:
            return np.degrees(
                brentq(lambda b: np.linalg.norm(grip(b) - ball) - length, -half, half, xtol=1e-14)
            )
    raise AssertionError("no pitch bracketed")


@pytest.mark.parametrize(("layout", "seed"), CASES)
def test_pose_and_pitch_agree_with_scipy(layout, seed):
    rng = np.random.default_rng([seed, LAYOUTS.index(layout)])
    setup = read_setup(random_document(rng, layout))
    chain = build_chain(setup)
    sticks = Sticks.at(*(rng.uniform(-100, 100, 4) for _ in range(3)))
    azimuths = rng.uniform(0, 360, 3)
    blade = int(rng.integers(setup.airframe.head.blades))
    result = evaluate_pose(chain, sticks, azimuths, blade=blade)
    assert result.reachable.all()
    pose = result.run.swash.pose
    for row in range(4):
        found, misses = scipy_pose(setup, result.run.horn_deg[:, row])
        ours = [p[row] for p in (pose.height_mm, pose.tilt_right_deg, pose.tilt_forward_deg)]
        assert ours == pytest.approx([found[0], *np.degrees(found[1:])], abs=1e-6)
        assert result.run.swash.residual_mm[row] == pytest.approx(np.abs(misses).max(), abs=1e-6)
        for i, azimuth in enumerate(azimuths):
            expected = scipy_pitch(setup, found, azimuth, blade)
            assert result.pitch_deg[i, row] == pytest.approx(expected, abs=1e-6)


@pytest.mark.parametrize("layout", LAYOUTS)
def test_horns_for_a_pose_meet_the_raw_constraints(layout):
    rng = np.random.default_rng(LAYOUTS.index(layout))
    setup = read_setup(random_document(rng, layout))
    chain = build_chain(setup)
    pose = Pose.of(rng.uniform(-3, 3, 50), rng.uniform(-8, 8, 50), rng.uniform(-8, 8, 50))
    horns = chain.linkage.horns_for(pose)
    assert horns.reachable.all()
    for row in range(50):
        tilts = np.radians([pose.tilt_right_deg[row], pose.tilt_forward_deg[row]])
        at = [pose.height_mm[row], *tilts]
        assert link_misses(setup, horns.horn_deg[:, row], at) == pytest.approx(0, abs=1e-9)
