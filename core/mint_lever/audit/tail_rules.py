"""Rules about the tail: its servo, what the gyro takes for a held stick, push rod, limits, horn."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding, degrees
from mint_lever.audit.rule import rule
from mint_lever.measure.frame_rate import SAFE_HZ, family_rate_hz
from mint_lever.measure.tail_bands import MICRO_HORN_MM, UNEQUAL, judge_offset
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import TailLinkage
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.tail import Tail
from mint_lever.setup.parts.unit import UnitTail


@rule(340)
def tail_servo_too_fast(at: Audited) -> Iterator[Finding]:
    """The tail servo's frame rate against its pulse family and its rating (F5, and an order of work
    of the tail's own; common practice, no source)."""
    unit, tail = at.setup.unit, at.setup.airframe.tail
    if unit is None:
        return
    box, path = unit.tail, "unit.tail.frame_rate_hz"
    family = family_rate_hz(box.centre_us)
    rated = None if tail is None else tail.servo.rated_frame_rate_hz
    if rated is not None and box.frame_rate_hz > rated:
        yield Finding(
            severity="fault",
            path=path,
            found=f"tail servo at {box.frame_rate_hz:g} Hz, rated for {rated:g} Hz",
            why="A servo driven faster than it is made for gets hot and fails in the air.",
            fix=f"Lower the tail servo's frame rate to {min(rated, family):g} Hz.",
            device="unit",
            rests_on="the servo's rating as written down",
            changes=(Change(path, min(rated, family)),),
        )
    elif box.frame_rate_hz > family:
        yield Finding(
            severity="fault",
            path=path,
            found=f"tail servo at {box.frame_rate_hz:g} Hz with pulses round {box.centre_us:g} µs",
            why=f"Servos of this pulse family run hot or lose frames above {family:g} Hz.",
            fix=f"Lower the tail servo's frame rate to {family:g} Hz or less.",
            device="unit",
            rests_on="common practice",
            changes=(Change(path, family),),
        )
    elif rated is None and box.frame_rate_hz > SAFE_HZ:
        yield Finding(
            severity="look",
            path=path,
            found=f"tail servo at {box.frame_rate_hz:g} Hz, its rating not written down",
            why=f"Above {SAFE_HZ:g} Hz only the servo's data sheet says whether it stands it.",
            fix="Look its rating up and write it down with the tail servo.",
            device="unit",
            rests_on="common practice",
        )


@rule(330)
def mix_into_the_rudder(at: Audited) -> Iterator[Finding]:
    """The gyro cannot tell a mix into the rudder from a moved stick. Common practice, no source."""
    for i, mix in enumerate(at.setup.transmitter.free_mixes):
        if mix.slave == "rudder" and mix.modes and (mix.low_pct or mix.high_pct):
            path = f"transmitter.free_mixes.{i}"
            yield Finding(
                severity="fault",
                path=path,
                found=f"a free mix from {mix.master} to rudder",
                why="The gyro takes it for the rudder stick and turns the nose with it.",
                fix="Take the mix out: torque is the gyro's own business.",
                device="transmitter",
                rests_on="common practice",
                changes=tuple(Change(f"{path}.{side}_pct", 0.0) for side in ("low", "high")),
            )


@rule(350)
def tail_pitch_at_centre(at: Audited) -> Iterator[Finding]:
    """3 to 4° against the main rotor's torque at servo centre (F14, common practice, no source)."""
    tail = at.setup.airframe.tail
    if tail is None or tail.grip_arm_mm is None:
        return
    output = TailOutput(at.setup.tail_box, tail.servo)
    pose = TailLinkage(tail).pose(output.horn_for(0.0))
    if not bool(pose.pitch_known):
        return
    word = judge_offset(round(float(pose.pitch_deg), 1), at.setup.airframe.head.turn_sign)
    if word in ("in", "workable"):
        return
    wanted = "right" if at.setup.airframe.head.turn_sign > 0 else "left"
    wrong_side = word == "wrong side"
    yield Finding(
        severity="fault" if wrong_side else "look",
        path="airframe.tail.offset_mm",
        found=f"tail blades at {degrees(float(pose.pitch_deg))} with the rudder at centre"
        + (": the wrong side" if wrong_side else ""),
        why="They push along with the main rotor's torque: the nose turns away at take-off."
        if wrong_side
        else "At centre they are to hold against the main rotor's torque.",
        fix=f"Turn the push rod until they hold 3 to 4° that push the nose {wanted}.",
        device="helicopter",
        rests_on="common practice",
    )


@rule(360)
def tail_limits_unequal(at: Audited) -> Iterator[Finding]:
    """A slider that goes much further one way has its push rod off centre. From memory: 15 %."""
    if at.setup.unit is None:
        return
    box, tail = at.setup.tail_box, at.setup.airframe.tail
    if tail is None:
        ways, what = [box.limit_left_pct, box.limit_right_pct], "tail limits"
    else:
        ways, what = _slider_ways(tail, box), "the slider's ways"
    if not ways or min(ways) >= (1 - UNEQUAL) * max(ways):
        return
    unit = "%" if tail is None else "mm"
    yield Finding(
        severity="look",
        path="unit.tail.limit_left_pct" if ways[0] < ways[1] else "unit.tail.limit_right_pct",
        found=f"{what} differ: left {ways[0]:.1f} {unit}, right {ways[1]:.1f} {unit}",
        why="The tail is weaker one way. Limits do not make up for a push rod off centre.",
        fix="Recentre the push rod, then set each side's limit to just short of its contact.",
        device="helicopter",
        rests_on="common practice",
    )


def _slider_ways(tail: Tail, box: UnitTail) -> list[float]:
    """How far (mm) full left and full right rudder move the slider from where it rests; nothing
    where the rod does not reach."""
    output = TailOutput(box, tail.servo)
    pose = TailLinkage(tail).stopped(output.horn_for([-1.0, 0.0, 1.0]))
    if not pose.rod_reaches.all():
        return []
    left, rest, right = pose.slider_mm
    return [abs(float(left - rest)), abs(float(right - rest))]


@rule(370)
def micro_horn(at: Audited) -> Iterator[Finding]:
    """Horns of 4.5 to 5 mm on micro helicopters (F21, common practice, no source)."""
    tail = at.setup.airframe.tail
    if tail is None or at.setup.airframe.size_class != "micro":
        return
    low, high = MICRO_HORN_MM.low, MICRO_HORN_MM.high
    if low <= tail.servo.arm_mm <= high:
        return
    long = tail.servo.arm_mm > high
    yield Finding(
        severity="look",
        path="airframe.tail.servo.arm_mm",
        found=f"a tail servo horn of {tail.servo.arm_mm:g} mm on a micro helicopter",
        why="No gain is ever free of wag with a longer one; less gain only makes it drift."
        if long
        else "With a shorter one the tail has too little travel and wants much gain.",
        fix=f"Take the horn hole at {low:g} to {high:g} mm, before any gain.",
        device="helicopter",
        rests_on="common practice",
    )
