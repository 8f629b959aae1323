"""The cyclic ring: aileron and elevator together never ask for more than the ring allows."""

from __future__ import annotations

import numpy as np

from mint_lever.axes import Array


def through_ring(aileron: Array, elevator: Array, ring_pct: float) -> tuple[Array, Array]:
    """Shorten the cyclic command (−1…1, any shape) to the ring, keeping its direction.

    formulas §3.2: where hypot(a, e) passes ring/100 both are scaled to it.
    """
    ring = ring_pct / 100.0
    # Not np.hypot: commands are near 1, so its guard against overflow is time for nothing.
    size = np.sqrt(aileron * aileron + elevator * elevator)
    scale = np.where(size > ring, ring / np.maximum(size, 1e-12), 1.0)
    return aileron * scale, elevator * scale
