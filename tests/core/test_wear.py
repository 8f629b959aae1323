"""Packs over their life, flights on parts, and what a crash asks for."""

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mint_lever.bench.engine.change_effects import HANDWORK
from mint_lever.field.flights.pack_life import PackMeasurement, judge_pack_life, unlike
from mint_lever.field.flights.part_wear import AFTER_A_CRASH, PARTS, count_flights


def measured(*values, by="log"):
    day = date(2026, 3, 1)
    return [PackMeasurement(day + timedelta(7 * i), value, by) for i, value in enumerate(values)]


class TestPack:
    @pytest.mark.parametrize(
        ("values", "word"),
        [
            ((20, 20, 21, 20, 21, 22), "fresh"),
            ((20, 21, 20, 24, 27, 28, 29), "tired"),
            ((20, 21, 20, 30, 34, 35), "worn"),
            ((20, 40), "not known"),
            ((), "not known"),
        ],
    )
    def test_it_is_judged_by_what_it_was_when_new(self, values, word):
        found = judge_pack_life(measured(*values))
        assert found.word == word
        assert found.text.endswith(".")

    def test_its_figures_are_medians_of_either_end(self):
        found = judge_pack_life(measured(20, 90, 21, 24, 27, 28, 29))
        assert (found.new_mohm, found.now_mohm) == (21, 28)
        assert found.times == pytest.approx(28 / 21)

    def test_a_meter_and_a_log_are_not_mixed(self):
        assert (
            judge_pack_life(measured(20, 20, 20) + measured(40, 40, 40, by="meter")).times is None
        )

    @given(st.permutations(measured(20, 21, 20, 24, 27, 28, 29)))
    def test_the_order_of_entry_makes_no_difference(self, some):
        assert judge_pack_life(some) == judge_pack_life(measured(20, 21, 20, 24, 27, 28, 29))

    def test_a_fresh_pack_is_not_compared_with_a_tired_one(self):
        assert "20 mΩ" in unlike(20, 30)
        assert unlike(30, 20) == unlike(20, 30)
        assert unlike(20, 24) == unlike(None, 24) == ""


def test_flights_on_a_part_count_from_when_it_was_new():
    found = count_flights({"belt": 40, "main blades": 120}, 112)
    assert (found["belt"], found["main blades"], found["dampers"]) == (72, 0, None)
    assert set(found) == {part.name for part in PARTS}


def test_everything_to_look_at_after_a_crash_opens_steps_that_there_are():
    assert len({each.what for each in AFTER_A_CRASH}) == len(AFTER_A_CRASH) > 10
    for each in AFTER_A_CRASH:
        assert each.how.endswith(".")
        assert all(aspect in HANDWORK for aspect in each.touches)
    # F27: pitch links and head are among them.
    touched = {aspect for each in AFTER_A_CRASH for aspect in each.touches}
    assert {"head", "blade_link", "blade"} <= touched
