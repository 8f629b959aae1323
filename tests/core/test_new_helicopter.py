"""A new helicopter of a size: nothing is found that only our defaults would be to blame for."""

import numpy as np
import pytest

from mint_lever.audit import audit
from mint_lever.faults import InvalidRequest
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import Change, apply_changes, make_helicopter, read_setup
from mint_lever.setup.edits.part_copies import copy_to_all
from mint_lever.setup.parts.swash_layouts import LAYOUT_NAMES

SIZES = ("micro", "up_to_450", "to_550", "to_600", "larger")
ARRANGEMENTS = ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")


@pytest.mark.parametrize("arrangement", ARRANGEMENTS)
@pytest.mark.parametrize("size", SIZES)
def test_the_audit_finds_nothing_but_what_only_the_pilot_can_say(size, arrangement):
    for layout in LAYOUT_NAMES:
        for blades, rotation in ((2, "clockwise"), (3, "counter_clockwise"), (5, "clockwise")):
            made = make_helicopter("Lovage", size, 6, layout, rotation, blades, arrangement)
            found = {(each.severity, each.rule) for each in audit(made)}
            asked = {("not_set", "fail_safe"), ("not_set", "ring_beyond_clearance")}
            assert found <= asked, (layout, blades)


@pytest.mark.parametrize("size", SIZES)
def test_full_stick_gives_about_what_is_usually_wanted(size):
    """F10b and F11, common practice, no source: 8 to 11° of cyclic, 10 to 13° of collective."""
    chain = build_chain(make_helicopter("Lovage", size))
    ends = evaluate_pose(chain, Sticks.at(collective=np.array([-100.0, 100.0])))
    assert (np.abs(ends.head.collective_deg) > 10).all()
    assert (np.abs(ends.head.collective_deg) < 13).all()
    tilted = evaluate_pose(chain, Sticks.at(aileron=np.array([-100.0, 100.0])))
    assert (tilted.head.cyclic_deg > 8).all()
    assert (tilted.head.cyclic_deg < 11).all()


def test_size_and_battery_are_what_the_pilot_said():
    made = make_helicopter("Lovage", "micro", 3)
    assert made.airframe.size_class == "micro"
    assert made.drive.pack.cells == 3
    # F11, common practice, no source: small helicopters want about 11.5°.
    assert made.targets.collective_high_deg == made.targets.collective_low_deg == 11.5
    unsaid = make_helicopter("Lovage", "larger")
    assert unsaid.drive is None
    assert unsaid.targets.collective_high_deg == 11.0
    arms = [make_helicopter("Lovage", size).airframe.servos[0].arm_mm for size in SIZES]
    assert arms == sorted(arms)


def changed(setup, *changes):
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), made))


def carried(setup, part):
    return read_setup(apply_changes(setup.as_document(), copy_to_all(setup, part)))


class TestSameForAll:
    def test_what_servos_have_in_common_is_carried_over_and_their_places_stay(self):
        before = changed(
            make_helicopter("Lovage"),
            ("airframe.servos.0.arm_mm", 14.5),
            ("airframe.servos.0.rated_volt", 8.4),
            ("airframe.servos.0.holes_mm", [12.0, 14.5]),
            ("airframe.servos.0.horn_error_deg", 3.0),
            ("airframe.servos.1.spline_teeth", 25),
            ("airframe.servos.2.link_extra_mm", 0.4),
        )
        after = carried(before, "airframe.servos.0")
        for servo, old in zip(after.airframe.servos, before.airframe.servos, strict=True):
            assert (servo.arm_mm, servo.rated_volt, servo.holes_mm) == (14.5, 8.4, [12.0, 14.5])
            assert servo.spline_teeth is None
            for own in ("arm_bearing_deg", "mounted", "horn_error_deg", "link_extra_mm"):
                assert getattr(servo, own) == getattr(old, own)
        assert copy_to_all(after, "airframe.servos.0") == ()

    def test_the_lift_of_mechanical_mixing_is_no_ball_like_the_others(self):
        before = changed(
            make_helicopter("Lovage", layout="single"), ("airframe.swash.balls.0.radius_mm", 27.0)
        )
        after = carried(before, "airframe.swash.balls.0")
        assert [ball.radius_mm for ball in after.airframe.swash.balls] == [27.0, 27.0, 0.0]

    @pytest.mark.parametrize(
        "part",
        [
            "",
            "airframe",
            "airframe.servos",
            "airframe.servos.9",
            "airframe.servos.x",
            "unit.servos.0",
            "name.0",
        ],
    )
    def test_what_is_no_entry_with_anything_alike_is_refused(self, part):
        with pytest.raises(InvalidRequest, match=r"airframe\.servos\.0 for one"):
            copy_to_all(make_helicopter("Lovage"), part)
