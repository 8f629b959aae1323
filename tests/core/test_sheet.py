"""The bench sheet: everything that is to be keyed in, was read, is open; nothing made up."""

import re

import pytest

from builds import described
from mint_lever.records import Saved, bench_sheet
from mint_lever.run.log import Entry, Held
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.by_default import by_default
from mint_lever.steps import bench_run

DRAFT = Saved(None, None, fit=False, withheld=("zero pitch: open",))


def with_(*changes):
    return read_setup(apply_changes(described().as_document(), [Change(*each) for each in changes]))


def sheet_of(setup=None, entries=(), saved=DRAFT, held=()):
    setup = setup or described()
    readings = [Entry(n + 1, *each, setup) for n, each in enumerate(entries)]
    return bench_sheet(bench_run(setup, readings, []), saved, held)


def figures(sheet, title):
    return [
        each for section in sheet.sections if section.title == title for each in section.figures
    ]


def one(sheet, title, label):
    (found,) = [each for each in figures(sheet, title) if each.label == label]
    return found


def test_it_goes_in_the_order_of_work():
    assert [section.title for section in sheet_of().sections] == [
        "To key into the transmitter",
        "To key into the unit",
        "To key into the speed controller",
        "Metal",
        "Readings",
        "Directions and fail-safe",
        "Tail",
        "Modes at the blade",
    ]


def test_a_draft_says_so_and_why_it_is_not_fit():
    assert sheet_of().head[0] == "Draft, not saved as a revision"
    assert sheet_of().head[-2:] == ("Not fit to fly", "zero pitch: open")
    saved = Saved(4, "28 November 2026", fit=True, withheld=())
    assert sheet_of(saved=saved).head == (
        "Revision 4, 28 November 2026",
        "unit mixes, three servos, 120°, rotor turns clockwise, 2 blades",
        "Fit to fly",
    )


@pytest.mark.parametrize(
    ("path", "value", "title", "label", "said"),
    [
        ("unit.cyclic_pct", 41.5, "To key into the unit", "Cyclic throw", "41.5"),
        ("airframe.servos.1.arm_mm", 12.5, "Metal", "Servo 2, horn length", "12.5"),
        (
            "transmitter.modes.normal.tail_gain_pct",
            -30.0,
            "To key into the transmitter",
            "Normal, tail gain",
            "−30",
        ),
        (
            "airframe.tail.servo.arm_mm",
            8.25,
            "Tail",
            "Tail, servo, horn length",
            "8.25",
        ),
    ],
)
def test_a_changed_setting_is_another_figure(path, value, title, label, said):
    assert one(sheet_of(), title, label).value != said
    changed = one(sheet_of(with_((path, value))), title, label)
    assert (changed.value, changed.mark) == (said, "entered")


def test_what_is_as_delivered_says_so():
    found = {each.label: each.mark for each in figures(sheet_of(), "To key into the unit")}
    assert found["Frame rate"] == "default"
    assert found["Cyclic throw"] == "entered"
    assert by_default(described(), "unit.frame_rate_hz")
    # A horn has no length of delivery.
    assert not by_default(described(), "airframe.servos.0.arm_mm")


def test_what_is_still_to_be_keyed_in_is_marked():
    held = [Held(1, "unit", "unit.ring_pct", 100.0), Held(2, "unit", "unit.phase_deg", 4.0)]
    sheet = sheet_of(held=held)
    assert one(sheet, "To key into the unit", "Cyclic ring").note == ""
    assert one(sheet, "To key into the unit", "Phase").note == "still to be keyed in, was 4"


def test_a_reading_has_its_mean_its_band_and_its_verdict():
    """Zero pitch is wanted within 0.2° (F-table: zero pitch)."""
    entries = [("zero_pitch", "blade.0", 0.0), ("zero_pitch", "blade.0", 0.1)]
    sheet = sheet_of(entries=[*entries, ("zero_pitch", "blade.1", 0.9)])
    good, bad = (one(sheet, "Readings", f"Blade {each} over the boom") for each in "AB")
    assert (good.value, good.unit, good.mark) == ("0.05", "°", "measured")
    assert good.note == "wanted −0.2 to 0.2: in"
    assert bad.note.endswith(": out")
    assert good.group == "Zero pitch and tracking"


def test_what_nobody_read_is_not_measured_and_never_nought():
    readings = figures(sheet_of(), "Readings")
    assert len(readings) > 20
    assert {(each.value, each.mark) for each in readings} == {("not measured", "not measured")}
    looks = figures(sheet_of(), "Directions and fail-safe")
    assert {each.mark for each in looks} == {"not measured"}


def test_a_confirmed_direction_is_said_in_its_own_words():
    entries = [("final_directions", "collective", "right")]
    found = one(sheet_of(entries=entries), "Directions and fail-safe", "Collective up: pitch rises")
    assert (found.value, found.mark) == ("As it should", "measured")


def test_a_mode_is_computed_at_the_blade():
    """Half the throw is half the pitch, near enough, on a symmetric build."""
    label = "Normal, collective low, middle and high"
    full, half = (
        one(
            sheet_of(with_(("unit.collective_pct", pct), ("unit.collective_low_pct", pct))),
            "Modes at the blade",
            label,
        )
        for pct in (40.0, 20.0)
    )
    assert full.mark == "computed"
    degrees = [
        [float(each.replace("−", "-").rstrip("°")) for each in found.value.split(" · ")]
        for found in (full, half)
    ]
    assert degrees[0][1] == degrees[1][1] == 0
    assert degrees[1][2] == pytest.approx(degrees[0][2] / 2, rel=0.1)


def test_open_steps_begin_with_the_next_one():
    sheet = sheet_of()
    assert re.match(r"1 Make safe, open$", sheet.open_steps[0])
    assert len(sheet.open_steps) > 20


def test_every_setting_a_device_holds_is_on_it_once():
    sheet = sheet_of()
    for device in ("transmitter", "unit", "speed controller"):
        labels = [each.label for each in figures(sheet, f"To key into the {device}")]
        assert len(labels) == len(set(labels))
    unit = {each.label for each in figures(sheet, "To key into the unit")}
    assert {"Governor, governor gain", "Heading hold", "Cyclic centre, aileron"} <= unit
    curve = one(sheet, "To key into the transmitter", "Normal, pitch curve")
    assert curve.value == "0 · 25 · 50 · 75 · 100"
