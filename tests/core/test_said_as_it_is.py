"""What is common practice and off the rule is said as what it is, not called a fault.

Common practice, no source (F5, F7).
"""

import pytest

from mint_lever.audit import audit
from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup


def edited(*changes):
    setup = make_fresh_setup("Savory 500")
    edits = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(setup.as_document(), edits))


@pytest.mark.parametrize(
    ("rate_hz", "rated", "word"),
    [
        (166.0, 0.0, "in"),
        (167.0, 0.0, "workable"),
        (200.0, 0.0, "workable"),
        (201.0, 0.0, "out"),
        (200.0, 200.0, "in"),
        (200.0, 199.0, "out"),
    ],
)
def test_a_rate_of_200_is_workable_while_nobody_knows_the_rating(rate_hz, rated, word):
    setup = edited(("unit.frame_rate_hz", rate_hz))
    entries = [
        Entry(0, "servo_basics", "rated", rated, setup),
        Entry(1, "servo_basics", "behave", "quiet", setup),
    ]
    found = make_bench_run(setup, entries).advice("servo_basics")
    (asked,) = [ask for ask in found.asks if ask.key == "rated"]
    assert asked.word == word
    assert bool([each for each in found.actions if each.key == "frame_rate"]) == (word == "out")
    assert ("166 Hz is the safe start" in found.summary) == (word == "workable")


def _layout(setting, plate):
    balls = [(f"airframe.swash.balls.{i}.azimuth_deg", at) for i, at in enumerate(plate)]
    named = ("airframe.swash.layout", setting)
    setup = edited(named, *balls)
    return [each for each in audit(setup) if each.rule == "layout_against_balls"]


AT_140 = (180.0, 40.0, 320.0)
AT_135 = (180.0, 45.0, 315.0)


def test_a_setting_of_135_on_a_plate_of_140_is_said_and_nothing_changed():
    (finding,) = _layout("three_135", AT_140)
    assert finding.found == "a 140° plate on a setting for 135°"
    assert finding.severity == "look"
    assert finding.changes == ()


@pytest.mark.parametrize(("setting", "plate"), [("three_135", AT_135), ("three_140", AT_140)])
def test_a_plate_on_its_own_setting_is_silent(setting, plate):
    assert _layout(setting, plate) == []


@pytest.mark.parametrize(("setting", "plate"), [("three_140", AT_135), ("three_120", AT_140)])
def test_any_other_difference_is_still_a_wrong_name(setting, plate):
    (finding,) = _layout(setting, plate)
    assert finding.found.startswith("layout ")
    assert finding.changes
