"""A literal pilot who works through the head speed's parts alone, in their order."""

from collections import Counter

from mint_lever.practise.evening import next_move
from mint_lever.practise.hands import do, take
from mint_lever.run.advice import Action
from mint_lever.run.entering import written_by
from mint_lever.run.log import Entry, action_event
from mint_lever.steps import bench_run
from mint_lever.steps.head_speed import PARTS

_MOST = 150


def work_the_drive(bench, answer=None, data=True):
    """Work until every part is done; give the log and how often each question was answered.

    ``answer`` (bench, step, ask) is another way of looking than the simulated helicopter's own;
    ``data``: what may be left out of the drive's data is looked up as well.
    """
    entries, events, reads = [], [], Counter()
    step = None
    for sequence in range(_MOST):
        run = bench_run(bench.setup, entries, events)
        step = next((part for part in PARTS if not run.done(part.name)), None)
        if step is None:
            return entries, events, reads
        move = _left_out(run, step) if data else None
        move = move or next_move(run, step.name)
        if isinstance(move, Action):
            before = bench.setup
            do(bench, move)
            events.append(action_event(sequence, step.name, move, before))
            continue
        reads[step.name, move.key] += 1
        value = None if answer is None else answer(bench, step, move)
        if value is None:
            value = take(bench, step, move)
        if written := written_by(move, value):
            bench.change(written)
        entries.append(Entry(sequence, step.name, move.key, value, bench.setup))
    raise AssertionError(f"the drive never ended: {step.name}")


def _left_out(run, step):
    """The next figure of the drive that nobody has to know."""
    if step.name != "drive_data":
        return None
    asks = run.advice(step.name).asks
    return next((ask for ask in asks if ask.optional and ask.answer is None), None)
