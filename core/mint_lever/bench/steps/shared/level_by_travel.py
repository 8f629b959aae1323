"""Step 8 where the transmitter mixes: what is left at an end is levelled by servo travel.

Such a transmitter has no collective-to-cyclic trims. Common practice, no source: more or less
travel on one side of a servo's channel lifts or lowers its ball at that end of the collective and
leaves the middle alone.
"""

from __future__ import annotations

from itertools import product
from typing import Annotated, Literal

import numpy as np

from mint_lever.axes import Array, Pose
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.readings import Readings
from mint_lever.bench.steps.shared.horn_movement import pulse_seen_to_turn
from mint_lever.bench.steps.shared.prediction_check import LOOK, seen_dead
from mint_lever.bench.wording.number_text import degrees
from mint_lever.devices.dials import servo_travel_side
from mint_lever.model.chain.control_chain import Chain
from mint_lever.setup.edits.path_edit import Change
from mint_lever.sources import MEMORY

_ENDS = tuple(f"{place}.{axis}" for place in ("low", "high") for axis in ("right", "forward"))
_NUDGE = 0.01
_LEAST_GAIN_DEG: Annotated[float, MEMORY] = 0.1
"""A radio's whole steps that do no better than this are not worth a change."""
_LEAST_PCT, _MOST_PCT = 50.0, 150.0
"""Travel outside this is no levelling any more: the links or the horns are off. From memory."""


def travel_side(run: Readings, servo: int, stick_pct: float) -> Literal["low", "high"]:
    """Which side of a servo channel's travel works at an end of the collective (percent, not 0):
    by the signs of the mix and the channel, unless it was seen to work by the other one."""
    side = servo_travel_side(run.setup, servo, stick_pct)
    if pulse_seen_to_turn(run) >= 0 and not _by_the_other_side(run):
        return side
    return "low" if side == "high" else "high"


def side_is_known(run: Readings) -> bool:
    """Whether anything was seen of the sides: radios have swash mixes of either sign, so that up
    may be a longer or a shorter pulse. A sub-trim that turned its horn tells, or a look at a tilt
    while a travel is changed."""
    return pulse_seen_to_turn(run) != 0 or any(run.held("level", f"{LOOK}{tilt}") for tilt in _ENDS)


def _by_the_other_side(run: Readings) -> bool:
    """Whether a tilt at either end was seen not to move with the side that should work there: what
    one end shows of a radio's signs holds for the other."""
    return any(seen_dead(run, "level", tilt) for tilt in _ENDS)


class End:
    """One end of the collective (stick, percent, not 0) of a transmitter that mixes.

    ``slope`` (2, servos) is the tilt right and forward (deg) and ``lift`` (servos,) the height (mm)
    for a share more of each servo's travel there, as the tilts were seen to go.
    """

    def __init__(self, run: Readings, stick_pct: float):
        self.run = run
        self.stick_pct = stick_pct
        self.slope, self.lift = _per_share(run, stick_pct)


def level_by_travel(
    end: End, place: str, tilt: tuple[float, float], ways: Array
) -> tuple[Action | None, tuple[float, float] | None]:
    """Advise on the servos' travel at one end of the collective, and say what tilt is left.

    ``tilt`` is the leveller's reading there, right and forward (deg); ``ways`` how each tilt was
    seen to follow a change: 1 as the model has it, −1 the other way, 0 not at all. The mean height
    stays, so that the collective's range does. None where the radio's steps make it no squarer.
    """
    setup = end.run.setup
    channels = setup.transmitter.servo_channels
    assert channels is not None  # read_setup refuses an arrangement without
    slope = end.slope * np.where(ways == 0, 1.0, ways)[:, None]
    wanted = np.append(-np.asarray(tilt), 0.0)
    share, *_ = np.linalg.lstsq(np.vstack([slope, end.lift]), wanted, rcond=None)
    sides = [travel_side(end.run, i, end.stick_pct) for i in range(len(channels))]
    paths = [f"transmitter.servo_channels.{i}.travel_{side}_pct" for i, side in enumerate(sides)]
    old = np.array(
        [getattr(c, f"travel_{side}_pct") for c, side in zip(channels, sides, strict=True)]
    )
    step = setup.transmitter.travel_step_pct
    new, left = _nearest(old, old * (1.0 + share), step, np.asarray(tilt), slope)
    if np.hypot(*left) > np.hypot(*tilt) - _LEAST_GAIN_DEG:
        return None, None
    moved = [i for i in range(len(old)) if new[i] != old[i]]
    parts = [
        f"servo {i + 1} {'above' if sides[i] == 'high' else 'below'} centre "
        f"{old[i]:g} → {new[i]:g} %"
        for i in moved
    ]
    action = Action(
        key=f"travel.{place}",
        text=f"Set the servo channels' travel for the {place} end: {', '.join(parts)}.",
        expect=f"Expect {degrees(float(left[0]))} to the right, {degrees(float(left[1]))} forward.",
        device="transmitter",
        changes=tuple(Change(paths[i], float(new[i])) for i in moved),
        keys=(f"{place}.right", f"{place}.forward"),
    )
    return action, (float(left[0]), float(left[1]))


def _per_share(run: Readings, stick_pct: float) -> tuple[Array, Array]:
    chain = run.chain
    end = np.array([1.0 if stick_pct > 0 else -1.0])
    throw = chain.mixing @ chain.demand(end, 0 * end, 0 * end)
    count = len(throw)
    more = np.repeat(throw, 2 * count, axis=1)
    for i in range(count):
        more[i, 2 * i] *= 1.0 + _NUDGE
        more[i, 2 * i + 1] *= 1.0 - _NUDGE
    pose = _pose(chain, more)
    each = np.stack([pose.tilt_right_deg, pose.tilt_forward_deg, pose.height_mm])
    slope = (each[:, 0::2] - each[:, 1::2]) / (2 * _NUDGE)
    # A tilt that the model has the other way round says nothing of the travel: radios have swash
    # mixes of either sign. What a change of travel does is seen when it is made.
    return slope[:2], slope[2]


def _pose(chain: Chain, throw: Array) -> Pose:
    horn = chain.servo_bank.horn_deg(chain.servo_bank.pulses(throw).sent_us)
    return chain.linkage.poses_for(horn).pose


def _nearest(
    old: Array, exact: Array, step: float, tilt: Array, slope: Array
) -> tuple[Array, Array]:
    """The whole steps round the exact travels that leave the least tilt, and that tilt (deg)."""
    floors = np.floor(exact / step) * step
    best, left = old, tilt
    for ups in product((0.0, step), repeat=len(old)):
        new = np.clip(np.round(floors + ups, 3), _LEAST_PCT, _MOST_PCT)
        stays = tilt + slope @ ((new - old) / np.maximum(old, 1e-9))
        if np.hypot(*stays) < np.hypot(*left) - 1e-9:
            best, left = new, stays
    return best, left
