"""Rules about the tail gain of each mode."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from mint_lever.audit.finding import Audited, Finding, mode_words, signed
from mint_lever.audit.rule import rule
from mint_lever.model.tail.gain_scales import (
    FINAL_HIGH,
    FINAL_LOW,
    convert_to_one_channel,
    in_change_over,
)
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY, fact

_MORE: Annotated[float, fact("F16")] = 6.0
"""A slower mode wants about 3 points more on the one-channel scale (F16): an amount of 6."""
_APART: Annotated[float, fact("F29"), MEMORY] = 0.9
"""F29: head speeds more than about 10 % apart."""


@rule(280, of_modes=True)
def gain_sign(at: Audited) -> Iterator[Finding]:
    """Flying modes want the tail in hold: a positive gain (F15, common practice, no source)."""
    for name, mode in at.modes:
        gain = mode.tail_gain_pct
        if gain is None:
            continue
        path = f"transmitter.modes.{name}.tail_gain_pct"
        if in_change_over(gain):
            yield Finding(
                severity="fault",
                path=path,
                found=f"tail gain {signed(gain)} in {mode_words(name)}",
                why="Next to the change-over the gyro flickers between heading hold and rate mode.",
                fix="Set it well clear of the middle: +40 is a start, 70 on a scale of 0 to 100.",
                device="transmitter",
                rests_on="common practice",
            )
        elif gain < 0:
            yield Finding(
                severity="fault" if name.startswith("idle_up") else "look",
                path=path,
                found=f"tail gain {signed(gain)} in {mode_words(name)}: rate mode",
                why="The tail does not hold there; it weathervanes and swings with the torque.",
                fix=f"Set it to {signed(-gain)} for heading hold, unless rate mode is meant.",
                device="transmitter",
                rests_on="common practice",
                changes=(Change(path, -gain),),
            )


@rule(510)
def gain_against_head_speed(at: Audited) -> Iterator[Finding]:
    """Less head speed wants a little more gain (F16, common practice, no source)."""
    known = [
        (mode.head_speed_rpm, mode.tail_gain_pct, name)
        for name, mode in at.modes
        if mode.head_speed_rpm is not None and mode.tail_gain_pct is not None
    ]
    for slow, low_gain, name in known:
        for fast, high_gain, other in known:
            # Of two modes alike a few points of gain are nobody's business (F29: 10 %).
            if slow < _APART * fast and 0 < low_gain < high_gain:
                yield Finding(
                    severity="look",
                    path=f"transmitter.modes.{name}.tail_gain_pct",
                    found=f"{mode_words(name)} has {slow:g} rpm and gain {low_gain:g}, "
                    f"{mode_words(other)} {fast:g} rpm and {high_gain:g}",
                    why="The slower tail has less to work with and wants a few points more.",
                    fix=f"Try {min(high_gain + _MORE, 100):+g} in {mode_words(name)}.",
                    device="transmitter",
                    rests_on="common practice",
                )
                break


@rule(520)
def one_gain_for_all_speeds(at: Audited) -> Iterator[Finding]:
    """One gain for head speeds far apart asks for a look (F29, from memory)."""
    known = [
        (mode.head_speed_rpm, mode.tail_gain_pct, name)
        for name, mode in at.modes
        if mode.head_speed_rpm is not None and (mode.tail_gain_pct or 0) > 0
    ]
    if len(known) < 2:
        return
    slow, fast = min(known, key=lambda each: each[0]), max(known, key=lambda each: each[0])
    if slow[0] < _APART * fast[0] and slow[1] == fast[1]:
        yield Finding(
            severity="look",
            path=f"transmitter.modes.{slow[2]}.tail_gain_pct",
            found=f"one tail gain, {fast[1]:+g}, at {slow[0]:g} and at {fast[0]:g} rpm",
            why="The loop grows with the square of the head speed: what holds at one speed wags at "
            "the other, or drifts.",
            fix=f"Try {min((slow[1] or 0) + _MORE, 100):+g} in {mode_words(slow[2])}, "
            "or look at both in the air.",
            device="transmitter",
            rests_on="common practice",
        )


@rule(530)
def gain_out_of_the_usual(at: Audited) -> Iterator[Finding]:
    """Most tails hold between 60 and 80 of the one-channel scale, which are amounts of 20 to 60
    (F15, common practice, no source)."""
    for name, mode in at.modes:
        gain = mode.tail_gain_pct
        if gain is None or gain < 0 or in_change_over(gain):
            continue  # the change-over and rate mode are another rule's
        shown = convert_to_one_channel(gain)
        if FINAL_LOW <= shown <= FINAL_HIGH:
            continue
        weak = shown < FINAL_LOW
        yield Finding(
            severity="look",
            path=f"transmitter.modes.{name}.tail_gain_pct",
            found=f"tail gain {signed(gain)} in {mode_words(name)}, "
            f"{shown:g} on a scale of 0 to 100",
            why="So low a gain lets the tail drift and swing."
            if weak
            else "So high a gain makes most tails wag.",
            fix="Most end up between +20 and +60, which is 60 to 80; start about +40."
            + (
                " A tail that is quiet only so low may have too long a horn, or slop."
                if weak
                else " A tail that needs more may have too short a horn."
            ),
            device="transmitter",
            rests_on="common practice",
        )
