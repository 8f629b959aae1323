"""Advice as it is written for a pilot: a figure's sign is a minus in every sentence of it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, TypeVar

from mint_lever.bench.engine.advice import Advice, Balls, Choice
from mint_lever.bench.wording.number_text import with_minus

_Part = TypeVar("_Part")


def typeset(advice: Advice) -> Advice:
    """Give the advice with a minus wherever its words had a hyphen before a figure."""
    said = _with(advice, "summary", "do")
    return replace(
        said,
        asks=tuple(_ask(each) for each in advice.asks),
        actions=tuple(_with(each, "text", "expect", "parts") for each in advice.actions),
        rulers=tuple(_with(each, "label") for each in advice.rulers),
    )


def _ask(ask: Any) -> Any:
    said = _with(ask, "label", "hint")
    if not isinstance(said, Choice | Balls):
        return said
    return _changed(said, {"options": tuple(_with(each, "label") for each in said.options)})


def _with(part: _Part, *fields: str) -> _Part:
    """A part with these of its fields written; a field is a sentence or several."""
    return _changed(part, {name: _words(getattr(part, name)) for name in fields})


def _words(words: Any) -> Any:
    return with_minus(words) if isinstance(words, str) else tuple(map(with_minus, words))


def _changed(part: _Part, to: dict[str, Any]) -> _Part:
    """Most parts have nothing to change, and are made anew many times an evening."""
    other = {name: value for name, value in to.items() if value != getattr(part, name)}
    return replace(part, **other) if other else part  # type: ignore[type-var]
