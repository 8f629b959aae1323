"""What is carried over from run to run is what would be worked out from nothing."""

import numpy as np
import pytest

from few import few
from mint_lever.bench.engine.advice import Action
from mint_lever.bench.engine.change_effects import WORKED_ON, list_values
from mint_lever.bench.engine.log import Entry, Event, make_action_event
from mint_lever.bench.practise.evening import choose_next_move
from mint_lever.bench.practise.mishaps import happen
from mint_lever.bench.practise.pilot_hands import do, take_reading
from mint_lever.bench.questions.answer_check import make_answer_changes
from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.simulate.random_builds import any_helicopter
from mint_lever.bench.steps import make_bench_run
from mint_lever.faults import MintLeverError
from mint_lever.model.chain.control_chain import build_chain
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.edits.path_edit import Change


class Log:
    """A helicopter's log that anything may be done to, and a run that is carried through it all."""

    def __init__(self, seed):
        self.draw = np.random.default_rng([seed, 77])
        self.bench = any_helicopter(seed)
        self.entries, self.events, self.taken_back = [], [], []
        self.sequence = 0
        self.run = self.looked_up(None)

    def looked_up(self, before):
        return make_bench_run(self.bench.setup, self.entries, self.events, before=before)

    def goes_on(self):
        """One thing more is done."""
        self.sequence += 1
        what = self.draw.choice(
            ["next", "late", "strike", "undo", "edit", "mishap"],
            p=[0.7, 0.1, 0.08, 0.05, 0.05, 0.02],
        )
        getattr(self, what)()
        self.run = self.looked_up(self.run)

    def next(self, name=None):
        name = name or self.run.next_step()
        if name is None:
            return
        try:
            move = choose_next_move(self.run, name)
        except RuntimeError:  # it waits for what it rests on
            return
        before = self.bench.setup
        if isinstance(move, Action):
            do(self.bench, move)
            self.events.append(make_action_event(self.sequence, name, move, before))
        else:
            value = take_reading(self.bench, self.run.step(name), move)
            if written := make_answer_changes(move, value):
                self.bench.change(written)
            self.entries.append(Entry(self.sequence, name, move.key, value, self.bench.setup))
        self.taken_back.append(before)

    def late(self):
        left = [step.name for step in self.run.steps if not self.run.done(step.name)]
        if left:
            self.next(str(self.draw.choice(left)))

    def strike(self):
        if self.entries:
            self.entries.pop(int(self.draw.integers(len(self.entries))))

    def undo(self):
        """The setup as it was one act before; what was logged is struck out with it."""
        if self.taken_back:
            self.bench.setup = self.taken_back.pop()
            newest = max(
                [*self.entries, *self.events], key=lambda each: each.sequence, default=None
            )
            for kept in (self.entries, self.events):
                if newest in kept:
                    kept.remove(newest)

    def edit(self):
        """A figure is typed at the desk, a little off what stands there."""
        numbers = {
            path: value
            for path, value in list_values(self.bench.setup).items()
            if isinstance(value, float) and find_row(path) is not None
        }
        path = str(self.draw.choice(sorted(numbers)))
        change = Change(path, round(numbers[path] * 1.01 + 0.1, 2))
        was = self.bench.setup
        try:
            self.bench.change([change])
            build_chain(self.bench.setup)
        except MintLeverError:  # out of its range, or no link reaches there
            self.bench.setup = was

    def mishap(self):
        self.events.append(Event(self.sequence, WORKED_ON[happen(self.bench, self.draw)]))


@pytest.mark.parametrize("seed", few(range(340_000, 340_003), 1))
def test_a_carried_run_says_what_one_from_nothing_says(seed):
    log = Log(seed)
    for _ in range(60):
        log.goes_on()
        fresh = log.looked_up(None)
        assert log.run.next_step() == fresh.next_step()
        assert log.run.standings == fresh.standings
        for step in fresh.steps:
            assert log.run.advice(step.name) == fresh.advice(step.name), step.name
            assert log.run.questions(step.name) == fresh.questions(step.name)
        assert audit_run(log.run) == audit_run(fresh)
