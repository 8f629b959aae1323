"""The simulated helicopter's tail: what right stick, a push at the nose and full stick show."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

from mint_lever.setup.document import Setup

Side = Literal["left", "right"]
_SHORT_PCT = 15.0
"""So much further the slider could go where it is said to stop far short. From memory."""


class TailTruth(BaseModel):
    """What nobody knows of the tail.

    ``stick_turned``: with everything straight, right stick pushes the nose left;
    ``gyro_turned``: with everything straight, the gyro answers along with a push. ``contact_pct``
    is the percent of the servo's throw at which the slider touches, nose left and nose right.
    """

    model_config = ConfigDict(extra="forbid")

    belt_twisted: bool = False
    stick_turned: bool = False
    gyro_turned: bool = False
    contact_pct: tuple[float, float] = (105.0, 105.0)


class SimulatedTail:
    """The tail with the devices' settings as they are now."""

    def __init__(self, setup: Setup, truth: TailTruth, arrives_turned: bool):
        self.truth = truth
        self._box = setup.tail_box
        self._sent = setup.transmitter.channels.rudder.reversed != arrives_turned
        # The servo's own direction turns both: what the stick does and what the gyro does.
        self._servo = self._box.reversed != truth.stick_turned
        self._stick_left = self._sent != self._servo

    def stick_goes_right(self) -> bool:
        """Whether right stick pushes the nose right."""
        return not self._stick_left

    def answers_right(self) -> bool:
        """Whether a nose pushed left by hand is answered with nose right."""
        return self._servo == (self._box.gyro_reversed != self.truth.gyro_turned)

    def limit_sounds(self, side: str) -> Literal["clear", "touches", "short"]:
        """Say how full stick to a side ends."""
        way: Side = "left" if (side == "left") != self._stick_left else "right"
        contact = self.truth.contact_pct[("left", "right").index(way)]
        # The box's own left and right are the sides of the command that it receives.
        left = (side == "left") != self._sent
        limit = self._box.limit_left_pct if left else self._box.limit_right_pct
        if limit > contact:
            return "touches"
        return "short" if limit < contact - _SHORT_PCT else "clear"
