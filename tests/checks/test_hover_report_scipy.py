"""``mint-lever hover`` against other code: SciPy's roots and integrals, Pint, the chain alone."""

import json
from math import pi

import numpy as np
import pint
import pytest
from scipy.integrate import quad
from scipy.optimize import brentq

from builds import with_tail
from command_line import run
from mint_lever.model.rotor.hover_power import Blades
from other_rotor import other_coefficients

UNITS = pint.UnitRegistry()
RPM = 2200.0
OMEGA = float((RPM * UNITS.revolution / UNITS.minute).to("radian/second").magnitude)


def command(*args, document):
    code, out, err = run(args[0], "-", *args[1:], text=json.dumps(document))
    assert (code, err) == (0, "")
    return json.loads(out)


def helicopter(**changes):
    return with_tail(airframe__rotor__blade_mass_g=150.0, **changes)


def hover(*args, **changes):
    return command("hover", "--rpm", RPM, *args, document=helicopter(**changes))


@pytest.fixture(scope="module")
def described():
    airframe = helicopter()["airframe"]
    rotor = airframe["rotor"]
    blades = Blades(
        airframe["head"]["blades"],
        rotor["radius_mm"] / 1e3,
        rotor["root_mm"] / 1e3,
        rotor["chord_mm"] / 1e3,
    )
    return blades, float((airframe["mass_g"] * UNITS.gram * UNITS.g_0).to("newton").magnitude)


def test_pitch_and_power_are_those_of_other_code(described):
    blades, weight = described
    found = hover()
    disc = 1.225 * pi * blades.radius_m**2 * (OMEGA * blades.radius_m) ** 2

    def over(pitch):
        return other_coefficients(blades, pitch)[0] * disc - weight

    pitch = brentq(over, 0.5, 15.0, xtol=1e-9)
    power = other_coefficients(blades, pitch)[1] * disc * OMEGA * blades.radius_m
    assert found["collective_deg"] == pytest.approx(pitch, rel=1e-4)
    assert found["power_w"] == pytest.approx(power, rel=1e-4)
    assert found["torque_nm"] == pytest.approx(power / OMEGA, rel=1e-4)
    assert found["thrust_coefficient"] == pytest.approx(weight / disc, rel=1e-6)
    ideal = weight * np.sqrt(weight / (2 * 1.225 * pi * blades.radius_m**2))
    assert found["figure_of_merit"] == pytest.approx(ideal / power, rel=1e-4)
    full = found["full"]
    c_t, c_p = other_coefficients(blades, full["collective_deg"])
    assert full["thrust_over_weight"] == pytest.approx(c_t * disc / weight, rel=1e-4)
    assert full["power_w"] == pytest.approx(c_p * disc * OMEGA * blades.radius_m, rel=1e-4)


def test_speeds_energy_and_loading_have_their_units(described):
    blades, weight = described
    found = hover()
    radius, root = blades.radius_m, blades.root_m
    tip = (RPM * UNITS.revolution / UNITS.minute * radius * UNITS.meter).to("meter radian / second")
    assert found["tip_speed_m_s"] == pytest.approx(tip.magnitude)
    # ICAO Doc 7488: sound at sea level goes 340.294 m/s.
    assert found["tip_mach"] == pytest.approx(tip.magnitude / 340.294, rel=1e-5)
    a_metre = 0.150 / (radius - root)
    energy, _ = quad(lambda r: 0.5 * a_metre * (OMEGA * r) ** 2, root, radius)
    assert found["energy_j"] == pytest.approx(blades.count * energy, rel=1e-9)
    assert found["disc_loading_n_m2"] == pytest.approx(weight / (pi * radius**2))


def test_the_stick_gives_the_pitch_on_the_modes_own_curve():
    curve = {"pitch_curve": [20.0, 35.0, 52.0, 70.0, 95.0], "pitch_curve_shape": "smooth"}
    built = helicopter()
    built["transmitter"] = {"modes": {"normal": curve}}
    found = command("hover", "--rpm", RPM, document=built)
    stick = 2 * found["stick_pct"] - 100
    flown = command("evaluate", "--collective", stick, document=built)
    assert flown["collective_deg"] == pytest.approx(found["collective_deg"], abs=2e-3)
    full = command("evaluate", "--collective", 100, document=built)["collective_deg"]
    assert found["full"]["collective_deg"] == full


def test_of_several_sticks_the_highest_counts_and_none_is_said():
    built = helicopter()
    built["transmitter"] = {"modes": {"normal": {"pitch_curve": [80.0, 40.0, 80.0]}}}
    assert command("hover", "--rpm", RPM, document=built)["stick_pct"] > 50
    built["transmitter"] = {"modes": {"normal": {"pitch_curve": [0.0, 20.0, 40.0]}}}
    found = command("hover", "--rpm", RPM, document=built)
    assert found["stick_pct"] is None
    assert any("never gives the hover pitch" in said for said in found["warnings"])


@pytest.mark.parametrize(
    ("path", "lost"),
    [
        ("airframe__mass_g", ("collective_deg", "power_w", "disc_loading_n_m2")),
        ("airframe__rotor__chord_mm", ("collective_deg", "tip_speed_m_s")),
    ],
)
def test_what_is_not_filled_in_is_null_and_named(path, lost):
    found = command("hover", "--rpm", RPM, document=helicopter(**{path: None}))
    assert [found[name] for name in lost] == [None] * len(lost)
    assert found["full"]["collective_deg"] is not None
    assert any(said.startswith("not filled in") for said in found["warnings"])


def test_thin_air_asks_for_more_pitch_and_a_slow_head_carries_nothing():
    low, high = hover(), hover("--altitude-m", 2000, "--temperature-c", 2)
    # ICAO Doc 7488 at 2,000 m: 1.0066 kg/m³, from memory.
    assert high["air_density"] == pytest.approx(1.0066, abs=2e-4)
    assert high["collective_deg"] > low["collective_deg"] + 0.2
    slow = command("hover", "--rpm", 400, document=helicopter())
    assert slow["collective_deg"] is None
    assert any("stall" in said for said in slow["warnings"])
    assert slow["mean_lift_coefficient"] > 1
