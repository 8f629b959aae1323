"""What is kept of a setup is given again for the very same setup, and for that one only."""

import pytest

from builds import document
from mint_lever.setup import read_setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.read_tracking import watched


def test_worked_out_once_for_a_setup_and_again_for_an_equal_one():
    asked = []

    @remember(2)
    def speed(of, factor):
        asked.append(of)
        return factor * of.airframe.servos[0].arm_mm

    one, equal = read_setup(document()), read_setup(document())
    assert one == equal
    assert speed(one, 1.0) == speed(one, 1.0) == speed(equal, 1.0)
    assert [id(each) for each in asked] == [id(one), id(equal)]
    # An argument that differs is another question; and the eldest of more than two is forgotten.
    assert speed(equal, 2.0) == 2 * speed(one, 1.0)
    speed(one, 1.0)
    assert len(asked) == 4


def test_an_argument_with_a_name_is_refused_and_not_left_out():
    @remember(2)
    def times(number, factor=1.0):
        return number * factor

    assert times(3.0, 2.0) == 6.0
    with pytest.raises(TypeError, match="factor"):
        times(3.0, factor=2.0)


def test_all_of_a_watched_setup_counts_as_read():
    class Notes:
        takes_notes = True

        def __init__(self):
            self.read = []

        def reads_value(self, path):
            self.read.append(path)

        def reads_presence(self, path):
            raise AssertionError(path)

    @remember(4)
    def name(of):
        return of.name

    notes, of = Notes(), read_setup(document())
    assert name(of) == name(watched(of, notes)) == of.name
    assert notes.read == [""]
