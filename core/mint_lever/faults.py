"""The core's own few errors. Each names a path, what was found there and what is allowed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class Fault:
    """One thing that is wrong: where (dotted path), what was found, what is allowed instead."""

    path: str
    found: str
    allowed: str

    def __str__(self) -> str:
        where = self.path or "the file"
        return f"{where}: found {self.found}; allowed: {self.allowed}"


class MintLeverError(Exception):
    """Anything the core refuses; carries the faults that made it refuse."""

    def __init__(self, faults: Sequence[Fault]):
        self.faults = tuple(faults)
        super().__init__("; ".join(str(fault) for fault in self.faults))


class InvalidSetup(MintLeverError):
    """A setup document that breaks the contract; nothing of it was taken."""


class InvalidRequest(MintLeverError):
    """Stick positions, azimuths or a mode that the computation cannot use."""


class NotSimulated(MintLeverError):
    """A question the simulated helicopter has nothing to answer from; it never guesses."""
