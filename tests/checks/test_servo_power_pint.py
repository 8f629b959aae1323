"""The servos' side of power. F1: ratings are force × arm; the unit's own arm by Pint.

What is enough of time and current is from memory.
"""

import pint
import pytest

from builds import document
from mint_lever.measure.servo_power import compute_servo_power
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.catalogue.setting_rows import find_row

UNITS = pint.UnitRegistry()


def chain_with(*changes):
    setup = read_setup(document())
    made = [Change(path, value) for path, value in changes]
    return build_chain(read_setup(apply_changes(setup.as_document(), made)))


def every(name, value, count=3):
    return [(f"airframe.servos.{i}.{name}", value) for i in range(count)]


@pytest.mark.parametrize(
    ("words", "unit"),
    [("in kg·cm", "kilogram_force * centimeter"), ("in oz·in", "ounce_force * inch")],
)
def test_other_ways_of_rating_a_torque_are_those_of_pint(words, unit):
    (scale,) = [
        s for s in find_row("airframe.servos.0.torque_ncm").about.scales if s.words == words
    ]
    own = (100 * UNITS.newton * UNITS.centimeter).to(unit).magnitude
    assert scale.shown(100.0) == pytest.approx(own, rel=1e-4)


def test_force_at_the_ball_is_torque_over_the_arm():
    chain = chain_with(*every("torque_ncm", 120.0))
    rows, _ = compute_servo_power(chain, "normal")
    for row, servo in zip(rows, chain.setup.airframe.servos, strict=True):
        torque, arm = 120.0 * UNITS.newton * UNITS.centimeter, servo.arm_mm * UNITS.millimeter
        assert row.force_n == pytest.approx((torque / arm).to("newton").magnitude)
        assert row.throw_s is None


def test_the_time_is_that_of_the_largest_throw_of_one_stick():
    chain = chain_with(*every("seconds_per_60_deg", 0.08))
    rows, _ = compute_servo_power(chain, "normal")
    for i, row in enumerate(rows):
        rest = chain.run(Sticks.at(), "normal").horn_deg[i, 0]
        ends = [
            chain.run(Sticks.at(**{name: end}), "normal").horn_deg[i, 0]
            for name in ("collective", "aileron", "elevator")
            for end in (-100.0, 100.0)
        ]
        most = max(abs(end - rest) for end in ends)
        assert row.throw_deg == pytest.approx(most)
        assert row.throw_s == pytest.approx(most * 0.08 / 60)


@pytest.mark.parametrize(("seconds", "word"), [(0.09, "in"), (0.12, "workable"), (0.17, "out")])
def test_a_slow_servo_is_told(seconds, word):
    rows, _ = compute_servo_power(chain_with(), "normal")
    slowest = max(row.throw_deg for row in rows)
    rows, _ = compute_servo_power(
        chain_with(*every("seconds_per_60_deg", 60 * seconds / slowest)), "normal"
    )
    (found,) = {row.word for row in rows if row.throw_deg == slowest}
    assert found == word


@pytest.mark.parametrize(("bec", "word"), [(10.0, "in"), (7.0, "workable"), (4.0, "out")])
def test_the_bec_is_held_against_all_of_them(bec, word):
    known = [*every("stall_a", 4.0), ("airframe.tail", {"servo": {"stall_a": 6.0}})]
    _, supply = compute_servo_power(chain_with(*known, ("speed_controller.bec_a", bec)), "normal")
    assert (supply.stall_a, supply.word) == (18.0, word)


def test_one_servo_nobody_knows_leaves_the_supply_unjudged():
    known = [*every("stall_a", 4.0), ("speed_controller.bec_a", 10.0)]
    _, supply = compute_servo_power(chain_with(*known), "normal")
    assert (supply.stall_a, supply.word) == (None, None)
