"""A literal pilot who works through the tail's parts alone, in their order."""

from mint_lever.steps.tail import PARTS
from parts_pilot import work_through_parts

_MOST = 120


def work_the_tail(bench, answer=None):
    """Work until every part of the tail is done, as ``parts_pilot`` says."""
    # What arrives was put right in step 3, which this pilot does not work through.
    bench.truth.arrives["rudder"] = 1.0
    return work_through_parts(bench, PARTS, _MOST, answer)
