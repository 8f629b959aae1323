"""The flight mode of the bench: throttle hold, which has to be on there anyway."""

from __future__ import annotations

from mint_lever.setup.document import Setup
from mint_lever.setup.modes import Mode, ModeName

_FULL = (0.0, 100.0)


def bench_mode(setup: Setup) -> ModeName:
    """Give the mode the bench is worked in: hold, or normal where there is no hold."""
    return "hold" if setup.transmitter.modes.hold is not None else "normal"


def plain(mode: Mode) -> bool:
    """Whether a mode passes collective and cyclic on as they are: straight and in full."""
    ends = (mode.pitch_curve[0], mode.pitch_curve[-1])
    steps = [b - a for a, b in zip(mode.pitch_curve, mode.pitch_curve[1:], strict=False)]
    straight = max(steps) - min(steps) < 1e-6
    rates = (mode.rates.aileron, mode.rates.elevator)
    return ends == _FULL and straight and all(r.rate_pct == 100 for r in rates)
