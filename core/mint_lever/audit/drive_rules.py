"""Head speeds against the governor, the drive and one another. Common practice, no source."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

import numpy as np

from mint_lever.audit.finding import Audited, Finding, mode_words, percent
from mint_lever.audit.rule import rule
from mint_lever.measure.throttle_headroom import GOOD_PCT, LEAST_PCT, headroom_word
from mint_lever.model.drive.drive_description import machine_of
from mint_lever.model.drive.drive_machine import VOLTS
from mint_lever.model.drive.governor_device import governed_modes
from mint_lever.model.drive.pinion_choice import RotorLoad, most_omega
from mint_lever.model.rotor.air import air_density
from mint_lever.model.rotor.hover_power import MOST_PITCH_DEG
from mint_lever.model.rotor.main_rotor import main_rotor
from mint_lever.model.rotor.rotor_figures import RAD_S
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_findings import INDEPENDENT
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import MEMORY

_FULL_PCT = 50.0
_BAND_ROOM, _STEP_RPM = 0.15, 50.0
"""What a widened band leaves beyond a target, to so many rpm. From memory."""
_APART = 0.10
_RAMP_S: Annotated[float, MEMORY] = 3.0
"""So far apart, two speeds want a ramp up of at least so long. The time from memory."""


@rule(70)
def full_at_low_stick(at: Audited) -> Iterator[Finding]:
    """The unit shows full throttle with the stick low: reversed, or its ends exchanged."""
    shown = at.read.get("unit_throttle.low")
    if shown is not None and shown > _FULL_PCT:
        turned = at.setup.transmitter.channels.throttle.reversed
        yield Finding(
            severity="danger",
            path="transmitter.channels.throttle.reversed",
            found=f"the unit shows {percent(shown)} of throttle with the stick low",
            why="Armed like that, the motor starts at full power.",
            fix=f"Do not arm. Set the throttle channel to {'straight' if turned else 'reversed'}, "
            "or teach the ends anew: the controller first, the unit after it.",
            device="transmitter",
            rests_on="what was read at the unit",
        )


@rule(230)
def gear_the_wrong_way_round(at: Audited) -> Iterator[Finding]:
    """The pinion has fewer teeth than the main gear: a rotor turns slower than its motor."""
    gear = None if at.setup.drive is None else at.setup.drive.gear
    if gear is None or gear.pinion is None or gear.main is None or gear.pinion <= gear.main:
        return
    yield Finding(
        severity="fault",
        path="drive.gear.pinion",
        found=f"pinion {gear.pinion}, main gear {gear.main}",
        why="The rotor would turn faster than the motor; the two were typed the wrong way round.",
        fix=f"Pinion {gear.main}, main gear {gear.pinion}, if that is what you counted.",
        device="helicopter",
        rests_on="common practice",
        changes=(
            Change("drive.gear.pinion", gear.main),
            Change("drive.gear.main", gear.pinion),
        ),
    )


@rule(240)
def target_outside_the_band(at: Audited) -> Iterator[Finding]:
    """The governor's band holds every target."""
    drive = at.setup.drive
    if drive is None:
        return
    low, high = drive.governor.band_low_rpm, drive.governor.band_high_rpm
    for name in governed_modes(at.setup):
        rpm = at.chain.mode(name).head_speed_rpm
        if rpm is None:
            continue
        if low is not None and rpm < low:
            to = _STEP_RPM * (rpm * (1 - _BAND_ROOM) // _STEP_RPM)
            yield _outside(name, rpm, "band_low_rpm", low, to)
        if high is not None and rpm > high:
            to = -_STEP_RPM * (-rpm * (1 + _BAND_ROOM) // _STEP_RPM)
            yield _outside(name, rpm, "band_high_rpm", high, to)


def _outside(name: ModeName, rpm: float, edge: str, now: float, to: float) -> Finding:
    path = f"drive.governor.{edge}"
    return Finding(
        severity="fault",
        path=path,
        found=f"{mode_words(name)} asks for {rpm:g} rpm, and the governor's band ends at {now:g}",
        why="A governor holds no speed outside its band: the head turns at another one.",
        fix=f"Set the band's edge to {to:g} rpm, or lower the target.",
        device="unit",
        rests_on="the band as written down",
        changes=(Change(path, to),),
    )


@rule(250)
def target_beyond_the_drive(at: Audited) -> Iterator[Finding]:
    """The motor can hold what is asked, at full collective on a pack in mid-flight."""
    machine = machine_of(at.setup)
    if machine is None:
        return
    for name in governed_modes(at.setup):
        rpm = at.chain.mode(name).head_speed_rpm
        rotor = None if rpm is None else main_rotor(at.setup, rpm, air_density())
        pitch, reached = at.collective[name]
        full = float(pitch[-1]) if reached[-1] else np.inf
        if rpm is None or rotor is None or abs(full) > MOST_PITCH_DEG:
            continue
        power = float(rotor.power_w(full))
        held = machine.steady(power, rotor.omega, VOLTS["resting"])
        room = float(held.headroom_pct) if held.holds else None
        if headroom_word(room) != "out":
            continue
        load = RotorLoad(rotor.omega, power, power)
        most = most_omega(machine, machine.gear, load, duty=np.array(1 - GOOD_PCT / 100)) / RAD_S
        to = 10.0 * (float(most) // 10)
        yield Finding(
            severity="fault" if room is None else "look",
            path=f"transmitter.modes.{name}.head_speed_rpm",
            found=f"{rpm:g} rpm in {mode_words(name)}: "
            + (
                "a pack in mid-flight does not hold it at full collective"
                if room is None
                else f"{percent(room)} of throttle left at full collective"
            ),
            why=f"With less than {LEAST_PCT:g} % left the speed sags when it is needed most, and "
            "the tail with it.",
            fix=f"Ask for {to:g} rpm or less, or fit a larger pinion: Head speed compares them.",
            device="transmitter",
            rests_on="motor, gear, pack and blades as written down",
        )


@rule(260)
def speeds_far_apart(at: Audited) -> Iterator[Finding]:
    """Modes more than a tenth apart want a ramp, or the tail kicks as the switch moves."""
    drive = at.setup.drive
    speeds = [at.chain.mode(name).head_speed_rpm for name in governed_modes(at.setup)]
    known = [rpm for rpm in speeds if rpm is not None]
    if drive is None or len(known) < 2 or drive.governor.ramp_up_s >= _RAMP_S:
        return
    if max(known) > (1 + _APART) * min(known):
        yield Finding(
            severity="look",
            path="drive.governor.ramp_up_s",
            found=f"modes from {min(known):g} to {max(known):g} rpm, and a ramp up of "
            f"{drive.governor.ramp_up_s:g} s",
            why="The tail kicks when the switch moves and the governor pulls the speed up.",
            fix=f"Give it {_RAMP_S:g} s or more, longer where the tail still kicks.",
            device="unit",
            rests_on="common practice; the time from memory",
            changes=(Change("drive.governor.ramp_up_s", _RAMP_S),),
        )


@rule(270)
def target_never_measured(at: Audited) -> Iterator[Finding]:
    """Where one mode's head speed was measured by something independent, the others' are too, or
    nobody knows them."""
    flown = at.setup.flown
    known = set() if flown is None else {e.mode for e in flown.speeds if e.by in INDEPENDENT}
    if not known:
        return
    for name in governed_modes(at.setup):
        if name not in known:
            yield Finding(
                severity="look",
                path=f"transmitter.modes.{name}.head_speed_rpm",
                found=f"the head speed of {mode_words(name)} was never measured",
                why="A mode left on a default figure is found out in the air.",
                fix="Measure it at the next spool-up outside, and write it down under Head speed.",
                device="helicopter",
                rests_on="the speeds written down as measured",
            )
