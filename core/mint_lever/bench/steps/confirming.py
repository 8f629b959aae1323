"""Steps that a pilot confirms point by point."""

from __future__ import annotations

from collections.abc import Sequence

from mint_lever.bench.advice import Ask, Outcome
from mint_lever.bench.run import BenchRun
from mint_lever.procedure.steps import StepName


def points(run: BenchRun, step: StepName, named: Sequence[tuple[str, str, str]]) -> tuple[Ask, ...]:
    """Make a confirming question of each (key, label, hint)."""
    found = []
    for key, label, hint in named:
        answer = run.answer(step, key)
        word = None if answer is None else "in" if answer else "out"
        found.append(
            Ask(key=key, label=label, kind="confirm", hint=hint, answer=answer, word=word)  # type: ignore[arg-type]
        )
    return tuple(found)


def confirmed(asks: Sequence[Ask]) -> Outcome | None:
    """Good when every point is confirmed, out when one is denied."""
    answers = [ask.answer for ask in asks if not ask.optional]
    if all(answer is None for answer in answers):
        return None
    if any(answer is False for answer in answers):
        return "out"
    return "begun" if None in answers else "good"
