"""A pitch curve as the blade has it: degrees over the stick, and back from degrees to percent."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import SENT, Array, Mask
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Chain, chain_of
from mint_lever.model.rotor.harmonics import ROUND_DEG
from mint_lever.model.transmitter.stick_shaping import curve_of
from mint_lever.setup.document import Setup
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.identity_key import remember
from mint_lever.setup.parts.flight_modes import MODE_WORDS, Mode, ModeName

POINTS = 201
_FINER = 33
_TABLE_PCT: Array = np.linspace(0.0, 100.0, 401)


@dataclass(frozen=True)
class PitchCurve:
    """Collective pitch over the stick; arrays (201,).

    ``slope`` is degrees for each percent of stick.
    """

    stick_pct: Array
    curve_pct: Array
    pitch_deg: Array
    reachable: Mask
    slope: Array


def compute_pitch_curve(chain: Chain, mode: ModeName, own: Mode | None = None) -> PitchCurve:
    """Compute a mode's pitch curve in degrees through the exact chain, cyclic centred.

    ``own`` is a mode to take the curve from instead, as while it is being drawn.
    """
    stick = np.linspace(0.0, 100.0, POINTS)
    percent = curve_of(own or chain.mode(mode), "pitch", 2.0 * stick - 100.0)
    pitch, reachable = compute_collective(chain, mode, percent)
    return PitchCurve(
        stick_pct=stick,
        curve_pct=percent,
        pitch_deg=pitch,
        reachable=reachable,
        slope=np.gradient(pitch, stick),
    )


def compute_collective(chain: Chain, mode: ModeName, curve_pct: ArrayLike) -> tuple[Array, Mask]:
    """Give the collective pitch (deg) for a pitch curve's values (0…100), and where it is reached.

    Through everything behind the curve: the mode's free mixes, channels, unit, linkage and head.
    """
    return collective_of_modes(chain, {mode: curve_pct})[mode]


def collective_of_modes(
    chain: Chain, curves_pct: Mapping[ModeName, ArrayLike]
) -> dict[ModeName, tuple[Array, Mask]]:
    """Give the same of several modes, each for values of its own: linkage and head are solved once
    for all of them."""
    demands, counts = [], []
    for mode, curve_pct in curves_pct.items():
        percent = np.atleast_1d(np.asarray(curve_pct, dtype=float))
        shaped = np.zeros((len(SENT), len(percent)))
        shaped[0] = 2.0 * percent - 100.0
        demands.append(chain.signals(shaped, mode).demand)
        counts.append(len(percent))
    swash = chain.answer(np.concatenate(demands, axis=-1)).swash
    # The mean over the turn (formulas §6); eight azimuths cancel every harmonic up to the seventh.
    all_round = chain.grip.pitch(swash.pose, ROUND_DEG[::3])
    places = np.cumsum(counts)[:-1]
    pitch = np.split(all_round.pitch_deg.mean(axis=0), places)
    met = np.split(swash.reachable & all_round.reachable.all(axis=0), places)
    return dict(zip(curves_pct, zip(pitch, met, strict=True), strict=True))


def percent_for(chain: Chain, mode: ModeName, degrees: Sequence[float], path: str) -> list[float]:
    """Give the pitch-curve values (0…100) that make pitches (deg), by inverse interpolation.

    On a table of quarter percents: good to some ten-thousandths of a degree. Raises InvalidRequest
    at ``path`` for a pitch this helicopter does not reach in the mode.
    """
    known, values = _table(chain.setup, mode)
    if not known.size:
        raise InvalidRequest([Fault(path, "degrees", "a collective that moves the blades")])
    low, high = float(known[0]), float(known[-1])
    for wanted in degrees:
        if not low - 1e-6 <= wanted <= high + 1e-6:
            where = MODE_WORDS[mode].lower()
            allowed = f"{low:.1f} to {high:.1f}°, what this collective reaches in {where}"
            raise InvalidRequest([Fault(path, f"{wanted:g}°", allowed)])
    made: list[float] = np.interp(degrees, known, values).tolist()
    return made


def make_pitch_changes(chain: Chain, mode: ModeName, degrees: Mapping[int, float]) -> list[Change]:
    """Give the changes that set points of a mode's pitch curve, by number, to pitches (deg).

    Raises InvalidRequest naming a point the curve does not have, or a pitch out of reach.
    """
    last = len(chain.mode(mode).pitch_curve) - 1
    changes = []
    for point, wanted in degrees.items():
        path = f"transmitter.modes.{mode}.pitch_curve.{point}"
        if not 0 <= point <= last:
            raise InvalidRequest([Fault(path, f"point {point}", f"0 to {last}")])
        (value,) = percent_for(chain, mode, [wanted], path)
        # Hundredths of a percent: finer than any gauge, and what is typed comes back as typed.
        changes.append(Change(path, round(value, 2)))
    return changes


def mark_degrees(chain: Chain, mode: ModeName) -> list[tuple[int, float]]:
    """Give every whole degree the collective reaches, and the curve value (0…100) it stands at."""
    known, values = _table(chain.setup, mode)
    if not known.size:
        return []
    whole = np.arange(np.ceil(known[0] - 1e-9), np.floor(known[-1] + 1e-9) + 1)
    at = np.interp(whole, known, values)
    return [(int(deg), float(pct)) for deg, pct in zip(whole, at, strict=True)]


@remember(64)
def _table(setup: Setup, mode: ModeName) -> tuple[Array, Array]:
    """Pitches (deg, rising) and the curve values that make them; empty where nothing moves."""
    pitch, reachable = compute_collective(chain_of(setup), mode, _TABLE_PCT)
    steps = np.diff(pitch)
    falling = bool(steps.sum() < 0)
    # What is clamped or held no longer moves: only the part that still does can be inverted.
    moves = np.flatnonzero((steps * (-1 if falling else 1) > 1e-9) & reachable[1:] & reachable[:-1])
    if not moves.size:
        return np.empty(0), np.empty(0)
    usable = slice(int(moves[0]), int(moves[-1]) + 2)
    order = slice(None, None, -1) if falling else slice(None)
    return pitch[usable][order], _TABLE_PCT[usable][order]


def sticks_for(
    chain: Chain, mode: ModeName, wanted_deg: ArrayLike, own: Mode | None = None
) -> list[float | None]:
    """Give, for each pitch (deg), the highest stick (0…100) at which a mode's own curve makes it,
    through the exact chain; None where it never does. To a hundredth of a percent.

    ``own`` is a mode to take the curve from instead, as while it is being drawn.
    """
    wanted = np.atleast_1d(np.asarray(wanted_deg, dtype=float))
    coarse = np.linspace(0.0, 100.0, POINTS)
    known = _coarsely(chain.setup, mode) if own is None else _known(chain, mode, coarse, own)
    cells = [_last_crossing(row) for row in known - wanted[:, None]]
    # Once more inside the piece of stick that was found: a curve may have its corner there.
    low = coarse[[0 if cell is None else cell for cell in cells]]
    fine = low[:, None] + np.linspace(0.0, coarse[1], _FINER)
    every, back = np.unique(fine, return_inverse=True)
    over = _known(chain, mode, every, own)[back.reshape(fine.shape)] - wanted[:, None]
    found = [_highest(stick, row) for stick, row in zip(fine, over, strict=True)]
    # What crosses between two coarse sticks by rounding alone crosses at their upper one.
    return [
        None if cell is None else float(coarse[cell + 1]) if at is None else at
        for cell, at in zip(cells, found, strict=True)
    ]


@remember(64)
def _coarsely(setup: Setup, mode: ModeName) -> Array:
    """The pitch (deg) at ``POINTS`` sticks; asked for hover after hover."""
    return _known(chain_of(setup), mode, np.linspace(0.0, 100.0, POINTS), None)


def _known(chain: Chain, mode: ModeName, stick: Array, own: Mode | None) -> Array:
    """The pitch (deg) at sticks (0…100); NaN out of reach."""
    shaped = curve_of(own or chain.mode(mode), "pitch", 2.0 * stick - 100.0)
    pitch, reachable = compute_collective(chain, mode, shaped)
    return np.where(reachable, pitch, np.nan)


def _last_crossing(over: Array) -> int | None:
    crossed = np.flatnonzero(over[:-1] * over[1:] <= 0)
    return int(crossed[-1]) if crossed.size else None


def _highest(stick: Array, over: Array) -> float | None:
    """The highest stick at which what lies over a pitch is nothing; None where it never is."""
    i = _last_crossing(over)
    if i is None:
        return None
    rise = float(over[i + 1] - over[i])
    # Where the curve lies flat on it, the higher end counts.
    share = 1.0 if rise == 0 else -float(over[i]) / rise
    return float(stick[i] + share * (stick[i + 1] - stick[i]))
