"""A setting is declared once: every path of the schema has its name, help, unit, place and step."""

import re
from typing import Annotated

import pytest

from mint_lever.bench.steps import STEPS
from mint_lever.setup import apply_changes, make_fresh_setup, make_json_schema, read_setup
from mint_lever.setup.arrangement import ARRANGEMENTS
from mint_lever.setup.catalogue.setting_rows import (
    SettingRow,
    _Place,
    _walk,
    find_pattern,
    find_row,
    list_rows,
    name_path,
    rows_under,
)
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.setting_description import About, Quantity

SCHEMA = make_json_schema()
FILLER = re.compile(r"\b(todo|tbd|fixme|xxx|lorem|description|setting of|n/a|same as)\b", re.I)
BARE = {"", "%", "mm", "deg", "us", "V", "Hz"}


def leaves(part, path=""):
    """Every path of the JSON Schema that holds a value, with ``*`` for a list's entries."""
    while "$ref" in part:
        part = SCHEMA["$defs"][part["$ref"].split("/")[-1]]
    if "anyOf" in part:
        part = next(each for each in part["anyOf"] if each.get("type") != "null")
        yield from leaves(part, path)
    elif part.get("type") == "object":
        for key, inner in part["properties"].items():
            yield from leaves(inner, f"{path}.{key}" if path else key)
    elif part.get("type") == "array":
        yield from leaves(part["items"], f"{path}.*")
    else:
        yield path, part


PATHS = dict(leaves(SCHEMA))


def lacks(row: SettingRow) -> list[str]:
    """What a row lacks, in words; empty when it says everything it has to."""
    about, missing = row.about, []
    label, help_ = about.label, about.help
    if not label.strip() or "_" in label or FILLER.search(label):
        missing.append("a label in a pilot's words")
    sentence = help_.strip().endswith(".") and len(help_.split()) >= 5
    if not sentence or "_" in help_ or FILLER.search(help_):
        missing.append("a sentence of help")
    if help_.strip(". ").lower() == label.strip().lower():
        missing.append("help that is not its label")
    if not (about.steps or about.turns or about.record):
        missing.append("a step of the bench, or that it only records")
    if row.kind in ("number", "whole", "numbers") and (row.least is None or row.most is None):
        missing.append("bounds")
    if row.kind == "number" and not (row.unit or row.path.endswith(("ratio", "gain", "turn"))):
        missing.append("a unit")
    if row.kind in ("choice", "flag", "names") and not row.words:
        missing.append("names of its values")
    if any("_" in word or not word.strip() for _, word in row.words):
        missing.append("names of its values in a pilot's words")
    return missing


def test_every_path_of_the_schema_has_a_row_and_no_row_is_made_up():
    rows = {row.path for row in list_rows()}
    expected = {
        path if path in rows else path.removesuffix(".*") if path.endswith(".*") else path
        for path in PATHS
    }
    assert expected == rows
    assert len(rows) > 300


@pytest.mark.parametrize("row", list_rows(), ids=lambda row: row.path)
def test_nothing_of_a_setting_is_missing(row):
    assert lacks(row) == []


@pytest.mark.parametrize(
    ("about", "missing"),
    [
        ({"label": "ring_pct"}, "a label in a pilot's words"),
        ({"help": "Ring."}, "a sentence of help"),
        ({"help": "TODO say what this is and where it is read."}, "a sentence of help"),
        ({"steps": ()}, "a step of the bench, or that it only records"),
    ],
)
def test_the_check_sees_what_is_missing(about, missing):
    good = find_row("unit.ring_pct")
    assert lacks(good) == []
    said = {name: getattr(good.about, name) for name in good.about.__dataclass_fields__}
    bad = SettingRow(**{**vars(good), "about": About(**{**said, **about})})
    assert missing in lacks(bad)


def test_every_value_of_a_choice_has_a_name():
    for row in list_rows():
        allowed = PATHS.get(row.path, PATHS.get(f"{row.path}.*"))
        if "enum" in allowed:
            assert {value for value, _ in row.words} == set(allowed["enum"]), row.path


def test_no_two_settings_of_one_part_have_the_same_name():
    names = [(row.holders, row.group, row.about.label, row.path.count("*")) for row in list_rows()]
    twice = {name for name in names if names.count(name) > 1}
    # The modes' own settings differ by their mode, which stands in the holders.
    assert twice == set()


@pytest.mark.parametrize(
    ("path", "name"),
    [
        ("airframe.servos.1.arm_mm", "Servo 2, horn length"),
        ("airframe.head.link_extra_mm.1", "Link B turned out"),
        ("transmitter.channels.aileron.travel_high_pct", "Aileron channel, travel above centre"),
        ("transmitter.channels.aileron", "Aileron channel"),
        ("transmitter.modes.idle_up_1.pitch_curve.2", "Idle-up 1, pitch at point 3"),
        ("transmitter.modes.normal.pitch_curve", "Normal, pitch curve"),
        ("unit.level_trim.high.aileron_pct", "Levelling, high end, aileron"),
        ("transmitter.servo_channels.0.reversed", "Servo 1's channel, direction"),
        ("drive.pack.cells", "Pack, cells in series"),
        ("airframe.servos", "Servo"),
        ("unit.rated_volt", "The unit's rating"),
    ],
)
def test_a_path_is_named_as_a_pilot_would(path, name):
    assert name_path(path) == name


def test_no_path_is_ever_shown_as_it_is_written():
    whole = make_fresh_setup("Dill").as_document()

    def walk(value, path):
        if isinstance(value, dict | list):
            for key, inner in value.items() if isinstance(value, dict) else enumerate(value):
                yield from walk(inner, f"{path}.{key}" if path else str(key))
        if path:
            yield path

    for path in walk(whole, ""):
        assert "_" not in name_path(path), path
        assert "{" not in name_path(path), path


def test_device_and_in_play_follow_the_arrangement():
    unit, behind, alone = (ARRANGEMENTS[name] for name in ARRANGEMENTS)
    cases = {
        "unit.servos.0.subtrim_us": ("unit", (True, False, False)),
        "transmitter.servo_channels.0.subtrim_pct": ("transmitter", (False, True, True)),
        "transmitter.channels.aileron.travel_low_pct": ("transmitter", (True, False, False)),
        "transmitter.channels.aileron.trim_pct": ("transmitter", (True, True, True)),
        "transmitter.channels.rudder.travel_low_pct": ("transmitter", (True, True, True)),
        "unit.frame_rate_hz": ("unit", (True, True, False)),
        "unit.tail.limit_left_pct": ("unit", (True, True, True)),
        "speed_controller.bec_volt": ("speed controller", (True, True, True)),
        "airframe.head.grip_arm_mm": ("helicopter", (True, True, True)),
    }
    for path, (device, plays) in cases.items():
        row = find_row(path)
        assert row.device == device
        assert tuple(row.in_play(each) for each in (unit, behind, alone)) == plays, path


def test_what_only_records_is_what_was_meant_to():
    record = {row.path for row in list_rows() if row.about.record}
    assert {"name", "notes", "transmitter.expo_sign", "targets.hover_deg"} <= record
    assert not record & {"unit.cyclic_pct", "arrangement", "unit.correction_reversed.roll"}


def test_a_field_that_says_nothing_of_itself_cannot_be_put_in():
    from mint_lever.setup.catalogue.setting_rows import _Place, _walk
    from mint_lever.setup.parts.number_kinds import Length, Part

    class Nameless(Part):
        arm_mm: Length

    with pytest.raises(TypeError, match="arm_mm says nothing of itself"):
        list(_walk(Nameless, _Place()))


def test_a_part_that_was_left_out_is_put_in_with_its_first_setting():
    setup = make_fresh_setup("Dill")
    assert setup.drive is None
    cells = Change("drive.pack.cells", 12)
    made = read_setup(apply_changes(setup.as_document(), [cells]))
    assert made.drive.pack.cells == 12
    assert made.drive.governor.gain == 6.0


def test_units_are_those_the_numbers_were_declared_in():
    assert find_row("airframe.servos.0.arm_mm").unit == "mm"
    assert Quantity("mm", 0.1).unit == "mm"
    assert {row.unit for row in list_rows() if row.kind == "number"} >= BARE - {""}
    assert find_pattern("unit.servos.12.min_us") == "unit.servos.*.min_us"
    assert {row.path for row in rows_under("unit.servos.0")} == {
        f"unit.servos.*.{key}" for key in ("reversed", "subtrim_us", "min_us", "max_us")
    }


def test_steps_are_named_by_the_registry_alone():
    titles = {step.name: step.title for step in STEPS}
    assert len(titles) == len(STEPS)
    assert all(re.fullmatch(r"[A-Z][a-z ,-]+", title) for title in titles.values())


@pytest.mark.parametrize(("signed", "one_sided"), [(0, 50), (50, 75), (20, 60), (-100, 0)])
def test_f15_the_tail_gain_on_a_channel_that_counts_from_zero(signed, one_sided):
    """F15, common practice, no source: 60 to 80 with the change-over in the middle is 20 to 60."""
    (scale,) = find_row("transmitter.modes.normal.tail_gain_pct").about.scales
    assert scale.shown(signed) == one_sided


class Boom(Part, stage="tail", group="Boom"):
    length_mm: Annotated[float, About(label="Length", help="End to end.")] = 700.0
    load_n: Annotated[
        float, About(label="Load", help="At its end.", stage="drive", group="Own")
    ] = 1


class Brace(Part):
    length_mm: Annotated[float, About(label="Length", help="End to end.")] = 300.0


def test_a_part_says_once_where_its_settings_stand():
    rows = {row.path: (row.stage, row.group) for row in _walk(Boom, _Place())}
    assert rows == {"length_mm": ("tail", "Boom"), "load_n": ("drive", "Own")}
    with pytest.raises(TypeError, match=r"Brace\.length_mm is of no stage"):
        list(_walk(Brace, _Place()))
