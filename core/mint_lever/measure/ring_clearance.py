"""Clearance: the largest cyclic ring that touches nothing at low, mid and high collective."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from mint_lever.axes import Array, Mask
from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.chain.control_chain import Answer, Chain
from mint_lever.model.rotor.harmonics import ROUND_DEG, head_motion
from mint_lever.setup.parts.transmitter import NO_RING_PCT

Touching = Literal["servo stop", "link reach", "swash tilt", "link angle", "blade link"]
_TOUCHES: tuple[Touching, ...] = (
    "servo stop",
    "link reach",
    "swash tilt",
    "link angle",
    "blade link",
)
Place = Literal["low", "mid", "high"]
_PLACES: tuple[Place, ...] = ("low", "mid", "high")
COLLECTIVES: tuple[float, ...] = (-1.0, 0.0, 1.0)
_AZIMUTHS: Array = np.linspace(0.0, 360.0, 48, endpoint=False)
# How far (percent) a stick in a square gate goes toward each azimuth: 100 ahead and aside, 141 into
# a corner. A ring wider than that shortens nothing there; a unit's corrections come on top of it.
_GATE_PCT: Array = 100.0 / np.maximum(
    np.abs(np.sin(np.radians(_AZIMUTHS))), np.abs(np.cos(np.radians(_AZIMUTHS)))
)


@dataclass(frozen=True)
class Limits:
    """What the helicopter's parts allow beyond the servo stops; None where nobody knows (deg)."""

    swash_tilt_deg: float | None = None
    link_angle_deg: float | None = None


@dataclass(frozen=True)
class Touch:
    """Where something touches first as the ring grows."""

    ring_pct: float
    what: Touching
    collective: Place
    azimuth_deg: float
    """Toward which the swash tilts down there."""


@dataclass(frozen=True)
class Clearance:
    """``ring_pct``, whole percent: the largest ring in which nothing touches: all of it where a
    unit's corrections come on top of the sticks, else what the sticks reach of it, their corners
    among it; 0 when collective alone touches. ``rings_pct`` are those at low, mid and
    high collective alone.

    ``first`` is None when nothing touches as far as that. ``cyclic_deg`` is the
    least cyclic that ring leaves in any direction at mid collective. ``clear_pct`` (low, mid and
    high collective; azimuths) is how far the ring clears toward each of ``azimuth_deg``, whether or
    not a stick reaches there.
    """

    ring_pct: float
    rings_pct: tuple[float, float, float]
    first: Touch | None
    cyclic_deg: float
    azimuth_deg: Array
    clear_pct: Array


def clearance(chain: Chain, limits: Limits | None = None) -> Clearance:
    """Search every azimuth at low, mid and high collective for the ring that just clears.

    Exact geometry at each point; a coarse walk outward finds the first touch on each of 144 rays,
    bisection sharpens it. F12 (common practice, no source): 10–12° of cyclic is typical.
    """
    given = limits or Limits()
    for name, value in vars(given).items():
        if value is not None and not 0 < value < 90:
            raise InvalidRequest([Fault(name, f"{value:g}", "above 0 and below 90 degrees")])
    collective, azimuth = (
        part.ravel() for part in np.meshgrid(COLLECTIVES, _AZIMUTHS, indexing="ij")
    )
    steps = np.linspace(0.0, NO_RING_PCT, 13)
    rays = len(azimuth)
    every = _touching(
        chain,
        given,
        np.tile(collective, len(steps)),
        np.tile(azimuth, len(steps)),
        np.repeat(steps, rays),
    )
    touching = every.reshape(len(steps), rays) >= 0
    met = touching.any(axis=0)
    index = np.where(met, touching.argmax(axis=0), len(steps) - 1)
    high = steps[index]
    low = np.where(met & (index > 0), steps[np.maximum(index - 1, 0)], np.where(met, 0.0, high))
    gate = np.tile(_reached(chain), len(COLLECTIVES))
    # Every ray as sharp as it is drawn, then those that may be the first as sharp as it is judged.
    sharpening = np.flatnonzero(met)
    for halving in range(10):
        if halving == 5 and met.any():
            in_reach = met & (low < gate)
            most = np.where(in_reach, high, np.inf).reshape(len(COLLECTIVES), -1).min(axis=1)
            sharpening = np.flatnonzero(in_reach & (low <= np.repeat(most, len(_AZIMUTHS))))
        if not sharpening.size:
            break
        middle = (low + high)[sharpening] / 2
        hit = _touching(chain, given, collective[sharpening], azimuth[sharpening], middle) >= 0
        low[sharpening] = np.where(hit, low[sharpening], middle)
        high[sharpening] = np.where(hit, middle, high[sharpening])
    in_reach = met & (low < gate - 1e-6)
    bound = np.where(in_reach, np.floor(low + 1e-6), NO_RING_PCT).reshape(len(COLLECTIVES), -1)
    one, two, three = (float(ring) for ring in bound.min(axis=1))
    ring, rings = min(one, two, three), (one, two, three)
    clear = np.where(met, low, NO_RING_PCT).reshape(len(COLLECTIVES), len(_AZIMUTHS))
    cyclic = cyclic_left(chain, ring)
    if not in_reach.any():
        return Clearance(ring, rings, None, cyclic, _AZIMUTHS, clear)
    first = int(np.argmin(np.where(in_reach, low, np.inf)))
    at = slice(first, first + 1)
    what = int(_touching(chain, given, collective[at], azimuth[at], high[at])[0])
    touch = _touch(what, float(high[first]), collective, azimuth, first)
    return Clearance(ring, rings, touch, cyclic, _AZIMUTHS, clear)


def touches(chain: Chain, ring_pct: float, limits: Limits | None = None) -> Touch | None:
    """Say what touches in a ring, as far as anything reaches there, all round at three collectives;
    None when nothing does."""
    collective, azimuth = (
        part.ravel() for part in np.meshgrid(COLLECTIVES, _AZIMUTHS, indexing="ij")
    )
    ring = np.minimum(ring_pct, np.tile(_reached(chain), len(COLLECTIVES)))
    what = _touching(chain, limits or Limits(), collective, azimuth, ring)
    if (what < 0).all():
        return None
    return _touch(int(what.max()), ring_pct, collective, azimuth, int(what.argmax()))


def _reached(chain: Chain) -> Array:
    """How far (percent of a full stick) the cyclic can be asked for toward each azimuth."""
    if chain.setup.arranged.stabilised:
        return np.full_like(_AZIMUTHS, NO_RING_PCT)
    return _GATE_PCT


def _touch(what: int, ring_pct: float, collective: Array, azimuth: Array, at: int) -> Touch:
    return Touch(
        ring_pct=ring_pct,
        what=_TOUCHES[what],
        collective=_PLACES[COLLECTIVES.index(float(collective[at]))],
        azimuth_deg=float(azimuth[at]),
    )


def _demand(chain: Chain, collective: Array, azimuth: Array, ring_pct: Array) -> Array:
    """The demand that tilts the swash down toward an azimuth by a ring (percent)."""
    angle = np.radians(azimuth)
    share = ring_pct / 100.0
    return chain.demand(
        collective, share * np.sin(angle), share * np.cos(angle), ring_pct=NO_RING_PCT
    )


def _touching(
    chain: Chain, limits: Limits, collective: Array, azimuth: Array, ring_pct: Array
) -> NDArray[np.intp]:
    """What touches first at each point, as an index of _TOUCHES; −1 where all is clear."""
    answer = chain.answer(_demand(chain, collective, azimuth, ring_pct))
    pitch = chain.grip.pitch(answer.swash.pose, ROUND_DEG[::2])
    tests: dict[Touching, Mask] = {
        "servo stop": np.asarray(answer.servo.held.any(axis=0)),
        "link reach": ~answer.swash.reachable,
        "blade link": np.asarray(~pitch.reachable.all(axis=0)),
    }
    if limits.swash_tilt_deg is not None:
        tests["swash tilt"] = _tilt_deg(answer) > limits.swash_tilt_deg
    if limits.link_angle_deg is not None:
        tests["link angle"] = _link_angle_deg(chain, answer) > limits.link_angle_deg
    touched = np.full(len(azimuth), -1)
    for index, what in reversed(list(enumerate(_TOUCHES))):
        if what in tests:
            touched[tests[what]] = index
    return touched


def _tilt_deg(answer: Answer) -> Array:
    return np.degrees(np.arccos(np.clip(answer.swash.pose.normal[2], -1.0, 1.0)))


def _link_angle_deg(chain: Chain, answer: Answer) -> Array:
    """The largest lean of any swash link from the upright."""
    pose = answer.swash.pose
    ball = np.stack(chain.linkage.balls(pose))
    horn = np.stack(np.broadcast_arrays(*chain.linkage.horn_balls(answer.horn_deg, pose.height_mm)))
    along = ball - horn
    flat = np.hypot(along[0], along[1])
    lean: Array = np.degrees(np.arctan2(flat, np.abs(along[2]))).max(axis=0)
    return lean


@lru_cache(maxsize=16)
def cyclic_left(chain: Chain, ring_pct: float) -> float:
    """Give the least cyclic (deg) a ring leaves in any direction at mid collective."""
    zero, ring = np.zeros_like(_AZIMUTHS), np.minimum(ring_pct, _reached(chain))
    answer = chain.answer(_demand(chain, zero, _AZIMUTHS, ring))
    pitch = chain.grip.pitch(answer.swash.pose, ROUND_DEG).pitch_deg
    return float(head_motion(pitch).cyclic_deg.min())
