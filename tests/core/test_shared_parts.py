"""Setups in memory share what they have in common, and are what they were."""

import pytest

from builds import document
from mint_lever.setup import read_setup
from mint_lever.setup.shared_memory import share_parts


def changed(path, value):
    made = document()
    *holders, name = path.split(".")
    part = made
    for each in holders:
        part = part[int(each)] if isinstance(part, list) else part[each]
    part[name] = value
    return made


@pytest.mark.parametrize("value", [12.0, 12, 13.25])
def test_a_setup_that_shares_its_parts_is_the_setup(value):
    source = changed("airframe.servos.0.arm_mm", value)
    assert share_parts(read_setup(source)) == read_setup(source)
    assert share_parts(read_setup(source)).as_document() == read_setup(source).as_document()


def test_a_change_leaves_everything_else_the_same_object():
    one = share_parts(read_setup(document()))
    other = share_parts(read_setup(changed("airframe.servos.0.arm_mm", 13.25)))
    assert other.airframe.servos[0].arm_mm == 13.25
    assert one.airframe.servos[0].arm_mm != 13.25
    assert other.transmitter is one.transmitter
    assert other.airframe.servos[1] is one.airframe.servos[1]
    assert other.airframe.swash is one.airframe.swash


def test_nought_and_minus_nought_are_kept_apart():
    minus = share_parts(read_setup(changed("airframe.servos.0.horn_error_deg", -0.0)))
    plain = share_parts(read_setup(changed("airframe.servos.0.horn_error_deg", 0.0)))
    assert str(minus.airframe.servos[0].horn_error_deg) == "-0.0"
    assert str(plain.airframe.servos[0].horn_error_deg) == "0.0"
