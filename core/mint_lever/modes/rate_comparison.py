"""Rates and expo compared: how the stick feels, what the blade does, how fast the model turns."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from mint_lever.axes import FUNCTIONS, Array
from mint_lever.model.chain.control_chain import Chain
from mint_lever.model.chain.stick_positions import Sticks
from mint_lever.model.rotor.harmonics import ROUND_DEG, head_motion
from mint_lever.model.transmitter.stick_shaping import rate_and_expo
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import ModeName, Rate

RatedFunction = Literal["aileron", "elevator", "rudder"]
RATED: tuple[RatedFunction, ...] = ("aileron", "elevator", "rudder")
POINTS = 101
SofterSign = Literal["plus", "minus"]
"""The sign of expo that softens on a radio."""


@dataclass(frozen=True)
class RateSide:
    """What one side of a rate comes to.

    Slopes are percent of value for each percent of stick at the centre and at the end.
    ``cyclic_deg`` is the blade's at full stick (None for the rudder), ``full_stick_dps`` how fast
    the unit then turns the model (None without a stabilising unit). ``radio_expo_pct`` has the sign
    this pilot's radio shows.
    """

    centre_slope: float
    end_slope: float
    cyclic_deg: float | None
    full_stick_dps: float | None
    radio_expo_pct: float


@dataclass(frozen=True)
class RateCurve(RateSide):
    """One function's rate in one mode; ``stick_pct`` and ``value_pct`` are (101,), −100…100.

    The figures are those of right or forward, and of both sides where ``low`` is None; else
    ``low`` has those of left or back.
    """

    stick_pct: Array
    value_pct: Array
    low: RateSide | None


def compute_rate_curve(
    chain: Chain,
    mode: ModeName,
    function: RatedFunction,
    own: Rate | None = None,
    softer: SofterSign | None = None,
) -> RateCurve:
    """Work out one function's rate and expo in a mode, or ``own`` in its place.

    ``softer`` is the sign of expo that softens on the pilot's radio; None: as the setup says.
    """
    setup = chain.setup
    rate: Rate = getattr(chain.mode(mode).rates, function) if own is None else own
    stick = np.linspace(-100.0, 100.0, POINTS)
    value = rate_and_expo(stick, rate)
    apart = rate.below_centre is not rate

    def side(of: Rate, ends: tuple[float, ...]) -> RateSide:
        full = [end for end in value[[0, -1]] if np.sign(end) in ends] or [0.0]
        return RateSide(
            centre_slope=slope(of, 0.0),
            end_slope=slope(of, 100.0),
            cyclic_deg=None if function == "rudder" else _cyclic(chain, mode, function, full[-1]),
            full_stick_dps=_turning(chain, mode, function, full),
            radio_expo_pct=as_radio_shows(setup, of.expo_pct, softer),
        )

    both = side(rate, (1.0,) if apart else (-1.0, 1.0))
    return RateCurve(
        **vars(both),
        stick_pct=stick,
        value_pct=value,
        low=side(rate.below_centre, (-1.0,)) if apart else None,
    )


def slope(rate: Rate, stick_pct: float) -> float:
    """Percent of value for each percent of stick right or forward: rate·(1 − k + 3k·x²), formulas
    §2.1 derived."""
    k, x = rate.expo_pct / 100.0, stick_pct / 100.0
    return rate.rate_pct / 100.0 * (1.0 - k + 3.0 * k * x * x)


def as_radio_shows(setup: Setup, softness_pct: float, softer: SofterSign | None = None) -> float:
    """Give a softness (+ softer) with the sign the pilot's radio uses, or the other way round."""
    said: SofterSign = "minus" if setup.transmitter.expo_sign == "minus_softens" else "plus"
    turned = (softer or said) == "minus"
    return (-softness_pct if turned else softness_pct) + 0.0


def _cyclic(chain: Chain, mode: ModeName, function: RatedFunction, full_pct: float) -> float | None:
    """Cyclic (deg) where a function's full stick brings ``full_pct``, the other sticks centred."""
    shaped = chain.shaped(Sticks.at(), mode)
    shaped[FUNCTIONS.index(function)] = full_pct
    run = chain.run_shaped(shaped, mode)
    all_round = chain.grip.pitch(run.swash.pose, ROUND_DEG)
    if not (run.swash.reachable.all() and all_round.reachable.all()):
        return None
    return float(head_motion(all_round.pitch_deg).cyclic_deg[0])


def _turning(
    chain: Chain, mode: ModeName, function: RatedFunction, full_pct: Sequence[float]
) -> float | None:
    """How fast the unit turns the model (deg/s) by what arrives of full stick, at the lesser of
    these ends.

    A unit behind the mixing was taught its throws: it takes what the mixing is given.
    """
    unit = chain.setup.stabilising_unit
    if unit is None:
        return None
    row = FUNCTIONS.index(function)
    shaped = np.repeat(chain.shaped(Sticks.at(), mode), len(full_pct), axis=1)
    shaped[row] = full_pct
    run = chain.run_shaped(shaped, mode)
    arrives = run.mixed_pct[row]
    if run.arrival is not None or function == "rudder":
        transmitter = chain.setup.transmitter
        arrives = (run.channel.pulse_us[row] - transmitter.centre_us) / transmitter.us_per_pct
    share = np.minimum(np.abs(arrives), 100.0).min() / 100.0
    full: float = getattr(unit.full_stick_dps, function)
    return float(full * share)
