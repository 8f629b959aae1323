"""Clearance and throw against brute force on the exact chain, and the facts of the trade."""

import numpy as np
import pytest

from builds import chain, document
from mint_lever.chain import Sticks, build_chain, evaluate, reach
from mint_lever.faults import InvalidRequest
from mint_lever.measure.clearance import Limits, clearance
from mint_lever.measure.throw import Holes, remedies, throw_for
from mint_lever.setup import read_setup


def with_ring(made, ring):
    made["unit"]["ring_pct"] = ring
    return build_chain(read_setup(made))


def any_touch(built, limit_us, tilt=90.0):
    """Walk every stick direction at low, mid and high collective, corners included."""
    angle = np.radians(np.arange(0, 360, 3.0))
    size = 100.0 / np.maximum(np.abs(np.sin(angle)), np.abs(np.cos(angle)))
    aileron, elevator = size * np.sin(angle), size * np.cos(angle)
    for collective in (-100.0, 0.0, 100.0):
        sticks = Sticks.at(collective, np.clip(aileron, -100, 100), np.clip(elevator, -100, 100))
        run = built.run(sticks)
        if (np.abs(run.servo.asked_us - 1520) > limit_us + 1e-6).any():
            return True
        lean = np.degrees(np.arccos(run.swash.pose.normal[2]))
        if (lean > tilt + 1e-6).any():
            return True
    return False


@pytest.mark.parametrize("layout", ["three_120", "three_140", "four_90"])
@pytest.mark.parametrize("limit", [300.0, 360.0])
def test_the_ring_just_clears_the_servo_stops(layout, limit):
    made = document(layout, unit={"cyclic_pct": 50.0})
    for servo in made["unit"]["servos"]:
        servo.update(min_us=1520 - limit, max_us=1520 + limit)
    found = clearance(build_chain(read_setup(made)))
    assert found.first.what == "servo stop"
    assert found.first.collective in ("low", "high")
    assert not any_touch(with_ring(made, found.ring_pct), limit)
    assert any_touch(with_ring(made, found.ring_pct + 1.5), limit)


def test_a_tilt_limit_holds_at_every_collective():
    made = document()
    found = clearance(build_chain(read_setup(made)), Limits(swash_tilt_deg=9.0))
    assert found.first.what == "swash tilt"
    assert not any_touch(with_ring(made, found.ring_pct), 9999, tilt=9.0)
    assert any_touch(with_ring(made, found.ring_pct + 1.5), 9999, tilt=9.0)


def test_nothing_touches_on_a_modest_build_and_f12_is_in_sight():
    """F12, common practice, no source: 10–12° total cyclic is typical."""
    found = clearance(chain())
    assert found.first is None
    assert 10.0 <= found.cyclic_deg <= 12.0


def test_collective_that_touches_by_itself_leaves_no_ring():
    made = document(unit={"servos": [{"max_us": 1600.0}, {}, {}]})
    found = clearance(build_chain(read_setup(made)))
    assert (found.ring_pct, found.first.collective, found.first.what) == (0.0, "high", "servo stop")


def test_a_limit_beyond_reason_is_refused():
    with pytest.raises(InvalidRequest, match="swash_tilt_deg"):
        clearance(chain(), Limits(swash_tilt_deg=-3.0))


@pytest.mark.parametrize("target", [6.0, 8.0, 9.0])
def test_the_figure_found_gives_the_target_on_the_chain(target):
    found = throw_for(chain(), target)
    made = document(unit={"cyclic_pct": found.figure_pct})
    assert reach(build_chain(read_setup(made))).aileron_deg == pytest.approx(target, abs=0.01)


def test_a_figure_the_servo_stops_forbid_is_not_offered():
    made = document()
    for servo in made["unit"]["servos"]:
        servo.update(min_us=1400.0, max_us=1640.0)
    assert throw_for(build_chain(read_setup(made)), 8.0).figure_pct is None


def test_too_high_a_figure_asks_for_longer_horns_or_their_like():
    """trade.md step 10, common practice, no source: above the window move balls outward on the
    horns, lengthen the inner-ring balls or shorten the outer-ring radius; below, the reverse."""
    weak = read_setup(document(arm=8.0))
    present = throw_for(build_chain(weak), 8.0).figure_pct
    assert present > 65
    holes = Holes(horn_mm=(7, 9, 11), outer_mm=(18, 24), inner_mm=(13, 18))
    found = {(r.ball, r.to_mm): r.throw.figure_pct for r in remedies(weak, 8.0, holes)}
    for better in (("horn", 11), ("outer ring", 18), ("inner ring", 18)):
        assert found[better] < present
    for worse in (("horn", 7), ("outer ring", 24), ("inner ring", 13)):
        assert found[worse] > present
    best = remedies(weak, 8.0, holes)[0]
    assert 50 <= best.throw.figure_pct <= 65
    # What is promised is what the moved ball gives.
    moved = document(arm=best.to_mm if best.ball == "horn" else 8.0)
    if best.ball == "outer ring":
        moved = document(arm=8.0, radius=best.to_mm)
    if best.ball == "inner ring":
        moved = document(arm=8.0, head={"inner_ball_radius_mm": best.to_mm})
    moved["unit"]["cyclic_pct"] = best.throw.figure_pct
    right = evaluate(build_chain(read_setup(moved)), Sticks.at(0, 100))
    assert right.head.cyclic_deg.item() == pytest.approx(8.0, abs=0.02)
