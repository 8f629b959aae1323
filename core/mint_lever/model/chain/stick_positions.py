"""Stick positions, checked once at the door."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from mint_lever.axes import FUNCTIONS, Array, Function
from mint_lever.faults import Fault, InvalidRequest


@dataclass(frozen=True)
class Sticks:
    """Stick positions in percent (−100…100), four arrays of one shape (poses,)."""

    collective: Array
    aileron: Array
    elevator: Array
    rudder: Array

    @classmethod
    def at(
        cls,
        collective: ArrayLike = 0.0,
        aileron: ArrayLike = 0.0,
        elevator: ArrayLike = 0.0,
        rudder: ArrayLike = 0.0,
    ) -> Sticks:
        """Make stick positions that broadcast to one dimension; single numbers make one pose.

        Raises InvalidRequest naming the stick when a position is not finite or beyond ±100.
        """
        given = (collective, aileron, elevator, rudder)
        arrays = [np.atleast_1d(np.asarray(stick, dtype=float)) for stick in given]
        for name, array in zip(FUNCTIONS, arrays, strict=True):
            wrong = ~(np.abs(array) <= 100.0)
            if wrong.any():
                row = int(np.argmax(wrong))
                where = name if array.size == 1 else f"{name}.{row}"
                found = f"{array[row]:g}"
                raise InvalidRequest([Fault(where, found, "a stick position from -100 to 100 %")])
        if all(array.size == 1 for array in arrays):  # the live frame: nothing to stretch
            return cls(*arrays)
        return cls(*np.broadcast_arrays(*arrays))

    def of(self, function: Function) -> Array:
        """The positions of one function's stick."""
        stick: Array = getattr(self, function)
        return stick

    def part(self, rows: slice) -> Sticks:
        """Some of the positions, as a view."""
        return Sticks(*(self.of(name)[rows] for name in FUNCTIONS))

    def __len__(self) -> int:
        return len(self.collective)
