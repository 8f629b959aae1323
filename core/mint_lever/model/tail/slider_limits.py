"""The end limits that just clear the slider's contacts, each side by itself."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import MARGIN_MM, TailLinkage
from mint_lever.setup.parts.tail import Tail
from mint_lever.setup.parts.unit import UnitTail

MOST_PCT = 200.0
Side = Literal["left", "right"]
WHY_NONE = {
    "never": "the horn never gets there",
    "centre": "the slider is there already with the rudder at centre",
}


@dataclass(frozen=True)
class JustClear:
    """The largest limit (percent) that keeps a slider clear; None where no limit is right, with the
    reason: the horn never meets that contact, or stands at it with the rudder at centre."""

    percent: float | None
    none: Literal["never", "centre"] | None = None

    @property
    def why_none(self) -> str:
        """The reason in words; empty where there is a limit."""
        return "" if self.none is None else WHY_NONE[self.none]


def just_clear(tail: Tail, box: UnitTail, side: Side) -> JustClear:
    """Give the limit for full rudder to one side that stops the slider 0.3 mm off its contact.

    ``side`` is the command's: with a direction wrong, right rudder meets the contact of nose left.
    Counted from the centre as its sub-trim leaves it.
    """
    output, linkage = TailOutput(box, tail.servo), TailLinkage(tail)
    way = output.right * (1 if side == "right" else -1)
    contact = tail.slider.plus_mm if way > 0 else -tail.slider.minus_mm
    rest = float(output.horn_for(0.0))
    pose = linkage.pose(rest)
    clear = pose.clear_plus_mm if way > 0 else pose.clear_minus_mm
    if bool(pose.rod_reaches) and float(clear) < MARGIN_MM:
        return JustClear(None, "centre")
    horn, reaches = linkage.horn_for(contact - way * MARGIN_MM)
    if not (bool(pose.rod_reaches) and bool(reaches)):
        return JustClear(None, "never")
    full_deg = box.full_throw_us / tail.servo.us_per_deg
    percent = 100.0 * way * (float(horn) - rest) / full_deg
    return JustClear(percent) if percent <= MOST_PCT else JustClear(None, "never")
