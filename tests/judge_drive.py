"""Judges a helicopter's drive by its metal: plain numbers in, what is wrong with it out.

Written apart from the product, importing nothing of it. The rotor is Leishman's annuli by SciPy's
QUADPACK, the motor a speed for each volt behind a resistance, its duty a root of SciPy's.
"""

from math import pi
from types import SimpleNamespace

from scipy.optimize import brentq

from other_rotor import other_coefficients

DISPLAY_RPM = 10.0
RESTING_V = 3.85
DENSITY = 1.225
EDGE_PCT = 0.3
"""So near an edge of the verdict either word will do."""


def wrong_with_drive(setup, truth):
    """Say everything that is wrong with a drive that was called done."""
    hidden, drive = truth["drive"], setup["drive"]
    place, found = drive["governor"]["place"], []
    if setup["transmitter"]["channels"]["throttle"]["reversed"] != truth["throttle_turned"]:
        found.append("full throttle at low stick")
    if not truth["throttle_taught"]:
        found.append("the controller does not know its ends")
    if place == "unit" and not hidden["unit_taught"]:
        found.append("the unit does not know the throttle")
    on = sorted(box for box, is_on in hidden["governor_on"].items() if is_on)
    if on != ([] if place == "none" else [place]):
        found.append(f"governors on: {on}, meant: {place}")
    for what, path in (("pinion", "gear"), ("poles", "motor"), ("main", "gear")):
        if drive[path][what] != hidden["facts"][what]:
            found.append(f"{what} written as {drive[path][what]}")
    if drive["pack"]["resistance_mohm"] != hidden["facts"]["pack_mohm"]:
        found.append("the pack's resistance is not what is written down")
    tail = hidden["tail_rating_volt"]
    if hidden["bec_volt"] > min(hidden["rating_volt"], tail or hidden["rating_volt"]):
        found.append("BEC above a rating")
    for name, mode in setup["transmitter"]["modes"].items():
        rpm = None if mode is None else mode["head_speed_rpm"]
        if rpm is None or name == "hold":
            continue
        if hidden["locked"] or (place == "unit" and hidden["sensor_pct"] < 60):
            found.append(f"{name}: the governor does not engage")
        turns = hidden["asks"].get(name, rpm) / told_wrong(drive, hidden)
        if abs(turns - rpm) > DISPLAY_RPM:
            found.append(f"{name}: {turns:.0f} rpm where {rpm:.0f} is asked for")
        if rpm > hidden["limit_rpm"]:
            found.append(f"{name}: above a maker's limit")
    return found


def told_wrong(drive, hidden):
    """What the governor reckons over what the head does, by what it was told: it holds what it
    reckons at the target, and shows the target."""
    ratio = 1.0
    for what, told in hidden["told"].items():
        ratio *= hidden["facts"][what] / told
    if drive["gear"]["second"] and hidden["stage"] != "right":
        driver, driven = drive["gear"]["second"]
        ratio *= driven / driver if hidden["stage"] == "forgotten" else driver / driven
    return ratio


def headroom_words(setup, truth, rpm, full_deg):
    """The words that a drive's head-room may be called, at full collective on a resting pack."""
    pct = headroom_pct(setup, truth["drive"]["facts"], rpm, full_deg)
    return {_word(pct - EDGE_PCT), _word(pct), _word(pct + EDGE_PCT)}


def headroom_pct(setup, facts, rpm, full_deg):
    """1 − duty of the metal as it is, in percent; −100 where the pack does not hold it."""
    rotor, omega = setup["airframe"]["rotor"], rpm * pi / 30
    blades = SimpleNamespace(
        count=setup["airframe"]["head"]["blades"],
        radius_m=rotor["radius_mm"] / 1e3,
        root_m=rotor["root_mm"] / 1e3,
        chord_m=rotor["chord_mm"] / 1e3,
    )
    _, power = other_coefficients(blades, full_deg)
    tip = omega * blades.radius_m
    watts = power * DENSITY * pi * blades.radius_m**2 * tip**3
    second = setup["drive"]["gear"]["second"] or (1, 1)
    gear = facts["main"] / facts["pinion"] * second[1] / second[0]
    kv = facts["kv"] * pi / 30
    share = 1 + setup["drive"]["tail_share_pct"] / 100
    torque = watts * share / (setup["drive"]["efficiency_pct"] / 100 * omega * gear)
    amps = torque * kv + facts["no_load"]
    needs = omega * gear / kv + amps * facts["motor_mohm"] / 1e3
    volts, ohms = facts["cells"] * RESTING_V, facts["pack_mohm"] / 1e3

    def short(duty):
        return duty * (volts - duty * amps * ohms) - needs

    top = min(1.0, volts / (2 * amps * ohms))
    return -100.0 if short(top) < 0 else 100 * (1 - brentq(short, 0, top))


def _word(pct):
    return "in" if pct >= 15 else "workable" if pct >= 10 else "out"
