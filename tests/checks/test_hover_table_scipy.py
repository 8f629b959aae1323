"""Hover of all modes with one thing changed, each row by SciPy's root on another theory's code."""

from math import pi

import numpy as np
import pytest
from scipy.optimize import brentq

from builds import with_tail
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.model.rotor.hover_power import Blades
from mint_lever.modes.hover_table import WORDS, hover_table
from mint_lever.setup import read_setup
from other_rotor import other_coefficients

DRIVE = {
    "motor": {"kv_rpm_per_v": 1100.0, "resistance_mohm": 18.0, "no_load_a": 1.8},
    "gear": {"pinion": 12, "main": 112},
    "pack": {"cells": 6, "resistance_mohm": 20.0, "capacity_mah": 3300.0},
}
SPEEDS = {"normal": 1900.0, "idle_up_1": 2200.0}
# grams, rpm, cells, kg/m³: ICAO Doc 7488's pressure at 1,500 m (84,556 Pa, from memory) at 15 °C.
CHANGED = {
    "as it is": (0, 0, 0, 1.225),
    "lighter": (-100, 0, 0, 1.225),
    "heavier": (100, 0, 0, 1.225),
    "slower": (0, -100, 0, 1.225),
    "faster": (0, 100, 0, 1.225),
    "fewer cells": (0, 0, -2, 1.225),
    "more cells": (0, 0, 2, 1.225),
    "high up": (0, 0, 0, 84_556 / (287.05287 * 288.15)),
}


MODES = {"modes": {"normal": {}, "idle_up_1": {"pitch_curve": [10.0, 52.0, 95.0]}}}


def chain(**parts):
    return build_chain(read_setup(with_tail(drive=DRIVE, transmitter=MODES, **parts)))


@pytest.fixture(scope="module")
def table():
    return hover_table(chain(), SPEEDS)


@pytest.mark.parametrize("mode", SPEEDS)
@pytest.mark.parametrize("what", CHANGED)
def test_each_row_is_hover_with_that_one_thing_changed(table, mode, what):
    airframe = with_tail()["airframe"]
    described = airframe["rotor"]
    blades = Blades(
        airframe["head"]["blades"],
        *(described[f"{part}_mm"] / 1e3 for part in ("radius", "root", "chord")),
    )
    grams, rpm, cells, density = CHANGED[what]
    omega = (SPEEDS[mode] + rpm) * pi / 30
    tip = omega * blades.radius_m
    force = density * pi * blades.radius_m**2 * tip**2
    weight = (airframe["mass_g"] + grams) / 1000 * 9.80665

    def over(pitch):
        return other_coefficients(blades, pitch)[0] * force - weight

    pitch = brentq(over, 0.3, 20.0, xtol=1e-9)
    power = other_coefficients(blades, pitch)[1] * force * tip
    (row,) = (row for row in table[mode] if row.what == what)
    assert row.collective_deg == pytest.approx(pitch, abs=1e-3)
    assert row.power_w == pytest.approx(power, rel=1e-3)
    volts, kv, gear = (6 + cells) * 3.85, 1100 * pi / 30, 112 / 12
    amps = power * 1.12 / (0.95 * omega * gear) * kv + 1.8
    ohm = 0.020 * (6 + cells) / 6

    def short(duty):
        return duty * (volts - duty * amps * ohm) - omega * gear / kv - amps * 0.018

    if short(1.0) < 0:
        assert row.battery_a is None
        assert row.minutes is None
        return
    battery = brentq(short, 0.0, 1.0) * amps
    assert row.battery_a == pytest.approx(battery, rel=1e-3)
    assert row.minutes == pytest.approx(0.8 * 3.3 * 60 / battery, rel=1e-3)


def test_every_stick_makes_its_pitch_on_the_modes_own_curve(table):
    here = chain()
    for mode, rows in table.items():
        assert [row.what for row in rows] == list(WORDS)
        for row in rows:
            at = evaluate_pose(here, Sticks.at(collective=2 * row.stick_pct - 100), mode=mode)
            assert at.as_row(0)["collective_deg"] == pytest.approx(row.collective_deg, abs=3e-3)


def test_what_is_not_known_is_none():
    bare = build_chain(read_setup(with_tail()))
    row = hover_table(bare, {"normal": 1900.0})["normal"][0]
    assert row.collective_deg is not None
    assert (row.battery_a, row.minutes) == (None, None)
    weightless = hover_table(chain(airframe__mass_g=None), SPEEDS)
    assert weightless == {"normal": [], "idle_up_1": []}
    slow = hover_table(chain(), {"normal": 420.0})["normal"]
    assert slow[0].collective_deg is None
    assert slow[0].stick_pct is None
    assert np.isfinite(slow[4].collective_deg or 0.0)
