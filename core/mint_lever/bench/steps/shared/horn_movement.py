"""What a horn did when its sub-trim was changed: whether that output drives that servo."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated

import numpy as np

from mint_lever.bench.engine.readings import Readings, figure
from mint_lever.devices.dials import sub_trim, sub_trim_us
from mint_lever.sources import MEMORY

_FOLLOWS_SHARE = 0.65
_TELLING_DEG: Annotated[float, MEMORY] = 1.0
"""Horns are read to half a degree, and the eye is off by as much."""


def leads_followed(run: Readings) -> dict[int, int]:
    """Give the servo that an output drives, for every output that is known to drive its own: its
    sub-trim was seen to move that horn, or its lead was put right here. It costs no look: the horn
    was read before and after anyway."""
    moved = [event for event in run.by_hand if "servo_direction" in event.aspects]
    since = moved[-1].sequence if moved else -1
    # Where an exchange of this step came last, the output it was about hangs where it should.
    known = [int(moved[-1].keys[0].split(".")[1])] if moved and moved[-1].step == "horns" else []
    for i in range(len(run.setup.airframe.servos)):
        newest = run.all("horns", f"horn.{i}")
        fresh = bool(newest) and newest[-1].sequence > since
        if fresh and (share_followed(run, i) or 0.0) >= _FOLLOWS_SHARE:
            known.append(i)
    return {i: i for i in known}


def share_followed(run: Readings, index: int) -> float | None:
    """How much of what a sub-trim turns a horn it was seen to turn; None before it was changed."""
    past = trims_tried(run, index)
    if len({trim for trim, _ in past}) < 2:
        return None
    (trim, horn), (before, stood) = past[-1], next(p for p in past[::-1] if p[0] != past[-1][0])
    usual = abs(trim_degrees(run, index, trim - before))
    # Less than two readings' own spread says nothing either way.
    return abs(horn - stood) / usual if usual >= _TELLING_DEG else None


def pulse_seen_to_turn(run: Readings) -> int:
    """Which way a longer pulse was seen to turn the horns, by their sub-trims: 1 as the servos are
    written down to be mounted, −1 the other way, 0 where no sub-trim told."""
    way = 0.0
    for i in range(len(run.setup.airframe.servos)):
        past = trims_tried(run, i)
        for (trim, horn), (next_trim, next_horn) in pairwise(past):
            usual = trim_degrees(run, i, next_trim - trim)
            if abs(usual) >= _TELLING_DEG:
                way += np.clip((next_horn - horn) / usual, -1.0, 1.0)
    return 0 if abs(way) < _FOLLOWS_SHARE else int(np.sign(way))


def trims_tried(run: Readings, index: int) -> list[tuple[float, float]]:
    """Pairs of (sub-trim in its dial's unit, horn degrees) of comparable readings."""
    return run.memo(f"trims of {index}", lambda: _tried(run, index))


def _tried(run: Readings, index: int) -> list[tuple[float, float]]:
    path = sub_trim(run.setup, index).path
    past = run.comparable("horns", f"horn.{index}", path)
    return [(sub_trim(entry.setup, index).value, figure(entry)) for entry in past]


def trim_degrees(run: Readings, index: int, trim: float) -> float:
    """What a sub-trim (in its dial's unit) turns a horn, degrees, + raises the ball."""
    servo = run.setup.airframe.servos[index]
    return servo.mounted * trim * sub_trim_us(run.setup) / servo.us_per_deg
