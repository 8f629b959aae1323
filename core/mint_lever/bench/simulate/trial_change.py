"""What a simulated helicopter shows when something is changed a little, only to see."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from mint_lever.bench.simulate.helicopter import SimulatedHelicopter
from mint_lever.setup.edits.path_edit import Change

_SEEN = 1e-9


def goes(
    bench: SimulatedHelicopter,
    read: Callable[[SimulatedHelicopter], float],
    change: Callable[[SimulatedHelicopter], Any],
) -> str:
    """Say which way a reading goes: up, down or still. The helicopter itself is left as it is."""
    tried = bench.quiet_copy()
    before = read(tried)
    change(tried)
    moved = read(tried) - before
    if abs(moved) <= _SEEN:
        return "still"
    return "up" if moved > 0 else "down"


def raising(change: Change) -> Callable[[SimulatedHelicopter], None]:
    """The change of a setting, as something to do to a helicopter."""
    return lambda bench: bench.change([change])
