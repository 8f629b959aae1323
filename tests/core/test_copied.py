"""A copy of a helicopter: what never carries over, and what one radio shares.

Common practice, no source: travel, sub-trims, horn places and link lengths belong to one model.
"""

from fnmatch import fnmatchcase

import numpy as np
import pytest

from builds import LAYOUTS, described, random_document
from mint_lever.bench.run.setting_differences import list_differences
from mint_lever.records import copy_for_same_radio, list_uncopied
from mint_lever.records.copy_checklist import KINDS
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.catalogue.setting_rows import list_rows

TOUCHED = {
    "transmitter.channels.aileron.travel_high_pct": 93.0,
    "transmitter.channels.elevator.subtrim_pct": 4.0,
    "transmitter.channels.rudder.trim_pct": -2.0,
    "unit.servos.1.subtrim_us": 18.0,
    "unit.tail.limit_left_pct": 81.0,
    "airframe.servos.0.horn_error_deg": 1.5,
    "airframe.servos.2.link_extra_mm": 0.4,
    "airframe.head.link_extra_mm": [0.2, 0.0],
}
SHARED = {
    "transmitter.modes.normal.pitch_curve": [10.0, 30.0, 50.0, 75.0, 100.0],
    "transmitter.modes.normal.rates.aileron.expo_pct": 17.0,
    "unit.cyclic_pct": 43.0,
    "targets.hover_deg": 5.5,
}


def with_(changes):
    made = [Change(*each) for each in changes.items()]
    return read_setup(apply_changes(described().as_document(), made))


def test_every_kind_speaks_of_settings_there_are():
    paths = [row.path.replace("*", "0") for row in list_rows()]
    for patterns in KINDS.values():
        for pattern in patterns:
            assert any(fnmatchcase(path, pattern) for path in paths), pattern


def test_what_was_entered_of_it_is_named_by_its_kind():
    found = {each.kind: each.names for each in list_uncopied(with_(TOUCHED))}
    assert "Aileron channel, travel above centre" in found["travel and limits"]
    assert {"Rudder channel, trim lever", "Servo 2, sub-trim"} <= set(found["sub-trims and trims"])
    assert "Servo 1, horn off square" in found["horn places"]
    assert "Servo 3, link turned out" in found["link lengths"]
    assert not any("pitch curve" in name for names in found.values() for name in names)


def test_on_the_same_radio_the_shared_stays_and_the_rest_is_as_delivered():
    copy = copy_for_same_radio(with_({**TOUCHED, **SHARED}))
    reset = {each.path for each in list_differences(with_({**TOUCHED, **SHARED}), copy)}
    assert set(TOUCHED) <= reset
    assert not any(path.startswith(tuple(SHARED)) for path in reset)
    assert copy.transmitter.channels.aileron.travel_high_pct == 100.0
    assert copy.unit.servos[1].subtrim_us == 0.0
    assert copy.airframe.servos[0].arm_mm == described().airframe.servos[0].arm_mm


def test_what_was_flown_stays_with_the_one_that_flew():
    day = {"mode": "normal", "rpm": 1850.0, "date": "2026-05-01"}
    flown = with_({"flown.speeds": [day]})
    assert flown.flown is not None
    assert copy_for_same_radio(flown).flown is None


@pytest.mark.parametrize("layout", LAYOUTS)
def test_a_copy_of_a_copy_is_no_other(layout):
    setup = read_setup(random_document(np.random.default_rng(410_500), layout))
    once = copy_for_same_radio(setup)
    assert copy_for_same_radio(once) == once
