"""What a change undoes, held item by item against common practice (no source)."""

from graphlib import TopologicalSorter

import pytest

from builds import document
from mint_lever.procedure import STEPS, WORKED_ON, aspects_changed, order, redo_after, steps_for
from mint_lever.procedure.steps import Aspect
from mint_lever.setup import Change, apply_changes, read_setup


def numbers(aspects):
    return [step.number for step in redo_after(aspects, steps_for("unit_mixes"))]


@pytest.mark.parametrize(
    ("touched", "redo"),
    [
        ("servo or horn replaced, spline moved", [5, 6, 8, 9, 10, 11, 12, 13, 18]),
        ("pitch link turned or replaced", [9, 11, 12, 18]),
        ("blades changed", [9, 11, 12, 18]),
        # F27 asks for the cyclic as well after a crash or a rebuilt head.
        ("crash", [9, 10, 11, 12, 18]),
        ("head, grip or feathering shaft rebuilt", [9, 10, 11, 12, 18]),
        ("swash link or swash replaced", [8, 9, 10, 11, 12, 13, 18]),
        ("ball moved on a horn or ring", [9, 10, 11, 12, 18]),
        ("ball moved, links changed to suit", [8, 9, 10, 11, 12, 18]),
        ("unit remounted or turned", [13, 18]),
        ("transmitter changed or model memory reset", [2, 3, 17, 18]),
        ("end points, reversing or trims touched", [3, 18]),
        ("powered up again", [1]),
    ],
)
def test_every_item_of_the_list(touched, redo):
    assert numbers(WORKED_ON[touched]) == redo


def test_the_graph_has_no_circle_and_keeps_the_order_of_work():
    names = order()
    assert len(names) == len(STEPS)
    TopologicalSorter({step.name: step.rests_on for step in STEPS}).prepare()
    number = {step.name: step.number for step in STEPS}
    for step in STEPS:
        assert all(number[base] < step.number for base in step.rests_on)


def test_whatever_is_touched_the_final_directions_come_last():
    for aspect in Aspect.__args__:
        if aspect != "power":
            assert redo_after([aspect])[-1].name == "final_directions"
    assert redo_after([]) == []


@pytest.mark.parametrize(
    ("touched", "redo"),
    [
        ("end points, reversing or trims touched", [12.5, 13, 18]),
        ("pitch link turned or replaced", [9, 11, 12, 18]),
        ("unit remounted or turned", [13, 18]),
    ],
)
def test_a_unit_behind_the_mixing_is_taught_anew_when_what_it_was_shown_changes(touched, redo):
    steps = steps_for("transmitter_mixes_unit_behind")
    assert [step.number for step in redo_after(WORKED_ON[touched], steps)] == redo


def test_a_flybar_head_has_no_corrections_to_check():
    assert "corrections" not in {step.name for step in steps_for("transmitter_mixes")}
    steps = steps_for("transmitter_mixes")
    assert 13 not in [step.number for step in redo_after(["swash_link"], steps)]


@pytest.mark.parametrize(
    ("path", "value", "redo"),
    [
        ("airframe.servos.1.arm_mm", 14.0, [9, 10, 11, 12, 18]),
        ("airframe.servos.1.link_extra_mm", 0.4, [8, 9, 10, 11, 12, 13, 18]),
        ("airframe.servos.0.horn_error_deg", 2.0, [5, 6, 8, 9, 10, 11, 12, 13, 18]),
        ("airframe.head.link_extra_mm.1", 0.2, [9, 11, 12, 18]),
        ("unit.servos.2.reversed", True, [6, 7, 13, 18]),
        ("unit.correction_reversed.roll", True, [13, 18]),
        ("unit.level_trim.high.aileron_pct", 2.0, [8, 9, 10, 11, 12, 18]),
        ("unit.collective_low_pct", 44.0, [11, 12, 18]),
        ("unit.frame_rate_hz", 200.0, [4, 5, 6, 8, 9, 10, 11, 12, 18]),
        ("unit.function_reversed.aileron", True, [7, 18]),
        ("unit.cyclic_pct", 44.0, [10, 12, 18]),
        ("unit.collective_pct", 44.0, [11, 12, 18]),
        ("unit.full_throw_us", 450.0, [10, 11, 12, 18]),
        ("unit.ring_pct", 90.0, [12, 18]),
        ("unit.phase_deg", 5.0, [13, 18]),
        ("transmitter.channels.aileron.travel_high_pct", 104.0, [3, 18]),
        ("transmitter.modes.normal.pitch_curve.2", 52.0, [17, 18]),
        ("name", "Sage", []),
    ],
)
def test_an_edit_undoes_what_rests_on_it(path, value, redo):
    before = read_setup(document())
    after = apply_changes(before.as_document(), [Change(path, value)])
    assert numbers(aspects_changed(before, read_setup(after))) == redo
