"""What turns a swash function round, and which looks that leaves standing."""

from __future__ import annotations

import re

from mint_lever.bench.engine.readings import Readings

_FUNCTION = r"(collective|aileron|elevator)"
# A channel's direction, the unit's own, or the sign of a swash mix.
_TURNED = re.compile(
    rf"transmitter\.channels\.{_FUNCTION}\.reversed$"
    rf"|unit\.function_reversed\.{_FUNCTION}$"
    rf"|transmitter\.swash_mix\.{_FUNCTION}\.way$"
)


def spares(run: Readings, key: str, path: str) -> bool:
    """A look at one stick rests on no other function's direction."""
    turned = _TURNED.match(path)
    if turned is None:
        return False
    command = "collective" if key == "pitch" else key.partition(".")[2]
    own = {"collective": "collective", "right": "aileron", "back": "elevator"}.get(command)
    return own not in turned.groups()


def turns_a_function(path: str) -> bool:
    """Whether a setting turns one of the swash functions round, and nothing else."""
    return _TURNED.match(path) is not None
