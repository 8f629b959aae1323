"""Pinions, percent governors and wrong figures, against SciPy and by hand."""

from math import pi

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq
from scipy.stats import linregress

from mint_lever.faults import InvalidRequest
from mint_lever.model.drive.drive_machine import Machine
from mint_lever.model.drive.governor_scale import percent_line
from mint_lever.model.drive.pinion_choice import RotorLoad, pinion_rows, suits
from mint_lever.model.drive.speed_multiples import DriveFigures, WrongFigure, explain

MACHINE = Machine(
    kv_rpm_per_v=1100.0,
    gear=112 / 12,
    motor_ohm=0.018,
    no_load_a=1.8,
    cells=6,
    pack_ohm=0.020,
    efficiency=0.95,
    tail_share=0.12,
)
LOAD = RotorLoad(2100 * pi / 30, 500.0, 1900.0)


class TestPinions:
    rows = pinion_rows(MACHINE, 12, range(9, 16), LOAD)

    def test_the_highest_target_is_where_a_root_finder_finds_the_duty(self):
        for row in self.rows:
            gear = 112 / row.teeth

            def over(rpm, gear=gear):
                omega = rpm * pi / 30
                power = 1900.0 * (rpm / 2100) ** 3
                amps = power * 1.12 / (0.95 * omega * gear) * 1100 * pi / 30 + 1.8
                volts = omega * gear / (1100 * pi / 30) + amps * 0.018
                return 0.85 * (6 * 3.85 - 0.85 * amps * 0.020) - volts

            assert row.most_rpm == pytest.approx(brentq(over, 500, 4000), rel=1e-6)

    def test_a_larger_pinion_turns_faster_and_works_the_controller_less(self):
        unloaded = [row.unloaded_rpm for row in self.rows]
        assert unloaded == sorted(unloaded)
        assert unloaded[3] == pytest.approx(1100 * 6 * 3.85 * 12 / 112)
        held = [row.duty_full for row in self.rows if row.duty_full is not None]
        assert held == sorted(held, reverse=True)
        assert self.rows[0].duty_full is None

    def test_the_smallest_that_leaves_enough_suits_and_none_is_said(self):
        best = suits(self.rows)
        enough = [row.teeth for row in self.rows if row.most_rpm >= 2100]
        assert best.teeth == min(enough)
        assert suits(pinion_rows(MACHINE, 12, [6, 7], LOAD)) is None


class TestPercentLine:
    @given(
        st.lists(
            st.tuples(st.floats(1, 100), st.floats(500, 3500)),
            min_size=2,
            max_size=6,
            unique_by=lambda point: round(point[0]),
        )
    )
    def test_it_is_scipys_line(self, points):
        percent, rpm = zip(*points, strict=True)
        other = linregress(percent, rpm)
        if other.slope * (max(percent) - min(percent)) <= 1e-6 * max(rpm):
            with pytest.raises(InvalidRequest):
                percent_line(points)
            return
        line = percent_line(points)
        assert line.slope_rpm == pytest.approx(other.slope, rel=1e-6)
        assert line.base_rpm == pytest.approx(other.intercept, rel=1e-6, abs=1e-4)
        assert not line.provisional
        assert line.percent(line.rpm(60.0)) == pytest.approx(60.0)

    def test_one_point_is_a_line_through_zero_and_provisional(self):
        """F20, common practice, no source: 84.5 % and 2080 RPM fix no more than that."""
        line = percent_line([(84.5, 2080.0)])
        assert line.provisional
        assert line.rpm(42.25) == pytest.approx(1040.0)

    @pytest.mark.parametrize(
        "points",
        [[], [(0.0, 1500.0)], [(50.0, 2000.0), (80.0, 1900.0)], [(3.0, 500.0), (1.1, 500.0)]],
    )
    def test_what_makes_no_line_is_refused(self, points):
        with pytest.raises(InvalidRequest):
            percent_line(points)


class TestMultiples:
    @pytest.mark.parametrize("true", [2, 6, 8, 10, 14])
    @pytest.mark.parametrize("told", range(2, 15, 2))
    def test_a_wrong_pole_count_is_named(self, true, told):
        found = explain(true / told, DriveFigures(poles=true))
        if told == true:
            assert found == ()
        else:
            assert (WrongFigure("poles", told),) in found
            assert all(len(wrong) == 1 for wrong in found)

    def test_a_forgotten_second_stage_is_named_before_two_wrong_figures(self):
        own = DriveFigures(poles=10, stage=1.7)
        assert (WrongFigure("stage", "forgotten"),) in explain(1.7, own)
        found = explain(1.7 * 10 / 8, own)
        assert (WrongFigure("poles", 8), WrongFigure("stage", "forgotten")) in found
        assert all(len(wrong) == 2 for wrong in found)

    @pytest.mark.parametrize("what", ["poles", "pinion", "cells"])
    @pytest.mark.parametrize(("true", "told"), [(12, 10), (12, 14), (10, 8)])
    def test_whichever_figure_was_told_wrong_is_among_the_smallest_sets(self, what, true, told):
        for ratio in (true / told, told / true):
            found = explain(ratio, DriveFigures(**{what: true}))
            assert (WrongFigure(what, told),) in found

    def test_what_nothing_explains_is_left_open(self):
        assert explain(1.005, DriveFigures(poles=10)) == ()
        assert explain(1.13, DriveFigures(poles=10)) == ()
        assert explain(0.0, DriveFigures(poles=10)) == ()
        assert explain(2.0, DriveFigures()) == ()
