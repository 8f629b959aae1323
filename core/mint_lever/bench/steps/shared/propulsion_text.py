"""What is said of the motor where a pack is connected."""

from __future__ import annotations

MOTOR_OFF = (
    "The motor cannot drive: unplugged, or its pinion out of mesh, looked at just before a pack is "
    "connected."
)
