"""Step 14: the tail, in its eleven parts, one file each. Each has its own standing."""

from mint_lever.steps.tail import (
    correction,
    delay,
    gain,
    horn,
    limits,
    mechanics,
    mount,
    offset,
    servo,
    square,
    stick,
)

PARTS = (
    mechanics.STEP,
    horn.STEP,
    servo.STEP,
    square.STEP,
    mount.STEP,
    stick.STEP,
    offset.STEP,
    limits.STEP,
    delay.STEP,
    correction.STEP,
    gain.STEP,
)
"""In the order of work; common practice, no source."""

__all__ = ["PARTS"]
