"""What a rudder stick asks for in heading hold: a yaw rate, and on a bench a creep to the limit."""

from __future__ import annotations

from dataclasses import dataclass

from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.tail_path import Push, TailRun
from mint_lever.model.tail.gain_scales import find_tail_mode
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import TailLinkage
from mint_lever.model.transmitter.stick_shaping import rate_and_expo
from mint_lever.setup.parts.flight_modes import ModeName, Rate

_HELD = 0.01
"""A stick nearer to its centre than this is let go: nothing is asked for, nothing creeps."""


@dataclass(frozen=True)
class HeadingHold:
    """``yaw_dps`` is the yaw rate asked for (deg/s, + nose right), None where no unit says how fast
    full stick turns. On a bench the nose does not follow, so the servo runs on: ``creeps_to`` is
    the side of the command whose limit it ends at, None with the stick let go, and ``pitch_deg``
    the tail's pitch there, None where it is not known."""

    yaw_dps: float | None
    creeps_to: Push | None
    pitch_deg: float | None


def heading_hold(chain: Chain, run: TailRun, mode: ModeName) -> HeadingHold | None:
    """Give what the first position of a run asks for; None in a mode that is not heading hold."""
    gain, tail = chain.mode(mode).tail_gain_pct, chain.setup.airframe.tail
    if gain is None or find_tail_mode(gain) != "heading_hold" or tail is None:
        return None
    u, unit = float(run.rudder[0]), chain.setup.stabilising_unit
    yaw = None
    if unit is not None:
        own = Rate(rate_pct=100.0, expo_pct=unit.expo_pct.rudder)
        yaw = unit.full_stick_dps.rudder * float(rate_and_expo(100.0 * u, own)) / 100.0
    if abs(u) < _HELD:
        return HeadingHold(yaw, None, None)
    output = TailOutput(chain.setup.tail_box, tail.servo)
    end = TailLinkage(tail).stopped(output.horn_for(1.0 if u > 0 else -1.0))
    pitch = float(end.pitch_deg) if bool(end.pitch_known) else None
    return HeadingHold(yaw, "right" if u > 0 else "left", pitch)
