"""A literal pilot who works through the tail's parts alone, in their order."""

from mint_lever.bench.steps.safety import unit_condition
from mint_lever.bench.steps.tail import PARTS
from parts_pilot import work_through_parts

_MOST = 120


def work_the_tail(bench, answer=None):
    """Work until every part of the tail is done, as ``parts_pilot`` says."""
    # What arrives was put right in step 3, which this pilot does not work through.
    bench.truth.arrives["rudder"] = 1.0
    # How the unit sits is the tail's affair too; step 1 asks where it has the cyclic in hand.
    parts = [step for step in (unit_condition.STEP, *PARTS) if step.here(bench.setup.arranged)]
    shown = [("arrival", "rudder.low", -100.0), ("arrival", "rudder.high", 100.0)]
    known = shown if bench.setup.arranged.shows_functions else []
    return work_through_parts(bench, parts, _MOST, answer, known=known)
