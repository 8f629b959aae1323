"""The tail gain's two scales. Common practice, no source.

Signed −100…100: the sign is the mode (+ heading hold, − rate), the amount the gain. One-channel
0…100 with the change-over in the middle: signed = 2·(x − 50). Stored signed.
"""

from __future__ import annotations

from typing import Literal

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.parts.flight_modes import ModeName

TailMode = Literal["heading_hold", "rate"]
CHANGE_OVER = 4.0
"""An amount below this lies in the change-over zone: the gyro flickers between its modes."""
FINAL_LOW, FINAL_HIGH = 60.0, 80.0
"""Where the final gain in heading hold should land, on the one-channel scale."""
START_FAST, START_SLOW = 72.0, 75.0
"""Where practice starts in an idle-up, and where the head turns slower (F16), one-channel."""
MODE_MEANS: dict[TailMode | None, str] = {
    "heading_hold": "heading hold",
    "rate": "rate mode",
    None: "neither: change-over",
}
_WHY = "between 48 and 52 of the one-channel scale the gyro changes over and its mode flickers"


def convert_to_signed(one_channel: float) -> float:
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


def convert_to_one_channel(signed: float) -> float:
    """Turn a signed figure into the one-channel scale."""
    return 50 + signed / 2


def in_change_over(signed: float) -> bool:
    """Whether a figure means neither mode."""
    return abs(signed) < CHANGE_OVER


def find_tail_mode(signed: float) -> TailMode | None:
    """The mode a figure means; None in the change-over zone."""
    if in_change_over(signed):
        return None
    return "heading_hold" if signed > 0 else "rate"


def practice_start(mode: ModeName) -> float:
    """Where practice starts, on the one-channel scale: a few points more where the head turns
    slower (F16, common practice, no source)."""
    return START_FAST if mode.startswith("idle_up") else START_SLOW


def use_one_gain(gains: dict[ModeName, float | None]) -> dict[ModeName, float]:
    """One signed gain for every mode: normal's own where it holds, else practice's start."""
    own = gains.get("normal")
    one = (
        own
        if own is not None and find_tail_mode(own) == "heading_hold"
        else convert_to_signed(START_FAST)
    )
    return dict.fromkeys(gains, one)


def spread_by_head_speed(gains: dict[ModeName, float | None]) -> dict[ModeName, float]:
    """Signed gains with practice's few points more where the head turns slower, counted from what
    the first idle-up has where that holds."""
    own = next((gains[name] for name in gains if name.startswith("idle_up")), None)
    fast = (
        own
        if own is not None and find_tail_mode(own) == "heading_hold"
        else convert_to_signed(START_FAST)
    )
    more = convert_to_signed(START_SLOW) - convert_to_signed(START_FAST)
    return {name: min(fast + (0 if name.startswith("idle_up") else more), 100.0) for name in gains}
