"""The head speed a figure is asked for."""

from __future__ import annotations

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain
from mint_lever.setup.parts.flight_modes import ModeName


def head_speed_of(chain: Chain, mode: ModeName, rpm: float | None) -> float:
    """The head speed that is meant: the one given, or the mode's own.

    Raises InvalidRequest where neither is there.
    """
    found = chain.mode(mode).head_speed_rpm if rpm is None else rpm
    if found is None:
        allowed = "a head speed, or a mode that has one"
        raise InvalidRequest([Fault("rpm", "nothing", allowed)])
    if not 0 < found <= 20_000:
        raise InvalidRequest([Fault("rpm", f"{found:g}", "a head speed up to 20000 rpm")])
    return found
