"""Step 14: the tail, in its eleven parts, one file each. Each has its own standing."""

from mint_lever.bench.steps.tail import (
    end_limits,
    gyro_correction,
    gyro_delay,
    gyro_gain,
    gyro_mount,
    horn_length,
    horn_square,
    pitch_offset,
    rudder_direction,
    tail_mechanics,
    tail_servo,
)

PARTS = (
    tail_mechanics.STEP,
    horn_length.STEP,
    tail_servo.STEP,
    horn_square.STEP,
    gyro_mount.STEP,
    rudder_direction.STEP,
    pitch_offset.STEP,
    end_limits.STEP,
    gyro_delay.STEP,
    gyro_correction.STEP,
    gyro_gain.STEP,
)
"""In the order of work; common practice, no source."""

__all__ = ["PARTS"]
