"""Reshaping a setup keeps what still fits and always gives one that goes together."""

import pytest

from builds import LAYOUTS, document
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import build_chain, compute_reach
from mint_lever.setup import read_setup, with_blades, with_layout


@pytest.mark.parametrize("before", LAYOUTS)
@pytest.mark.parametrize("after", LAYOUTS)
def test_any_layout_becomes_any_other(before, after):
    made = document(before)
    made["unit"]["servos"][1]["reversed"] = True
    setup = with_layout(read_setup(made), after)
    again = read_setup(setup.as_document())
    assert again.airframe.swash.layout == after
    assert again.unit.servos[1].reversed
    assert again.airframe.servos[0] == read_setup(made).airframe.servos[0]
    assert max(ball.radius_mm for ball in again.airframe.swash.balls) == pytest.approx(21.0)
    build_chain(again)


def test_a_fourth_servo_joins_without_a_fight():
    setup = with_layout(read_setup(document("three_90")), "four_90")
    chain = build_chain(setup)
    assert chain.linkage.poses_for([[0.0]] * 4).residual_mm.item() == pytest.approx(0, abs=1e-9)
    assert compute_reach(chain).collective_high_deg > 8


def test_blades_come_and_go_with_their_links():
    two = read_setup(document(head={"link_extra_mm": [0.1, -0.2]}))
    four = with_blades(two, 4)
    assert four.airframe.head.link_extra_mm == [0.1, -0.2, 0.0, 0.0]
    assert with_blades(four, 2) == two
    for wrong in (1, 7):
        with pytest.raises(InvalidSetup, match="blades"):
            with_blades(two, wrong)
    with pytest.raises(InvalidSetup, match="custom"):
        with_layout(two, "custom")
