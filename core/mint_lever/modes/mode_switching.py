"""What happens when the flight-mode switch moves: jumps of pitch, throttle and head speed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.modes.pitch_degrees import compute_collective
from mint_lever.setup.parts.flight_modes import ModeName
from mint_lever.sources import MEMORY

JUMP_DEG: Annotated[float, MEMORY] = 4.0
"""A pitch jump that throws the model up or down. From memory: about a third of the usual range."""
_STICK: Array = np.linspace(0.0, 100.0, 41)
Severity = Literal["danger", "caution"]


@dataclass(frozen=True)
class SwitchWarning:
    """A warning about a switch, and the setting (path) it comes from."""

    severity: Severity
    path: str
    text: str


@dataclass(frozen=True)
class ModeSwitch:
    """From one mode to another; arrays (41,) over the collective stick 0…100.

    Jumps are what comes less what was. ``largest_stick_pct`` is where the pitch jumps most.
    """

    stick_pct: Array
    pitch_jump_deg: Array
    throttle_jump_pct: Array
    head_speed_jump_rpm: float | None
    largest_stick_pct: float
    warnings: tuple[SwitchWarning, ...]

    def at(self, stick_pct: float) -> tuple[float, float]:
        """Jump of pitch (deg) and throttle (percent) at a stick position (0…100)."""
        pitch = np.interp(stick_pct, self.stick_pct, self.pitch_jump_deg)
        throttle = np.interp(stick_pct, self.stick_pct, self.throttle_jump_pct)
        return float(pitch), float(throttle)


def compare_modes(chain: Chain, before: ModeName, after: ModeName) -> ModeSwitch:
    """Compare two modes at every collective stick position, cyclic centred."""
    lever = 2.0 * _STICK - 100.0
    one, other = chain.mode(before), chain.mode(after)
    pitch = [
        compute_collective(chain, name, curve_of(mode, "pitch", lever))[0]
        for name, mode in ((before, one), (after, other))
    ]
    throttle = curve_of(other, "throttle", lever) - curve_of(one, "throttle", lever)
    jump = pitch[1] - pitch[0]
    largest = int(np.abs(jump).argmax())
    speeds = (one.head_speed_rpm, other.head_speed_rpm)
    return ModeSwitch(
        stick_pct=_STICK,
        pitch_jump_deg=jump,
        throttle_jump_pct=throttle,
        head_speed_jump_rpm=None if None in speeds else speeds[1] - speeds[0],  # type: ignore[operator]
        largest_stick_pct=float(_STICK[largest]),
        warnings=tuple(_warnings(chain, before, after, jump, throttle)),
    )


def _warnings(
    chain: Chain, before: ModeName, after: ModeName, jump: Array, throttle: Array
) -> list[SwitchWarning]:
    warned: list[SwitchWarning] = []
    base = f"transmitter.modes.{after}"
    # The switch is moved in flight, from the middle up; below it curves are meant to part.
    at = int(np.where(_STICK >= 50.0, np.abs(jump), 0.0).argmax())
    if abs(jump[at]) > JUMP_DEG:
        warned.append(
            SwitchWarning(
                "caution",
                f"{base}.pitch_curve",
                f"Pitch jumps by {jump[at]:+.1f}° at stick {_STICK[at]:.0f} %: the model leaps or "
                "drops as the switch moves.".replace("-", "−"),
            )
        )
    if after == "hold":
        high = float(curve_of(chain.mode("hold"), "throttle", 2.0 * _STICK - 100.0).max())
        if high > 0:
            warned.append(
                SwitchWarning(
                    "danger",
                    f"{base}.throttle_curve",
                    f"Throttle hold leaves the throttle at up to {high:.0f} %: the motor goes on "
                    "running.",
                )
            )
    elif before == "hold" and float(throttle[0]) > 0:
        warned.append(
            SwitchWarning(
                "danger",
                f"{base}.throttle_curve",
                f"Out of throttle hold with the stick low the throttle jumps by "
                f"{throttle[0]:.0f} %: the motor starts at once.",
            )
        )
    return warned
