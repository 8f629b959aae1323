"""A length's dimension is drawn between the points it is measured between."""

import numpy as np
import pytest

from mint_lever.model.chain import Sticks, build_chain, compute_frame
from mint_lever.setup import Change, apply_changes, make_helicopter, read_setup


def built(layout="three_120", *changes):
    setup = make_helicopter("Lovage", layout=layout, blades=3)
    made = [Change(path, value) for path, value in changes]
    return build_chain(read_setup(apply_changes(setup.as_document(), made)))


def drawn(chain, path, **levers):
    return compute_frame(chain, Sticks.at(**levers), 180.0, measured=path)["scene"]["dimension"]


LENGTHS = [
    *(f"airframe.servos.{i}.arm_mm" for i in range(3)),
    *(f"airframe.servos.{i}.link_length_mm" for i in range(3)),
    *(f"airframe.swash.balls.{i}.radius_mm" for i in range(3)),
    "airframe.head.inner_ball_radius_mm",
    "airframe.head.head_height_mm",
    "airframe.head.grip_arm_mm",
    "airframe.head.grip_ball_span_mm",
]


@pytest.mark.parametrize("levers", [{}, {"collective": 70.0, "aileron": -40.0, "elevator": 25.0}])
@pytest.mark.parametrize("path", LENGTHS)
def test_its_ends_are_as_far_apart_as_the_setup_says(path, levers):
    """The scene's points come of the solved linkage: the length is found again between them."""
    chain = built("three_120", ("airframe.head.grip_ball_span_mm", 31.0))
    found = drawn(chain, path, **levers)
    far = np.linalg.norm(np.subtract(*found["ends"]))
    assert found["path"] == path
    assert far == pytest.approx(found["value_mm"], abs=1e-6)


def test_a_link_that_was_turned_out_is_longer_by_that_and_says_the_turning():
    chain = built("three_120", ("airframe.servos.1.link_extra_mm", 0.8))
    nominal = drawn(chain, "airframe.servos.1.link_length_mm")
    extra = drawn(chain, "airframe.servos.1.link_extra_mm")
    assert extra["value_mm"] == 0.8
    assert extra["ends"] == nominal["ends"]
    far = np.linalg.norm(np.subtract(*extra["ends"]))
    assert far == pytest.approx(nominal["value_mm"] + 0.8, abs=1e-6)


@pytest.mark.parametrize(
    "path",
    [
        "",
        "airframe.servos.3.arm_mm",
        "airframe.head.link_extra_mm.5",
        "airframe.rotor.blade_mass_g",
        "airframe.servos.0.rated_volt",
        "name",
        "airframe.servos.0.arm_mm.x",
    ],
)
def test_what_is_no_length_of_the_drawn_linkage_draws_nothing(path):
    assert drawn(built(), path) is None


OF_SKETCHED_PARTS = [
    *(f"airframe.rotor.{name}_mm" for name in ("radius", "root", "chord")),
    *(f"airframe.tail.{name}_mm" for name in ("radius", "root", "chord", "boom", "grip_arm")),
    *(f"airframe.tail.servo.{name}_mm" for name in ("arm", "rod")),
    *(f"airframe.tail.slider.{name}_mm" for name in ("minus", "plus")),
    "airframe.tail.offset_mm",
]


@pytest.mark.parametrize("path", OF_SKETCHED_PARTS)
def test_a_length_of_a_part_that_is_only_sketched_is_said_without_ends(path):
    """Rotor and tail are drawn far smaller than the linkage: no point of the scene is theirs."""
    chain = built("three_120", ("airframe.rotor", {}), ("airframe.tail", {}), (path, 4.25))
    assert drawn(chain, path) == {"path": path, "ends": None, "value_mm": 4.25}


@pytest.mark.parametrize("path", ["airframe.rotor.radius_mm", "airframe.tail.boom_mm"])
def test_what_was_not_measured_yet_is_shown_where_it_is_measured(path):
    assert drawn(built(), path) == {"path": path, "ends": None, "value_mm": None}


def test_the_place_of_zero_pitch_on_the_sliders_way():
    """4 mm to one contact, 6 to the other: zero is a fifth of half the way off its middle."""
    ways = [("airframe.tail.slider.minus_mm", 4.0), ("airframe.tail.slider.plus_mm", 6.0)]
    for outward, zero in ((True, -0.2), (False, 0.2)):
        way = ("airframe.tail.plus_is_outward", outward)
        chain = built("three_120", ("airframe.tail", {}), *ways, way)
        tail = compute_frame(chain, Sticks.at(), 180.0)["scene"]["tail"]
        assert tail["zero_out"] == pytest.approx(zero)
