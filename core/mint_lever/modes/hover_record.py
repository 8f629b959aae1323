"""A hover that was flown, as it is kept: where the stick stood, and what pitch that was."""

from __future__ import annotations

from datetime import date

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.modes.pitch_degrees import compute_collective
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName


def record_hover(
    chain: Chain, mode: ModeName, stick_pct: float, day: date, rpm: float | None = None
) -> tuple[Change, ...]:
    """Make the change that keeps it; ``rpm`` is the mode's own head speed where none is given.

    Raises InvalidRequest for a stick off its way, a pitch that is no hover's, or no head speed.
    """
    speed = chain.mode(mode).head_speed_rpm if rpm is None else rpm
    if not 0 <= stick_pct <= 100:
        raise InvalidRequest([Fault("stick", f"{stick_pct:g} %", "0 to 100 %")])
    if speed is None:
        words = MODE_WORDS[mode].lower()
        raise InvalidRequest([Fault("head speed", "nothing", f"a head speed of {words}, or one")])
    percent = curve_of(chain.mode(mode), "pitch", [2.0 * stick_pct - 100.0])
    pitch, reached = compute_collective(chain, mode, percent)
    if not bool(reached[0]) or not 0 < float(pitch[0]) <= 25:
        found = f"{float(pitch[0]):.1f}° at that stick" if reached[0] else "a link out of reach"
        raise InvalidRequest([Fault("stick", found, "a stick that gives more than 0°")])
    hover = {
        "mode": mode,
        "stick_pct": float(stick_pct),
        "pitch_deg": round(float(pitch[0]), 2),
        "rpm": float(speed),
        "date": day.isoformat(),
    }
    return (Change("flown.hover", hover),)


def forget_hover(setup: Setup) -> tuple[Change, ...]:
    """Make the change that takes a kept hover away, and leaves the rest that was flown."""
    kept = [] if setup.flown is None else setup.flown.speeds
    return (Change("flown.hover", None),) if kept else (Change("flown", None),)
