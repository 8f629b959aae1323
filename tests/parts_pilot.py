"""A literal pilot who works through some steps alone, in their order."""

from collections import Counter

from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.log import Entry, make_action_event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.pilot_hands import do, take_reading
from mint_lever.bench.questions.answer_check import make_answer_changes
from mint_lever.bench.steps import make_bench_run

SAFE = [("make_safe", key, True) for key in ("motor", "hold", "blades")]


def work_through_parts(bench, parts, most, answer=None, before=None, known=()):
    """Work until every part is done, in at most ``most`` turns; give the log and how often each
    question was answered.

    ``answer`` (bench, step, ask) is another way of looking than the simulated helicopter's own;
    ``before`` (run, step) may give a question to answer before the step's own next move; ``known``
    are answers (step, key, value) given before all of it.
    """
    known = [*SAFE, *known]
    entries = [Entry(n, *each, bench.setup) for n, each in enumerate(known)]
    events, reads = [], Counter()
    step = None
    for sequence in range(len(known), most):
        run = make_bench_run(bench.setup, entries, events)
        step = next((part for part in parts if not run.done(part.name)), None)
        if step is None:
            return entries, events, reads
        move = (before(run, step) if before else None) or choose_next_move(run, step.name)
        if isinstance(move, Action):
            was = bench.setup
            do(bench, move)
            events.append(make_action_event(sequence, step.name, move, was))
            continue
        reads[step.name, move.key] += 1
        value = None if answer is None else answer(bench, step, move)
        if value is None:
            value = take_reading(bench, step, move)
        if written := make_answer_changes(move, value):
            bench.change(written)
        entries.append(Entry(sequence, step.name, move.key, value, bench.setup))
    raise AssertionError(f"it never ended: {step.name}")
