"""A literal pilot who works through the head speed's parts alone, in their order."""

from mint_lever.bench.steps.head_speed import PARTS
from parts_pilot import work_through_parts

_MOST = 150


def work_the_drive(bench, answer=None):
    """Work until every part is done; what may be left out of the drive's data is looked up too."""
    return work_through_parts(bench, PARTS, _MOST, answer, _left_out)


def _left_out(run, step):
    """The next figure of the drive that nobody has to know."""
    if step.name != "drive_data":
        return None
    asks = run.advice(step.name).asks
    return next((ask for ask in asks if ask.optional and ask.answer is None), None)
