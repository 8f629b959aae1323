"""Head speeds of every mode, and theory calibrated by a hover, against other code.

The rotor by J. G. Leishman's theory with SciPy (tests/other_rotor.py); the drive by SciPy's roots
(tests/judge_drive.py). Bands and factors: common practice, no source.
"""

from datetime import date
from math import pi
from types import SimpleNamespace

import pytest
from scipy.optimize import brentq

import judge_drive
from builds import with_tail
from mint_lever.faults import InvalidRequest
from mint_lever.measure.throttle_headroom import headroom_word
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.model.chain.pose_evaluation import evaluate_pose
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.hover_calibration import calibrate_hover
from mint_lever.modes.head_speed_table import compare_head_speeds
from mint_lever.modes.hover_record import record_hover
from mint_lever.modes.mode_hover import find_hover
from mint_lever.modes.punch_trial import inertia_of, simulate_punch
from mint_lever.setup import Change, apply_changes, read_setup
from other_rotor import other_coefficients

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
}
RPM = {"normal": 1500.0, "idle_up_1": 1700.0}


def setup(*changes):
    document = with_tail(drive=DRIVE)
    speeds = [Change(f"transmitter.modes.{name}.head_speed_rpm", rpm) for name, rpm in RPM.items()]
    made = [Change(path, value) for path, value in changes]
    return read_setup(apply_changes(read_setup(document).as_document(), [*speeds, *made]))


def pitch_by_other_code(of, rpm):
    """The pitch (deg) that carries a setup's weight."""
    rotor = of.airframe.rotor
    blades = SimpleNamespace(
        count=of.airframe.head.blades,
        radius_m=rotor.radius_mm / 1e3,
        root_m=rotor.root_mm / 1e3,
        chord_m=rotor.chord_mm / 1e3,
    )
    tip = rpm * pi / 30 * blades.radius_m
    wanted = of.airframe.mass_g / 1e3 * 9.80665 / (1.225 * pi * blades.radius_m**2 * tip**2)
    return brentq(lambda deg: other_coefficients(blades, deg)[0] - wanted, 0.5, 15.0, xtol=1e-6)


def collective_at(chain, mode, stick_pct):
    row = evaluate_pose(chain, Sticks.at(collective=2 * stick_pct - 100), mode=mode).as_row(0)
    return row["collective_deg"]


class TestHover:
    def test_without_data_the_typed_pitch_stands(self):
        of = setup(("airframe.mass_g", None))
        found = find_hover(build_chain(of), "normal")
        assert (found.by, found.pitch_deg) == ("typed", of.targets.hover_deg)
        assert found.band_pct is None

    @pytest.mark.parametrize("mode", RPM)
    def test_theory_takes_its_place_and_the_curve_gives_it_at_that_stick(self, mode):
        of = setup()
        chain = build_chain(of)
        found = find_hover(chain, mode)
        assert found.by == "paper"
        assert found.pitch_deg == pytest.approx(pitch_by_other_code(of, RPM[mode]), abs=2e-3)
        assert collective_at(chain, mode, found.stick_pct) == pytest.approx(
            found.pitch_deg, abs=0.02
        )
        assert found.band_pct[0] < found.stick_pct < found.band_pct[1]

    def test_a_hover_that_was_flown_calibrates_every_mode_and_paper_stays_beside_it(self):
        plain = setup()
        change = record_hover(build_chain(plain), "normal", 72.0, date(2026, 10, 3))
        of = read_setup(apply_changes(plain.as_document(), change))
        kept = of.flown.hover
        assert kept.pitch_deg == pytest.approx(
            collective_at(build_chain(plain), "normal", 72.0), abs=0.02
        )
        factor = kept.pitch_deg / pitch_by_other_code(of, RPM["normal"])
        assert calibrate_hover(of).factor == pytest.approx(factor, rel=1e-3)
        for mode, rpm in RPM.items():
            found = find_hover(build_chain(of), mode)
            assert found.by == "air"
            paper = pitch_by_other_code(of, rpm)
            assert found.paper.pitch_deg == pytest.approx(paper, abs=2e-3)
            assert found.pitch_deg == pytest.approx(factor * paper, rel=2e-3)
        assert find_hover(build_chain(of), "normal").stick_pct == pytest.approx(72.0, abs=0.1)

    def test_another_curve_later_does_not_change_what_was_seen(self):
        plain = setup()
        change = record_hover(build_chain(plain), "normal", 72.0, date(2026, 10, 3))
        of = read_setup(apply_changes(plain.as_document(), change))
        steeper = apply_changes(
            of.as_document(), [Change("transmitter.modes.normal.pitch_curve", [0.0, 60.0, 100.0])]
        )
        assert calibrate_hover(read_setup(steeper)).factor == calibrate_hover(of).factor

    @pytest.mark.parametrize("stick", [52.0, 100.0])
    def test_a_factor_beyond_belief_is_not_used_and_says_so(self, stick):
        plain = setup()
        change = record_hover(build_chain(plain), "normal", stick, date(2026, 10, 3))
        of = read_setup(apply_changes(plain.as_document(), change))
        found = calibrate_hover(of)
        assert found.factor is None
        assert "0.8 to 2.2" in found.why
        assert find_hover(build_chain(of), "normal").by == "paper"

    def test_what_is_no_hover_is_refused(self):
        chain = build_chain(setup())
        with pytest.raises(InvalidRequest, match="more than 0°"):
            record_hover(chain, "normal", 5.0, date(2026, 10, 3))
        unset = build_chain(setup(("transmitter.modes.normal.head_speed_rpm", None)))
        with pytest.raises(InvalidRequest, match="head speed"):
            record_hover(unset, "normal", 70.0, date(2026, 10, 3))

    def test_a_stick_too_high_says_what_is_missing(self):
        heavy = find_hover(build_chain(setup(("airframe.mass_g", 7500.0))), "normal")
        assert heavy.stick_pct > 80
        assert "too little pitch or head speed" in heavy.said


class TestSpeeds:
    def test_each_mode_with_a_head_speed_is_there_with_its_verdict(self):
        of = setup()
        found = {each.mode: each for each in compare_head_speeds(build_chain(of)).modes}
        assert found.keys() == RPM.keys()
        facts = {
            "kv": 1100.0, "no_load": 1.8, "motor_mohm": 18.0, "pinion": 12, "main": 112,
            "cells": 6, "pack_mohm": 20.0,
        }  # fmt: skip
        document = of.model_dump(mode="json")
        for mode, rpm in RPM.items():
            full = collective_at(build_chain(of), mode, 100.0)
            own = judge_drive.headroom_pct(document, facts, rpm, full)
            said = found[mode].drive["packs"]["resting"]["headroom_full_pct"]
            assert own > 0
            assert said == pytest.approx(own, abs=0.05)
            assert found[mode].word == headroom_word(own)
            unloaded = 1100 * 6 * 3.85 / (112 / 12)
            assert found[mode].shop_pct == pytest.approx(100 * (1 - rpm / unloaded), rel=1e-6)

    @pytest.mark.parametrize("pack", ["full", "resting", "empty"])
    def test_the_highest_speed_a_pack_holds_has_no_throttle_left(self, pack, monkeypatch):
        of = setup()
        held = compare_head_speeds(build_chain(of)).modes[0].held[pack]
        assert held.roomy_rpm < held.most_rpm < held.hover_rpm < held.unloaded_rpm
        facts = {
            "kv": 1100.0, "no_load": 1.8, "motor_mohm": 18.0, "pinion": 12, "main": 112,
            "cells": 6, "pack_mohm": 20.0,
        }  # fmt: skip
        monkeypatch.setattr(
            judge_drive, "RESTING_V", {"full": 4.2, "resting": 3.85, "empty": 3.5}[pack]
        )
        full = collective_at(build_chain(of), "normal", 100.0)
        document = of.model_dump(mode="json")
        at_most = judge_drive.headroom_pct(document, facts, held.most_rpm - 1, full)
        assert at_most == pytest.approx(0.0, abs=0.3)
        roomy = judge_drive.headroom_pct(document, facts, held.roomy_rpm, full)
        assert roomy == pytest.approx(15.0, abs=0.1)

    @pytest.mark.parametrize("wanted", [5.0, 10.0, 25.0])
    def test_another_head_room_is_left_by_what_suits_and_by_the_highest_target(self, wanted):
        of = setup()
        mode = compare_head_speeds(build_chain(of), wanted).modes[0]
        facts = {
            "kv": 1100.0, "no_load": 1.8, "motor_mohm": 18.0, "main": 112, "cells": 6,
            "pack_mohm": 20.0,
        }  # fmt: skip
        full = collective_at(build_chain(of), "normal", 100.0)
        document = of.model_dump(mode="json")
        for row in mode.pinions:
            left = judge_drive.headroom_pct(
                document, {**facts, "pinion": row.teeth}, row.most_rpm, full
            )
            assert left == pytest.approx(wanted, abs=0.1)
        roomy = [row.teeth for row in mode.pinions if row.most_rpm >= mode.rpm]
        assert mode.suits == min(roomy, default=None)

    def test_nothing_is_guessed_where_nothing_is_described(self):
        bare = setup(("drive", None), ("airframe.rotor", None))
        found = compare_head_speeds(build_chain(bare))
        assert {path for path, _ in found.lacks} >= {
            "drive.gear.pinion",
            "airframe.rotor.radius_mm",
        }
        for mode in found.modes:
            assert mode.word is None
            assert mode.shop_pct is None
            assert mode.pinions == ()
            assert mode.held["full"].unloaded_rpm is None

    def test_a_blade_that_begins_beyond_the_radius_is_said_and_not_computed(self):
        wrong = setup(("airframe.rotor.root_mm", 900.0))
        found = compare_head_speeds(build_chain(wrong)).modes[0]
        assert any("beyond the radius" in text for text in found.paper["warnings"])
        assert found.paper["power_w"] is None
        assert found.hover.by == "typed"


class TestPunched:
    def test_a_punch_of_the_setup_needs_the_blades_weight_or_an_inertia(self):
        light = setup(("airframe.rotor.blade_mass_g", None))
        with pytest.raises(InvalidRequest, match="blade"):
            simulate_punch(build_chain(light), "normal", 6.0, "resting")
        given = setup(("airframe.rotor.blade_mass_g", None), ("drive.head_inertia_kg_m2", 0.03))
        assert inertia_of(given) == 0.03
        assert simulate_punch(build_chain(given), "normal", 6.0, "resting").droop_pct > 0

    def test_a_mode_without_a_head_speed_is_named(self):
        unset = build_chain(setup(("transmitter.modes.normal.head_speed_rpm", None)))
        with pytest.raises(InvalidRequest, match="head speed"):
            simulate_punch(unset, "normal", 6.0, "resting")

    def test_a_larger_pinion_is_another_gear(self):
        of = setup(("airframe.rotor.blade_mass_g", 60.0))
        chain = build_chain(of)
        small, large = (simulate_punch(chain, "normal", 6.0, "empty", pinion=p) for p in (10, 15))
        assert small.duty[-1] > large.duty[-1]
