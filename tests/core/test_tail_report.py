"""The tail on the command line: ``evaluate --rudder``, batches with a rudder, ``tail``."""

import csv
import io
import json

import numpy as np
import pytest

from builds import document, with_tail
from command_line import run
from mint_lever.setup import read_setup, with_arrangement


def command(*args, document):
    code, out, err = run(args[0], "-", *args[1:], text=json.dumps(document))
    assert (code, err) == (0, "")
    return json.loads(out)


class TestEvaluate:
    def test_a_rudder_adds_the_tail_by_hand(self):
        """40 % of 200 µs is 16° of horn. The slider's place is Pythagoras, twice."""
        tail = command("evaluate", "--rudder", 40, document=with_tail())["tail"]
        horn = np.radians(16.0)
        along = 7.5 * np.sin(horn) + np.sqrt(160**2 - (7.5 * (1 - np.cos(horn))) ** 2) - 160
        slider = along + 0.5
        assert tail == pytest.approx(
            {
                "pulse_us": 840.0,
                "horn_deg": 16.0,
                "slider_mm": slider,
                "pitch_deg": np.degrees(np.arcsin(slider / 9.5)),
                "clear_minus_mm": 5.5 + slider,
                "clear_plus_mm": 6.5 - slider,
            }
        )

    def test_without_a_rudder_nothing_is_added(self):
        assert "tail" not in command("evaluate", document=with_tail())

    def test_a_slider_pressed_against_its_contact_is_said(self):
        row = command(
            "evaluate", "--rudder", 100, document=with_tail(unit__tail__limit_right_pct=150)
        )
        assert row["tail"]["clear_plus_mm"] < 0
        assert any("presses" in text and "nose-right" in text for text in row["warnings"])

    def test_what_cannot_be_given_is_null_and_said(self):
        none = command("evaluate", "--rudder", 10, document=document())
        assert none["tail"] is None
        assert any("no tail is described" in text for text in none["warnings"])
        armless = command(
            "evaluate", "--rudder", 10, document=with_tail(airframe__tail__grip_arm_mm=None)
        )
        assert armless["tail"]["pitch_deg"] is None
        assert armless["tail"]["slider_mm"] is not None
        assert any("grip" in text for text in armless["warnings"])

    def test_a_gyro_that_is_not_described_is_said_to_be_a_usual_one(self):
        """Where the transmitter mixes, nothing but the gyro's own box stands behind the rudder."""
        made = with_tail(unit__tail={})
        bare = with_arrangement(read_setup(made), "transmitter_mixes").as_document()
        bare.pop("unit", None)
        for found in (
            command("evaluate", "--rudder", 10, document=bare),
            command("tail", "--rpm", 2100, document=bare),
        ):
            assert any("gyro's own settings are not described" in w for w in found["warnings"])
        known = command("tail", "--rpm", 2100, document=with_tail())
        assert not any("not described" in text for text in known["warnings"])

    def test_the_path_takes_expo_channel_and_direction_with_it(self):
        """Rate 80 % with expo 50 % at half stick is 80·(0.25 + 0.0625) = 25 %; travel 120 %, the
        channel turned round, sub-trim 4 %: −(25·1.2) + 4 = −26 %, and −0.26·200 µs."""
        made = with_tail()
        rates = {"rudder": {"rate_pct": 80, "expo_pct": 50}}
        turned = {"reversed": True, "travel_low_pct": 120, "travel_high_pct": 120, "subtrim_pct": 4}
        made["transmitter"] = {
            "modes": {"normal": {"rates": rates}},
            "channels": {"rudder": turned},
        }
        tail = command("evaluate", "--rudder", 50, document=made)["tail"]
        assert tail["pulse_us"] == pytest.approx(760 - 52.0)

    def test_a_batch_with_a_rudder_gives_what_single_rows_give(self, tmp_path):
        made, path = with_tail(), tmp_path / "sage.json"
        path.write_text(json.dumps(made))

        def batch(text):
            code, out, _ = run("evaluate", path, "--batch", "-", text=text)
            assert code == 0
            return list(csv.DictReader(io.StringIO(out)))

        rows = batch("aileron,elevator,collective,rudder\n0,0,0,40\n10,0,50,-100\n")
        for row, rudder in zip(rows, (40, -100), strict=True):
            single = command("evaluate", "--rudder", rudder, document=made)["tail"]
            assert {key: float(row[f"tail_{key}"]) for key in single} == single
        plain = batch("aileron,elevator,collective\n0,0,0\n")
        assert not [name for name in plain[0] if name.startswith("tail_")]

    def test_a_rudder_beside_a_batch_is_refused(self, tmp_path):
        path = tmp_path / "sage.json"
        path.write_text(json.dumps(with_tail()))
        code, _, err = run("evaluate", path, "--rudder", 3, "--batch", "-", text="")
        assert code == 2
        assert "rudder" in err


class TestTail:
    KEYS = {
        "rpm",
        "torque_nm",
        "thrust_needed_n",
        "pitch_needed_deg",
        "pitch_at_centre_deg",
        "left_nm_left",
        "left_nm_right",
        "full_collective",
        "limit_left_pct",
        "limit_right_pct",
        "warnings",
    }

    def test_the_contracts_keys_and_how_the_figures_hang_together(self):
        found = command("tail", "--rpm", 2100, document=with_tail())
        assert set(found) == self.KEYS
        full = found["full_collective"]
        assert set(full) == {
            "collective_deg",
            "torque_nm",
            "thrust_needed_n",
            "pitch_needed_deg",
            "left_nm_left",
            "left_nm_right",
        }
        assert found["thrust_needed_n"] * 0.79 == pytest.approx(found["torque_nm"])
        assert full["torque_nm"] > found["torque_nm"] > 0
        # The torque takes from one side what it gives to the other.
        more = full["torque_nm"] - found["torque_nm"]
        assert found["left_nm_right"] - full["left_nm_right"] == pytest.approx(more)
        assert full["left_nm_left"] - found["left_nm_left"] == pytest.approx(more)
        assert found["pitch_at_centre_deg"] == pytest.approx(np.degrees(np.arcsin(0.5 / 9.5)))
        rows = command("evaluate", "--collective", 100, document=with_tail())
        assert full["collective_deg"] == rows["collective_deg"]

    def test_a_rotor_the_other_way_round_needs_the_other_push(self):
        one = command("tail", "--rpm", 2100, document=with_tail())
        other = with_tail(airframe__head__rotation="counter_clockwise")
        turned = command("tail", "--rpm", 2100, document=other)
        clockwise = document()["airframe"]["head"].get("rotation", "clockwise") == "clockwise"
        assert clockwise
        assert turned["torque_nm"] == pytest.approx(one["torque_nm"], rel=1e-9)
        assert turned["thrust_needed_n"] == pytest.approx(-one["thrust_needed_n"], rel=1e-9)
        assert turned["pitch_needed_deg"] == pytest.approx(-one["pitch_needed_deg"], rel=1e-9)

    def test_thin_air_needs_more_pitch(self):
        low = command("tail", "--rpm", 2100, document=with_tail())
        high = command("tail", "--rpm", 2100, "--altitude-m", 2500, document=with_tail())
        assert high["pitch_needed_deg"] > low["pitch_needed_deg"]

    def test_the_modes_own_head_speed_counts_and_without_one_it_is_refused(self):
        made = with_tail()
        made["transmitter"] = {"modes": {"idle_up_1": {"head_speed_rpm": 2210}}}
        assert command("tail", "--mode", "idle_up_1", document=made)["rpm"] == 2210
        code, _, err = run("tail", "-", text=json.dumps(made))
        assert code == 2
        assert "rpm" in err

    @pytest.mark.parametrize("args", [("--rpm", "0"), ("--rpm", "nan"), ("--altitude-m", "20000")])
    def test_what_is_out_of_range_is_refused_in_one_line(self, args):
        code, out, err = run("tail", "-", "--rpm", 2100, *args, text=json.dumps(with_tail()))
        assert (code, out, len(err.splitlines())) == (2, "", 1)

    def test_what_is_not_filled_in_is_null_and_named(self):
        found = command("tail", "--rpm", 2100, document=document())
        assert found["torque_nm"] is None
        assert found["full_collective"]["collective_deg"] is not None
        assert any("tail shaft" in text for text in found["warnings"])
        massless = command("tail", "--rpm", 2100, document=with_tail(airframe__mass_g=None))
        assert massless["torque_nm"] is None
        assert massless["full_collective"]["left_nm_right"] is not None

    def test_a_contact_stops_the_slider_and_with_it_what_is_left_over(self):
        free = command("tail", "--rpm", 2100, document=with_tail())
        stopped = with_tail(airframe__tail__slider={"minus_mm": 5.5, "plus_mm": 1.0})
        found = command("tail", "--rpm", 2100, document=stopped)
        assert found["left_nm_right"] < free["left_nm_right"]
        assert found["left_nm_left"] == free["left_nm_left"]

    def test_the_worked_example_of_common_practice(self):
        """4.8 kg, two blades of 775 mm at 2080 rpm: 4.7° in hover and 14.9° at 12° of collective.
        Common practice, no source; 29 N m left over to the right where no blade stalls."""
        made = with_tail()
        made["airframe"]["mass_g"] = 4800.0
        made["airframe"]["rotor"] = {"radius_mm": 775.0, "root_mm": 93.0, "chord_mm": 60.0}
        made["airframe"]["tail"] |= {
            "servo": {"arm_mm": 8.0, "rod_mm": 180.0, "us_per_deg": 5.0},
            "slider": {"minus_mm": 6.0, "plus_mm": 6.0},
            "offset_mm": 0.55,
            "grip_arm_mm": 9.0,
            "radius_mm": 147.0,
            "root_mm": 35.0,
            "chord_mm": 30.0,
            "turns_per_head_turn": 4.6,
            "boom_mm": 868.0,
        }
        found = command("tail", "--rpm", 2080, document=made)
        assert found["pitch_needed_deg"] == pytest.approx(4.7, abs=0.05)
        assert found["torque_nm"] == pytest.approx(4.55, abs=0.01)
        assert found["left_nm_right"] == pytest.approx(29, abs=0.5)
