"""Rules about servos: frames, ratings, sub-trims, stops."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding
from mint_lever.audit.rule import rule
from mint_lever.devices.dials import sub_trim, sub_trim_us
from mint_lever.measure.verdict import SUB_TRIM_US
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.supply_ratings import ratings

_SPARE_US = 200.0
"""formulas §9: what a frame is longer than its longest pulse at least."""


@rule(290)
def frame_rate_against_family(at: Audited) -> Iterator[Finding]:
    """Wide pulses up to 333 Hz, narrow ones up to 560 Hz (F5, common practice, no source)."""
    unit = at.setup.stabilising_unit
    if unit is None:
        return
    highest = 560.0 if unit.centre_us < 900 else 333.0
    if unit.frame_rate_hz > highest:
        yield Finding(
            severity="fault",
            path="unit.frame_rate_hz",
            found=f"{unit.frame_rate_hz:g} Hz with pulses round {unit.centre_us:g} µs",
            why=f"Servos of this pulse family run hot or lose frames above {highest:g} Hz.",
            fix=f"Lower the frame rate to {highest:g} Hz or less.",
            device="unit",
            rests_on="common practice",
            changes=(Change("unit.frame_rate_hz", highest),),
        )


@rule(300)
def frame_rate_against_rating(at: Audited) -> Iterator[Finding]:
    """No faster than the slowest servo's maker allows (F5, common practice, no source)."""
    unit = at.setup.stabilising_unit
    rated = [s.rated_frame_rate_hz for s in at.setup.airframe.servos if s.rated_frame_rate_hz]
    if unit is None or not rated or unit.frame_rate_hz <= min(rated):
        return
    yield Finding(
        severity="fault",
        path="unit.frame_rate_hz",
        found=f"{unit.frame_rate_hz:g} Hz, and a servo rated for {min(rated):g} Hz",
        why="A servo driven faster than it is made for gets hot and fails in the air.",
        fix=f"Lower the frame rate to {min(rated):g} Hz.",
        device="unit",
        rests_on="the servo's rating as written down",
        changes=(Change("unit.frame_rate_hz", min(rated)),),
    )


@rule(310)
def pulse_longer_than_frame(at: Audited) -> Iterator[Finding]:
    """The longest pulse fits its frame with 200 µs to spare (formulas §9)."""
    unit = at.setup.mixing_unit
    if unit is None:
        return
    longest = max(servo.max_us for servo in unit.servos)
    frame = 1e6 / unit.frame_rate_hz
    if frame < longest + _SPARE_US:
        highest = float(int(1e6 / (longest + _SPARE_US)))
        yield Finding(
            severity="fault",
            path="unit.frame_rate_hz",
            found=f"a frame of {frame:.0f} µs for pulses up to {longest:g} µs",
            why="A pulse that does not fit its frame is cut off: the servo twitches at its end.",
            fix=f"Lower the frame rate to {highest:g} Hz, or the longest pulse.",
            device="unit",
            rests_on="exact arithmetic",
            changes=(Change("unit.frame_rate_hz", highest),),
        )


@rule(500)
def large_sub_trim(at: Audited) -> Iterator[Finding]:
    """Well above 60 µs a better place on the spline exists (F8, common practice, no source)."""
    for i in range(len(at.setup.airframe.servos)):
        dial = sub_trim(at.setup, i)
        trim = dial.value * sub_trim_us(at.setup)
        if abs(trim) > SUB_TRIM_US.workable_high:
            yield Finding(
                severity="look",
                path=dial.path,
                found=f"servo {i + 1}'s sub-trim is {trim:+.0f} µs",
                why="It takes throw from one side; the horn could be pressed on nearer to square.",
                fix="Go through “Square the horns” again.",
                device=dial.device,
                rests_on="common practice",
            )


@rule(320)
def tail_sub_trim(at: Audited) -> Iterator[Finding]:
    """A tail servo is squared mechanically, never by sub-trim. Common practice, no source."""
    unit = at.setup.unit
    if unit is not None and unit.tail.subtrim_us:
        yield Finding(
            severity="fault",
            path="unit.tail.subtrim_us",
            found=f"tail servo sub-trim {unit.tail.subtrim_us:+g} µs",
            why="The gyro works from a centre that is not the servo's: one side is weaker.",
            fix="Set it to 0 and square the tail servo by its mounting and push rod.",
            device="unit",
            rests_on="common practice",
            changes=(Change("unit.tail.subtrim_us", 0.0),),
        )


@rule(100)
def voltage_above_rating(at: Audited) -> Iterator[Finding]:
    """The BEC's voltage lies within every rating (F19, common practice, no source)."""
    volt = at.setup.speed_controller.bec_volt
    if volt is None:
        return
    rated = ratings(at.setup)
    if rated and volt > min(rated)[0]:
        lowest, name = min(rated)
        yield Finding(
            severity="danger",
            path="speed_controller.bec_volt",
            found=f"{volt:g} V from the BEC, and {name} rated for {lowest:g} V",
            why="Over its rating a servo or unit burns out, sooner or later in the air.",
            fix=f"Set the BEC to {lowest:g} V or less, as the makers' manuals allow.",
            device="speed controller",
            rests_on="the ratings as written down",
        )
