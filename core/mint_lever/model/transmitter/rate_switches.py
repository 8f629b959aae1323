"""Rates that stand on switch positions, in the place of the flight mode's own."""

from __future__ import annotations

from collections.abc import Sequence

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.setup.parts.flight_modes import Mode, Modes
from mint_lever.setup.parts.transmitter import RateSet, Transmitter


def chosen_sets(transmitter: Transmitter, numbers: Sequence[int]) -> list[RateSet]:
    """Give the sets of those numbers (from 0); raises InvalidRequest for one that is not there, and
    for two of one function, which no switch can choose together."""
    sets = transmitter.rate_sets
    wrong = [n for n in numbers if not 0 <= n < len(sets)]
    if wrong:
        allowed = f"0 to {len(sets) - 1}" if sets else "none: no rate stands on a switch"
        raise InvalidRequest([Fault("rate_sets", str(wrong[0]), allowed)])
    chosen = [sets[n] for n in numbers]
    if len({each.function for each in chosen}) < len(chosen):
        raise InvalidRequest([Fault("rate_sets", "two of one function", "one for each function")])
    return chosen


def with_rate_sets(transmitter: Transmitter, numbers: Sequence[int]) -> Transmitter:
    """Give the transmitter with those sets in the place of the rates of every flight mode."""
    instead = {each.function: each.rate for each in chosen_sets(transmitter, numbers)}
    if not instead:
        return transmitter
    made: dict[str, Mode] = {
        name: mode.model_copy(update={"rates": mode.rates.model_copy(update=instead)})
        for name in transmitter.modes.names()
        for mode in (getattr(transmitter.modes, name),)
    }
    modes: Modes = transmitter.modes.model_copy(update=made)
    return transmitter.model_copy(update={"modes": modes})
