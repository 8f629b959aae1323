"""Work by hand taken back: what undoes it, and the question whether hands did."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from mint_lever.bench.engine.advice import Work
from mint_lever.bench.wording.number_text import blade_name

_TURNED = ("turn_swash_link", "turn_blade_link", "turn_tail_rod")
_PRESSED = ("press_horn", "press_tail_horn")
_SAME_AGAIN = ("exchange_plugs", "turn_gain_channel")


def find_inverse(work: Work) -> Work | None:
    """Give the work that takes one back; None where nothing a hand does brings it back."""
    if work.kind in _TURNED:
        return replace(work, amount=-work.amount)
    if work.kind in _PRESSED:
        return replace(work, amount=-work.amount, arm=-work.arm)
    return work if work.kind in _SAME_AGAIN else None


def ask_if_undone(works: Sequence[Work]) -> str:
    """Ask whether hands took it back, in words."""
    asked = list(dict.fromkeys(_asked(work) for work in works))
    return " ".join(asked) if asked else "Is it as it was before?"


def _asked(work: Work) -> str:
    n = work.index + 1
    return {
        "turn_swash_link": f"Is link {n} turned back?",
        "turn_blade_link": f"Is the link of blade {blade_name(work.index)} turned back?",
        "turn_tail_rod": "Is the push rod turned back?",
        "press_horn": f"Is the horn of servo {n} back where it was?",
        "press_tail_horn": "Is the tail servo's horn back where it was?",
        "exchange_plugs": "Are the two leads back where they were?",
        "turn_gain_channel": "Is the gain channel turned back?",
    }.get(work.kind, "Is it as it was before?")
