"""Documents of every older version read for good, say the same, and are never written anew."""

import copy
import json

import numpy as np
import pytest

from builds import LAYOUTS, document, random_document
from mint_lever.faults import InvalidSetup
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.setup import read_document, read_setup
from mint_lever.setup.upgrade import upgraded

STICKS = Sticks.at([0, 60, -80], [0, 40, -20], [0, -30, 70])


@pytest.mark.parametrize("layout", LAYOUTS)
def test_a_document_of_version_1_moves_the_blades_as_the_same_in_the_newest(layout):
    old = random_document(np.random.default_rng(LAYOUTS.index(layout)), layout)
    assert old["version"] == 1
    new = read_setup(old).as_document()
    assert new["version"] == 3
    pitch = [
        evaluate_pose(build_chain(read_setup(each)), STICKS, [0.0, 90.0, 200.0]).pitch_deg
        for each in (old, new)
    ]
    np.testing.assert_array_equal(*pitch)


@pytest.mark.parametrize("layout", LAYOUTS)
def test_version_2_only_lacked_what_version_3_added(layout):
    """A document of version 2 and the same of version 3 are one setup."""
    newest = read_setup(random_document(np.random.default_rng(7), layout)).as_document()
    assert read_setup({**newest, "version": 2}).as_document() == newest


def test_everything_an_old_document_says_is_in_the_new_one():
    old = document()

    def held(small, large, path="document"):
        if isinstance(small, dict):
            for key, each in small.items():
                held(each, large[key], f"{path}.{key}")
        elif isinstance(small, list):
            assert len(small) == len(large), path
            for index, each in enumerate(small):
                held(each, large[index], f"{path}.{index}")
        elif path != "document.version":
            assert small == large, path

    held(old, read_setup(old).as_document())


def test_upgrading_changes_nothing_of_what_it_is_given():
    old = document()
    kept = copy.deepcopy(old)
    made = upgraded(old)
    made["airframe"]["head"]["blades"] = 5
    assert old == kept


@pytest.mark.parametrize("version", [3, 4, 99, 0, -1, "1", 1.0, True, None])
def test_only_versions_that_were_are_upgraded(version):
    given = {**document(), "version": version}
    assert upgraded(given) == given


@pytest.mark.parametrize("version", [4, 99, 0, -1, "1", True, None])
def test_a_version_that_never_was_is_refused_by_its_path(version):
    with pytest.raises(InvalidSetup) as refused:
        read_setup({**document(), "version": version})
    assert "version" in {fault.path for fault in refused.value.faults}


def test_reading_and_writing_comes_to_rest():
    once = read_setup(document()).as_document()
    again = read_document(json.dumps(once).encode())
    assert read_setup(again).as_document() == once


def test_the_new_parts_say_nothing_where_an_old_document_had_none():
    made = read_setup(document())
    assert made.airframe.tail is None
    assert made.drive is None
    assert made.transmitter.modes.trimming is None
