"""Rules about the tail gain of each mode."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding, mode_words
from mint_lever.setup.edit import Change

_USUAL = (50.0, 85.0)
"""F15, common practice, no source: 60 to 80 is good. A few points either way go with the head
speed (F16); how many is from memory."""


def gain_sign(at: Audited) -> Iterator[Finding]:
    """Flying modes want the tail in hold: a positive gain (F15, common practice, no source)."""
    for name, mode in at.modes:
        gain = mode.tail_gain_pct
        if gain is None:
            continue
        path = f"transmitter.modes.{name}.tail_gain_pct"
        if abs(gain) < 4:
            yield Finding(
                severity="fault",
                path=path,
                found=f"tail gain {gain:+g} in {mode_words(name)}",
                why="Next to the change-over the gyro flickers between hold and rate mode.",
                fix="Set it well clear of the middle: +70 is a start.",
                device="transmitter",
                rests_on="common practice",
            )
        elif gain < 0:
            yield Finding(
                severity="fault" if name.startswith("idle_up") else "look",
                path=path,
                found=f"tail gain {gain:+g} in {mode_words(name)}: rate mode",
                why="The tail does not hold there; it weathervanes and swings with the torque.",
                fix=f"Set it to {-gain:+g} for hold mode, unless rate mode is meant.",
                device="transmitter",
                rests_on="common practice",
                changes=(Change(path, -gain),),
            )


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
            if slow < 0.9 * fast and 0 < low_gain < high_gain:
                yield Finding(
                    severity="look",
                    path=f"transmitter.modes.{name}.tail_gain_pct",
                    found=f"{mode_words(name)} has {slow:g} rpm and gain {low_gain:g}, "
                    f"{mode_words(other)} {fast:g} rpm and {high_gain:g}",
                    why="The slower tail has less to work with and wants a few points more.",
                    fix=f"Try {min(high_gain + 3, 100):g} in {mode_words(name)}.",
                    device="transmitter",
                    rests_on="common practice",
                )
                break


def gain_out_of_the_usual(at: Audited) -> Iterator[Finding]:
    """Most tails hold between 60 and 80 (F15, common practice, no source)."""
    low, high = _USUAL
    for name, mode in at.modes:
        gain = mode.tail_gain_pct
        if gain is None or gain < 4 or low <= gain <= high:
            continue  # the change-over and rate mode are another rule's
        weak = gain < low
        yield Finding(
            severity="look",
            path=f"transmitter.modes.{name}.tail_gain_pct",
            found=f"tail gain {gain:+g} in {mode_words(name)}",
            why="So low a gain lets the tail drift and swing."
            if weak
            else "So high a gain makes most tails wag.",
            fix="Most end up between 60 and 80; start about 70."
            + ("" if weak else " A tail that needs more may have too short a horn."),
            device="transmitter",
            rests_on="common practice",
        )
