"""Every setting of the catalogue can be set to what it says it allows, and to nothing else."""

import copy
import math

import pytest

from builds import document
from mint_lever.faults import InvalidSetup
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.catalogue.setting_rows import list_rows

# Beyond their own bounds these are held to another setting's, which has tests of its own.
BOUND_TO_OTHERS = {
    "airframe.head.link_extra_mm",
    "airframe.swash.layout",
    "arrangement",
    "transmitter.power_up_mode",
    "transmitter.servo_channels",
}
PARTS = document()
PARTS["airframe"]["tail"] = {}
FULL = read_setup(
    {**PARTS, "drive": {"motor": {}, "gear": {}, "pack": {}, "governor": {}}}
).as_document()
NUMBERS = [
    row
    for row in list_rows()
    if row.kind in ("number", "whole")
    and "*" not in row.path
    and row.path not in BOUND_TO_OTHERS
    and not row.path.startswith("version")
]


def at(document, path):
    for key in path.split("."):
        document = document.get(key) if isinstance(document, dict) else None
    return document


def leaves(value, path=""):
    """Every value of a document by its path."""
    if isinstance(value, dict):
        for key, each in value.items():
            yield from leaves(each, f"{path}.{key}" if path else key)
    elif isinstance(value, list):
        for index, each in enumerate(value):
            yield from leaves(each, f"{path}.{index}")
    else:
        yield path, value


def settable(row):
    """Whether the part it stands in can be there in this setup at all."""
    return not row.path.startswith(("transmitter.swash_mix", "transmitter.servo_channels"))


@pytest.mark.parametrize("row", [row for row in NUMBERS if settable(row)], ids=lambda row: row.path)
def test_a_number_outside_its_bounds_is_refused_by_its_own_path(row):
    before = copy.deepcopy(FULL)
    wrong = [math.nan, "much", True]
    if row.least is not None:
        wrong += [row.least - 1, *([row.least] if row.above else [])]
    if row.most is not None:
        wrong.append(row.most + 1)
    for value in wrong:
        with pytest.raises(InvalidSetup) as refused:
            read_setup(apply_changes(FULL, [Change(row.path, value)]))
        assert row.path in {fault.path for fault in refused.value.faults}
    assert before == FULL


@pytest.mark.parametrize("row", [row for row in NUMBERS if row.optional], ids=lambda row: row.path)
def test_what_may_be_left_out_is_put_in_and_taken_out_again(row):
    low = 1.0 if row.least is None else row.least
    high = low + 2 if row.most is None else row.most
    value = low + (high - low) / 2
    if row.kind == "whole":
        value = int(value) + int(value) % 2
    made = read_setup(apply_changes(FULL, [Change(row.path, value)])).as_document()
    assert at(made, row.path) == pytest.approx(value)
    # Nothing changes but the setting, and parts around it that were left out.
    keys = row.path.split(".")
    heads = [".".join(keys[: length + 1]) for length in range(len(keys))]
    inside = next((head for head in heads if at(FULL, head) is None), row.path)
    before = dict(leaves(FULL))
    changed = {path for path, each in leaves(made) if before.get(path) != each}
    assert row.path in changed
    assert {path for path in changed if not f"{path}.".startswith(f"{inside}.")} == set()
    again = read_setup(apply_changes(made, [Change(row.path, None)])).as_document()
    assert at(again, row.path) is None


@pytest.mark.parametrize(
    "row",
    [row for row in list_rows() if row.kind == "choice" and "*" not in row.path],
    ids=lambda row: row.path,
)
def test_a_choice_takes_no_word_it_does_not_offer(row):
    with pytest.raises(InvalidSetup) as refused:
        read_setup(apply_changes(FULL, [Change(row.path, "sideways")]))
    assert row.path in {fault.path for fault in refused.value.faults}


def test_a_change_of_one_entry_leaves_the_others():
    made = apply_changes(FULL, [Change("airframe.servos.1.arm_mm", 11.5)])
    changed = {path for path, each in leaves(made) if dict(leaves(FULL))[path] != each}
    assert changed == {"airframe.servos.1.arm_mm"}
