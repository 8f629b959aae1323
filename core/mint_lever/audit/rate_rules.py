"""Rules about rates and expo, of flight modes and on switches, each side by itself."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations

from mint_lever.audit.finding import Audited, Finding, mode_words, percent
from mint_lever.audit.rule import rule
from mint_lever.modes.rate_comparison import RATED, RatedFunction
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import Rate

_LOW_RATE_PCT = 60.0


@dataclass(frozen=True)
class _Side:
    """One side's rate and expo: where each stands, and in words whose it is."""

    function: RatedFunction
    words: str
    rate_pct: float
    expo_pct: float
    rate_path: str
    expo_path: str


def _every_side(at: Audited) -> Iterator[_Side]:
    for name, mode in at.modes:
        for function in RATED:
            path = f"transmitter.modes.{name}.rates.{function}"
            yield from _sides(function, getattr(mode.rates, function), path, mode_words(name))
    for n, each in enumerate(at.setup.transmitter.rate_sets):
        path = f"transmitter.rate_sets.{n}.rate"
        yield from _sides(each.function, each.rate, path, on_switch(each.switch, each.position))


def on_switch(switch: str, position: str) -> str:
    """Say a switch's position within a sentence."""
    return f"switch {switch} {position}"


def _sides(function: RatedFunction, rate: Rate, path: str, words: str) -> Iterator[_Side]:
    low = rate.below_centre
    for side, part in ((rate, ""), (low, "_low")):
        if part and low is rate:
            continue
        # What a side has not of its own stands with the other one.
        keys = [
            key if getattr(rate, key) is not None else key.replace("_low", "")
            for key in (f"rate{part}_pct", f"expo{part}_pct")
        ]
        aside = f"{words}, left or back" if part else words
        paths = [f"{path}.{key}" for key in keys]
        yield _Side(function, aside, side.rate_pct, side.expo_pct, paths[0], paths[1])


@rule(440)
def expo_in_both(at: Audited) -> Iterator[Finding]:
    """Expo in the transmitter and in the unit add up. Common practice, no source."""
    unit = at.setup.stabilising_unit
    if unit is None:
        return
    for side in _every_side(at):
        in_unit = getattr(unit.expo_pct, side.function)
        if in_unit and side.expo_pct:
            yield Finding(
                severity="look",
                path=side.expo_path,
                found=f"{side.function} expo {percent(side.expo_pct)} in {side.words} and "
                f"{percent(in_unit)} in the unit",
                why="The two multiply: round the centre the stick goes nearly dead.",
                fix="Keep the softness in one place, and set the other to 0.",
                device="transmitter",
                rests_on="both devices' settings",
            )


@rule(460)
def rate_beyond_full(at: Audited) -> Iterator[Finding]:
    """More than full rate is the unit's business, not the stick's. Common practice, no source."""
    if at.setup.stabilising_unit is None:
        return
    for side in _every_side(at):
        if side.rate_pct > 100:
            yield Finding(
                severity="fault",
                path=side.rate_path,
                found=f"{side.function} rate {percent(side.rate_pct)} in {side.words}",
                why="More than 100 % never arrives: the stick's end does nothing.",
                fix="Set the rate to 100 % and the turning speed in the unit.",
                device="transmitter",
                rests_on="both devices' settings",
                changes=(Change(side.rate_path, 100.0),),
            )


@rule(470)
def rates_in_both(at: Audited) -> Iterator[Finding]:
    """A dual rate well below full beside a unit's own turning speed. From memory: below 60 %.

    A typical reduced rate is 80 % (F4, common practice, no source).
    """
    unit = at.setup.stabilising_unit
    if unit is None:
        return
    for side in _every_side(at):
        if side.rate_pct < _LOW_RATE_PCT:
            own = getattr(unit.full_stick_dps, side.function)
            yield Finding(
                severity="look",
                path=side.rate_path,
                found=f"{side.function} rate {percent(side.rate_pct)} in {side.words}, and a unit "
                f"set to {own:g}°/s",
                why="Slowed in two places: the stick's steps turn coarse, and neither figure "
                "says what the model does.",
                fix="Set the turning speed in the unit, and the rate to 80 % or more.",
                device="transmitter",
                rests_on="both devices' settings",
            )


@rule(450)
def expo_turns_back(at: Audited) -> Iterator[Finding]:
    """Softness below −50 % makes the stick's end do less again: 1 + 2k < 0 (formulas §2.1)."""
    for side in _every_side(at):
        if side.expo_pct < -50.0:
            yield Finding(
                severity="fault",
                path=side.expo_path,
                found=f"{side.function} {percent(-side.expo_pct)} sharper than straight in "
                f"{side.words}",
                why="Before its end the stick asks for more than at its end: the last part "
                "works backwards.",
                fix="Half is the most: set a softness of −50 %, or a straight stick.",
                device="transmitter",
                rests_on="the expo's own slope",
                changes=(Change(side.expo_path, -50.0),),
            )


@rule(480)
def two_rates_at_one_position(at: Audited) -> Iterator[Finding]:
    """A switch's position sets a function's rate once. Logic alone."""
    sets = at.setup.transmitter.rate_sets
    for (_, one), (n, other) in combinations(enumerate(sets), 2):
        same = (one.function, *_place(one.switch, one.position)) == (
            other.function,
            *_place(other.switch, other.position),
        )
        if same:
            yield Finding(
                severity="fault",
                path=f"transmitter.rate_sets.{n}.position",
                found=f"two rates of {other.function} on {on_switch(other.switch, other.position)}",
                why="Only one of them can count there, and nobody can say which.",
                fix="Give one of them another position, or take it out.",
                device="transmitter",
                rests_on="the two entries",
            )


def _place(switch: str, position: str) -> tuple[str, str]:
    return switch.strip().casefold(), position.strip().casefold()
