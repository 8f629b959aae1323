"""``mint-lever drive`` against SciPy's roots, the energy balance, and Pint.

A motor as a speed for each volt behind a resistance is textbook; 95 % and 12 % are from memory.
"""

import json
from math import pi

import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from builds import with_tail
from command_line import run
from mint_lever.model.drive.drive_machine import Machine, gear_ratio, minutes

UNITS = pint.UnitRegistry()
RPM = 2200.0
DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "poles": 10, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
}
VOLTS = {"full": 4.2, "resting": 3.85, "empty": 3.5}


def drive(*args, **parts):
    described = {name: {**part, **parts.pop(name, {})} for name, part in DRIVE.items()}
    text = json.dumps(with_tail(drive={**described, **parts}))
    code, out, err = run("drive", "-", "--rpm", RPM, *args, text=text)
    assert (code, err) == (0, "")
    return json.loads(out)


def powers():
    code, out, _ = run("hover", "-", "--rpm", RPM, text=json.dumps(with_tail()))
    assert code == 0
    found = json.loads(out)
    return {"hover": found["power_w"], "full": found["full"]["power_w"]}


@pytest.mark.parametrize("pack", VOLTS)
@pytest.mark.parametrize("load", ["hover", "full"])
def test_duty_and_currents_are_those_of_a_root_finder(pack, load):
    gear, ohm, pack_ohm, volts = 112 / 12, 0.018, 0.020, 6 * VOLTS[pack]
    omega = (RPM * UNITS.rpm).to("radian/second").magnitude
    kv = (1100 * UNITS.rpm / UNITS.volt).to("radian/second/volt").magnitude
    torque = powers()[load] * 1.12 / (0.95 * omega * gear)
    amps = torque * kv + 1.8

    def short(duty):
        return duty * (volts - duty * amps * pack_ohm) - omega * gear / kv - amps * ohm

    found = drive()["packs"][pack]
    if short(1.0) < 0:
        assert found[load] == dict.fromkeys(("duty", "motor_a", "battery_a", "pack_v"))
        assert found[f"headroom_{load}_pct"] is None
        return
    duty = brentq(short, 0.0, 1.0, xtol=1e-14)
    assert found[load]["duty"] == pytest.approx(duty, rel=1e-6)
    assert found[load]["motor_a"] == pytest.approx(amps, rel=1e-6)
    assert found[load]["battery_a"] == pytest.approx(duty * amps, rel=1e-6)
    assert found[load]["pack_v"] == pytest.approx(volts - duty * amps * pack_ohm, rel=1e-6)
    assert found[f"headroom_{load}_pct"] == pytest.approx(100 * (1 - duty), rel=1e-6)


@given(
    power=st.floats(1.0, 4000.0),
    rpm=st.floats(300.0, 3500.0),
    cells=st.integers(3, 14),
    pack_ohm=st.floats(0.0, 0.1),
    motor_ohm=st.floats(0.0, 0.1),
)
def test_no_energy_is_made_or_lost(power, rpm, cells, pack_ohm, motor_ohm):
    machine = Machine(
        kv_rpm_per_v=800.0,
        gear=9.0,
        motor_ohm=motor_ohm,
        no_load_a=1.5,
        cells=cells,
        pack_ohm=pack_ohm,
        efficiency=0.95,
        tail_share=0.12,
    )
    omega = rpm * 2 * pi / 60
    held = machine.steady(power, omega, 3.85)
    if not held.holds:
        assert (float(held.duty), float(held.battery_a)) == (0.0, 0.0)
        return
    amps, battery = float(held.motor_a), float(held.battery_a)
    turning = omega * 9.0 / machine.kv_si
    given_by_pack = cells * 3.85 * battery
    heat = battery**2 * pack_ohm + amps**2 * motor_ohm
    assert given_by_pack == pytest.approx(heat + turning * amps, rel=1e-9)
    assert turning * (amps - 1.5) == pytest.approx(power * 1.12 / 0.95, rel=1e-9)
    assert 0 < float(held.duty) <= 1


def test_speed_without_load_gear_and_minutes():
    found = drive()
    assert found["gear_ratio"] == pytest.approx(112 / 12)
    assert found["unloaded_rpm"] == pytest.approx(1100 * 6 * 3.85 * 12 / 112)
    hours = (0.8 * 3300 * UNITS.milliampere * UNITS.hour) / (
        found["packs"]["resting"]["hover"]["battery_a"] * UNITS.ampere
    )
    assert found["minutes"] == pytest.approx(hours.to("minute").magnitude)
    assert minutes(5000, 40) == pytest.approx(6.0)
    staged = drive(gear={"second": [20, 30]})
    assert staged["gear_ratio"] == pytest.approx(gear_ratio(12, 112) * 1.5)


def test_a_weaker_pack_has_less_left_and_one_that_does_not_hold_says_so():
    found = drive()
    rooms = [found["packs"][pack]["headroom_hover_pct"] for pack in VOLTS]
    assert rooms == sorted(rooms, reverse=True)
    weak = drive(pack={"cells": 4, "resistance_mohm": 60.0})
    assert weak["packs"]["empty"]["full"]["duty"] is None
    assert "a nearly empty pack does not hold full collective" in weak["warnings"]


@pytest.mark.parametrize(
    ("parts", "said"),
    [
        ({"motor": {"kv_rpm_per_v": None}}, "Kv"),
        ({"pack": {"resistance_mohm": None}}, "pack resistance"),
        ({"kind": "other"}, "not electric"),
    ],
)
def test_what_is_not_filled_in_is_null_and_named(parts, said):
    found = drive(**parts)
    assert found["packs"]["full"]["hover"]["duty"] is None
    assert any(said.lower() in warning.lower() for warning in found["warnings"])


def test_without_a_drive_it_says_so():
    code, out, _ = run("drive", "-", "--rpm", 2000, text=json.dumps(with_tail()))
    assert code == 0
    found = json.loads(out)
    assert found["gear_ratio"] is None
    assert "no drive is described" in found["warnings"]
