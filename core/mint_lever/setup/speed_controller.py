"""What the speed controller holds that other devices must agree with."""

from __future__ import annotations

from mint_lever.setup.numbers import Part, Volt


class SpeedController(Part):
    """The speed controller's share: its governor, and the voltage its BEC feeds the servos."""

    governor: bool = False
    bec_volt: Volt | None = None
