"""An answer is worked out again only where something it read is another."""

from threading import Thread

import pytest

from mint_lever.bench.engine.memo import Memo
from mint_lever.setup import Change, apply_changes, make_fresh_setup, read_setup
from mint_lever.setup.read_tracking import plain, value_at, watched


class Sums:
    """Facts are numbers; ``total`` adds up two of them, ``sign`` asks for the total's sign."""

    def __init__(self, facts, before=None, same=()):
        self.facts, self.worked_out = facts, []
        self.memo = Memo(self.find)
        if before is not None:
            self.memo.carry_over(before.memo, same)

    def find(self, key):
        if key[0] == "number":
            return self.facts[key[1]]
        self.worked_out.append(key[0])
        return getattr(self, key[0])()

    def number(self, name):
        return self.memo.fact(("number", name))

    def total(self):
        return self.number("a") + self.number("b")

    def sign(self):
        return self.memo.answer(("total",)) > 0

    def either(self):
        return self.number("a") if self.number("which") else self.number("b")

    def never(self):
        if self.number("a"):
            raise ValueError("no")
        return 0

    def caught(self):
        try:
            return self.memo.answer(("never",))
        except ValueError:
            return None


FACTS = {"a": 1, "b": 2, "c": 3, "which": True}


def asked(key, before=None, **facts):
    now = Sums({**FACTS, **facts}, before)
    return now, now.memo.answer((key,))


def test_what_was_not_read_changes_nothing():
    first, was = asked("total")
    second, value = asked("total", first, c=9)
    assert (was, value, second.worked_out) == (3, 3, [])


def test_what_was_read_is_read_again():
    first, _ = asked("sign")
    second, value = asked("sign", first, a=-9)
    assert value is False
    assert second.worked_out == ["total", "sign"]


def test_of_too_many_answers_none_is_carried_over(monkeypatch):
    first, was = asked("total")
    monkeypatch.setattr("mint_lever.bench.engine.memo._MOST", 0)
    second, value = asked("total", first)
    assert (was, value, second.worked_out) == (3, 3, ["total"])


def test_what_comes_out_the_same_goes_no_further():
    first, _ = asked("sign")
    second, value = asked("sign", first, a=2, b=1)
    assert value is True
    assert second.worked_out == ["total"]


def test_a_change_counts_however_many_runs_later_it_is_asked_for():
    first, _ = asked("total")
    second = Sums({**FACTS, "a": 5}, first)
    third = Sums({**FACTS, "a": 5}, second)
    assert third.memo.answer(("total",)) == 7
    fourth = Sums(FACTS, second)
    assert fourth.memo.answer(("total",)) == 3


def test_only_what_was_really_read_counts():
    first, _ = asked("either")
    second, value = asked("either", first, b=9)
    assert (value, second.worked_out) == (1, [])
    third, value = asked("either", second, which=False, b=9)
    assert (value, third.worked_out) == (9, ["either"])


def test_who_was_told_that_it_cannot_be_has_read_why():
    first, was = asked("caught")
    _, value = asked("caught", first, a=0)
    assert (was, value) == (None, 0)


def test_what_only_the_asker_can_make_is_made_again_where_it_read_another():
    def made(of):
        of.memo.made(("shown", 1), lambda: [of.number("a")])
        return of.memo.made(("shown", 1), lambda: [0])

    first = Sums(FACTS)
    assert made(first) == [1]
    assert made(Sums({**FACTS, "c": 9}, first)) == [1]
    assert made(Sums({**FACTS, "a": 4}, first)) == [4]


def test_facts_of_a_kind_that_is_the_same_are_not_looked_up():
    first, _ = asked("total")
    second = Sums({}, first, same={"number"})
    assert second.memo.answer(("total",)) == 3


def test_two_threads_take_their_own_notes():
    facts = {**FACTS, "a": 1}
    for _ in range(50):
        one = Sums(facts)
        threads = [Thread(target=one.memo.answer, args=((key,),)) for key in ("sign", "either")]
        for each in threads:
            each.start()
        for each in threads:
            each.join()
        _, value = asked("either", one, which=False, b=9)
        assert value == 9


class TestWatchedSetup:
    class Notes:
        takes_notes = True

        def __init__(self):
            self.read = []

        def reads_value(self, path):
            self.read.append(path)

        def reads_presence(self, path):
            self.read.append(f"{path}?")

    @pytest.fixture
    def notes(self):
        return self.Notes()

    def test_a_value_is_noted_by_its_path(self, notes):
        setup = make_fresh_setup("Savory 500")
        assert watched(setup, notes).unit.cyclic_pct == setup.unit.cyclic_pct
        assert notes.read == ["unit?", "unit.cyclic_pct"]

    def test_what_a_part_makes_of_its_values_is_noted_value_by_value(self, notes):
        assert watched(make_fresh_setup("Savory 500"), notes).mixing_unit is not None
        assert notes.read == ["arrangement", "unit?"]

    def test_what_the_library_makes_of_a_part_reads_all_of_it(self, notes):
        setup = make_fresh_setup("Savory 500")
        assert watched(setup, notes).targets.model_dump() == setup.targets.model_dump()
        assert notes.read == ["targets?", "targets"]

    def test_it_is_one_of_the_setups_own_class_and_equals_it(self, notes):
        setup = make_fresh_setup("Savory 500")
        seen = watched(setup, notes)
        assert isinstance(seen, type(setup))
        assert seen == setup
        assert plain(seen) is setup
        assert notes.read == ["", ""]

    def test_kept_too_long_it_is_refused(self, notes):
        unit = watched(make_fresh_setup("Savory 500"), notes).unit
        notes.takes_notes = False
        with pytest.raises(RuntimeError, match="unit was kept beyond"):
            unit.cyclic_pct  # noqa: B018 (read on purpose)

    def test_a_part_left_out_has_nothing_below_it(self):
        setup = make_fresh_setup("Savory 500")
        assert value_at(setup, "unit.cyclic_pct") == setup.unit.cyclic_pct
        bare = read_setup(apply_changes(setup.as_document(), [Change("flown", None)]))
        assert value_at(bare, "flown.hover_factor") is None
