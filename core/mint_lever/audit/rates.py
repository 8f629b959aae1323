"""Rules about rates and expo."""

from __future__ import annotations

from collections.abc import Iterator

from mint_lever.audit.finding import Audited, Finding, mode_words, percent
from mint_lever.setup.edit import Change

_LOW_RATE_PCT = 60.0


def expo_in_both(at: Audited) -> Iterator[Finding]:
    """Expo in the transmitter and in the unit add up. Common practice, no source."""
    unit = at.setup.stabilising_unit
    if unit is None:
        return
    for function in ("aileron", "elevator", "rudder"):
        in_unit = getattr(unit.expo_pct, function)
        for name, mode in at.modes:
            in_radio = getattr(mode.rates, function).expo_pct
            if in_unit and in_radio:
                yield Finding(
                    severity="look",
                    path=f"transmitter.modes.{name}.rates.{function}.expo_pct",
                    found=f"{function} expo {percent(in_radio)} in {mode_words(name)} and "
                    f"{percent(in_unit)} in the unit",
                    why="The two multiply: round the centre the stick goes nearly dead.",
                    fix="Keep the softness in one place, and set the other to 0.",
                    device="transmitter",
                    rests_on="both devices' settings",
                )


def rate_beyond_full(at: Audited) -> Iterator[Finding]:
    """More than full rate is the unit's business, not the stick's. Common practice, no source."""
    if at.setup.stabilising_unit is None:
        return
    for name, mode in at.modes:
        for function in ("aileron", "elevator", "rudder"):
            rate = getattr(mode.rates, function).rate_pct
            if rate > 100:
                yield Finding(
                    severity="fault",
                    path=f"transmitter.modes.{name}.rates.{function}.rate_pct",
                    found=f"{function} rate {percent(rate)} in {mode_words(name)}",
                    why="More than 100 % never arrives: the stick's end does nothing.",
                    fix="Set the rate to 100 % and the turning speed in the unit.",
                    device="transmitter",
                    rests_on="both devices' settings",
                    changes=(Change(f"transmitter.modes.{name}.rates.{function}.rate_pct", 100.0),),
                )


def rates_in_both(at: Audited) -> Iterator[Finding]:
    """A dual rate well below full beside a unit's own turning speed. From memory: below 60 %.

    A typical reduced rate is 80 % (F4, common practice, no source).
    """
    unit = at.setup.stabilising_unit
    if unit is None:
        return
    for name, mode in at.modes:
        for function in ("aileron", "elevator", "rudder"):
            rate = getattr(mode.rates, function).rate_pct
            if rate < _LOW_RATE_PCT:
                own = getattr(unit.full_stick_dps, function)
                yield Finding(
                    severity="look",
                    path=f"transmitter.modes.{name}.rates.{function}.rate_pct",
                    found=f"{function} rate {percent(rate)} in {mode_words(name)}, and a unit set "
                    f"to {own:g}°/s",
                    why="Slowed in two places: the stick's steps turn coarse, and neither figure "
                    "says what the model does.",
                    fix="Set the turning speed in the unit, and the rate to 80 % or more.",
                    device="transmitter",
                    rests_on="both devices' settings",
                )


def expo_turns_back(at: Audited) -> Iterator[Finding]:
    """Softness below −50 % makes the stick's end do less again: 1 + 2k < 0 (formulas §2.1)."""
    for name, mode in at.modes:
        for function in ("aileron", "elevator", "rudder"):
            expo = getattr(mode.rates, function).expo_pct
            if expo < -50.0:
                path = f"transmitter.modes.{name}.rates.{function}.expo_pct"
                yield Finding(
                    severity="fault",
                    path=path,
                    found=f"{function} {percent(-expo)} sharper than straight in "
                    f"{mode_words(name)}",
                    why="Before its end the stick asks for more than at its end: the last part "
                    "works backwards.",
                    fix="Half is the most: set a softness of −50 %, or a straight stick.",
                    device="transmitter",
                    rests_on="the expo's own slope",
                    changes=(Change(path, -50.0),),
                )
