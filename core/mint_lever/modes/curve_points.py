"""A curve's points, one more or one fewer: as edits of the setup."""

from __future__ import annotations

import numpy as np

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.model.transmitter.curves import read_curve, space_evenly
from mint_lever.modes.drawn_curve import CurveName, find_curve
from mint_lever.setup.edits.path_edit import Change
from mint_lever.setup.parts.flight_modes import Mode, ModeName

_MOST = 17


def add_point(mode: Mode, name: ModeName, which: CurveName, after: int) -> list[Change]:
    """Put a point on the curve half way between point ``after`` (0 is the first) and the next.

    It stands where the curve is there (to a tenth of a percent), so that a straight curve stays
    what it was. Raises InvalidRequest for a curve that is full and for a point with none after it.
    """
    points, places, shape = find_curve(mode, which)
    if len(points) >= _MOST:
        raise InvalidRequest([Fault("after", f"{len(points)} points", f"at most {_MOST}")])
    if not 0 <= after < len(points) - 1:
        allowed = f"0 to {len(points) - 2}, a point with another after it"
        raise InvalidRequest([Fault("after", str(after), allowed)])
    at = space_evenly(len(points)).tolist() if places is None else list(places)
    between = round((at[after] + at[after + 1]) / 2.0, 2)
    if not at[after] < between < at[after + 1]:
        raise InvalidRequest([Fault("after", str(after), "two points with room between them")])
    value = round(float(read_curve(points, between, shape, places)), 1)
    return _kept(
        name,
        which,
        [*points[: after + 1], value, *points[after + 1 :]],
        [*at[: after + 1], between, *at[after + 1 :]],
    )


def remove_point(mode: Mode, name: ModeName, which: CurveName, index: int) -> list[Change]:
    """Take a point out; the others stay where they are. The first and the last are the stick's
    ends and have to stay: InvalidRequest."""
    points, places, _ = find_curve(mode, which)
    if not 0 < index < len(points) - 1:
        allowed = "a point between the first and the last"
        raise InvalidRequest([Fault("index", str(index), allowed)])
    at = space_evenly(len(points)).tolist() if places is None else list(places)
    return _kept(name, which, points[:index] + points[index + 1 :], at[:index] + at[index + 1 :])


def _kept(name: ModeName, which: CurveName, points: list[float], at: list[float]) -> list[Change]:
    """Points evenly spaced need no positions of their own."""
    base = f"transmitter.modes.{name}.{which}_curve"
    even = np.allclose(at, space_evenly(len(at)), atol=1e-9)
    return [Change(base, points), Change(f"{base}_at", None if even else at)]
