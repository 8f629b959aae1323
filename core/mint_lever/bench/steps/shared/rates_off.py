"""Rates that stand on switches: what keeps full stick full while it is read, and what is set."""

from __future__ import annotations

from mint_lever.bench.engine.readings import Readings
from mint_lever.setup.parts.flight_modes import Rate
from mint_lever.setup.parts.transmitter import RateSet


def full_rates(run: Readings) -> tuple[str, ...]:
    """What a step that wants full stick begins with: the positions that would send less of it, or
    more; nothing where no rate stands on a switch."""
    places: dict[tuple[str, str], list[str]] = {}
    for each in run.setup.transmitter.rate_sets:
        if any(side.rate_pct != 100 for side in (each.rate, each.rate.below_centre)):
            places.setdefault((each.switch, each.position), []).append(each.function)
    return tuple(
        f"Keep switch {switch} out of “{position}”: full stick would not send 100 % of "
        f"{' and '.join(functions)} there."
        for (switch, position), functions in places.items()
    )


def write_rate_set(each: RateSet) -> tuple[str, str]:
    """Say a set as a question's label, and what is written down for it."""
    label = f"{each.function.capitalize()} on switch {each.switch}, {each.position}: "
    own = _figures(each.rate)
    low = each.rate.below_centre
    aside = "" if low is each.rate else f"; left or back {_figures(low)}"
    return f"{label}set on the transmitter as written down", f"{own}{aside}.".capitalize()


def _figures(rate: Rate) -> str:
    soft = f"{abs(rate.expo_pct):g} % {'softer' if rate.expo_pct > 0 else 'sharper'} at centre"
    return f"rate {rate.rate_pct:g} %, {soft if rate.expo_pct else 'no expo'}"
