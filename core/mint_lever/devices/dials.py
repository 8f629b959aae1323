"""Where an arrangement holds what the bench sets: in the unit, or in the transmitter's mixing."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mint_lever.measure.next_value import Control
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.transmitter import NO_RING_PCT, SwashMix

Device = Literal["unit", "transmitter"]
SwashFunction = Literal["collective", "aileron", "elevator"]
_US = Control(-200.0, 200.0, 1.0)
_UNIT_FIGURE = Control(1.0, 150.0)
_NUDGED = Control(1.0, 150.0, 0.1)
"""A figure that is not shown moves by as little as the pilot nudges it."""
_MIX_FIGURE = Control(1.0, 100.0)


@dataclass(frozen=True)
class Dial:
    """One figure a pilot sets: where it stands, what it is, how far and how finely it goes.

    ``sign`` is what the stored value is multiplied by: a swash mix is signed, its size is the dial.
    ``shows``: the device shows the figure; else the pilot nudges it until the gauge reads.
    """

    path: str
    name: str
    value: float
    control: Control
    device: Device
    sign: int = 1
    shows: bool = True

    def to_do(self, value: float, until: str) -> str:
        """What the pilot does to bring it to a value, where the gauge then reads ``until``."""
        if self.shows:
            return f"Set {self.name} from {self.value:g} to {value:g} %."
        return f"Nudge {self.name} until the gauge reads {until}."

    def set(self, value: float) -> Change:
        """The change that puts the dial to a value."""
        return Change(self.path, self.sign * value)


def device_of(setup: Setup) -> Device:
    """The device that does the swash mixing."""
    return setup.arranged.mixer


def cyclic(setup: Setup, function: SwashFunction = "aileron") -> Dial:
    """The figure that sets the cyclic throw: the unit's for both axes, its own for elevator where
    it has one, or a swash mix."""
    if (unit := setup.mixing_unit) is not None:
        if function == "elevator" and unit.cyclic_elevator_pct is not None:
            name = "the unit's cyclic figure of elevator"
            value = unit.cyclic_elevator_pct
            return Dial("unit.cyclic_elevator_pct", name, value, _UNIT_FIGURE, "unit")
        if not unit.shows_figures:
            name = "the tilt the unit shows"
            return Dial("unit.cyclic_pct", name, unit.cyclic_pct, _NUDGED, "unit", shows=False)
        name = "the unit's cyclic figure"
        return Dial("unit.cyclic_pct", name, unit.cyclic_pct, _UNIT_FIGURE, "unit")
    return _mix(setup, function)


def collective(setup: Setup, above_centre: bool) -> Dial:
    """The figure that sets the collective's throw; a swash mix is one for both sides."""
    unit = setup.mixing_unit
    if unit is None:
        return _mix(setup, "collective")
    key, side = ("collective_pct", "above") if above_centre else ("collective_low_pct", "below")
    name = f"the unit's collective {side} centre"
    control = _UNIT_FIGURE if unit.shows_figures else _NUDGED
    value = getattr(unit, key)
    return Dial(f"unit.{key}", name, value, control, "unit", shows=unit.shows_figures)


def ring(setup: Setup) -> Dial:
    """The cyclic ring."""
    whole = Control(1.0, NO_RING_PCT)
    if (unit := setup.mixing_unit) is not None:
        shows = unit.shows_figures
        return Dial("unit.ring_pct", "the cyclic ring", unit.ring_pct, whole, "unit", shows=shows)
    path = "transmitter.swash_mix.ring_pct"
    return Dial(path, "the cyclic ring", _swash_mix(setup).ring_pct, whole, "transmitter")


def sub_trim(setup: Setup, servo: int) -> Dial:
    """A swash servo's sub-trim: µs in the unit, percent of its channel in the transmitter."""
    name = f"servo {servo + 1}'s sub-trim"
    if (unit := setup.mixing_unit) is not None:
        trim = unit.servos[servo].subtrim_us
        return Dial(f"unit.servos.{servo}.subtrim_us", name, trim, _US, "unit")
    channels = setup.transmitter.servo_channels
    trim = channels[servo].subtrim_pct if channels else 0.0
    path = f"transmitter.servo_channels.{servo}.subtrim_pct"
    percent = Control(-50.0, 50.0, 1.0)
    return Dial(path, name, trim, percent, "transmitter")


def sub_trim_us(setup: Setup) -> float:
    """Microseconds of one step of a sub-trim's dial unit (a µs, or a percent of a channel)."""
    return 1.0 if setup.mixing_unit is not None else setup.transmitter.us_per_pct


def servo_reversed(setup: Setup, servo: int) -> bool:
    """Whether a swash servo's output is set to turn round."""
    if (unit := setup.mixing_unit) is not None:
        return unit.servos[servo].reversed
    channels = setup.transmitter.servo_channels
    return bool(channels and channels[servo].reversed)


def reverse_servo(setup: Setup, servo: int) -> Change:
    """Turn a swash servo round."""
    holder = "unit.servos" if setup.mixing_unit is not None else "transmitter.servo_channels"
    return Change(f"{holder}.{servo}.reversed", not servo_reversed(setup, servo))


def reverse_function(setup: Setup, function: SwashFunction) -> Change:
    """Turn a function round: its channel, or the sign of its swash mix."""
    if setup.mixing_unit is not None:
        channel = getattr(setup.transmitter.channels, function)
        return Change(f"transmitter.channels.{function}.reversed", not channel.reversed)
    dial = _mix(setup, function)
    return Change(dial.path, -dial.sign * dial.value)


def function_way(setup: Setup, function: SwashFunction) -> int:
    """1 where the transmitter's swash mix sends a function as it is, −1 turned round."""
    return -1 if getattr(_swash_mix(setup), function) < 0 else 1


def servo_travel_side(setup: Setup, servo: int, stick_pct: float) -> Literal["low", "high"]:
    """Which side of a servo channel's travel works at an end of the collective (percent, not 0)."""
    channels = setup.transmitter.servo_channels
    assert channels is not None  # read_setup refuses an arrangement that needs them without
    way = function_way(setup, "collective") * (-1 if channels[servo].reversed else 1)
    return "high" if way * stick_pct > 0 else "low"


def _mix(setup: Setup, function: SwashFunction) -> Dial:
    value: float = getattr(_swash_mix(setup), function)
    return Dial(
        f"transmitter.swash_mix.{function}",
        f"the {function} swash mix",
        abs(value),
        _MIX_FIGURE,
        "transmitter",
        -1 if value < 0 else 1,
    )


def _swash_mix(setup: Setup) -> SwashMix:
    mix = setup.transmitter.swash_mix
    assert mix is not None  # read_setup refuses a transmitter that mixes without one
    return mix
