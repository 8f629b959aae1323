"""Rules about what the unit makes of full sticks: in full, and as it was taught."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

import numpy as np

from mint_lever.audit.finding import Audited, Finding, percent
from mint_lever.audit.rule import rule
from mint_lever.axes import FUNCTIONS
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.channels import Channel
from mint_lever.sources import MEMORY, fact

_TAUGHT_PCT: Annotated[float, MEMORY] = 3.0
"""How far full stick may read from 100 % at a unit that was taught."""
_READ_PCT = 1.5
"""How near a reading at the unit is workable at the bench: whole percent may come no nearer."""
_USUAL_PCT: Annotated[tuple[float, float], fact("F26")] = (98.0, 105.3)
"""Travel that brings a usual link to 100 %: seen at 100 %, it shows 102 to 95 (F26, common
practice, no source). Within it nothing is known to be wrong before somebody reads."""


@rule(140)
def travel_not_arriving(at: Audited) -> Iterator[Finding]:
    """Full stick arrives as exactly 100 % (F26, common practice, no source).

    What was read at the unit counts; where nothing was read, what the pulses come to, and then
    only what no usual link would want.
    """
    if at.setup.mixing_unit is None:
        return
    step = at.setup.transmitter.travel_step_pct
    for function in FUNCTIONS:
        channel: Channel = getattr(at.setup.transmitter.channels, function)
        for end, sign in (("low", -1.0), ("high", 1.0)):
            # Travel works by the sign of what is sent, after the channel was turned round.
            side = "high" if (sign > 0) != channel.reversed else "low"
            travel: float = getattr(channel, f"travel_{side}_pct")
            read = at.read.get(f"arrival.{function}.{end}")
            seen = _computed(channel, sign) if read is None else abs(read)
            if read is None:
                arrives = _USUAL_PCT[0] <= seen <= _USUAL_PCT[1]
            else:
                arrives = abs(seen - 100.0) <= _READ_PCT
            if arrives or channel.subtrim_pct or channel.trim_pct:
                continue
            new = float(np.clip(round(travel * 100.0 / max(seen, 1.0) / step) * step, 0.0, 200.0))
            if new == travel:
                continue
            path = f"transmitter.channels.{function}.travel_{side}_pct"
            yield Finding(
                # More than arrives in full may be meant: it costs the stick's end, no more.
                severity="fault" if seen < 97.0 else "look",
                path=path,
                found=f"{function} arrives as {percent(seen)} at its {end} end",
                why="Short of 100 % the unit never gives its full rate; beyond it the stick's end "
                "does nothing.",
                fix=f"Set the {function} channel's {side} travel from {travel:g} to {new:g} %.",
                device="transmitter",
                rests_on="what its pulses come to" if read is None else "what the unit showed",
                changes=(Change(path, new),),
            )


@rule(150)
def throws_not_as_taught(at: Audited) -> Iterator[Finding]:
    """A unit behind the mixing knows its commands by throws it was shown. Common practice."""
    for function in FUNCTIONS[:3]:
        low = at.read.get(f"teach_throws.{function}.low")
        high = at.read.get(f"teach_throws.{function}.high")
        if low is None or high is None:
            continue
        if max(abs(low + 100.0), abs(high - 100.0)) <= _TAUGHT_PCT:
            continue
        turned = high < 0 or low > 0
        ends = " and ".join(percent(end).replace("-", "−") for end in (low, high))
        yield Finding(
            severity="danger" if turned else "fault",
            path=f"transmitter.swash_mix.{function}",
            found=f"the unit takes the {function}'s ends for {ends}",
            why="It was taught other throws than the transmitter now has: "
            + ("a command the wrong way round." if turned else "it turns further or less far."),
            fix="Teach the unit its throws again.",
            device="unit",
            rests_on="what it was shown when it was taught",
        )


def _computed(channel: Channel, sign: float) -> float:
    side = (sign > 0) != channel.reversed
    travel = channel.travel_high_pct if side else channel.travel_low_pct
    limit = channel.limit_high_pct if side else channel.limit_low_pct
    return min(travel, limit)
