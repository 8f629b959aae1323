"""Steps 15 and 16: what turns the rotor and what holds its speed, in their parts, one file each."""

from mint_lever.steps.head_speed import (
    agreement,
    bec_voltage,
    controller_card,
    controller_ends,
    data,
    governor_place,
    governor_settings,
    safe,
    throttle,
    throttle_curves,
    unit_throttle,
    yaw_feed,
)

PARTS = (
    safe.STEP,
    data.STEP,
    governor_place.STEP,
    throttle.STEP,
    controller_ends.STEP,
    controller_card.STEP,
    bec_voltage.STEP,
    unit_throttle.STEP,
    governor_settings.STEP,
    yaw_feed.STEP,
    agreement.STEP,
    throttle_curves.STEP,
)
"""In the order of work; common practice, no source."""

__all__ = ["PARTS"]
