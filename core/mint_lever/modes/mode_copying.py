"""A flight mode made like another, made plain, put in or left out: as edits of the setup."""

from __future__ import annotations

from typing import Any, Literal

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.new_setup import fresh_mode
from mint_lever.setup.parts.flight_modes import Mode, ModeName

CopiedPart = Literal["pitch", "throttle", "rates", "all"]

_PITCH = ("pitch_curve", "pitch_curve_at", "pitch_curve_shape")
_THROTTLE = ("throttle_curve", "throttle_curve_at", "throttle_curve_shape")
_PARTS: dict[CopiedPart, tuple[str, ...]] = {
    "pitch": _PITCH,
    "throttle": _THROTTLE,
    "rates": ("rates",),
    "all": (*_PITCH, *_THROTTLE, "rates", "tail_gain_pct", "head_speed_rpm"),
}
_MOTOR = frozenset((*_THROTTLE, "head_speed_rpm"))
"""What never passes between throttle hold and a mode that flies under power."""


def copy_mode(
    setup: Setup, mode: ModeName, source: ModeName | None, what: CopiedPart
) -> list[Change]:
    """Make a mode, or a part of it, like another one; like a plain one without ``source``.

    A mode this setup does not have yet is put in, the parts that are not taken over plain. Between
    hold and the other modes throttle and head speed stay behind: hold keeps its throttle at its
    low end, and no mode is left without power. Raises InvalidRequest for a source that is not
    there, and where that leaves nothing to take over.
    """
    own: Mode | None = getattr(setup.transmitter.modes, mode)
    like = fresh_mode(mode)
    if source is not None:
        its_source: Mode | None = getattr(setup.transmitter.modes, source)
        if its_source is None:
            allowed = "one of " + ", ".join(setup.transmitter.modes.names())
            raise InvalidRequest([Fault("source", source, allowed)])
        like = its_source
    parts = set(_PARTS[what])
    if source is not None and (source == "hold") != (mode == "hold"):
        parts -= _MOTOR
        if not parts:
            allowed = "pitch or rates: throttle hold keeps its throttle at its low end, for itself"
            raise InvalidRequest([Fault("what", what, allowed)])
    into: dict[str, Any] = (own or fresh_mode(mode)).model_dump(mode="json")
    taken = like.model_dump(mode="json")
    into.update({part: taken[part] for part in parts})
    kept = {key: value for key, value in into.items() if value is not None}
    return [Change(f"transmitter.modes.{mode}", kept)]


def remove_mode(setup: Setup, mode: ModeName) -> list[Change]:
    """Take a mode out of the setup; raises InvalidRequest for one that has to stay."""
    allowed = "a mode to leave out: normal is always there"
    if mode == "normal":
        raise InvalidRequest([Fault("mode", "normal", allowed)])
    if getattr(setup.transmitter.modes, mode) is None:
        raise InvalidRequest([Fault("mode", f"{mode}, which is not there", allowed)])
    changes = [Change(f"transmitter.modes.{mode}", None)]
    if setup.transmitter.power_up_mode == mode:
        changes.insert(0, Change("transmitter.power_up_mode", "normal"))
    return changes
