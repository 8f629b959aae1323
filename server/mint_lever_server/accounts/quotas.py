"""How much one pilot may keep: far more than anybody has, and a bound all the same."""

from dataclasses import dataclass

from django.contrib.auth.models import User

from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.models import is_visitor


@dataclass(frozen=True)
class Quota:
    """The most of each: helicopters and packs of a pilot; revisions, lines of log and flights of a
    helicopter."""

    helicopters: int
    revisions: int
    log_lines: int
    flights: int
    packs: int


PILOT = Quota(helicopters=500, revisions=5_000, log_lines=50_000, flights=5_000, packs=500)
VISITOR = Quota(helicopters=20, revisions=50, log_lines=2_000, flights=200, packs=40)


def quota_of(pilot: User) -> Quota:
    """What a pilot may keep; a visitor of the demo little."""
    return VISITOR if is_visitor(pilot) else PILOT


def anybodys() -> Quota:
    """What anybody may keep: up to here it need not be asked who it is."""
    return VISITOR


def full(what: str, most: int, way_out: str) -> Refused:
    """The answer to one more than there may be."""
    return Refused(403, f"No more {what} fit", f"There are {most:,}, the most kept. {way_out}")
