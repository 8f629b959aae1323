"""What the parts of steps 15 and 16 have in common."""

from __future__ import annotations

DRIVE, GOVERNOR = 15, 16
"""The numbers of the two steps."""
SAFE, AGREEMENT = "drive_safe", "governor"
MOVES_THE_THROTTLE = (SAFE,)
"""What a part that moves the throttle opens after, at this very power-up."""
CANNOT_DRIVE = (
    "Here the throttle moves: the motor stays unplugged or its pinion out of mesh, looked at "
    "again just before a pack is connected."
)
MANUAL_FIRST = "The speed controller's manual comes before anything said here."
LIMITS = (
    "Head speed never above what the makers of blades, head and tail allow: their manuals say, no "
    "figure here does."
)
LOCK = (
    "A governor's lock after a power-up with the throttle high is protection. The cure is low "
    "throttle or a re-plug; never switch it off."
)
NOT_ELECTRIC = "The drive is not electric: there is no speed controller. Its maker's manual leads."
NO_GOVERNOR = "No governor is meant to hold the head speed: there is nothing to set here."
