"""The tail gain's two scales. Common practice, no source.

Signed −100…100: the sign is the mode (+ heading hold, − rate), the amount the gain. One-channel
0…100 with the change-over in the middle: signed = 2·(x − 50). Stored signed.
"""

from __future__ import annotations

from typing import Literal

from mint_lever.faults import Fault, InvalidRequest

TailMode = Literal["heading_hold", "rate"]
CHANGE_OVER = 4.0
"""An amount below this lies in the change-over zone: the gyro flickers between its modes."""
FINAL_LOW, FINAL_HIGH = 60.0, 80.0
"""Where the final gain in heading hold should land, on the one-channel scale."""
_WHY = "between 48 and 52 of the one-channel scale the gyro changes over and its mode flickers"


def signed_of(one_channel: float) -> float:
    """Turn a figure of the one-channel scale into the signed one.

    Raises InvalidRequest outside 0…100 and inside the change-over zone.
    """
    if not 0 <= one_channel <= 100:
        raise InvalidRequest([Fault("tail gain", f"{one_channel:g}", "0 to 100, one-channel")])
    signed = 2 * (one_channel - 50)
    if in_change_over(signed):
        allowed = f"48 and less for rate, 52 and more for heading hold: {_WHY}"
        raise InvalidRequest([Fault("tail gain", f"{one_channel:g}", allowed)])
    return signed


def one_channel_of(signed: float) -> float:
    """Turn a signed figure into the one-channel scale."""
    return 50 + signed / 2


def in_change_over(signed: float) -> bool:
    """Whether a figure means neither mode."""
    return abs(signed) < CHANGE_OVER


def mode_of(signed: float) -> TailMode | None:
    """The mode a figure means; None in the change-over zone."""
    if in_change_over(signed):
        return None
    return "heading_hold" if signed > 0 else "rate"
