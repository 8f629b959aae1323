"""The audit of head speeds: what only a described drive or a reading at the unit can show."""

import re

import pytest

from builds import with_tail
from mint_lever.audit import audit
from mint_lever.bench import Entry
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.steps import make_bench_run
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
    "governor": {"place": "unit", "band_low_rpm": 900.0, "band_high_rpm": 3000.0},
}


def driven(rpm, *changes, drive=DRIVE):
    setup = read_setup(with_tail(drive=drive))
    path = "transmitter.modes.normal.head_speed_rpm"
    made = [Change(path, rpm), *(Change(*each) for each in changes)]
    return read_setup(apply_changes(setup.as_document(), made))


def rules(setup):
    return {finding.rule: finding for finding in audit(setup)}


@pytest.mark.parametrize(("rpm", "severity"), [(2400.0, "fault"), (1950.0, "look")])
def test_a_target_that_leaves_too_little_is_found_and_the_named_one_is_held(rpm, severity):
    found = rules(driven(rpm))["target_beyond_the_drive"]
    assert found.severity == severity
    (named,) = re.findall(r"Ask for (\d+) rpm", found.fix)
    assert float(named) < rpm
    assert "target_beyond_the_drive" not in rules(driven(float(named)))


def test_another_pinion_is_the_other_way_out():
    assert "target_beyond_the_drive" in rules(driven(1950.0))
    larger = driven(1950.0, ("drive.gear.pinion", 16))
    assert "target_beyond_the_drive" not in rules(larger)


@pytest.mark.parametrize(
    "changes",
    [
        [("drive.motor.resistance_mohm", None)],
        [("airframe.rotor", None)],
        [("drive.kind", "other")],
        [("drive.governor.place", "none")],
    ],
)
def test_nothing_is_said_of_what_is_not_known_or_not_governed(changes):
    assert "target_beyond_the_drive" not in rules(driven(2400.0, *changes))


@pytest.mark.parametrize(("shown", "danger"), [(100.0, True), (0.0, False), (None, False)])
def test_full_throttle_at_low_stick_at_the_unit_is_a_danger(shown, danger):
    setup = driven(1500.0)
    read = {} if shown is None else {"unit_throttle.low": shown}
    found = [f for f in audit(setup, read) if f.rule == "full_at_low_stick"]
    assert bool(found) == danger
    assert all(f.severity == "danger" and "Do not arm" in f.fix for f in found)


def test_what_was_read_at_the_unit_reaches_the_audit_of_the_bench():
    setup = read_setup(
        apply_changes(
            make_fresh_setup("Sage").as_document(),
            [Change("drive.governor.place", "unit"), Change("unit.governor", True)],
        )
    )
    for shown, danger in ((100.0, True), (0.0, False)):
        run = make_bench_run(setup, [Entry(0, "unit_throttle", "low", shown, setup)])
        assert ("full_at_low_stick" in {f.rule for f in audit_run(run)}) == danger
