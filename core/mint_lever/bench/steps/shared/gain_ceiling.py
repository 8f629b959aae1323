"""The gain at which a mode's tail would wag, carried from what was seen in the air."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.bench.engine.log import Entry
from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.model.tail.gain_scales import convert_to_one_channel, convert_to_signed
from mint_lever.model.tail.gyro_loop import (
    LoopMetal,
    carry_gain,
    horn_that_suits,
    loop_metal,
    start_below,
)
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName


@dataclass(frozen=True)
class Ceiling:
    """The amount at which it wags and the one to start at (signed scale), None while a figure is
    missing; ``why`` says which, or what the figure asks of the horn."""

    amount: float | None
    start: float | None
    why: str = ""


def ceiling_of(run: Readings, mode: ModeName) -> Ceiling | None:
    """Carry what was seen in the air to a mode as it is now; None while nothing was.

    What was seen in this very mode counts before what was seen in another one.
    """
    seen = _seen(run, mode)
    if seen is None:
        return None
    entry, flown = seen
    then, now = _metal(entry.setup, flown), _metal(run.setup, mode)
    if then is None or now is None:
        same = flown == mode and _alike(entry.setup, run.setup, mode)
        if same:
            return _from(run, convert_to_signed(figure(entry)))
        return Ceiling(None, None, _missing(run, mode, flown))
    return _from(run, carry_gain(convert_to_signed(figure(entry)), then, now))


def _from(run: Readings, amount: float) -> Ceiling:
    start, tail = start_below(amount), run.setup.airframe.tail
    why = ""
    horn = None if tail is None else horn_that_suits(tail.servo.arm_mm, start)
    if horn is not None:
        short, long = sorted(horn)
        why = (
            f"Started at {convert_to_one_channel(start):.0f} of 0 to 100 this tail is out of 60 to "
            f"80: a horn of {short:.1f} to {long:.1f} mm would bring it in."
        )
    return Ceiling(amount, start, why)


def _seen(run: Readings, mode: ModeName) -> tuple[Entry, ModeName] | None:
    own = run.all("tail_gain", f"wag.{mode}")
    if own:
        return own[-1], mode
    every = [
        (entry, name)
        for name in run.setup.transmitter.modes.names()
        for entry in run.all("tail_gain", f"wag.{name}")
    ]
    return max(every, key=lambda each: each[0].sequence, default=None)


def _metal(setup: Setup, mode: ModeName) -> LoopMetal | None:
    flown, tail = getattr(setup.transmitter.modes, mode), setup.airframe.tail
    if flown is None or flown.head_speed_rpm is None or tail is None:
        return None
    return loop_metal(tail, setup.tail_box, flown.head_speed_rpm)


def _alike(then: Setup, now: Setup, mode: ModeName) -> bool:
    """Whether nothing that the loop goes by has changed."""
    speeds = {
        getattr(getattr(s.transmitter.modes, mode), "head_speed_rpm", None) for s in (then, now)
    }
    return (
        then.airframe.tail == now.airframe.tail
        and then.tail_box == now.tail_box
        and len(speeds) == 1
    )


def _missing(run: Readings, mode: ModeName, flown: ModeName) -> str:
    tail = run.setup.airframe.tail
    if tail is None or tail.grip_arm_mm is None:
        return "What was seen in the air cannot be carried over: the tail's grip arm is not known."
    names = " and ".join(dict.fromkeys(MODE_WORDS[name] for name in (flown, mode)))
    return f"What was seen in the air cannot be carried over: the head speed of {names} is wanted."
