"""What is still to be keyed in: all that differs from what a device was last said to hold."""

import pytest

from builds import described
from mint_lever.bench.engine.log import HeldSetting
from mint_lever.devices import read_profile
from mint_lever.records import NEVER_SAID, list_to_key_in
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.arrangement import find_path_device

GAIN = "transmitter.modes.normal.tail_gain_pct"
CURVE = "transmitter.modes.normal.pitch_curve"
RING = "unit.ring_pct"


def with_(*changes):
    return read_setup(apply_changes(described().as_document(), [Change(*each) for each in changes]))


def all_held(setup):
    """What is said when every device is said to hold all of a setup, walked by hand."""
    held = []

    def walk(value, path):
        if isinstance(value, dict | list):
            parts = value.items() if isinstance(value, dict) else enumerate(value)
            for key, inner in parts:
                walk(inner, f"{path}.{key}" if path else str(key))
        else:
            device = "unit" if path.startswith("drive.governor.") else find_path_device(path)
            held.append(HeldSetting(len(held) + 1, device, path, value))

    walk(setup.as_document(), "")
    return held


@pytest.fixture
def setup():
    return with_(("drive.governor.place", "unit"))


def test_nothing_is_left_once_every_device_holds_everything(setup):
    assert list_to_key_in(setup, all_held(setup)) == ()


def test_what_nobody_said_is_open_and_not_known(setup):
    lines = list_to_key_in(setup, [])
    assert {line.device for line in lines} == {"transmitter", "unit", "speed controller"}
    assert {line.before for line in lines} == {NEVER_SAID}
    paths = {path for line in lines for path in line.paths}
    assert {GAIN, RING, "drive.governor.gain"} <= paths
    # Neither metal nor what only records or judges is keyed in anywhere.
    assert not any(path.startswith(("airframe", "targets", "name", "notes")) for path in paths)


def test_a_changed_setting_is_one_line_from_old_to_new(setup):
    held = all_held(setup)
    changed = read_setup(apply_changes(setup.as_document(), [Change(GAIN, -36.5)]))
    (line,) = list_to_key_in(changed, held)
    assert (line.device, line.paths) == ("transmitter", (GAIN,))
    assert (line.name, line.before, line.after) == ("Normal, tail gain", "44", "−36.5")
    back = [*held, HeldSetting(9_999, "transmitter", GAIN, -36.5)]
    assert list_to_key_in(changed, back) == ()
    # What was said later counts, whatever was said before.
    assert len(list_to_key_in(setup, back)) == 1


def test_a_curve_is_keyed_in_whole(setup):
    changed = read_setup(
        apply_changes(setup.as_document(), [Change(f"{CURVE}.1", 30.0), Change(f"{CURVE}.3", 70.0)])
    )
    (line,) = list_to_key_in(changed, all_held(setup))
    assert (line.name, line.paths) == (
        "Normal, pitch curve",
        tuple(f"{CURVE}.{i}" for i in range(5)),
    )
    assert (line.before, line.after) == ("0 · 25 · 50 · 75 · 100", "0 · 30 · 50 · 70 · 100")


def test_what_was_taken_out_still_stands_in_the_device(setup):
    path = "unit.tuning.cyclic.character"
    bare = read_setup(apply_changes(setup.as_document(), [Change(path, None)]))
    (line,) = list_to_key_in(bare, all_held(setup))
    assert (line.paths, line.before, line.after) == ((path,), "3", "not set")


def test_a_governors_figures_are_keyed_in_where_it_stands(setup):
    changed = read_setup(apply_changes(setup.as_document(), [Change("drive.governor.gain", 7.0)]))
    (line,) = list_to_key_in(changed, all_held(setup))
    assert line.device == "unit"
    moved = with_(("drive.governor.place", "speed_controller"), ("drive.governor.gain", 7.0))
    gains = [
        line for line in list_to_key_in(moved, all_held(setup)) if "governor.gain" in line.paths[0]
    ]
    assert [(line.device, line.before) for line in gains] == [("speed controller", NEVER_SAID)]


def test_a_device_is_worked_through_in_its_own_order_on_its_own_scale(setup):
    profile = read_profile(
        {
            "format": "mint-lever-device",
            "version": 1,
            "kind": "unit",
            "name": "Bluebell box",
            "settings": [
                {"path": RING, "called": "Outer stop", "menu": "Travel", "factor": 2.0},
                {"path": "unit.cyclic_pct", "called": "Tilt", "menu": "Travel"},
            ],
        }
    )
    changes = [Change("unit.cyclic_pct", 41.0), Change(RING, 90.0), Change("unit.phase_deg", 3.0)]
    changed = read_setup(apply_changes(setup.as_document(), changes))
    lines = list_to_key_in(changed, all_held(setup), [profile])
    assert [line.paths[0] for line in lines] == [RING, "unit.cyclic_pct", "unit.phase_deg"]
    ring = lines[0]
    assert (ring.called, ring.menu) == ("Outer stop", "Travel")
    assert (ring.shown_before, ring.shown_after) == ("200", "180")
    assert (ring.before, ring.after, ring.unit) == ("100", "90", "%")
    assert lines[2].called == ""
