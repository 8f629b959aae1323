"""Reading a setup file: every fault is named by its path, nothing is half taken."""

import copy
import json

import pytest

from builds import LAYOUTS, document
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import build_chain
from mint_lever.setup import (
    Change,
    apply_changes,
    make_fresh_setup,
    make_json_schema,
    read_setup,
    with_arrangement,
)
from mint_lever.setup.document_reader import MAX_BYTES


def put(path, value):
    made = document()
    *steps, last = path.split(".")
    at = made
    for step in steps:
        at = at[int(step)] if step.isdigit() else at.setdefault(step, {})
    at[int(last) if last.isdigit() else last] = value
    return made


def first_fault(source):
    with pytest.raises(InvalidSetup) as refused:
        build_chain(read_setup(source))
    return refused.value.faults[0]


SPARE = [{"arm_mm": 12.0, "link_length_mm": 30.0, "arm_bearing_deg": 0.0}]


@pytest.mark.parametrize(
    ("path", "value", "found"),
    [
        ("airframe.head.grip_arm_mm", -3.0, "-3.0"),
        ("airframe.head.grip_arm_mm", float("nan"), "NaN"),
        ("airframe.head.grip_arm_mm", float("inf"), "Infinity"),
        ("airframe.head.grip_arm_mm", "20", '"20"'),
        ("airframe.head.grip_arm_mm", True, "true"),
        ("airframe.head.blades", 1, "1"),
        ("airframe.head.rotation", "left", '"left"'),
        ("airframe.servos.1.arm_mm", 0, "0"),
        ("airframe.servos.1.mounted", 0, "0"),
        ("airframe.swash.balls.0.radius_mm", -1.0, "-1.0"),
        ("airframe.swash.balls.0.radius_mm", 0.0, "0.0"),
        ("transmitter.us_per_pct", 0, "0"),
        ("unit.servos.2.min_us", 2500.0, "2500"),
        ("airframe.servos.0.link_extra_mm", -40.0, "-40, which leaves a link of -7 mm"),
        ("airframe.head.link_extra_mm", [0.0, 0.0, 0.0], "3 entries"),
        ("unit.servos", [{}] * 4, "4 entries"),
        ("airframe.servos", [*document()["airframe"]["servos"], *SPARE], "4 entries"),
    ],
)
def test_a_wrong_value_is_named_by_its_path_what_was_found_and_what_is_allowed(path, value, found):
    fault = first_fault(put(path, value))
    assert fault.path == path
    assert found in fault.found
    assert fault.allowed


@pytest.mark.parametrize("path", ["colour", "airframe.head.colour", "unit.servos.0.colour"])
def test_an_unknown_key_is_refused_with_its_path(path):
    fault = first_fault(put(path, 1))
    assert (fault.path, fault.found) == (path, "an unknown key")


def test_every_fault_is_listed_not_only_the_first():
    made = put("airframe.head.grip_arm_mm", -1.0)
    made["unit"]["cyclic_pct"] = "much"
    with pytest.raises(InvalidSetup) as refused:
        read_setup(made)
    assert [f.path for f in refused.value.faults] == [
        "airframe.head.grip_arm_mm",
        "unit.cyclic_pct",
    ]


def test_a_newer_version_and_another_format_are_refused_by_saying_so():
    newer = first_fault({**document(), "version": 4, "anything": "new"})
    assert newer.path == "version"
    assert "newer" in newer.found
    assert first_fault({**document(), "format": "a/b"}).path == "format"


@pytest.mark.parametrize("arrangement", ["transmitter_mixes", "transmitter_mixes_unit_behind"])
def test_a_transmitter_that_mixes_needs_its_swash_mix_and_channels(arrangement):
    with pytest.raises(InvalidSetup) as refused:
        read_setup({**document(), "arrangement": arrangement})
    assert [f.path for f in refused.value.faults] == [
        "transmitter.swash_mix",
        "transmitter.servo_channels",
    ]
    whole = with_arrangement(read_setup(document()), arrangement).as_document()
    assert read_setup(whole).arrangement == arrangement
    del whole["transmitter"]["servo_channels"][0]
    fault = first_fault(whole)
    assert (fault.path, fault.allowed) == ("transmitter.servo_channels", "at least 3 entries")


@pytest.mark.parametrize(
    "source",
    [
        b"",
        b"\x89PNG\r\n\x1a\n\x00\xff\xfe",
        b"{",
        b"[1, 2]",
        b'"text"',
        b"null",
        b'{"name": "A", "name": "B"}',
        b"[" * 200_000,
        b'{"version": 1' + b"0" * 5000 + b"}",
        b" " * (MAX_BYTES + 1),
    ],
)
def test_rubbish_is_refused_as_a_whole(source):
    assert first_fault(source).allowed


def test_geometry_that_cannot_go_together_is_refused_by_its_part():
    on_one_line = document()
    for ball in on_one_line["airframe"]["swash"]["balls"]:
        ball["azimuth_deg"] = 90.0
    assert first_fault(on_one_line).path == "airframe.swash.balls"
    assert first_fault(put("airframe.head.link_extra_mm.1", 90.0)).path.endswith("link_extra_mm.1")
    far = first_fault(put("airframe.servos.0.link_extra_mm", 120.0))
    assert far.path == "airframe.servos"


def test_a_document_survives_the_round_trip_whole():
    for layout in LAYOUTS:
        setup = read_setup(document(layout))
        again = read_setup(json.dumps(setup.as_document()))
        assert again == setup
        build_chain(make_fresh_setup("Dill", layout, "counter_clockwise", 3))


def test_defaults_fill_what_is_left_out():
    made = document(blades=3)
    del made["airframe"]["head"]["link_extra_mm"]
    setup = read_setup(made)
    assert setup.airframe.head.link_extra_mm == [0.0, 0.0, 0.0]
    assert setup.transmitter.modes.normal.pitch_curve == [0, 25, 50, 75, 100]
    assert setup.transmitter.channels.rudder.limit_high_pct == 135.0  # F3


def test_the_schema_describes_what_is_read():
    schema = make_json_schema()
    assert schema["additionalProperties"] is False
    assert schema["properties"]["format"]["const"] == "mint-lever/setup"
    head = schema["$defs"]["Head"]["properties"]["grip_arm_mm"]
    assert head["minimum"] == 0.1
    assert head["unit"] == "mm"


def test_changes_apply_by_path_to_a_copy():
    before = read_setup(document()).as_document()
    kept = copy.deepcopy(before)
    changes = [Change("airframe.servos.0.arm_mm", 15.0), Change("name", "Sage")]
    after = apply_changes(before, changes)
    assert (after["airframe"]["servos"][0]["arm_mm"], after["name"]) == (15.0, "Sage")
    assert before == kept


@pytest.mark.parametrize(
    "path", ["airframe.servos.9.arm_mm", "airframe.servos.x", "name.x", "a..b"]
)
def test_a_change_to_no_place_is_refused(path):
    with pytest.raises(InvalidSetup, match="a setting that exists"):
        apply_changes(read_setup(document()).as_document(), [Change(path, 1)])
