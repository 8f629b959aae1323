"""Steps 15 and 16: what turns the rotor and what holds its speed, in their parts, one file each."""

from mint_lever.bench.steps.head_speed import (
    bec_voltage,
    controller_card,
    controller_ends,
    drive_data,
    governor_place,
    governor_settings,
    motor_safety,
    speed_agreement,
    throttle_channel,
    throttle_curves,
    unit_throttle,
    yaw_feed,
)

PARTS = (
    motor_safety.STEP,
    drive_data.STEP,
    governor_place.STEP,
    throttle_channel.STEP,
    controller_ends.STEP,
    controller_card.STEP,
    bec_voltage.STEP,
    unit_throttle.STEP,
    governor_settings.STEP,
    yaw_feed.STEP,
    speed_agreement.STEP,
    throttle_curves.STEP,
)
"""In the order of work; common practice, no source."""

__all__ = ["PARTS"]
