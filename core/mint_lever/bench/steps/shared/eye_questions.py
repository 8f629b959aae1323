"""Questions that only the pilot's eyes answer: what right looks like, and what wrong does."""

from __future__ import annotations

from collections.abc import Mapping

from mint_lever.bench.engine.advice import Choice, Option
from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.readings import Readings
from mint_lever.measure.verdict import VerdictWord


def ask_what_is_seen(
    run: Readings, step: StepName, key: str, label: str, hint: str, options: tuple[Option, ...]
) -> Choice:
    """Ask what was seen. An answer that is not among the options counts as none."""
    fine = {option.value: option.fine for option in options}
    answer = run.answer(step, key)
    word: VerdictWord | None = None
    if answer in fine:
        word = "in" if fine[answer] else "out"
    return Choice(
        key=key,
        label=label,
        hint=hint,
        options=options,
        answer=answer if answer in fine else None,
        word=word,
    )


def first_response(asks: tuple[Choice, ...], said: Mapping[tuple[str, str], str]) -> str:
    """Give what is said to the first answer that has something said to it, "" without one."""
    return next((said[a.key, a.answer] for a in asks if a.answer and (a.key, a.answer) in said), "")
