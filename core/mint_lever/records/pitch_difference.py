"""How far apart two setups bring the blades, and at which sticks that is most."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mint_lever.axes import Array
from mint_lever.model.chain import Chain, Sticks
from mint_lever.model.chain.tail_path import tail_path
from mint_lever.setup.document import Setup
from mint_lever.setup.parts.flight_modes import MODE_WORDS, ModeName

_ALONG = np.linspace(-100.0, 100.0, 17)
_FULL = np.array([-100.0, 100.0])
_AZIMUTH_DEG = (0.0, 90.0, 180.0, 270.0)
_LEAST_DEG = 0.005
"""Less than a gauge could ever show is no difference."""


@dataclass(frozen=True)
class PitchDifference:
    """The largest difference: ``size`` in ``unit`` (deg or rpm), of which ``part``, and ``where``
    the sticks are then, in words."""

    size: float
    unit: str
    part: str
    where: str


def _positions() -> tuple[Sticks, list[str]]:
    """All along the collective, then each of the others full to both sides with it at centre."""
    still, two = np.zeros(len(_ALONG)), np.zeros(2)
    sticks = Sticks.at(
        collective=np.concatenate([_ALONG, two, two, two]),
        aileron=np.concatenate([still, _FULL, two, two]),
        elevator=np.concatenate([still, two, _FULL, two]),
        rudder=np.concatenate([still, two, two, _FULL]),
    )
    words = [f"collective at {stick:+.0f} %".replace("-", "−") for stick in _ALONG]
    words += ["full left aileron", "full right aileron", "full back elevator"]
    return sticks, [*words, "full forward elevator", "full left rudder", "full right rudder"]


_STICKS, _WHERE = _positions()


@dataclass(frozen=True)
class Pitches:
    """Where the blades stand at all these sticks (deg, by mode one after another), and the tail's,
    None without a described tail; NaN where nothing gets there."""

    modes: tuple[ModeName, ...]
    main: Array
    tail: Array | None


def pitches(setup: Setup, modes: Sequence[ModeName]) -> Pitches:
    """Follow the sticks through the chain in every one of some modes."""
    chain = Chain(setup)
    sent = [chain.signals(chain.shaped(_STICKS, name), name) for name in modes]
    # The linkage is what takes time: it is solved once for all of them.
    answer = chain.answer(np.concatenate([each.demand for each in sent], axis=1))
    blade = chain.grip.pitch(answer.swash.pose, _AZIMUTH_DEG)
    main = np.where(blade.reachable & answer.swash.reachable, blade.pitch_deg, np.nan)
    tails = [tail_path(chain, each) for each in sent]
    poses = [each.pose for each in tails if each is not None]
    tail = [np.where(pose.pitch_known, pose.pitch_deg, np.nan) for pose in poses]
    return Pitches(tuple(modes), main, np.concatenate(tail)[None, :] if tail else None)


def farthest(one: Pitches, other: Pitches) -> PitchDifference | None:
    """Give where two setups part most, the main blades before the tail's; None where they do the
    same, or where one of them does not get there. Both are of the same modes."""
    found = _most(one.modes, one.main - other.main, "blades")
    if found is not None or one.tail is None or other.tail is None:
        return found
    return _most(one.modes, one.tail - other.tail, "tail blades")


def _most(modes: Sequence[ModeName], apart: Array, part: str) -> PitchDifference | None:
    size = np.abs(apart)
    if not modes or np.isnan(size).all():
        return None
    at = int(np.nanargmax(size.ravel())) % size.shape[1]
    most = float(np.nanmax(size))
    if most < _LEAST_DEG:
        return None
    mode, stick = divmod(at, len(_WHERE))
    return PitchDifference(most, "deg", part, f"{_WHERE[stick]}, {MODE_WORDS[modes[mode]].lower()}")
