"""Rules about the flight modes: throttle, pitch, gains, head speed, fail-safe."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

import numpy as np

from mint_lever.audit.finding import Audited, Finding, mode_words, percent
from mint_lever.audit.rule import rule
from mint_lever.axes import SENT
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.new_setup import IDLE_UP_WAITS_PCT
from mint_lever.setup.setting_description import Device
from mint_lever.sources import fact

_GOVERNOR_ON_PCT: Annotated[float, fact("F17")] = 30.0
"""F17, common practice, no source: a governor is on above about 30 % stick."""


@rule(20, of_modes=True)
def throttle_high_in_hold(at: Audited) -> Iterator[Finding]:
    """Hold has the throttle at its low end, whatever a mix adds. Common practice, no source."""
    hold = at.setup.transmitter.modes.hold
    if hold is None:
        yield Finding(
            severity="danger",
            path="transmitter.modes.hold",
            found="no throttle hold",
            why="Nothing but the stick keeps the motor from starting.",
            fix="Give the helicopter a throttle hold with the throttle at its low end.",
            device="transmitter",
            rests_on="the flight modes",
            changes=(Change("transmitter.modes.hold", {"throttle_curve": [0.0] * 5}),),
        )
        return
    highest = (float(at.sent_pct("hold", "throttle").max()) + 100.0) / 2.0
    points = max(hold.throttle_curve)
    if highest > 0.05 or points > 0:
        only_curve = not any(
            mix.slave == "throttle" and "hold" in mix.modes
            for mix in at.setup.transmitter.free_mixes
        )
        flat = [0.0] * len(hold.throttle_curve)
        yield Finding(
            severity="danger",
            path="transmitter.modes.hold.throttle_curve",
            found=f"the throttle reaches {percent(max(highest, points))} in throttle hold",
            why="Throttle hold is what keeps the motor still on the bench and in an autorotation.",
            fix="Set the throttle curve of throttle hold to 0 all along, and no mix onto it.",
            device="transmitter",
            rests_on="the curve and the mixes together",
            changes=(Change("transmitter.modes.hold.throttle_curve", flat),) if only_curve else (),
        )


@rule(30, of_modes=True)
def power_up_mode(at: Audited) -> Iterator[Finding]:
    """A model is never powered in an idle-up mode. Common practice, no source."""
    mode = at.setup.transmitter.power_up_mode
    if mode.startswith("idle_up"):
        yield Finding(
            severity="danger",
            path="transmitter.power_up_mode",
            found=f"the model powers up in {mode_words(mode)}",
            why="There the throttle is high with the stick low: the motor starts as it is plugged.",
            fix="Let the transmitter start in normal, with throttle hold on.",
            device="transmitter",
            rests_on="the flight modes",
            changes=(Change("transmitter.power_up_mode", "normal"),),
        )


@rule(40, of_modes=True)
def throttle_at_low_stick(at: Audited) -> Iterator[Finding]:
    """In normal the throttle starts at its low end. Common practice, no source."""
    low = (float(at.sent_pct("normal", "throttle")[0]) + 100.0) / 2.0
    if low > 0.05:
        yield Finding(
            severity="danger",
            path="transmitter.modes.normal.throttle_curve.0",
            found=f"throttle {percent(low)} with the stick low in normal",
            why="The motor turns with the stick at its low end, and a governor locks.",
            fix="Start the normal throttle curve at 0.",
            device="transmitter",
            rests_on="the curve and the mixes together",
            changes=(Change("transmitter.modes.normal.throttle_curve.0", 0.0),),
        )


@rule(80, of_modes=True)
def governor_starved(at: Audited) -> Iterator[Finding]:
    """A throttle curve must stay above where the governor is on (F17, common practice)."""
    if not (_governed_by_unit(at) or at.setup.speed_controller.governor):
        return
    for name, mode in at.modes:
        if not name.startswith("idle_up"):
            continue
        low = (float(at.sent_pct(name, "throttle").min()) + 100.0) / 2.0
        low = min(low, *mode.throttle_curve)
        if low < _GOVERNOR_ON_PCT:
            yield Finding(
                severity="danger",
                path=f"transmitter.modes.{name}.throttle_curve",
                found=f"throttle falls to {percent(low)} in {mode_words(name)}, governor on",
                why="Below about 30 % the governor lets go: the head slows down in mid-manoeuvre.",
                fix="Keep the curve above 30 % everywhere, or make it flat.",
                device="transmitter",
                rests_on="common practice; the governor's own manual says where",
            )


@rule(90, of_modes=True)
def idle_up_that_stops(at: Audited) -> Iterator[Finding]:
    """Without a governor nothing but the curve keeps an idle-up's motor turning. Common practice,
    no source."""
    if _governed_by_unit(at) or at.setup.speed_controller.governor:
        return
    for name, mode in at.modes:
        if not name.startswith("idle_up"):
            continue
        low = (float(at.sent_pct(name, "throttle").min()) + 100.0) / 2.0
        if low < 0.05:
            flat = [IDLE_UP_WAITS_PCT] * len(mode.throttle_curve)
            yield Finding(
                severity="danger",
                path=f"transmitter.modes.{name}.throttle_curve",
                found=f"throttle falls to {percent(max(low, 0.0))} in {mode_words(name)}, and no "
                "governor is on",
                why="With the stick low the motor stops in the air: no head speed, no tail.",
                fix=f"Make the curve flat at about {percent(IDLE_UP_WAITS_PCT)}, or a shallow V "
                "that stays above 0.",
                device="transmitter",
                rests_on="the curve and the mixes together",
                changes=(Change(f"transmitter.modes.{name}.throttle_curve", flat),),
            )


@rule(220)
def governor_meant_but_off(at: Audited) -> Iterator[Finding]:
    """A governor that is meant and on nowhere leaves the head speed to the curves. Common practice,
    no source."""
    drive = at.setup.drive
    place = "none" if drive is None else drive.governor.place
    on = _governed_by_unit(at) or at.setup.speed_controller.governor
    if place == "none" or on or (place == "unit" and at.setup.unit is None):
        return
    device: Device = "unit" if place == "unit" else "speed controller"
    path = "unit.governor" if place == "unit" else "speed_controller.governor"
    yield Finding(
        severity="fault",
        path=path,
        found=f"the governor is meant to be in the {device}, and none is on",
        why="Nobody holds the head speed: it sags with every collective.",
        fix=f"Switch it on in the {device}, or say that none is meant.",
        device=device,
        rests_on="what is written down of both",
        changes=(Change(path, True),),
    )


@rule(210, of_modes=True)
def head_speed_missing(at: Audited) -> Iterator[Finding]:
    """A unit's governor wants a head speed in every flying mode. Common practice, no source."""
    if not _governed_by_unit(at):
        return
    for name, mode in at.modes:
        if name.startswith("idle_up") and mode.head_speed_rpm is None:
            yield Finding(
                severity="fault",
                path=f"transmitter.modes.{name}.head_speed_rpm",
                found=f"no head speed in {mode_words(name)}, and the unit's governor on",
                why="The governor holds whatever is left over from another mode.",
                fix="Write down the head speed this mode asks for.",
                device="transmitter",
                rests_on="the governor's place",
            )


@rule(50)
def fail_safe(at: Audited) -> Iterator[Finding]:
    """Loss of signal cuts the throttle. Common practice, no source."""
    value = at.setup.transmitter.fail_safe_throttle_pct
    if value == 0:
        return
    path = "transmitter.fail_safe_throttle_pct"
    yield Finding(
        severity="not_set" if value is None else "danger",
        withholds=True,
        path=path,
        found="no fail-safe is written down"
        if value is None
        else f"fail-safe at {percent(value)} throttle",
        why="Without a signal the motor goes on as it was.",
        fix="Set the receiver's fail-safe to the throttle's low end, then switch the transmitter "
        "off and look, propulsion disabled.",
        device="transmitter",
        rests_on="what is written down: only the test shows it",
        changes=() if value is None else (Change(path, 0.0),),
    )


@rule(60)
def two_governors(at: Audited) -> Iterator[Finding]:
    """One governor only: in the speed controller or in the unit. Common practice, no source."""
    if _governed_by_unit(at) and at.setup.speed_controller.governor:
        yield Finding(
            severity="danger",
            path="unit.governor",
            found="a governor in the unit and one in the speed controller",
            why="The two fight: the head speed surges or runs away.",
            fix="Switch one of them off.",
            device="unit",
            rests_on="both devices' settings",
        )


@rule(180, of_modes=True)
def throttle_off_the_channel(at: Audited) -> Iterator[Finding]:
    """Mixes must not drive the throttle past its ends. Exact arithmetic (F3)."""
    for name, _ in at.modes:
        value = at.mixed(_corners(at, name), name)[SENT.index("throttle")]
        if np.abs(value).max() > 100.0 + 1e-9:
            yield Finding(
                severity="fault",
                path="transmitter.free_mixes",
                found=f"mixes drive the throttle to {percent(float(np.abs(value).max()))} in "
                f"{mode_words(name)}",
                why="Past its end the channel stops at a limit; the motor follows no stick there.",
                fix="Lower the mix, or the curve's ends.",
                device="transmitter",
                rests_on="the curve and the mixes together",
            )


def _corners(at: Audited, name: str) -> np.ndarray:
    """Shaped values with each stick at its ends in turn, the throttle as the curve has it."""
    mode = getattr(at.setup.transmitter.modes, name)
    ends = np.zeros((len(SENT), 8))
    for i in range(4):
        ends[i, 2 * i : 2 * i + 2] = (-100.0, 100.0)
    curve = [2.0 * value - 100.0 for value in (mode.throttle_curve[0], mode.throttle_curve[-1])]
    ends[4] = curve * 4
    return ends


def _governed_by_unit(at: Audited) -> bool:
    return at.setup.unit is not None and at.setup.unit.governor
