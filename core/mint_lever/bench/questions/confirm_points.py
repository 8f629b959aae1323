"""Steps that a pilot confirms point by point."""

from __future__ import annotations

from collections.abc import Sequence

from mint_lever.bench.engine.advice import Ask, Confirm, Outcome
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings


def points(
    run: Readings, step: StepName, named: Sequence[tuple[str, str, str]]
) -> tuple[Confirm, ...]:
    """Make a confirming question of each (key, label, hint)."""
    asks = []
    for key, label, hint in named:
        answer = run.answer(step, key)
        if answer is False:
            hint = f"Not so: put it right, then say so here. {hint}".rstrip()
        asks.append(
            Confirm(
                key=key,
                label=label,
                hint=hint,
                answer=answer,
                word=None if answer is None else "in" if answer else "out",
            )
        )
    return tuple(asks)


def confirmed(asks: Sequence[Ask]) -> Outcome | None:
    """Good when every point is confirmed, out when one is denied."""
    answers = [ask.answer for ask in asks if not ask.optional]
    if all(answer is None for answer in answers):
        return None
    if any(answer is False for answer in answers):
        return "out"
    return "begun" if None in answers else "good"
