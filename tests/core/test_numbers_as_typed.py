"""Figures as pilots type them at the bench: understood alike, or refused with what is wrong."""

import pytest

from builds import document
from mint_lever.bench.engine.advice import Number
from mint_lever.bench.questions.answer_check import check_answer
from mint_lever.faults import InvalidRequest, InvalidSetup
from mint_lever.setup import Change, read_setup
from mint_lever.setup.edits.path_edit import apply_changes

GAUGE = Number(key="pitch", label="Pitch", unit="°", low=-30.0, high=30.0)
SPEED = Number(key="rpm", label="Head speed", unit="rpm", low=0.0, high=4000.0)


@pytest.mark.parametrize(
    ("text", "value"),
    [
        ("15,25°", 15.25),
        ("15.25 °", 15.25),
        ("١٢.٥", 12.5),
        ("−0,4", -0.4),
        # A thousand times as much is no pitch: there is no doubt.
        ("2,100", 2.1),
    ],
)
def test_a_figure_is_understood_in_any_writing(text, value):
    assert check_answer(GAUGE, text) == value


@pytest.mark.parametrize("text", ["14,5,", "15.25mm", "abc", "1.2.3", "--3", ""])
def test_what_is_none_is_refused_with_what_was_found(text):
    with pytest.raises(InvalidRequest) as refused:
        check_answer(GAUGE, text)
    (fault,) = refused.value.faults
    assert text.strip() in fault.found
    assert "a number from -30 to 30 °" in fault.allowed


@pytest.mark.parametrize("text", ["2,100", "2.100", "2.100 rpm"])
def test_three_digits_after_one_separator_are_asked_about_where_both_are_possible(text):
    with pytest.raises(InvalidRequest) as refused:
        check_answer(SPEED, text)
    (fault,) = refused.value.faults
    assert "2.100 or 2100" in fault.allowed
    assert check_answer(SPEED, "2100") == 2100.0
    assert check_answer(SPEED, "2.1") == 2.1


@pytest.mark.parametrize(
    "path",
    ["airframe.servos.0.arm_mm", "airframe.head.grip_arm_mm", "airframe.head.link_thread_mm"],
)
def test_a_length_no_part_has_is_refused(path):
    made = read_setup(document()).as_document()
    with pytest.raises(InvalidSetup, match=path):
        read_setup(apply_changes(made, [Change(path, 0.0001)]))
    assert read_setup(apply_changes(made, [Change(path, 0.3)]))
