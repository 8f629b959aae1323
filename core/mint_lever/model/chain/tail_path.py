"""The rudder's path on to the tail: pulse, horn, slider, tail pitch, in rate mode."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any, Literal

import numpy as np

from mint_lever.axes import FUNCTIONS, Array
from mint_lever.model.chain.control_chain import Chain, Signals
from mint_lever.model.tail.rudder_pulse import TailOutput
from mint_lever.model.tail.tail_linkage import TailLinkage, TailPose
from mint_lever.setup.parts.tail import Tail

_RUDDER = FUNCTIONS.index("rudder")
_NOTHING_DEG = 0.05
"""Less pitch than a gauge shows pushes nowhere."""
NO_BOX = "tail: the gyro's own settings are not described, a usual gyro's are taken"
Push = Literal["left", "right", "nowhere"]
TAIL_KEYS = ("pulse_us", "horn_deg", "slider_mm", "pitch_deg", "clear_minus_mm", "clear_plus_mm")


@dataclass(frozen=True)
class TailRun:
    """What some stick positions come to at the tail; arrays (poses,), + drives the nose right."""

    rudder: Array
    """What the unit or gyro reads, −1…1."""
    pulse_us: Array
    horn_deg: Array
    pose: TailPose
    box_known: bool
    """Whether the unit or gyro that drives the servo is described."""

    @cached_property
    def _columns(self) -> dict[str, list[float | None]]:
        """Every figure of every position as plain values; None for what cannot be given."""
        pose = self.pose
        always = np.ones_like(pose.rod_reaches)
        figures = (
            (self.pulse_us, always),
            (self.horn_deg, always),
            (pose.slider_mm, pose.rod_reaches),
            (pose.pitch_deg, pose.pitch_known),
            (pose.clear_minus_mm, pose.rod_reaches),
            (pose.clear_plus_mm, pose.rod_reaches),
        )
        return {
            name: value.tolist()
            if known.all()
            else [each if k else None for each, k in zip(value.tolist(), known, strict=True)]
            for name, (value, known) in zip(TAIL_KEYS, figures, strict=True)
        }

    @cached_property
    def _quiet(self) -> list[bool]:
        """Where nothing is wrong."""
        fine: list[bool] = (self.pose.pitch_known & ~self.pose.touches).tolist()
        return fine

    def as_row(self, row: int) -> dict[str, float | None]:
        """One position as plain values (setup-file contract); null for what cannot be given."""
        return {name: column[row] for name, column in self._columns.items()}

    def pushes(self, row: int) -> Push | None:
        """Which way the tail blades push the nose; None where their pitch is not known."""
        if not self.pose.pitch_known[row]:
            return None
        pitch = float(self.pose.pitch_deg[row])
        if abs(pitch) < _NOTHING_DEG:
            return "nowhere"
        return "right" if pitch > 0 else "left"

    def drawn(self, row: int, tail: Tail) -> dict[str, Any]:
        """What a drawing of the tail needs: pitch (deg, 0 while it is not known), how far out of
        its way the slider stands (−1 at the boom … 1 away from it), where on it zero pitch is, and
        where the nose is pushed."""
        pose = self.pose
        minus, plus = float(pose.clear_minus_mm[row]), float(pose.clear_plus_mm[row])
        share = 0.0
        if pose.rod_reaches[row] and minus + plus > 0:
            share = float(np.clip((minus - plus) / (minus + plus), -1.0, 1.0))
        known = bool(pose.pitch_known[row])
        way = tail.slider
        zero = (way.minus_mm - way.plus_mm) / max(way.minus_mm + way.plus_mm, 1e-9)
        outward = 1.0 if tail.plus_is_outward else -1.0
        return {
            "pitch_deg": float(pose.pitch_deg[row]) if known else 0.0,
            "slider_out": outward * share,
            "zero_out": outward * zero,
            "pushes": self.pushes(row),
        }

    def warnings(self, row: int) -> list[str]:
        """What is wrong at one position, in plain sentences."""
        pose, found = self.pose, [] if self.box_known else [NO_BOX]
        if self._quiet[row]:
            return found
        if not pose.rod_reaches[row]:
            horn = f"{self.horn_deg[row]:.0f}°"
            return [*found, f"tail: the push rod does not reach with the horn at {horn}"]
        found += [
            f"tail: the slider presses {-clear:.1f} mm against its contact on the nose-{side} side"
            for side, clear in (
                ("left", pose.clear_minus_mm[row]),
                ("right", pose.clear_plus_mm[row]),
            )
            if clear < 0
        ]
        if not pose.pitch_known[row]:
            found.append(
                "tail: no pitch, the slider is further out than the grip's arm is long"
                if pose.arm_known
                else "tail: no pitch, the grip's arm is not filled in"
            )
        return found


def tail_path(chain: Chain, run: Signals) -> TailRun | None:
    """Follow a run's rudder to the tail; None where no tail is described.

    Always the rate mode's deflection, whatever the gain of the mode means.
    """
    tail = chain.setup.airframe.tail
    if tail is None:
        return None
    output = TailOutput(chain.setup.tail_box, tail.servo)
    rudder = np.minimum(np.maximum(0.01 * run.channel.limited_pct[_RUDDER], -1.0), 1.0)
    pulse = output.pulse_us(rudder)
    horn = output.horn_deg(pulse)
    return TailRun(
        rudder=rudder,
        pulse_us=pulse,
        horn_deg=horn,
        pose=TailLinkage(tail).pose(horn),
        box_known=chain.setup.unit is not None,
    )


def no_tail() -> dict[str, Any]:
    """The row of a setup in which no tail is described."""
    return dict.fromkeys(TAIL_KEYS)
